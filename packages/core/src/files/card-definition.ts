import type { Card } from './wiring-card.js';

const MUTED = '#56626c';
/** Columns as narrow as their text. */
const NARROW: ReadonlySet<string> = new Set(['pin', 'AWG · mm²', 'mm', 'way', 'beeps', 'cable', 'colour']);

/**
 * A card as a document for the PDF library, with the face named `Card`. That face has the Greek mu and capital omega, not the
 * micro and ohm signs: those are put in their place.
 */
export function cardDefinition(card: Card) {
  return {
    pageSize: 'A4' as const,
    pageMargins: [36, 40, 36, 40] as [number, number, number, number],
    defaultStyle: { font: 'Card', fontSize: 9, color: '#16222c' },
    info: { title: card.title },
    footer: (page: number, pages: number) => ({
      text: `${page} / ${pages}`,
      alignment: 'right' as const,
      margin: [0, 10, 36, 0] as [number, number, number, number],
      fontSize: 8,
    }),
    content: [
      { text: glyphs(card.title), fontSize: 16, bold: true },
      { text: glyphs(card.subtitle), color: MUTED, margin: [0, 2, 0, 8] as [number, number, number, number] },
      ...card.tables.map(tableContent),
      { text: 'Cautions', bold: true, margin: [0, 10, 0, 2] as [number, number, number, number] },
      { ul: card.cautions.map(glyphs) },
      ...(card.signed ? [signedContent(card.signed)] : []),
    ],
  };
}

/** A line to write on above each thing that is asked for. */
function signedContent(fields: readonly string[]) {
  return {
    unbreakable: true,
    margin: [0, 24, 0, 0] as [number, number, number, number],
    columnGap: 14,
    columns: fields.map((field) => ({
      stack: [
        { text: ' ', margin: [0, 14, 0, 0] as [number, number, number, number] },
        { canvas: [{ type: 'line' as const, x1: 0, y1: 0, x2: 118, y2: 0, lineWidth: 0.7, lineColor: MUTED }] },
        { text: glyphs(field), color: MUTED, fontSize: 8 },
      ],
    })),
  };
}

function tableContent({ heading, note, columns, rows }: Card['tables'][number]) {
  return {
    unbreakable: rows.length < 20,
    margin: [0, 6, 0, 0] as [number, number, number, number],
    stack: [
      { text: glyphs(heading), bold: true },
      ...(note ? [{ text: glyphs(note), color: MUTED, fontSize: 8 }] : []),
      {
        layout: 'lightHorizontalLines',
        table: {
          headerRows: 1,
          widths: columns.map((c) => (NARROW.has(c) ? 'auto' : '*')),
          body: [columns.map((c) => ({ text: c, color: MUTED })), ...rows.map((row) => row.map(glyphs))],
        },
      },
    ],
  };
}

function glyphs(text: string): string {
  return text
    .replace(/\u00b5/g, '\u03bc')
    .replace(/\u2126/g, '\u03a9')
    .replace(/\u202f/g, ' ')
    .replace(/\u2212/g, '–');
}
