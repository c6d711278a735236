import type { RailNode, Rails } from '../../rails/index.js';
import { isSetOn, partsWithSheets, sourcesAsSet } from '../../rig/index.js';
import { hairV, volts } from '../../units/index.js';
import type { Fix, RuleContext } from '../finding.js';
import { isLow, railsAfter } from './after-edits.js';

/**
 * Other volts of what feeds a supply out of its band, where a setting of that part chooses between several: those with which the
 * supply stands inside its band, and nobody stands outside that stood inside.
 */
export function otherVoltsFixes({ rig, full, flat }: RuleContext, { part, terminal, fedBy }: RailNode): Fix[] {
  const feeder = partsWithSheets(rig).find((p) => p.part.id === fedBy);
  if (!feeder) return [];
  const { sheet } = feeder;
  const others = sheet.sources.filter((s) => s.when && !isSetOn(sheet, feeder.part, s));
  // one that is plainly off is no choice of volts
  const chosen = others.filter((s) => !sourcesAsSet(sheet, feeder.part).includes(s));
  const isThis = (n: RailNode): boolean => n.part === part && n.terminal === terminal;
  return chosen.flatMap(({ when, regulator }): Fix[] => {
    const { setting, value } = when!;
    const edits = [{ kind: 'set' as const, part: feeder.part.id, setting, value }];
    const after = railsAfter(rig, edits);
    const isBetter = (before: Rails, now: Rails): boolean =>
      now.nodes.every((n, i) => !isOut(n) || (!isThis(n) && isOut(before.nodes[i]!)));
    if (!isBetter(full, after.full()) || !isBetter(flat, after.flat())) return [];
    const label = sheet.settings.find((s) => s.id === setting)!.label;
    return [{ label: `${label} ${value}${regulator ? `, ${volts(regulator.volts)}` : ''}`, edits }];
  });
}

const isOut = (n: RailNode): boolean =>
  isLow(n) || (n.allowed !== null && n.fedBy !== null && n.volts > n.allowed[1] + hairV(n.allowed));
