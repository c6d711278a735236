import { cableCards, cutList, labelStrips, partsList, setupCard, writeCsv } from '@squallmark/core/files';
import { cableViews, drawingGraph, drawingSvg, readDrawing } from '@squallmark/core/loom';
import ELK from 'elkjs';
import { InputProblem, type ExitStatus, type Options, type Shell } from '../shell.js';
import { cardPdf } from './card-pdf.js';
import { openRig } from './open-rig.js';

/** Writes the drawing, cable cards, set-up cards, cut list, label strips and parts list of a rig into a folder. */
export async function loom([file = '']: string[], { json, to }: Options, shell: Shell): Promise<ExitStatus> {
  if (to === undefined) throw new InputProblem('squallmark loom RIG.json --out DIR: say where to write with --out');
  const rig = openRig(file, shell);
  const views = cableViews(rig);
  const drawing = readDrawing(rig, views, await new ELK().layout(drawingGraph(rig, views)));
  const text = (content: string): Uint8Array => new TextEncoder().encode(content);
  const files: Record<string, Uint8Array> = {
    'drawing.svg': text(drawingSvg(drawing, `${rig.name} · revision ${rig.revision}`)),
    'cable-cards.pdf': await cardPdf(cableCards(rig)),
    'set-up-cards.pdf': await cardPdf(setupCard(rig)),
    'cut-list.csv': text(writeCsv(cutList(rig))),
    'label-strips.csv': text(writeCsv(labelStrips(rig))),
    'parts-list.csv': text(writeCsv(partsList(rig))),
  };
  for (const [name, bytes] of Object.entries(files)) shell.write(`${to}/${name}`, bytes);
  const written = Object.keys(files).map((name) => `${to}/${name}`);
  shell.out(json ? JSON.stringify({ written }, null, 2) : written.join('\n'));
  return 0;
}
