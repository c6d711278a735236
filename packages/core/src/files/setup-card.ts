import type { Rig } from '../rig/index.js';
import { setupCards } from '../setup/index.js';
import { cautionsOf, type Card } from './wiring-card.js';

/** A table a part that is configured: what is set, in order, with a column to tick; below it what it shows when it is right. */
export function setupCard(rig: Rig): Card {
  const cards = setupCards(rig);
  const lines = cards.reduce((sum, c) => sum + c.lines.length, 0);
  return {
    title: `${rig.name} · set-up cards`,
    subtitle: `${rig.kind} · revision ${rig.revision} · ${cards.length} parts, ${lines} lines`,
    tables: cards.map((card) => ({
      heading: card.label,
      note: card.shows.length ? `when it is right — ${card.shows.join('; ')}` : '',
      columns: ['', 'set', 'how'],
      rows: card.lines.map((line) => [line.done ? '×' : '', line.text, line.note]),
    })),
    cautions: cautionsOf(rig),
  };
}
