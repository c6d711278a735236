import type { Drawing } from './drawing.js';
import { drawingBody, escapeXml } from './drawing-svg.js';

/** One sheet of paper of a drawing, as SVG as large as the paper's inside. */
export interface DrawingSheet {
  /** `A1`: row by letter, column by number; `Overview` where all of it is seen small. */
  name: string;
  svg: string;
}

/** Inside of a sheet across, mm: A4 on its side, less 10 mm of edge all round. @source [std ISO 216] */
export const SHEET_MM = { width: 277, height: 190 } as const;
const HEAD_MM = 9;
/** Neighbours share this much, so that they can be laid on each other. */
const OVERLAP_MM = 10;
/** The smallest letters of a drawing, 10.5 units, are 2 mm high at this. */
const MM_PER_UNIT = 0.19;
/** A small drawing is not blown up beyond this. */
const MOST_MM_PER_UNIT = 0.32;

/** Room for the drawing on one sheet, mm. */
const INSIDE = { width: SHEET_MM.width, height: SHEET_MM.height - HEAD_MM } as const;

/**
 * A drawing on sheets of paper: one where it fits with letters that can be read, else an overview and as many as it needs, row by row,
 * each a little over its neighbours. A drawing without parts has no sheet.
 */
export function drawingSheets(drawing: Drawing, title: string): DrawingSheet[] {
  if (!drawing.boxes.length) return [];
  const fits = Math.min(INSIDE.width / drawing.width, INSIDE.height / drawing.height);
  const body = drawingBody(drawing).join('\n');
  const whole = { x: 0, y: 0, width: drawing.width, height: drawing.height };
  if (fits >= MM_PER_UNIT)
    return [{ name: 'A1', svg: sheet(title, '', body, whole, Math.min(fits, MOST_MM_PER_UNIT)) }];
  const tiles = tilesOf(drawing);
  const grid = tiles.map(({ name, x, y, width, height }) => {
    const [ink, size] = ['#b93a1d', 0.05 * Math.max(drawing.width, drawing.height)];
    return (
      `<rect x="${x}" y="${y}" width="${width}" height="${height}" fill="none" stroke="${ink}" stroke-width="${size / 12}"/>` +
      `<text x="${x + size / 3}" y="${y + size}" font-size="${size}" fill="${ink}">${name}</text>`
    );
  });
  return [
    { name: 'Overview', svg: sheet(title, `${tiles.length} sheets`, [body, ...grid].join('\n'), whole, fits) },
    ...tiles.map((tile) => ({
      name: tile.name,
      svg: sheet(title, `sheet ${tile.name}${beside(tile)}`, body, tile, MM_PER_UNIT),
    })),
  ];
}

interface Piece {
  x: number;
  y: number;
  width: number;
  height: number;
}

interface Tile extends Piece {
  name: string;
  row: number;
  column: number;
  rows: number;
  columns: number;
}

function tilesOf({ width, height }: Drawing): Tile[] {
  const step = { x: (INSIDE.width - OVERLAP_MM) / MM_PER_UNIT, y: (INSIDE.height - OVERLAP_MM) / MM_PER_UNIT };
  const over = OVERLAP_MM / MM_PER_UNIT;
  const columns = Math.max(1, Math.ceil((width - over) / step.x));
  const rows = Math.max(1, Math.ceil((height - over) / step.y));
  return Array.from({ length: rows * columns }, (_, n) => {
    const [row, column] = [Math.floor(n / columns), n % columns];
    const [x, y] = [column * step.x, row * step.y];
    const size = { width: Math.min(step.x + over, width - x), height: Math.min(step.y + over, height - y) };
    return { name: tileName(row, column), row, column, rows, columns, x, y, ...size };
  });
}

const tileName = (row: number, column: number): string => `${letters(row)}${column + 1}`;

/** 0 is A, 25 Z, 26 AA. */
const letters = (n: number): string =>
  `${n < 26 ? '' : letters(Math.floor(n / 26) - 1)}${String.fromCharCode(65 + (n % 26))}`;

function beside({ row, column, rows, columns }: Tile): string {
  const next = [
    column + 1 < columns ? `right of it ${tileName(row, column + 1)}` : '',
    row + 1 < rows ? `below it ${tileName(row + 1, column)}` : '',
  ].filter(Boolean);
  return next.length ? ` · ${next.join(', ')}` : '';
}

function sheet(title: string, note: string, body: string, piece: Piece, mmPerUnit: number): string {
  const { width, height } = { width: piece.width * mmPerUnit, height: piece.height * mmPerUnit };
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${SHEET_MM.width} ${SHEET_MM.height}" width="${SHEET_MM.width}mm" height="${SHEET_MM.height}mm">`,
    `<text x="0" y="5" font-size="4.4" font-weight="bold" fill="#16222c">${escapeXml(title)}</text>`,
    `<text x="${SHEET_MM.width}" y="5" font-size="3.6" text-anchor="end" fill="#56626c">${escapeXml(note)}</text>`,
    `<svg x="0" y="${HEAD_MM}" width="${width}" height="${height}" viewBox="${piece.x} ${piece.y} ${piece.width} ${piece.height}">`,
    body,
    '</svg>',
    `<rect x="0" y="${HEAD_MM}" width="${width}" height="${height}" fill="none" stroke="#b8b09c" stroke-width="0.2"/>`,
    '</svg>',
  ].join('\n');
}
