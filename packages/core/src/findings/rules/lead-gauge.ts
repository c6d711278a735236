import { isPack } from '../../parts/index.js';
import { PACK_LEAD_AWG, thickestFit, wireMaxA } from '../../rails/index.js';
import { findPin, sheetOf, type Edit, type PinRef, type Rig, type Wire } from '../../rig/index.js';
import { roundTo } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';
import { currentWith } from './after-edits.js';
import { bothEnds } from './lead-parts.js';

const isSupply = (rig: Rig, { from, to }: Wire): boolean =>
  [from, to].every((at) => ['supply', 'ground'].includes(findPin(rig, at)?.pin.line ?? ''));

/** A wire too thick for the contact of one of its plugs. @source [practice] class values of the families */
export const wireTooThickRule: Rule = ({ rig, flat }) =>
  rig.cables.flatMap((cable): RuleResult[] => {
    const bad = cable.wires.flatMap((wire, at) => {
      const fits = thickestFit(rig, wire.from, wire.to);
      return fits !== null && wire.gaugeAwg < fits ? [{ wire, at, fits }] : [];
    });
    const [first] = bad;
    if (!first) return [];
    // what the other wires of the lead carry is nothing to these
    const isBad = (at: number): boolean => bad.some((b) => b.at === at);
    const flows = flat.wires.filter((w) => w.cable === cable.id && isBad(w.wire));
    const amps = Math.max(0, ...flows.map((w) => Math.abs(w.amps)));
    const carried = bad.every((b) => wireMaxA(b.fits) >= amps);
    const edits = bad.map(({ wire, at, fits }): Edit => ({
      kind: 'setWire',
      cable: cable.id,
      wire: wire.id ?? at,
      gaugeAwg: fits,
      // what the thinner wire carries, the fuse before it must not exceed
      ...(wire.inline?.kind === 'fuse' && wire.inline.amps > wireMaxA(fits)
        ? { inline: { kind: 'fuse' as const, amps: Math.floor(wireMaxA(fits)) } }
        : {}),
    }));
    const tight = bothEnds(first.wire).find((at) => (thickestFit(rig, at) ?? 0) === first.fits)!;
    return [
      {
        rule: 'wire-too-thick',
        mark: 'watch',
        station: 'loom',
        subjects: [cable.id, tight.part],
        figures: [
          { name: 'cable', value: cable.id },
          { name: 'gauge', value: first.wire.gaugeAwg, unit: 'AWG' },
          { name: 'part', value: tight.part },
          { name: 'family', value: findPin(rig, tight)!.port.plug.family },
          { name: 'takes', value: first.fits, unit: 'AWG', source: '[practice]' },
          { name: 'amps', value: roundTo(amps, 2), unit: 'A', source: 'network solve' },
        ],
        fixes: () => (carried ? [{ label: `Use ${first.fits} AWG`, edits }] : []),
      },
    ];
  });

/** Where a pack gives its current; what it says of itself by another plug is no load. */
function isPackOutput(rig: Rig, { part, port }: PinRef): boolean {
  const sheet = sheetOf(rig, part);
  return isPack(sheet) && sheet.sources.some((s) => s.plus.port === port || s.minus.port === port);
}

/** A lead at a pack thinner than is put there, whatever it carries; a small plug may not take more. @source [practice] 20 AWG */
export const packLeadThinRule: Rule = ({ rig, flat }) =>
  rig.cables.flatMap((cable): RuleResult[] => {
    const thin = cable.wires.flatMap((wire, at) => {
      if (wire.gaugeAwg <= PACK_LEAD_AWG) return [];
      const atPack = bothEnds(wire).find((end) => isPackOutput(rig, end));
      const least = Math.max(PACK_LEAD_AWG, thickestFit(rig, wire.from, wire.to) ?? 0);
      return atPack && isSupply(rig, wire) && wire.gaugeAwg > least ? [{ wire, at, least, pack: atPack.part }] : [];
    });
    const [first] = thin;
    if (!first) return [];
    return [
      {
        rule: 'pack-lead-thin',
        mark: 'watch',
        station: 'rails',
        subjects: [cable.id, first.pack],
        figures: [
          { name: 'cable', value: cable.id },
          { name: 'pack', value: first.pack },
          { name: 'gauge', value: first.wire.gaugeAwg, unit: 'AWG' },
          { name: 'least', value: first.least, unit: 'AWG', source: '[practice]' },
        ],
        fixes: () => [
          currentWith(
            rig,
            flat,
            `Use ${first.least} AWG`,
            thin.map(({ wire, at, least }): Edit => ({
              kind: 'setWire',
              cable: cable.id,
              wire: wire.id ?? at,
              gaugeAwg: least,
            })),
          ),
        ],
      },
    ];
  });
