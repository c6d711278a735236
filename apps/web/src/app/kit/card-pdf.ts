import { cardDefinition, type Card } from '@squallmark/core/files';
import { SHEET_MM, type DrawingSheet } from '@squallmark/core/loom';
import pdfMake from 'pdfmake/build/pdfmake';
import type { TDocumentDefinitions } from 'pdfmake/interfaces';

const FONT_FILES = {
  normal: 'card-fonts/400Regular/AtkinsonHyperlegibleNext_400Regular.ttf',
  bold: 'card-fonts/700Bold/AtkinsonHyperlegibleNext_700Bold.ttf',
};

/** Points of a millimetre. */
const PT_PER_MM = 72 / 25.4;
const EDGE_MM = 10;

/** Prints a card with the shipped face. */
export const cardPdf = (card: Card): Promise<Blob> => print(cardDefinition(card));

/** Prints the sheets of a drawing, one a page, A4 on its side. */
export function sheetsPdf(sheets: readonly DrawingSheet[], title: string): Promise<Blob> {
  const edge = EDGE_MM * PT_PER_MM;
  return print({
    pageSize: 'A4',
    pageOrientation: 'landscape',
    pageMargins: [edge, edge, edge, 0],
    defaultStyle: { font: 'Card' },
    info: { title },
    content: sheets.map(({ svg }, n) => ({
      svg,
      font: 'Card',
      width: SHEET_MM.width * PT_PER_MM,
      height: SHEET_MM.height * PT_PER_MM,
      ...(n ? { pageBreak: 'before' as const } : {}),
    })),
  });
}

async function print(definition: TDocumentDefinitions): Promise<Blob> {
  const [normal, bold] = await Promise.all([fontBase64(FONT_FILES.normal), fontBase64(FONT_FILES.bold)]);
  const vfs = { 'normal.ttf': normal, 'bold.ttf': bold };
  const fonts = { Card: { normal: 'normal.ttf', bold: 'bold.ttf', italics: 'normal.ttf', bolditalics: 'bold.ttf' } };
  pdfMake.addVirtualFileSystem(vfs);
  pdfMake.addFonts(fonts);
  return pdfMake.createPdf(definition).getBlob();
}

async function fontBase64(path: string): Promise<string> {
  const reply = await fetch(path);
  if (!reply.ok) throw new Error(`the card's font ${path} is missing`);
  const bytes = new Uint8Array(await reply.arrayBuffer());
  let binary = '';
  for (let i = 0; i < bytes.length; i += 0x8000) binary += String.fromCharCode(...bytes.subarray(i, i + 0x8000));
  return btoa(binary);
}
