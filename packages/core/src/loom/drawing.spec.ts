import { demoRig } from '../../test/support/demo-rig.js';
import { cableViews, drawingGraph, drawingSheets, drawingSvg, readDrawing, roomOf, type Drawing } from './index.js';
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

  it('folded by rooms has each part in one box, and the leads between boxes only', async () => {
    const groups = [...new Set(rig.parts.map((p) => roomOf(rig, p.id)))];
    let [inside, crossing] = [0, 0];
    for (let set = 0; set < 2 ** groups.length; set++) {
      const folded = new Set(groups.filter((_, i) => set & (2 ** i)));
      const { boxes, leads } = readDrawing(rig, cables, await new ELK().layout(drawingGraph(rig, cables, folded)));
      const boxOf = (part: string): string | undefined =>
        boxes.find((b) => b.id === part || b.folds === roomOf(rig, part))?.id;
      const wired = rig.parts.filter((p) => p.id !== 'TX');
      for (const part of wired) expect(boxOf(part.id), `${part.id} of ${[...folded].join()}`).toBeDefined();
      expect(boxes.filter((b) => b.folds === undefined)).toHaveLength(
        wired.filter((p) => !folded.has(roomOf(rig, p.id))).length,
      );
      const ends = cables.flatMap((c) => c.ends.slice(1).map((end) => [c.ends[0]!.part, end.part] as const));
      const between = ends.filter(([x, y]) => boxOf(x) !== boxOf(y));
      expect(leads).toHaveLength(between.length);
      inside += ends.length - between.length;
      crossing += between.length;
      for (const { folds, label, summary, ports } of boxes.filter((b) => b.folds)) {
        expect(label).toBe(folds);
        expect(summary).toMatch(/^\d+ parts?$/);
        for (const port of ports) expect(wired.map((p) => p.label)).toContain(port.label);
      }
    }
    expect(Math.min(inside, crossing)).toBeGreaterThan(30);
  });

  describe('on sheets of paper', () => {
    const size = (width: number, height: number): Drawing => ({
      width,
      height,
      leads: [],
      boxes: [{ id: 'P1', label: 'Pack', summary: '', x: 0, y: 0, width: 90, height: 40, ports: [] }],
    });
    const pieceOf = (svg: string): number[] => /<svg x="0"[^>]*viewBox="([^"]+)"/.exec(svg)![1]!.split(' ').map(Number);

    it('is one sheet where it fits, none where there is nothing', () => {
      expect(drawingSheets(size(900, 600), 'Tern').map((s) => s.name)).toEqual(['A1']);
      expect(drawingSheets({ ...size(900, 600), boxes: [] }, 'Tern')).toEqual([]);
    });

    it('covers all of it, each point with letters as high as they need, neighbours over each other', () => {
      const [overview, ...tiles] = drawingSheets(size(4000, 1500), 'Tern & co');
      expect(overview!.svg).toContain('Tern &amp; co');
      expect([overview!.name, ...tiles.map((t) => t.name)]).toEqual(['Overview', 'A1', 'A2', 'A3', 'B1', 'B2', 'B3']);
      const pieces = tiles.map(({ svg }) => pieceOf(svg));
      for (let x = 0; x <= 4000; x += 50)
        for (let y = 0; y <= 1500; y += 50)
          expect(
            pieces.some(([px, py, w, h]) => x >= px! && x <= px! + w! && y >= py! && y <= py! + h!),
            `${x} ${y}`,
          ).toBe(true);
      const [first, second] = pieces as [number[], number[]];
      expect((first[0]! + first[2]! - second[0]!) * 0.19).toBeCloseTo(10, 6);
      expect(tiles[0]!.svg).toContain('right of it A2, below it B1');
      expect(tiles.at(-1)!.svg).not.toContain('right of it');
    });
  });
});
