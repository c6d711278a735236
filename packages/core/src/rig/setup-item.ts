const BEGINS = 'set up ';

/** Name under which a line of a part's set-up stands among the ticked items of a rig. */
export const setupItem = (part: string, line: string): string => `${BEGINS}${part} ${line}`;

/** Part and line of a ticked item that is a line of a set-up; undefined for leads and tools. */
export function setupOfItem(item: string): { part: string; line: string } | undefined {
  if (!item.startsWith(BEGINS)) return undefined;
  const [part, ...line] = item.slice(BEGINS.length).split(' ');
  return part && line.length ? { part, line: line.join(' ') } : undefined;
}
