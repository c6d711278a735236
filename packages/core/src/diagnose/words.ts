/** A label inside a sentence: "Pan speed" → "pan speed", "HDMI" stays. */
export const lowerFirst = (text: string): string =>
  /^[A-Z][^A-Z]/.test(text) ? text[0]!.toLowerCase() + text.slice(1) : text;
