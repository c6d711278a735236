import { labelOf, type Rig } from '../rig/index.js';
import { groupBy } from '../units/index.js';
import { figureOf, type Finding, type Fix, type Mark, type Rule, type RuleContext, type Said } from './finding.js';
import { addressTwiceRule } from './rules/address-twice.js';
import { antennaCrossedRule } from './rules/antenna-crossed.js';
import { antennaMissingRule } from './rules/antenna-missing.js';
import { antennaNearCompassRule } from './rules/antenna-near-compass.js';
import { antennaScreenedRule } from './rules/antenna-screened.js';
import { backFeedRule } from './rules/back-feed.js';
import { benchRule } from './rules/bench-missing.js';
import { boardTooSmallRule } from './rules/board-too-small.js';
import { cableShortRule } from './rules/cable-short.js';
import { connectorOverloadedRule } from './rules/connector-overloaded.js';
import { firmwareOldRule } from './rules/firmware-old.js';
import { firmwareUnknownRule } from './rules/firmware-unknown.js';
import { fuseMissingRule } from './rules/fuse-missing.js';
import { groundRule } from './rules/ground-missing.js';
import { groundTwiceRule } from './rules/ground-twice.js';
import { hdmiPoweredRule } from './rules/hdmi-powered.js';
import { jointNoSlackRule } from './rules/joint-no-slack.js';
import { ladderResistorRule } from './rules/ladder-resistor.js';
import { levelMismatchRule } from './rules/level-mismatch.js';
import { lookAlikeRule } from './rules/look-alike.js';
import { magnetNearCompassRule } from './rules/magnet-near-compass.js';
import { noFixedCameraRule } from './rules/no-fixed-camera.js';
import { numberingBaseRule } from './rules/numbering-base.js';
import { failSafeRule } from './rules/fail-safe.js';
import { signalMissingRule } from './rules/signal-missing.js';
import { handOverBrokenRule, handOverEmptyRule, handOverFlightRule, handOverSwitchRule } from './rules/hand-over.js';
import { channelSlowRule } from './rules/channel-slow.js';
import { movesNothingRule } from './rules/moves-nothing.js';
import { goesAtRestRule } from './rules/goes-at-rest.js';
import { wrongWayRule } from './rules/wrong-way.js';
import { oneControlRule } from './rules/one-control-many.js';
import { packsUnequalRule } from './rules/packs-unequal.js';
import { padHeldRule } from './rules/pad-held.js';
import { heldTwiceRule } from './rules/pad-held-twice.js';
import { padNoTimerRule } from './rules/pad-no-timer.js';
import { pairHalfRule } from './rules/pair-half.js';
import { pairNotCrossedRule } from './rules/pair-not-crossed.js';
import { pictureNowhereRule } from './rules/picture-nowhere.js';
import { plugAngledRule } from './rules/plug-angled.js';
import { polarityRule } from './rules/polarity.js';
import { portLabelsDisagreeRule } from './rules/port-labels-disagree.js';
import { portListensOnlyRule } from './rules/port-listens-only.js';
import { portToldOtherRule } from './rules/port-told-other.js';
import { portNotSetRule } from './rules/port-not-set.js';
import { portSharedPinsRule } from './rules/port-shared-pins.js';
import { portTooSlowRule } from './rules/port-too-slow.js';
import { portTwiceRule, soundTalks } from './rules/port-used-twice.js';
import { prepOpenRule } from './rules/prep-open.js';
import { pulseRule } from './rules/pulse-from-latch.js';
import { radioNoneRule } from './rules/radio-none.js';
import { regulatorDropoutRule } from './rules/regulator-dropout.js';
import { regulatorOverloadRule } from './rules/regulator-overload.js';
import { scaleRule } from './rules/scale-school.js';
import { serialNotInvertedRule } from './rules/serial-not-inverted.js';
import { sourceOffRule } from './rules/source-off.js';
import { startFailsRule, startResetsRule } from './rules/starts.js';
import { screenUntunedRule } from './rules/screen-untuned.js';
import { standardMixRule } from './rules/standard-mix.js';
import { starvedSpliceRule } from './rules/starved-splice.js';
import { stickModeRule } from './rules/stick-mode.js';
import { strapOtherTypeRule } from './rules/strap-other-type.js';
import { subnetOtherRule } from './rules/subnet-other.js';
import { supplyNoneRule } from './rules/supply-none.js';
import { supplyRangeRule } from './rules/supply-range.js';
import { supplyThinRule } from './rules/supply-thin.js';
import { talkersRule } from './rules/talkers-collide.js';
import { flightUndrivenRule } from './rules/flight-undriven.js';
import { flightUnfitRule } from './rules/flight-unfit.js';
import { outputTwoSlotsRule } from './rules/output-two-slots.js';
import { pinOtherSlotRule } from './rules/pin-other-slot.js';
import { oneSlotRule } from './rules/two-on-one-slot.js';
import { windowRule } from './rules/window.js';
import { wireOverloadedRule } from './rules/wire-overloaded.js';
import { wishRule } from './rules/wish.js';
import { wrongTypeRule } from './rules/wrong-type.js';
import { yTwoTalkersRule } from './rules/y-two-talkers.js';
import { controlUnfitRule } from './rules/control-unfit.js';
import { slotNotAllowedRule, channelBeyondRule, flightSharedRule } from './rules/slot-wrong.js';
import { modeUntoldRule } from './rules/mode-untold.js';
import { operatorsIdleRule } from './rules/operators-idle.js';
import { signalMisplacedRule } from './rules/signal-misplaced.js';
import { plugMismatchRule } from './rules/plug-mismatch.js';
import { packUnusedRule, partIdleRule } from './rules/part-idle.js';
import { photoUntoldRule } from './rules/photo-untold.js';
import { reachMissingRule } from './rules/reach-missing.js';
import { fuseTooLargeRule, fuseTooSmallRule } from './rules/lead-fuse.js';
import { wireTooThickRule, packLeadThinRule } from './rules/lead-gauge.js';
import { regulatorHeatRule } from './rules/regulator-heat.js';
import { driveFailSafeRule, driveNoBrakeRule } from './rules/drive.js';
import { takeOffRule } from './rules/take-off.js';
import { gatherCauses } from './causes.js';
import { sourceOf } from './sources.js';
import { wordFinding } from './wording.js';

const RULES: readonly Rule[] = [
  polarityRule,
  signalMisplacedRule,
  plugMismatchRule,
  supplyRangeRule,
  supplyNoneRule,
  hdmiPoweredRule,
  sourceOffRule,
  supplyThinRule,
  regulatorOverloadRule,
  regulatorDropoutRule,
  startFailsRule,
  startResetsRule,
  backFeedRule,
  wireOverloadedRule,
  connectorOverloadedRule,
  starvedSpliceRule,
  packsUnequalRule,
  fuseMissingRule,
  fuseTooLargeRule,
  fuseTooSmallRule,
  packLeadThinRule,
  wireTooThickRule,
  regulatorHeatRule,
  pairNotCrossedRule,
  pairHalfRule,
  portNotSetRule,
  portToldOtherRule,
  portTooSlowRule,
  portListensOnlyRule,
  portSharedPinsRule,
  portLabelsDisagreeRule,
  serialNotInvertedRule,
  padHeldRule,
  heldTwiceRule,
  padNoTimerRule,
  ladderResistorRule,
  talkersRule,
  yTwoTalkersRule,
  wrongTypeRule,
  strapOtherTypeRule,
  levelMismatchRule,
  lookAlikeRule,
  groundRule,
  groundTwiceRule,
  portTwiceRule,
  jointNoSlackRule,
  cableShortRule,
  plugAngledRule,
  antennaMissingRule,
  antennaCrossedRule,
  antennaNearCompassRule,
  antennaScreenedRule,
  magnetNearCompassRule,
  standardMixRule,
  screenUntunedRule,
  pictureNowhereRule,
  reachMissingRule,
  photoUntoldRule,
  partIdleRule,
  packUnusedRule,
  signalMissingRule,
  radioNoneRule,
  noFixedCameraRule,
  addressTwiceRule,
  subnetOtherRule,
  stickModeRule,
  flightSharedRule,
  slotNotAllowedRule,
  channelBeyondRule,
  driveFailSafeRule,
  driveNoBrakeRule,
  modeUntoldRule,
  controlUnfitRule,
  windowRule,
  pulseRule,
  oneControlRule,
  wrongWayRule,
  goesAtRestRule,
  movesNothingRule,
  channelSlowRule,
  failSafeRule,
  handOverFlightRule,
  handOverBrokenRule,
  handOverSwitchRule,
  handOverEmptyRule,
  operatorsIdleRule,
  takeOffRule,
  oneSlotRule,
  outputTwoSlotsRule,
  pinOtherSlotRule,
  flightUndrivenRule,
  flightUnfitRule,
  scaleRule,
  numberingBaseRule,
  wishRule,
  benchRule,
  prepOpenRule,
  firmwareUnknownRule,
  firmwareOldRule,
  boardTooSmallRule,
];

const RANK: Record<Mark, number> = { stop: 0, watch: 1, clear: 2 };

/** All findings of a rig, stops first, otherwise in the order of the rules. */
export function findFindings(given: RuleContext): Finding[] {
  const context = { ...given, conversations: soundTalks(given.rig) };
  const seen = new Map<string, number>();
  const found = RULES.flatMap((rule) => rule(context)).map(({ fixes, ...result }): Finding => {
    const finding = {
      ...result,
      id: oneOfAKind(seen, result),
      ...wordFinding(context.rig, result),
      silences: [],
      source: sourceOf(result.rule),
    };
    mendedBy.set(finding, fixes);
    return finding;
  });
  return titledApart(context.rig, gatherCauses(context, found)).sort((a, b) => RANK[a.mark] - RANK[b.mark]);
}

/** What reads the same of several things says of which; titles stand alone in lists. */
function titledApart(rig: Rig, found: Finding[]): Finding[] {
  for (const same of groupBy(found, (f) => f.title).values())
    for (const finding of same) {
      const own =
        finding.subjects.find((id) => same.some((other) => !other.subjects.includes(id))) ??
        finding.figures.find(({ name, value }) => same.some((o) => figureOf(o, name)?.value !== value))?.value;
      // a word of no part stands as it is
      if (own !== undefined) finding.title += `: ${labelOf(rig, String(own))}`;
    }
  return found;
}

/** How each finding is mended, by the finding itself; what was asked once is kept. */
const mendedBy = new WeakMap<Finding, () => readonly Fix[]>();

/** What mends a finding, the best first; none where hands must, or another part. Ask of a finding as it came from {@link findFindings}. */
export function fixesOf(finding: Finding): readonly Fix[] {
  const fixes = mendedBy.get(finding)?.() ?? [];
  mendedBy.set(finding, () => fixes);
  return fixes;
}

/** What tells two things apart that a rule says of the same subjects. */
const TOLD_APART: ReadonlySet<string> = new Set(['function', 'wish', 'plug']);

/** Rule and subjects, with the function, wish or plug it names; a number behind it where even those are the same. */
function oneOfAKind(seen: Map<string, number>, { rule, subjects, figures, apart = '' }: Said): string {
  const named = subjects.length ? figures.filter((f) => TOLD_APART.has(f.name)) : figures;
  const id = `${rule}:${[subjects.join('+'), ...named.map((f) => f.value), apart].filter((x) => x !== '').join('|')}`;
  const times = (seen.get(id) ?? 0) + 1;
  seen.set(id, times);
  return times > 1 ? `${id}#${times}` : id;
}

/** The gravest mark of a list; clear when it is empty. */
export function worstMark(findings: readonly { mark: Mark }[]): Mark {
  if (findings.some((f) => f.mark === 'stop')) return 'stop';
  return findings.some((f) => f.mark === 'watch') ? 'watch' : 'clear';
}
