import type { Sheet } from './sheet.js';

/** Where a query is met, best first: the name itself, its start, a word's start in it, inside it, elsewhere on the sheet. */
function rankOf(sheet: Sheet, query: string): number {
  const name = sheet.name.toLowerCase();
  if (name === query || sheet.class === query) return 0;
  if (name.startsWith(query)) return 1;
  if (name.split(/[\s,]+/).some((word) => word.startsWith(query))) return 2;
  return name.includes(query) ? 3 : 4;
}

/** Sheets that meet every word of a query in name, summary, group, plugs or functions; the exact name first, else as they stand. */
export function findSheets(sheets: readonly Sheet[], query: string): Sheet[] {
  const asked = query.trim().toLowerCase();
  const words = asked.split(/\s+/).filter(Boolean);
  if (!words.length) return [...sheets];
  return sheets
    .filter((sheet) => words.every((word) => searchText(sheet).includes(word)))
    .map((sheet) => ({ sheet, rank: rankOf(sheet, asked) }))
    .sort((a, b) => a.rank - b.rank)
    .map(({ sheet }) => sheet);
}

function searchText(s: Sheet): string {
  const plugs = s.ports.map((p) => `${p.label} ${p.plug.family}`).join(' ');
  const does = s.functions.map((f) => f.label).join(' ');
  return `${s.name} ${s.class} ${s.summary} ${s.group} ${s.role} ${plugs} ${does}`.toLowerCase();
}
