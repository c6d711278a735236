import { cardDefinition, type Card } from '@squallmark/core/files';
import pdfMake from 'pdfmake/build/pdfmake';

const FONT_FILES = {
  normal: 'card-fonts/400Regular/AtkinsonHyperlegibleNext_400Regular.ttf',
  bold: 'card-fonts/700Bold/AtkinsonHyperlegibleNext_700Bold.ttf',
};

/** Prints a card with the shipped face. */
export async function cardPdf(card: Card): Promise<Blob> {
  const [normal, bold] = await Promise.all([fontBase64(FONT_FILES.normal), fontBase64(FONT_FILES.bold)]);
  const vfs = { 'normal.ttf': normal, 'bold.ttf': bold };
  const fonts = { Card: { normal: 'normal.ttf', bold: 'bold.ttf', italics: 'normal.ttf', bolditalics: 'bold.ttf' } };
  pdfMake.addVirtualFileSystem(vfs);
  pdfMake.addFonts(fonts);
  return pdfMake.createPdf(cardDefinition(card)).getBlob();
}

async function fontBase64(path: string): Promise<string> {
  const reply = await fetch(path);
  if (!reply.ok) throw new Error(`the card's font ${path} is missing`);
  const bytes = new Uint8Array(await reply.arrayBuffer());
  let binary = '';
  for (let i = 0; i < bytes.length; i += 0x8000) binary += String.fromCharCode(...bytes.subarray(i, i + 0x8000));
  return btoa(binary);
}
