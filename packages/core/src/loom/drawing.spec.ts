import { demoRig } from '../../test/support/demo-rig.js';
import { cableViews, drawingGraph, drawingSvg, readDrawing } from './index.js';
import ELK from 'elkjs';
import { describe, expect, it } from 'vitest';

const rig = demoRig();
const cables = cableViews(rig);

describe('the drawing', () => {
  it('has a box a wired part, a branch a plug beyond the first, and no box on another', async () => {
    const drawing = readDrawing(rig, cables, await new ELK().layout(drawingGraph(rig, cables)));
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
    const { leads } = readDrawing(rig, cables, await new ELK().layout(drawingGraph(rig, cables)));
    const names = [...new Map(leads.map((l) => [l.cable, l.at]))].map(([, at]) => at);
    for (const a of names)
      for (const b of names) expect(a === b || Math.abs(a.x - b.x) >= 20 || Math.abs(a.y - b.y) >= 12).toBe(true);
  });

  it('is a file of its own with every part, cable and kind in it', async () => {
    const svg = drawingSvg(readDrawing(rig, cables, await new ELK().layout(drawingGraph(rig, cables))), 'A < B & "C"');
    expect(svg).toContain('<title>A &lt; B &amp; &quot;C&quot;</title>');
    for (const part of rig.parts.filter((p) => p.id !== 'TX')) expect(svg).toContain(`>${part.label}<`);
    for (const cable of rig.cables) expect(svg.split(`>${cable.id}<`)).toHaveLength(2);
    for (const kind of ['power', 'bus', 'serial', 'pulse', 'video', 'radio']) expect(svg).toContain(`>${kind}</text>`);
  });
});
