/** What every place this runs in has, and the language's own library does not name. */
declare class TextDecoder {
  decode(bytes?: Uint8Array, how?: { stream?: boolean }): string;
}
declare class TextEncoder {
  encode(text: string): Uint8Array<ArrayBuffer>;
}

/** Bytes to text piece by piece: a letter cut in two is put together. */
export function textReader(): (bytes?: Uint8Array) => string {
  const decoder = new TextDecoder();
  return (bytes) => (bytes ? decoder.decode(bytes, { stream: true }) : decoder.decode());
}

export const textOf = (bytes: Uint8Array): string => new TextDecoder().decode(bytes);
export const bytesOf = (text: string): Uint8Array<ArrayBuffer> => new TextEncoder().encode(text);
