import { EASE, ENDS_MM, leadLength, LOOP_MM } from '../loom/index.js';
import { labelOf, type Rig } from '../rig/index.js';
import { num } from '../units/index.js';
import { FROM, type About } from './about.js';

/** How long a lead between two parts must be; null where a part has no place and nothing can be reckoned. */
export function aboutLead(rig: Rig, a: string, b: string): About | null {
  const need = leadLength(rig, a, b);
  if (!need.placed) return null;
  return {
    title: 'Length of the lead',
    figure: `${num(need.needMm)} mm`,
    is: `What a lead from ${labelOf(rig, a)} to ${labelOf(rig, b)} needs, so that it pulls at no plug and no joint strains it.`,
    how: 'way along the frame + ease + plugs and bends + slack for joints, rounded up to 10 mm',
    grounds: [
      { what: 'way along the frame', value: `${num(need.pathMm)} mm`, source: FROM.rig },
      { what: 'ease', value: `${num(EASE * 100)} % of the way`, source: FROM.practice },
      { what: 'plug and bend at both ends', value: `${num(ENDS_MM)} mm`, source: FROM.practice },
      ...need.joints.map((j) => ({
        what: `${labelOf(rig, j.part)}, ${j.joint}, turns ${num(j.turnDeg)}°`,
        value: `${num(((j.turnDeg * Math.PI) / 180) * LOOP_MM, 1)} mm of slack`,
        source: `part sheet; loop of ${LOOP_MM} mm, practice`,
      })),
    ],
  };
}
