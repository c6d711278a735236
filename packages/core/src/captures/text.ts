/** What every place this runs in has, and the language's own library does not name. */
declare class TextDecoder {
  constructor(encoding?: string);
  decode(bytes?: Uint8Array, how?: { stream?: boolean }): string;
}
declare class TextEncoder {
  encode(text: string): Uint8Array<ArrayBuffer>;
}

/** How the letters of a text are written. */
export type Encoding = 'utf-8' | 'utf-16le' | 'utf-16be';

/** The encoding that a text's first two bytes tell. */
export const encodingOf = ([a, b]: Uint8Array): Encoding =>
  a === 0xff && b === 0xfe ? 'utf-16le' : a === 0xfe && b === 0xff ? 'utf-16be' : 'utf-8';

/** Bytes to text piece by piece: a letter cut in two is put together. */
export function textReader(encoding: Encoding = 'utf-8'): (bytes?: Uint8Array) => string {
  const decoder = new TextDecoder(encoding);
  return (bytes) => (bytes ? decoder.decode(bytes, { stream: true }) : decoder.decode());
}

export const textOf = (bytes: Uint8Array, encoding: Encoding = 'utf-8'): string =>
  new TextDecoder(encoding).decode(bytes);
export const bytesOf = (text: string): Uint8Array<ArrayBuffer> => new TextEncoder().encode(text);
