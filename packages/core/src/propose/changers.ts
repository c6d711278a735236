import { flies, hasControls, hearsAir, passesOn, speaksAir, type Link } from '../parts/index.js';
import type { BenchView, ClassEnd } from './bench-view.js';

const CHANNELS: ReadonlySet<Link['kind']> = new Set(['sbus', 'ppm', 'crsf']);
const isBusIn = ({ kind, way }: Link): boolean => way === 'listen' && CHANNELS.has(kind);

/** A plug by which a box hears a receiver and may go over to another, and the receivers' plugs that would do. */
export interface Changer {
  input: ClassEnd;
  from: ClassEnd[];
}

const KNOWN = new WeakMap<BenchView, readonly Changer[]>();

/**
 * Boxes that go over to another receiver where one falls silent, where the bench has more receivers than one for them and one
 * transmitter that these hear. @source [practice]
 */
export function changersOf(view: BenchView): readonly Changer[] {
  let known = KNOWN.get(view);
  if (!known) KNOWN.set(view, (known = findChangers(view)));
  return known;
}

function findChangers(view: BenchView): Changer[] {
  if (view.parts.filter(({ sheet }) => hasControls(sheet) && speaksAir(sheet)).length !== 1) return [];
  return view.ends
    .filter(({ cls, end }) => passesOn(cls.sheet) && isBusIn(end.link))
    .flatMap((input): Changer[] => {
      const { kind } = input.end.link;
      const from = view.ends.filter((end) => isReceiver(end) && end.end.link.kind === kind);
      const plugs = input.cls.sheet.links.filter((l) => l.kind === kind && isBusIn(l));
      return plugs.length < 2 || new Set(from.map(({ cls }) => cls.part.id)).size < 2 ? [] : [{ input, from }];
    });
}

const isReceiver = ({ cls, end }: ClassEnd): boolean =>
  hearsAir(cls.sheet) && !flies(cls.sheet) && end.link.way === 'talk';

/** From a receiver straight to what a changer here could tell: it would hear that one link alone. */
export const goesPast = (view: BenchView, talker: ClassEnd, listener: ClassEnd): boolean =>
  isReceiver(talker) &&
  changersOf(view).some(
    ({ input: { cls, end } }) =>
      end.link.kind === talker.end.link.kind &&
      cls.part.id !== listener.cls.part.id &&
      cls.sheet.links.some((l) => l.kind === end.link.kind && l.way === 'talk'),
  );
