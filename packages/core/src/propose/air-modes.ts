/** Of several transmitters each speaks for its own: what is told by receivers of one is told by no other's. */
import { isBetween } from '../parts/index.js';
import type { ClassEnd } from './bench-view.js';
import type { Option } from './problem.js';

const AIR_OF = 'air of ';

/** A link is told by receivers of one transmitter only; what passes on what it hears, with all its links. */
export const modeOfAir = ({ cls, nth }: ClassEnd, transmitter: string | null | undefined): Option['modes'] =>
  transmitter
    ? [
        {
          key: isBetween(cls.sheet) ? `${AIR_OF}${cls.part.id}` : `${AIR_OF}${cls.id} ${nth}`,
          value: transmitter,
        },
      ]
    : [];

/** For whom a way to grant a wish is, where everything that could tell its part hears others; null where that is not so. */
export function otherAir(
  way: Option,
  waysTo: (need: string) => readonly Option[],
): { own: string; others: string[] } | null {
  const air = way.modes.find((m) => m.key.startsWith(AIR_OF));
  if (!air) return null;
  const heard = way.wakes
    .map((need) => waysTo(need).flatMap((o) => o.modes.filter((m) => m.key === air.key).map((m) => m.value)))
    .find((values) => values.length > 0);
  return heard && !heard.includes(air.value) ? { own: air.value, others: [...new Set(heard)] } : null;
}
