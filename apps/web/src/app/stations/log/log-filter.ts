import { FormControl, FormGroup, type AbstractControl, type ValidationErrors } from '@angular/forms';
import { isValid, parseISO } from 'date-fns';
import type { LineKind, LogLine } from '@squallmark/core/log';

/** What narrows the log: words, kinds, from when to when; what is left open narrows nothing. */
export interface LogFilter {
  words: string;
  kinds: readonly LineKind[];
  from: string | null;
  to: string | null;
}

export const NO_FILTER: LogFilter = { words: '', kinds: [], from: null, to: null };

/** The filter as a form; `order` is its error when it ends before it begins. */
export function filterForm() {
  return new FormGroup(
    {
      words: new FormControl('', { nonNullable: true }),
      kinds: new FormControl<readonly LineKind[]>([], { nonNullable: true }),
      from: new FormControl<string | null>(null),
      to: new FormControl<string | null>(null),
    },
    { validators: inOrder },
  );
}

function inOrder({ value }: AbstractControl<Partial<LogFilter>>): ValidationErrors | null {
  return value.from && value.to && value.to < value.from ? { order: true } : null;
}

export const isFilter = ({ words, kinds, from, to }: LogFilter): boolean =>
  words.trim() !== '' || kinds.length > 0 || from !== null || to !== null;

/** Entries that a filter leaves, in their order; the last minute named is taken in whole. */
export function filtered<E extends Pick<LogLine, 'at' | 'kind' | 'text'>>(
  entries: readonly E[],
  { words, kinds, from, to }: LogFilter,
): E[] {
  const letters = words.trim().toLowerCase();
  const [begin, end] = [instant(from), instant(to)];
  return entries.filter((entry) => {
    const at = parseISO(entry.at).getTime();
    return (
      (!kinds.length || kinds.includes(entry.kind)) &&
      entry.text.toLowerCase().includes(letters) &&
      (begin === null || at >= begin) &&
      (end === null || at < end + 60_000)
    );
  });
}

function instant(text: string | null): number | null {
  const at = text ? parseISO(text) : null;
  return at && isValid(at) ? at.getTime() : null;
}
