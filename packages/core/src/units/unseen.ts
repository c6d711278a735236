/**
 * Characters that cannot be seen and change what can be: controls, and those that turn the direction of writing.
 * @source [std Unicode] general category Cc, and the bidirectional formatting characters
 */
const UNSEEN = '\\u0000-\\u001f\\u007f-\\u009f\\u061c\\u200e\\u200f\\u2028\\u2029\\u202a-\\u202e\\u2066-\\u2069';

/** A text all of whose characters can be seen. */
export const SEEN_TEXT = new RegExp(`^[^${UNSEEN}]*$`);

const FIRST_UNSEEN = new RegExp(`[${UNSEEN}]`);

/** The first such character by its number, as `U+202E`; null where there is none. */
export function unseenIn(text: string): string | null {
  const found = FIRST_UNSEEN.exec(text)?.[0];
  return found === undefined ? null : `U+${found.charCodeAt(0).toString(16).toUpperCase().padStart(4, '0')}`;
}
