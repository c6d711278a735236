const SLOTS = 16;
const BITS = 11;
const MOST = 2047;

/** Packs sixteen counts of eleven bits, least significant bit first, from byte `at`. Allocates nothing. */
export function packBits(slots: ArrayLike<number>, bytes: Uint8Array, at: number): void {
  let held = 0;
  let bits = 0;
  for (let i = 0; i < SLOTS; i++) {
    const count = Math.round(slots[i] ?? 0);
    held |= (count < 0 ? 0 : count > MOST ? MOST : count) << bits;
    bits += BITS;
    while (bits >= 8) {
      bytes[at++] = held & 0xff;
      held >>>= 8;
      bits -= 8;
    }
  }
}

/** Reads the sixteen counts from byte `at` into `slots`. Allocates nothing. */
export function unpackBits(bytes: Uint8Array, at: number, slots: Record<number, number>): void {
  let held = 0;
  let bits = 0;
  for (let i = 0; i < SLOTS; i++) {
    while (bits < BITS) {
      held |= bytes[at++]! << bits;
      bits += 8;
    }
    slots[i] = held & MOST;
    held >>>= BITS;
    bits -= BITS;
  }
}
