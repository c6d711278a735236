/** Rails that have no answer; the message names the part and what about it is missing. */
export class RailsUnsolvable extends Error {
  override readonly name = 'RailsUnsolvable';
}
