import {
  THIN_US,
  asksAt,
  deadPress,
  edgeChange,
  edgePlace,
  idleEdge,
  placeChange,
  placesOf,
  pressChange,
  samePulse,
  type Chain,
  type Place,
} from '../../channels/index.js';
import { roundTo } from '../../units/index.js';
import type { Figure, Fix, Rule, RuleContext, RuleResult } from '../finding.js';
import { sendFix } from './chain-parts.js';

/** Places of a switch that fall outside the window they are meant for, or only just inside it. */
export const windowRule: Rule = (context) =>
  context.chains.flatMap((chain): RuleResult[] => {
    if (chain.breaks) return [];
    const dead = deadPress(chain);
    // pressed it asks something else by the same pulse
    if (dead && samePulse(chain, context.chains).some((c) => asksAt(c, 1))) return [];
    if (dead) return [missedOf(chain, [], dead)];
    const places = placesOf(chain);
    const missed = places.find((p) => p.meant && p.window !== p.meant.label);
    if (missed) return [missedOf(chain, places, missed)];
    const thin = places.find((p) => p.at === 0 && p.meant && spareUs(p) < THIN_US);
    const edge = edgePlace(chain);
    // what the pilot's empty row sends is the pilot's affair
    const idle = idleEdge(chain);
    if (idle) return [thinOf(chain, idle, () => [])];
    return [
      ...(thin ? [thinOf(chain, thin, () => trimFix(chain, thin))] : []),
      ...(edge ? [thinOf(chain, edge, () => edgeFix(chain))] : []),
      ...unreached(context, chain, places),
    ];
  });

/** Width to the nearer edge of the window a place is meant for, µs; negative outside. */
const spareUs = ({ arrivesUs, meant }: Place): number => Math.min(arrivesUs - meant!.fromUs, meant!.toUs - arrivesUs);
const PLACE_WORDS: Record<string, string> = { '-1': 'low', '0': 'middle', '1': 'high' };
const placeWord = ({ at }: Place, { fn }: Chain): string =>
  fn.takes === 'pulse' ? 'pressed' : PLACE_WORDS[String(at)]!;

function base(chain: Chain, place: Place): Omit<RuleResult<'window-thin'>, 'rule' | 'fixes'> {
  return {
    mark: 'watch',
    station: 'channels',
    subjects: [chain.part.id, chain.transmitter!.id],
    figures: [
      { name: 'control', value: chain.control?.label ?? `channel ${chain.slot}` },
      { name: 'place', value: placeWord(place, chain) },
      { name: 'part', value: chain.part.id },
      { name: 'function', value: chain.fn.label },
      { name: 'window', value: place.meant!.label },
      { name: 'sent', value: roundTo(place.arrivesUs, 1), unit: 'µs' },
      { name: 'from', value: place.meant!.fromUs, unit: 'µs', source: 'part sheet' },
      { name: 'to', value: place.meant!.toUs, unit: 'µs', source: 'part sheet' },
      { name: 'spare', value: Math.max(0, roundTo(spareUs(place), 1)), unit: 'µs' },
    ],
  };
}

function missedOf(chain: Chain, places: Place[], place: Place): RuleResult {
  const reached = new Set(places.map((p) => p.window).filter((w) => w !== null));
  const own = base(chain, place);
  const lands =
    places.length && reached.size < 2
      ? `every place gives ${[...reached][0] ?? 'nothing'}`
      : (place.window ?? 'nothing');
  return {
    ...own,
    rule: 'window-missed',
    figures: [...own.figures, { name: 'lands', value: lands }],
    fixes: () => fixOf(chain),
  };
}

const thinOf = (chain: Chain, place: Place, fixes: () => Fix[]): RuleResult => ({
  ...base(chain, place),
  rule: 'window-thin',
  fixes,
});

/** A middle that has no window of its own only has to be clear of the edge of one. */
function edgeFix(chain: Chain): Fix[] {
  const change = chain.shaping!.locked ? null : edgeChange(chain);
  return change ? [sendFix(chain, 'Bring the middle clear of it', change)] : [];
}

function trimFix(chain: Chain, { meant, arrivesUs }: Place): Fix[] {
  if (chain.shaping!.locked) return [];
  const trim = Math.round((meant!.fromUs + meant!.toUs) / 2 - arrivesUs);
  return [
    sendFix(chain, `Trim the middle by ${trim > 0 ? '+' : ''}${trim} µs`, {
      subTrimUs: chain.shaping!.subTrimUs + trim,
    }),
  ];
}

/** End points, and the middle, that bring each place into its window. */
function fixOf(chain: Chain): Fix[] {
  const change = chain.shaping!.locked ? null : (placeChange(chain) ?? pressChange(chain));
  if (!change) return [];
  const what = chain.fn.takes === 'pulse' ? 'it' : 'each place';
  return [sendFix(chain, `Bring ${what} into its window`, change)];
}

/** Cameras behind a switcher that no place of its switch shows, and places that show an input with nothing on it. */
function unreached({ rig, conversations }: RuleContext, chain: Chain, places: Place[]): RuleResult[] {
  const path = chain.sheet.pictures.find((p) => p.chosenBy === chain.fn.id);
  if (!path || !places.length) return [];
  const windows = [...chain.fn.windows!].sort((a, b) => a.fromUs - b.fromUs);
  const into = path.inputs.map((link) =>
    conversations.find(
      (c) => c.listener.part.id === chain.part.id && c.listener.link.id === link && !c.troubles.length,
    ),
  );
  const shown = new Set(places.map((p) => p.window));
  const hidden = windows.flatMap((w, i) =>
    into[i] && !shown.has(w.label) ? [{ w, camera: into[i].talker.part }] : [],
  );
  const used = into.map((c) => c !== undefined);
  const gap =
    used.indexOf(true) < used.lastIndexOf(true) &&
    used.slice(used.indexOf(true), used.lastIndexOf(true)).includes(false);
  const alone = used.filter((on) => on).length === 1;
  const dark = alone
    ? windows.filter((w, i) => !into[i] && shown.has(w.label))
    : gap
      ? windows.filter((w, i) => !into[i] && shown.has(w.label) && i > used.indexOf(true) && i < used.lastIndexOf(true))
      : [];
  const own = { mark: 'watch' as const, station: 'channels' as const };
  const figures: Figure<'control' | 'part' | 'places'>[] = [
    { name: 'control', value: chain.control!.label },
    { name: 'part', value: chain.part.id },
    { name: 'places', value: places.map((p) => p.window ?? 'nothing').join(', ') },
  ];
  const subjects = [chain.part.id, ...hidden.map((h) => h.camera.id)];
  if (hidden.length)
    return [
      {
        ...own,
        rule: 'window-unreached',
        subjects,
        figures: [
          ...figures,
          { name: 'hidden', value: hidden.map((h) => `${h.camera.label} on ${h.w.label}`).join(', ') },
        ],
        fixes: () => moveFix(rig, chain, path.inputs, into, windows, shown),
      },
    ];
  return dark.length
    ? [
        {
          ...own,
          rule: 'input-empty',
          subjects,
          figures: [...figures, { name: 'dark', value: dark.map((w) => w.label).join(', ') }],
          fixes: () => [],
        },
      ]
    : [];
}

/** Puts the lead of a hidden camera on an input that a place shows and that is free. */
function moveFix(
  rig: RuleContext['rig'],
  chain: Chain,
  inputs: readonly string[],
  into: readonly (RuleContext['conversations'][number] | undefined)[],
  windows: readonly { label: string }[],
  shown: ReadonlySet<string | null>,
): Fix[] {
  const from = into.findIndex((c, i) => c && !shown.has(windows[i]!.label));
  const to = into.findIndex((c, i) => !c && shown.has(windows[i]!.label));
  const [a, b] = [inputs[from], inputs[to]].map((id) => chain.sheet.links.find((l) => l.id === id)?.pins.data?.port);
  if (!a || !b) return [];
  const edits = rig.cables.flatMap((cable) =>
    cable.wires.flatMap((w, wire) =>
      (['from', 'to'] as const).flatMap((end) =>
        w[end].part === chain.part.id && w[end].port === a
          ? [{ kind: 'moveEnd' as const, cable: cable.id, wire, end, pin: { ...w[end], port: b } }]
          : [],
      ),
    ),
  );
  const label = chain.sheet.ports.find((p) => p.id === b)?.label ?? b;
  return edits.length ? [{ label: `Plug it into input ${label}`, edits }] : [];
}
