import { cableViews } from '@squallmark/core/loom';
import { readRig } from '@squallmark/core/files';
import ELK from 'elkjs';
import { describe, expect, it } from 'vitest';
import demo from '../../../../../../demo/saltmarsh-six.json';
import { loomGraph, readDrawing } from './draw-layout';

const reading = readRig(JSON.stringify(demo));
if (!reading.ok) throw new Error('demo rig');
const rig = reading.value;
const cables = cableViews(rig);

describe('the drawing', () => {
  it('has a box a wired part, a branch a plug beyond the first, and no box on another', async () => {
    const drawing = readDrawing(rig, cables, await new ELK().layout(loomGraph(rig, cables)));
    expect(drawing.boxes).toHaveLength(rig.parts.length - 1);
    expect(drawing.leads).toHaveLength(cables.reduce((sum, c) => sum + c.ends.length - 1, 0));
    for (const a of drawing.boxes) {
      for (const b of drawing.boxes) {
        const apart = a.x + a.width <= b.x || b.x + b.width <= a.x || a.y + a.height <= b.y || b.y + b.height <= a.y;
        expect(a === b || apart, `${a.id} and ${b.id}`).toBe(true);
      }
    }
  });

  it('names stay apart', async () => {
    const { leads } = readDrawing(rig, cables, await new ELK().layout(loomGraph(rig, cables)));
    const names = [...new Map(leads.map((l) => [l.cable, l.at]))].map(([, at]) => at);
    for (const a of names)
      for (const b of names) expect(a === b || Math.abs(a.x - b.x) >= 20 || Math.abs(a.y - b.y) >= 12).toBe(true);
  });
});
