/** A caller broke a promise that types cannot say: a mistake in the program, not in the rig or the file. */
export class Misuse extends Error {
  override readonly name = 'Misuse';
}
