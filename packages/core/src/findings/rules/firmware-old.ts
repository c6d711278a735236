import type { Rule, RuleResult } from '../finding.js';
import { compareVersions, firmwareNeeds, leastFor } from './firmware-parts.js';

/** Controller firmware older than a device needs. Flashing erases the configuration. @source [practice] */
export const firmwareOldRule: Rule = (context) => {
  const needs = firmwareNeeds(context);
  return needs
    .filter(
      ({ controller, need }) =>
        controller.firmware !== undefined && compareVersions(controller.firmware, need.least) < 0,
    )
    .map(({ device, controller, need }): RuleResult => ({
      rule: 'firmware-old',
      mark: 'stop',
      station: 'brief',
      subjects: [controller.id, device.id],
      figures: [
        { name: 'controller', value: controller.id },
        { name: 'device', value: device.id },
        { name: 'has', value: controller.firmware! },
        { name: 'for', value: need.what },
        { name: 'least', value: need.least, source: 'part sheet' },
        {
          name: 'erases',
          value: need.erases ? 'flashing erases the configuration: save it first' : 'the configuration stays',
        },
      ],
      fixes: () => [
        {
          label: `Flashed to ${leastFor(needs, controller.id)}`,
          edits: [{ kind: 'note', part: controller.id, change: { firmware: leastFor(needs, controller.id) } }],
        },
      ],
    }));
};
