import type { Rule, RuleResult } from '../finding.js';
import { compareVersions, firmwareNeeds } from './firmware-parts.js';

/** A device that wants firmware of the controller it hangs on, and nobody noted which it has. @source [practice] */
export const firmwareUnknownRule: Rule = (context) => {
  const needs = firmwareNeeds(context);
  // one that is enough for everything on the controller: a note that is too old would be the next finding
  const least = (controller: string): string =>
    needs
      .filter((n) => n.controller.id === controller)
      .map((n) => n.need.least)
      .reduce((a, b) => (compareVersions(a, b) < 0 ? b : a));
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
          label: `It has ${least(controller.id)}`,
          edits: [{ kind: 'note', part: controller.id, change: { firmware: least(controller.id) } }],
        },
      ],
    }));
};
