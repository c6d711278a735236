import type { SchoolOutcome } from '@squallmark/core/propose';
import type { Edit, Schools } from '@squallmark/core/rig';
import type { FeedChoice } from '@squallmark/core/rails-studies';
import { num, volts } from '@squallmark/core/units';

/** One side of a choice, with what follows from it. */
export interface SchoolSide {
  value: string;
  name: string;
  note: string;
  chosen: boolean;
  edits: Edit[];
  /** The edits change the wiring that they were worked out of, not the choice alone. */
  rewires: boolean;
}

export interface SchoolCard {
  school: keyof Schools;
  title: string;
  sides: SchoolSide[];
}

interface Side {
  value: string;
  name: string;
  note?: string;
}

/** Where the trade disagrees. @source [practice] */
const CARDS: { school: keyof Schools; title: string; sides: Side[] }[] = [
  {
    school: 'gimbalFeed',
    title: 'Gimbal is fed from',
    sides: [
      { value: 'pack', name: 'the pack' },
      { value: 'steady', name: 'a regulator' },
    ],
  },
  {
    school: 'reach',
    title: 'Receiver reaches the payload by',
    sides: [
      { value: 'bus', name: 'one bus' },
      { value: 'servo leads', name: 'servo leads' },
    ],
  },
  {
    school: 'menuOver',
    title: 'Camera menu over',
    sides: [
      { value: 'serial', name: 'serial pair' },
      { value: 'ladder', name: 'key ladder' },
    ],
  },
  {
    school: 'operators',
    title: 'Operators',
    sides: [
      { value: 'alone', name: 'alone' },
      { value: 'two', name: 'two' },
    ],
  },
  {
    school: 'takeOff',
    title: 'At take-off the gimbal is',
    sides: [
      { value: 'off', name: 'off', note: 'free' },
      { value: 'pan off', name: 'pan off', note: 'no spin' },
      { value: 'locked', name: 'locked', note: 'held' },
    ],
  },
];

/**
 * The choices that make a difference to these parts, with their figures: from proposals of their own, and for the gimbal's feed its
 * volts full and flat.
 * @param outcomes empty while they are worked out, and on a bench too big to weigh them
 * @param holdsStill whether something on board is to be still at take-off
 */
export function schoolCards(
  schools: Schools,
  outcomes: readonly SchoolOutcome[],
  feeds: readonly FeedChoice[],
  holdsStill: boolean,
): SchoolCard[] {
  const touches = ({ school }: (typeof CARDS)[number]): boolean => {
    if (school === 'takeOff') return holdsStill;
    if (school === 'gimbalFeed' && feeds.length) return true;
    const [first, ...others] = outcomes.filter((o) => o.school === school);
    return others.some((o) => o.leads !== first!.leads || o.points !== first!.points || o.unmet !== first!.unmet);
  };
  return CARDS.filter(touches).map(({ school, title, sides }) => {
    const own = outcomes.filter((o) => o.school === school);
    return {
      school,
      title,
      sides: sides.map((side): SchoolSide => {
        const outcome = own.find((o) => o.value === side.value);
        const feed = school === 'gimbalFeed' ? feeds.find((f) => f.value === side.value) : undefined;
        const chosen = schools[school] === side.value;
        const choice: Edit = { kind: 'school', choice: { [school]: side.value } };
        return {
          ...side,
          chosen,
          note: side.note ?? (feed ? feedNote(feed) : outcomeNote(outcome, own)),
          edits: feed?.edits.length ? feed.edits : chosen ? [] : [choice],
          rewires: !!feed?.edits.length,
        };
      }),
    };
  });
}

const feedNote = (f: FeedChoice): string => `${num(f.fullV, 1)}–${volts(f.flatV)}${f.fits ? '' : ', outside its band'}`;

function outcomeNote(o: SchoolOutcome | undefined, own: readonly SchoolOutcome[]): string {
  if (!o) return '';
  const differ = own.some((x) => x.unmet !== o.unmet);
  return `${o.leads} leads, ${num(o.wireG)} g${differ ? `, ${o.unmet} open` : ''}`;
}
