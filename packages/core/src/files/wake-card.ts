import { labelOf, partsWithSheets, type Rig } from '../rig/index.js';
import { roundTo, seconds } from '../units/index.js';
import { askedReading, handSteps, type WakeKind, type WakePlan } from '../wake/index.js';
import type { Table } from './table.js';
import { cautionsOf, type Card } from './wiring-card.js';

const TITLES: Readonly<Record<WakeKind, string>> = {
  field: 'wake card',
  bench: 'wake card, packs at the bench',
  usb: 'set-up card, on a computer',
  down: 'power-down card',
};

/** The order of switching on or off, on paper: a box to tick, when, what to read, why it comes there; then what starts by itself. */
export function wakeCard(rig: Rig, plan: WakePlan): Card {
  const alone = plan.steps.filter((s) => !s.hands);
  const hands = plan.pairs > 1 ? `${plan.pairs} pairs of hands` : 'one pair of hands';
  const cues = new Map(partsWithSheets(rig).map(({ part, sheet }) => [part.id, sheet.cues]));
  return {
    title: `${rig.name} · ${TITLES[plan.kind]}`,
    subtitle: `${rig.kind} · revision ${rig.revision} · ${seconds(plan.seconds)} for ${hands}`,
    tables: [
      {
        heading: 'By hand',
        note: plan.pins.length ? 'in the order asked for' : 'the shortest order found',
        columns: ['step', 'at', 'do', 'mind', 'read', 'why here'],
        rows: handSteps(plan).map((s, i) => {
          const asked = plan.kind === 'down' ? null : askedReading(rig, s.id);
          const read = asked ? '______ V' : '';
          return [`${i + 1}  [ ]`, seconds(s.start), s.text, s.note, read, s.why];
        }),
      },
      {
        heading: 'By itself',
        note: 'nothing is touched while something must be still',
        columns: ['from', 'for', 'part', 'does', 'shows'],
        rows: alone.map((s) => [
          seconds(s.start),
          seconds(s.seconds),
          labelOf(rig, s.part),
          s.still ? `${s.text}, hands off` : s.text,
          (cues.get(s.part) ?? []).map((c) => `${c.when}: ${c.shows}`).join('; '),
        ]),
      },
    ].filter((t, i) => i === 0 || t.rows.length),
    cautions: cautionsOf(rig),
  };
}

const FIELDS = ['start_s', 'seconds', 'who', 'part', 'step', 'mind', 'why_here'];

/** Every step with its times, one row each. */
export function wakeTable(rig: Rig, plan: WakePlan): Table {
  return {
    fields: FIELDS,
    data: plan.steps.map((s) => [
      roundTo(s.start, 3),
      s.seconds,
      s.hands ? 'hands' : s.still ? 'itself, still' : 'itself',
      labelOf(rig, s.part),
      s.text,
      s.note,
      s.why,
    ]),
  };
}
