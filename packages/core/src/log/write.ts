/** The log to be read elsewhere: as text in Markdown, and as rows of a table. */
import type { LogLine } from './schemas.js';

/** A table of the log: time, kind, revision, words, what it is about, and whether it was not so. */
export const logTable = (lines: readonly LogLine[]): { fields: string[]; data: (string | number)[][] } => ({
  fields: ['time', 'kind', 'revision', 'what', 'about', 'not so'],
  data: lines.map((l) => [l.at, l.kind, l.revision, l.text, (l.about ?? []).join(', '), l.bad ? 'yes' : '']),
});

/** Characters that Markdown would take for its own. */
const OWN = /[\\`*_{}[\]<>#|~]/g;

/** The log in Markdown, day by day, the oldest first. */
export function logMarkdown(title: string, lines: readonly LogLine[]): string {
  const plain = (text: string): string => text.replace(/\s+/g, ' ').replace(OWN, '\\$&');
  const out = [`# ${plain(title)}`, ''];
  let day = '';
  for (const { at, kind, text, revision, bad } of lines) {
    if (at.slice(0, 10) !== day) {
      day = at.slice(0, 10);
      out.push(...(out.length > 2 ? [''] : []), `## ${day}`, '');
    }
    out.push(`- ${at.slice(11, 19)} **${kind}**${bad ? ' ◆' : ''} ${plain(text)} (rev ${revision})`);
  }
  if (!lines.length) out.push('Nothing written down yet.');
  return `${out.join('\n')}\n`;
}
