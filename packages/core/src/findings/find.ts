import type { Finding, Mark, Rule, RuleContext } from './finding.js';
import { benchRule, wishRule } from './rules/brief.js';
import { oneControlRule, oneSlotRule, pulseRule, windowRule } from './rules/channels.js';
import { groundRule, scaleRule, talkersRule, wrongTypeRule } from './rules/one-wire.js';
import { regulatorRule } from './rules/regulator.js';
import { serialRule } from './rules/serial.js';
import { supplyRule } from './rules/supply.js';
import { groundTwiceRule, heldTwiceRule, lookAlikeRule, polarityRule, portTwiceRule } from './rules/wiring.js';
import { wordFinding } from './wording.js';

const RULES: readonly Rule[] = [
  polarityRule,
  supplyRule,
  regulatorRule,
  serialRule,
  talkersRule,
  wrongTypeRule,
  groundRule,
  portTwiceRule,
  heldTwiceRule,
  lookAlikeRule,
  groundTwiceRule,
  windowRule,
  pulseRule,
  oneControlRule,
  oneSlotRule,
  scaleRule,
  wishRule,
  benchRule,
];

const RANK: Record<Mark, number> = { stop: 0, watch: 1, clear: 2 };

/** All findings of a rig, stops first, otherwise in the order of the rules. */
export function findFindings(context: RuleContext): Finding[] {
  return RULES.flatMap((rule) => rule(context))
    .map((result) => ({
      ...result,
      id: `${result.rule}:${result.subjects.join('+')}${result.subjects.length ? '' : result.figures.map((f) => f.value).join('|')}`,
      ...wordFinding(context.rig, result),
    }))
    .sort((a, b) => RANK[a.mark] - RANK[b.mark]);
}

/** The gravest mark of a list; clear when it is empty. */
export function worstMark(findings: readonly { mark: Mark }[]): Mark {
  if (findings.some((f) => f.mark === 'stop')) return 'stop';
  return findings.some((f) => f.mark === 'watch') ? 'watch' : 'clear';
}
