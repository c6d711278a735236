import type { Card } from '@squallmark/core/files';
import pdfMake from 'pdfmake/build/pdfmake';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';

const FONT_FILES = {
  normal: 'card-fonts/400Regular/AtkinsonHyperlegibleNext_400Regular.ttf',
  bold: 'card-fonts/700Bold/AtkinsonHyperlegibleNext_700Bold.ttf',
};

/** Prints a card. The face has Greek mu and capital omega, not the micro and ohm signs: those are put in their place. */
export async function cardPdf(card: Card): Promise<Blob> {
  const [normal, bold] = await Promise.all([fontBase64(FONT_FILES.normal), fontBase64(FONT_FILES.bold)]);
  const vfs = { 'normal.ttf': normal, 'bold.ttf': bold };
  const fonts = { Card: { normal: 'normal.ttf', bold: 'bold.ttf', italics: 'normal.ttf', bolditalics: 'bold.ttf' } };
  pdfMake.addVirtualFileSystem(vfs);
  pdfMake.addFonts(fonts);
  return pdfMake.createPdf(cardDefinition(card)).getBlob();
}

function cardDefinition(card: Card): TDocumentDefinitions {
  return {
    pageSize: 'A4',
    pageMargins: [36, 40, 36, 40],
    defaultStyle: { font: 'Card', fontSize: 9, color: '#16222c' },
    info: { title: card.title },
    footer: (page, pages) => ({ text: `${page} / ${pages}`, alignment: 'right', margin: [0, 10, 36, 0], fontSize: 8 }),
    content: [
      { text: glyphs(card.title), fontSize: 16, bold: true },
      { text: glyphs(card.subtitle), color: '#56626c', margin: [0, 2, 0, 8] },
      ...card.tables.map(tableContent),
      { text: 'Cautions', bold: true, margin: [0, 10, 0, 2] },
      { ul: card.cautions.map(glyphs) },
    ],
  };
}

function tableContent({ heading, note, columns, rows }: Card['tables'][number]): Content {
  return {
    unbreakable: rows.length < 20,
    margin: [0, 6, 0, 0],
    stack: [
      { text: glyphs(heading), bold: true },
      ...(note ? [{ text: glyphs(note), color: '#56626c', fontSize: 8 }] : []),
      {
        layout: 'lightHorizontalLines',
        table: {
          headerRows: 1,
          widths: columns.map((c) => (c === 'pin' || c === 'AWG' || c === 'mm' ? 'auto' : '*')),
          body: [columns.map((c) => ({ text: c, color: '#56626c' })), ...rows.map((row) => row.map(glyphs))],
        },
      },
    ],
  };
}

function glyphs(text: string): string {
  return text
    .replace(/\u00b5/g, '\u03bc')
    .replace(/\u2126/g, '\u03a9')
    .replace(/\u2212/g, '–');
}

async function fontBase64(path: string): Promise<string> {
  const reply = await fetch(path);
  if (!reply.ok) throw new Error(`the card's font ${path} is missing`);
  const bytes = new Uint8Array(await reply.arrayBuffer());
  let binary = '';
  for (let i = 0; i < bytes.length; i += 0x8000) binary += String.fromCharCode(...bytes.subarray(i, i + 0x8000));
  return btoa(binary);
}
