import { untunedScreens } from '../../loom/index.js';
import { listed } from '../../units/index.js';
import type { Edit } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A screen looks for its picture on a channel on which nobody here sends. @source [practice] noise instead of a picture */
export const screenUntunedRule: Rule = ({ rig }) =>
  untunedScreens(rig).map(({ screen, sender, off }): RuleResult => ({
    rule: 'screen-untuned',
    mark: 'stop',
    station: 'loom',
    subjects: [screen.id, sender.id],
    figures: [
      { name: 'screen', value: screen.id },
      { name: 'sender', value: sender.id },
      { name: 'now', value: listed(off.map((t) => `${t.setting.label.toLowerCase()} ${t.now}`)) },
      { name: 'wanted', value: listed(off.map((t) => `${t.setting.label.toLowerCase()} ${t.wanted}`)) },
    ],
    fixes: () => {
      if (!off.every((t) => t.setting.values.includes(t.wanted))) return [];
      const edits = off.map((t): Edit => ({ kind: 'set', part: screen.id, setting: t.setting.id, value: t.wanted }));
      return [{ label: 'Set the screen', edits }];
    },
  }));
