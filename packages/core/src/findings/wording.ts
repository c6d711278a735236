import { labelOf, type Rig } from '../rig/index.js';
import { figureOf, type RuleId, type Said } from './finding.js';
import { BRIEF_WORDS } from './words/brief.js';
import { CHANNELS_WORDS } from './words/channels.js';
import { PICTURE_WORDS } from './words/picture.js';
import { PLACE_WORDS } from './words/place.js';
import { capital, type Read, type Sayings, type Words } from './words/saying.js';
import { SERIAL_WORDS } from './words/serial.js';
import { SUPPLY_WORDS } from './words/supply.js';
import { WIRING_WORDS } from './words/wiring.js';

const SAY: Sayings = {
  ...SUPPLY_WORDS,
  ...SERIAL_WORDS,
  ...WIRING_WORDS,
  ...PLACE_WORDS,
  ...PICTURE_WORDS,
  ...CHANNELS_WORDS,
  ...BRIEF_WORDS,
};

/** Every rule: each has its words. */
export const RULE_IDS = /* @__PURE__ */ Object.keys(SAY) as RuleId[];

/** Whether a text names a rule. */
export const isRuleId = (text: string): text is RuleId => Object.hasOwn(SAY, text);

/** Turns a rule's code and figures into bench talk. */
export function wordFinding(rig: Rig, result: Said): Words {
  const text = (name: string): string => String(figureOf(result, name)?.value ?? '');
  const number = (name: string): number => Number(figureOf(result, name)?.value ?? NaN);
  const unit = (name: string): string => figureOf(result, name)?.unit ?? '';
  const say: (f: Read) => Words = SAY[result.rule];
  const words = say({ text, number, unit, label: (name) => labelOf(rig, text(name)) });
  // a sentence may begin with a control's or a person's own word
  return { title: capital(words.title), text: capital(words.text) };
}
