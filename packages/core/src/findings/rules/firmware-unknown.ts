import type { Rule, RuleResult } from '../finding.js';
import { firmwareNeeds, leastFor } from './firmware-parts.js';

/** A device that wants firmware of the controller it hangs on, and nobody noted which it has. @source [practice] */
export const firmwareUnknownRule: Rule = (context) => {
  const needs = firmwareNeeds(context);
  return needs
    .filter(({ controller }) => controller.firmware === undefined)
    .map(({ device, controller, need }): RuleResult => ({
      rule: 'firmware-unknown',
      mark: 'watch',
      station: 'brief',
      subjects: [controller.id, device.id],
      figures: [
        { name: 'controller', value: controller.id },
        { name: 'device', value: device.id },
        { name: 'for', value: need.what },
        { name: 'least', value: need.least, source: 'part sheet' },
      ],
      fixes: () => [
        {
          label: `It has ${leastFor(needs, controller.id)}`,
          edits: [{ kind: 'note', part: controller.id, change: { firmware: leastFor(needs, controller.id) } }],
        },
      ],
    }));
};
