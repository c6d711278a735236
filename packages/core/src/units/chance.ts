/**
 * A number from 0 to under 1 that depends on nothing but its seed and its place: the same everywhere and always, and no draw shifts
 * another's luck.
 */
export function chanceOf(seed: number, place: number): number {
  let x = (Math.imul(seed ^ 0x9e3779b9, 0x85ebca6b) + Math.imul(place + 1, 0xc2b2ae35)) | 0;
  x = Math.imul(x ^ (x >>> 16), 0x21f0aaad);
  x = Math.imul(x ^ (x >>> 15), 0x735a2d97);
  return ((x ^ (x >>> 15)) >>> 0) / 2 ** 32;
}
