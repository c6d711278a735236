import { cardDefinition, type Card } from '@squallmark/core/files';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import pdfMake from 'pdfmake';

/** Prints a card with the face the application ships. */
export async function cardPdf(card: Card): Promise<Uint8Array> {
  const face = dirname(
    createRequire(import.meta.url).resolve('@expo-google-fonts/atkinson-hyperlegible-next/package.json'),
  );
  const normal = join(face, '400Regular/AtkinsonHyperlegibleNext_400Regular.ttf');
  const bold = join(face, '700Bold/AtkinsonHyperlegibleNext_700Bold.ttf');
  // a card fetches nothing and reads its face only
  pdfMake.setUrlAccessPolicy(() => false);
  pdfMake.setLocalAccessPolicy((path) => path.startsWith(face));
  pdfMake.addFonts({ Card: { normal, bold, italics: normal, bolditalics: bold } });
  return pdfMake.createPdf(cardDefinition(card)).getBuffer();
}
