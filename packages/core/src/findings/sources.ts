import type { RuleId } from './finding.js';

/** Rules that are what the trade does, and nothing more is said of it. */
type Practised =
  | 'supply-thin'
  | 'back-feed'
  | 'source-off'
  | 'starved-splice'
  | 'packs-unequal'
  | 'fuse-missing'
  | 'signal-missing'
  | 'pair-half'
  | 'port-told-other'
  | 'port-not-set'
  | 'port-shared-pins'
  | 'port-labels-disagree'
  | 'pad-held'
  | 'pad-held-twice'
  | 'pad-no-timer'
  | 'talkers-collide'
  | 'y-two-talkers'
  | 'wrong-type'
  | 'strap-other-type'
  | 'look-alike'
  | 'ground-missing'
  | 'ground-twice'
  | 'port-used-twice'
  | 'joint-no-slack'
  | 'plug-angled'
  | 'antenna-missing'
  | 'antenna-crossed'
  | 'antenna-near-compass'
  | 'antenna-screened'
  | 'magnet-near-compass'
  | 'screen-untuned'
  | 'picture-nowhere'
  | 'no-fixed-camera'
  | 'window-thin'
  | 'pulse-from-latch'
  | 'one-control-many'
  | 'two-on-one-slot'
  | 'flight-undriven'
  | 'flight-unfit'
  | 'pin-other-slot'
  | 'wrong-way'
  | 'goes-at-rest'
  | 'fail-safe-acts'
  | 'hand-over-flight'
  | 'numbering-base'
  | 'operators-idle'
  | 'signal-misplaced'
  | 'plug-mismatch'
  | 'part-idle'
  | 'reach-missing'
  | 'photo-untold'
  | 'fuse-too-small'
  | 'wire-too-thick'
  | 'drive-fail-safe'
  | 'drive-no-brake'
  | 'take-off-untold'
  | 'prep-open'
  | 'polarity';

/** Where every other rule comes from. Tags as in the handbook: a standard, practice, memory; else our own data. */
const OTHERWISE: Readonly<Record<Exclude<RuleId, Practised>, string>> = {
  'supply-range': 'part sheet',
  'supply-none': 'part sheet',
  'regulator-overload': 'part sheet',
  'regulator-dropout': '[practice] a buck needs head room',
  'start-fails': '[practice] starts, dies, starts again',
  'start-resets': '[practice] in-rush dips the others',
  'hdmi-powered': '[std HDMI 1.4, mem]',
  'wire-overloaded': '[mem] table of chassis wiring',
  'connector-overloaded': '[practice] usual rating of the size',
  'pair-not-crossed': '[practice] TX goes to RX',
  'pack-unused': '[derived]',
  'port-too-slow': 'part sheet',
  'port-listens-only': 'part sheet',
  'serial-not-inverted': '[practice] the bus is inverted',
  'ladder-resistor': '[practice] 400–600 Ω, 470 Ω usual',
  'level-mismatch': 'part sheet',
  'cable-short': 'places of the parts',
  'standard-mix': '[std ITU-R BT.1700, mem]',
  'address-twice': '[std RFC 1918]',
  'subnet-other': '[std RFC 1918]',
  'window-missed': 'part sheet',
  'output-two-slots': '[derived]',
  'moves-nothing': '[derived]',
  'channel-slow': '[derived]',
  'hand-over-broken': '[derived]',
  'hand-over-switch': '[derived]',
  'hand-over-empty': '[derived]',
  'scale-school': '[practice] two schools of scale',
  'wish-impossible': 'part sheet',
  'wish-open': 'the chain from stick to part',
  'wish-otherwise': 'the wish and the chain',
  'control-unfit': '[practice] a rate wants a middle, a position stays',
  'window-unreached': '[practice] two places on thirds',
  'input-empty': '[practice] an empty input is black',
  'slot-not-allowed': 'part sheet',
  'channel-beyond': 'part sheet',
  'flight-shared': '[practice] it must not fly so',
  'stick-mode': '[practice] the throttle has the stick that stays',
  'mode-untold': 'part sheet',
  'radio-none': 'part sheet',
  'fuse-too-large': '[practice] fuse before wire before plug',
  'pack-lead-thin': '[practice] 20 AWG',
  'regulator-heat': '[derived] volts lost times current',
  'bench-missing': 'the tick-list',
  'firmware-unknown': 'part sheet',
  'firmware-old': 'part sheet',
  'board-too-small': 'part sheet',
};

/** Where a rule comes from. */
export const sourceOf = (rule: RuleId): string => (OTHERWISE as Readonly<Record<string, string>>)[rule] ?? '[practice]';
