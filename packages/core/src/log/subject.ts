/** What a line can be about. */
export type SubjectKind = 'part' | 'lead' | 'pack';

/** Name of a subject, as lines carry it. */
export const subject = (kind: SubjectKind, name: string): string => `${kind} ${name}`;
