import { describe, expect, it } from 'vitest';
import { SHELF } from '../parts/shelf/index.js';
import { readBrief } from './index.js';

const camera = SHELF.find((s) => s.supplies.length && s.view)!;
const brief = (...sheets: object[]): string =>
  JSON.stringify({
    format: 'squallmark-brief',
    version: 1,
    name: 'Own sheets',
    parts: [{ class: 'own-eye' }],
    wishes: [],
    sheets: sheets.map((s) => ({ ...camera, class: 'own-eye', ...s })),
  });
const toldOf = (text: string): string[] => {
  const reading = readBrief(text);
  return reading.ok ? [] : reading.problems.map((p) => `${p.where}: ${p.what}`);
};

describe('own sheets of a brief', () => {
  it('that are sound are taken', () => expect(toldOf(brief({}))).toEqual([]));

  it('that contradict themselves are refused with their place, as in a rig', () => {
    const [supply] = camera.supplies;
    expect(toldOf(brief({ supplies: [supply, supply] }))).toEqual([
      `sheets[0].supplies: "${supply!.id}" is there twice`,
    ]);
    const away = { ...supply!, plus: { port: 'nowhere', pin: 1 } };
    expect(toldOf(brief({ supplies: [away] }))).toEqual([expect.stringMatching(/^sheets\[0\]\.supplies\[0\]\.plus: /)]);
  });

  it('of one class are there once', () => {
    expect(toldOf(brief({}, { name: 'Another' }))).toEqual(['sheets[1].class: "own-eye" is there twice']);
  });
});
