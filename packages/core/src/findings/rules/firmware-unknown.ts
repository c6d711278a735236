import type { Rule, RuleResult } from '../finding.js';
import { firmwareNeeds } from './firmware-parts.js';

/** A device that wants firmware of the controller it hangs on, and nobody noted which it has. @source [practice] */
export const firmwareUnknownRule: Rule = (context) =>
  firmwareNeeds(context)
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
      fixes: [
        {
          label: `It has ${need.least}`,
          edits: [{ kind: 'note', part: controller.id, change: { firmware: need.least } }],
        },
      ],
    }));
