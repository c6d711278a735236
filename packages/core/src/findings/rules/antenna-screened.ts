import { leadLength } from '../../loom/index.js';
import { screens } from '../../parts/index.js';
import { carryOut, findPart, sheetOf, type Part, type Rig } from '../../rig/index.js';
import type { Fix, Rule, RuleResult } from '../finding.js';
import { antennas, moveEdit } from './antenna-parts.js';
import { longestMm, limbsOf } from './lead-parts.js';

/** Room an antenna wants beyond such a body, mm. @source [practice] */
const CLEAR_MM = 20;
/** Body of a part whose sheet gives no size, mm. */
const USUAL_MM = 40;

/** An antenna inside or against the body of a part that screens it. */
export const antennaScreenedRule: Rule = ({ rig }) =>
  antennas(rig).flatMap((antenna) =>
    (antenna.place ? rig.parts : []).flatMap((body): RuleResult[] => {
      if (!screens(sheetOf(rig, body.id)) || !isInside(rig, antenna, body)) return [];
      const top = body.place!.zMm + heightMm(rig, body) / 2 + CLEAR_MM;
      return [
        {
          rule: 'antenna-screened',
          mark: 'watch',
          station: 'loom',
          subjects: [antenna.id, body.id],
          figures: [
            { name: 'part', value: antenna.id },
            { name: 'behind', value: body.id },
            { name: 'wants', value: CLEAR_MM, unit: 'mm', source: '[practice]' },
          ],
          fixes: () => raised(rig, antenna, top),
        },
      ];
    }),
  );

/** Higher up, where its lead still reaches. */
function raised(rig: Rig, antenna: Part, zMm: number): Fix[] {
  const edit = moveEdit(antenna, { zMm });
  const after = carryOut(rig, [edit]).rig;
  const reach = limbsOf(after)
    .filter(({ from, to }) => from === antenna.id || to === antenna.id)
    .every((limb) => longestMm(limb) >= leadLength(after, limb.from, limb.to).pathMm);
  return reach ? [{ label: 'Raise it', edits: [edit] }] : [];
}

const heightMm = (rig: Rig, body: Part): number => sheetOf(rig, body.id).sizeMm?.[2] ?? USUAL_MM;

function isInside(rig: Rig, antenna: Part, body: Part): boolean {
  const [a, b] = [antenna.place, findPart(rig, body.id)?.place];
  if (!a || !b) return false;
  const [long, wide, high] = sheetOf(rig, body.id).sizeMm ?? [USUAL_MM, USUAL_MM, USUAL_MM];
  const near = (x: number, y: number, size: number): boolean => Math.abs(x - y) < size / 2 + CLEAR_MM;
  return near(a.xMm, b.xMm, long) && near(a.yMm, b.yMm, wide) && near(a.zMm, b.zMm, high);
}
