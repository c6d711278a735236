import Papa from 'papaparse';

/** Rows for a CSV file. */
export interface Table {
  fields: string[];
  data: (string | number)[][];
}

/**
 * A table as CSV. A text that a spreadsheet would take for a formula is put behind an apostrophe; figures stay figures.
 * @source [std RFC 4180] quoting and line ends
 */
export function writeCsv(table: Table): string {
  const data = table.data.map((row) => row.map((cell) => (typeof cell === 'number' ? cell : tame(cell))));
  return `${Papa.unparse({ fields: table.fields, data }, { newline: '\r\n' })}\r\n`;
}

/** The text as it was before it was written for a spreadsheet. */
export const untame = (text: string): string => text.replace(/^'(?=[=+\-@\t\r])/, '');

/** A lone sign or a figure is no formula. */
const tame = (text: string): string =>
  /^[=+\-@\t\r]/.test(text) && !/^[+-]?\d*([.,]\d+)?$/.test(text) ? `'${text}` : text;
