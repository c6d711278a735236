import { isSetOn, sheetOf, sourcesAsSet } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A rail that hangs behind a switch which is off, with loads on it. @source [practice] accessory rails have a switch of their own */
export const sourceOffRule: Rule = ({ rig }) =>
  rig.parts.flatMap((part) => {
    const sheet = sheetOf(rig, part.id);
    const off = sourcesAsSet(sheet, part).filter((s) => !isSetOn(sheet, part, s));
    const used = off.filter((s) =>
      rig.cables.some((c) =>
        c.wires.some((w) => [w.from, w.to].some((at) => at.part === part.id && at.port === s.plus.port)),
      ),
    );
    const when = used[0]?.when;
    if (!when) return [];
    const setting = sheet.settings.find((s) => s.id === when.setting)!;
    return [
      {
        rule: 'source-off',
        mark: 'stop',
        station: 'rails',
        subjects: [part.id],
        figures: [
          { name: 'part', value: part.id },
          { name: 'setting', value: setting.label },
          { name: 'value', value: when.value },
        ],
        fixes: () => [
          {
            label: `${setting.label} ${when.value}`,
            edits: [{ kind: 'set', part: part.id, setting: setting.id, value: when.value }],
          },
        ],
      } satisfies RuleResult,
    ];
  });
