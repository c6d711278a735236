import { describe, expect, it } from 'vitest';
import { smallRig } from '../../test/support/small-rig.js';
import { NEW_SHAPING, applyEdits, sheetOf, type Edit, type Rig } from '../rig/index.js';
import { edgeChange, edgePlace, findChains, idleEdge, placesOf, type Chain } from './index.js';

/** A switch of three places on a switcher whose two windows meet in the middle, both turned as asked. */
function rigOf(windows: [from: number, to: number][], reversed: { device: boolean; channel: boolean }): Rig {
  const wired = smallRig({ TX: 'transmitter-16', RX: 'receiver-16', SW: 'picture-switcher-3' }, [
    ['RX.pin6.1 SW.select.1', 'RX.pin6.2 SW.select.2', 'RX.pin6.3 SW.select.3'],
  ]);
  const sheet = sheetOf(wired, 'SW');
  const control = sheetOf(wired, 'TX').controls.find((c) => c.kind === 'switch3')!.id;
  const [fn] = sheet.functions;
  const edits: Edit[] = [
    {
      kind: 'resheet',
      sheet: {
        ...sheet,
        functions: [{ ...fn!, windows: windows.map(([fromUs, toUs], i) => ({ fromUs, toUs, label: `in ${i + 1}` })) }],
      },
    },
    { kind: 'bind', binding: { part: 'SW', fn: fn!.id, slot: 6, reverse: reversed.device } },
  ];
  const own = { ...NEW_SHAPING, transmitter: 'TX', channel: 6, control, reverse: reversed.channel };
  return { ...applyEdits(wired, edits).rig, shaping: [own] };
}
const chainOf = (rig: Rig): Chain => findChains(rig).find((c) => c.part.id === 'SW')!;

const BOTH = [true, false];
const TURNED = BOTH.flatMap((device) => BOTH.map((channel) => ({ device, channel })));

describe('the middle of a switch with more places than windows', () => {
  it.each(TURNED)('is brought clear of the edge it stands on, and the ends stay: %o', (reversed) => {
    for (const windows of [
      [
        [900, 1500],
        [1500, 2100],
      ],
      [[1500, 2100]],
      [[900, 1505]],
      [[1494, 2100]],
    ] as [number, number][][]) {
      const rig = rigOf(windows, reversed);
      const chain = chainOf(rig);
      expect(chain.breaks).toBeNull();
      expect(edgePlace(chain), JSON.stringify(windows)).not.toBeNull();
      const change = edgeChange(chain)!;
      const mended = chainOf(applyEdits(rig, [{ kind: 'shape', transmitter: 'TX', channel: 6, change }]).rig);
      expect(edgePlace(mended), JSON.stringify(windows)).toBeNull();
      const [before, after] = [placesOf(chain), placesOf(mended)];
      expect(after.map((p) => p.window)).toEqual(before.map((p) => p.window));
      for (const i of [0, 2]) expect(after[i]!.arrivesUs).toBeCloseTo(before[i]!.arrivesUs, 0);
    }
  });

  it('is left where it stands well inside a window, or between two', () => {
    for (const windows of [
      [
        [900, 1300],
        [1700, 2100],
      ],
      [
        [900, 1400],
        [1400, 2100],
      ],
    ] as [number, number][][])
      expect(edgePlace(chainOf(rigOf(windows, { device: false, channel: false })))).toBeNull();
  });
});

describe('a channel that only a second operator moves', () => {
  const PLAIN = { device: false, channel: false };
  const handed = (windows: [number, number][]): Chain => {
    const chain = chainOf(rigOf(windows, PLAIN));
    const { transmitter, control } = chain;
    const second = {
      transmitter: transmitter!,
      channel: 1,
      shaping: null,
      control,
      by: null,
      path: [],
      breaks: null,
    };
    return { ...chain, control: null, second };
  };

  it('rests in the middle before it is handed over, which may be the edge of a window', () => {
    expect(idleEdge(handed([[1500, 2100]]))).toMatchObject({ arrivesUs: 1500, meant: { fromUs: 1500 } });
    expect(idleEdge(handed([[900, 1505]]))?.meant.toUs).toBe(1505);
    expect(idleEdge(handed([[1700, 2100]]))).toBeNull();
    expect(idleEdge(chainOf(rigOf([[1500, 2100]], PLAIN)))).toBeNull();
  });
});
