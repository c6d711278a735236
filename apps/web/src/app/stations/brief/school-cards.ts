import type { SchoolOutcome } from '@squallmark/core/propose';
import type { Edit, Schools } from '@squallmark/core/rig';
import type { FeedChoice } from '@squallmark/core/rails';
import { num, volts } from '@squallmark/core/units';

/** One side of a choice, with what follows from it. */
export interface SchoolSide {
  value: string;
  name: string;
  note: string;
  chosen: boolean;
  edits: Edit[];
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
    title: 'Gimbal is fed',
    sides: [
      { value: 'pack', name: 'from the pack' },
      { value: 'steady', name: 'steady regulator' },
    ],
  },
  {
    school: 'reach',
    title: 'Receiver reaches the payload by',
    sides: [
      { value: 'bus', name: 'one bus, Y lead' },
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
    title: 'Hands',
    sides: [
      { value: 'alone', name: 'pilot alone' },
      { value: 'two', name: 'two operators' },
    ],
  },
  {
    school: 'links',
    title: 'Radio links',
    sides: [
      { value: 'one', name: 'one', note: 'one carries all; old radio off' },
      { value: 'two', name: 'two', note: 'sticks and picture apart' },
    ],
  },
  {
    school: 'takeOff',
    title: 'At take-off the gimbal is',
    sides: [
      { value: 'off', name: 'off', note: 'hangs free' },
      { value: 'pan off', name: 'pan off', note: 'cannot spin up' },
      { value: 'locked', name: 'locked', note: 'all axes held' },
    ],
  },
];

/** The choices with their figures: from proposals of their own, and for the gimbal's feed its volts full and flat. */
export function schoolCards(
  schools: Schools,
  outcomes: readonly SchoolOutcome[],
  feeds: readonly FeedChoice[],
): SchoolCard[] {
  return CARDS.map(({ school, title, sides }) => {
    const own = outcomes.filter((o) => o.school === school);
    const same =
      own.length > 1 &&
      own.every((o) => o.leads === own[0]!.leads && o.points === own[0]!.points && o.unmet === own[0]!.unmet);
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
          note: side.note ?? (feed ? feedNote(feed) : same ? 'no difference here' : outcomeNote(outcome)),
          edits: feed?.edits.length ? feed.edits : chosen ? [] : [choice],
        };
      }),
    };
  });
}

const feedNote = (f: FeedChoice): string =>
  `${volts(f.fullV)} to ${volts(f.flatV)}${f.fits ? '' : ', outside its band'}`;

function outcomeNote(o: SchoolOutcome | undefined): string {
  if (!o) return '';
  return `${o.leads} leads, ${num(o.wireG)} g${o.unmet ? `, ${o.unmet} open` : ''}`;
}
