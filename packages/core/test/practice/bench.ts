import type { Edit, Rig } from '../../src/rig/index.js';
import type { RuleId } from '../../src/findings/index.js';
import type { Brief } from '../../src/files/index.js';
import type { Proposed } from './proposed.js';

/** What a practitioner would say of a proposal, and how it is told from the wiring. */
export interface Claim {
  says: string;
  holds: (now: Proposed) => boolean;
}

/** Something of the trade that goes wrong, put into the wired rig. */
export interface Trap {
  says: string;
  put: (now: Proposed) => Edit[];
  /** The rule that must speak. */
  rule: RuleId;
  /** Part or cable the finding must be about. */
  about?: string;
  /** Figures by name that must stand in the finding: the reason. */
  because?: Readonly<Record<string, number | string>>;
  /** A fix's label, or its beginning; null where only hands or another part can mend it. */
  fix: string | null;
}

/** One bench of practice: a brief, what must be true of its proposal, and the traps put into it. */
export interface PracticeBench {
  name: string;
  brief: Brief;
  claims: Claim[];
  traps: Trap[];
  /** Watches that remain on the sound rig, since these parts leave no choice: rules, each with its reason. */
  remain?: Partial<Record<RuleId, string>>;
  /** Wishes that these parts cannot grant, by what they are. */
  open?: string[];
}

type Kind = 'rotor' | 'fixed wing' | 'FPV' | 'carriage on a line' | 'hand-held or ground';
export type PartLine = [id: string, cls: string, more?: Partial<Brief['parts'][number]>];
export type WishLine = [what: string, more?: Partial<NonNullable<Brief['wishes']>[number]>];

/** A brief from short lines. Labels are the parts' class names unless given. */
export function brief(
  name: string,
  kind: Kind,
  parts: PartLine[],
  wishes: WishLine[],
  schools: Brief['schools'] = {},
): Brief {
  return {
    format: 'squallmark-brief',
    version: 1,
    name,
    kind,
    parts: parts.map(([id, cls, more]) => ({ id, class: cls, ...more })),
    wishes: wishes.map(([what, more]) => ({ what, ...more })),
    schools,
  };
}

export type { Rig };
