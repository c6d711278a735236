import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyEdit } from '../../test/support/any-edit.js';
import { demoRig } from '../../test/support/demo-rig.js';
import { applyEdits, differences, EditRefused, type Edit, type Rig } from '../rig/index.js';
import { editSchema } from '../rig/edit.js';
import {
  aboutChange,
  aboutSession,
  linesAbout,
  logMarkdown,
  logTable,
  sessionText,
  storyOf,
  type LogLine,
  type Session,
} from './index.js';
import { logLineSchema, sessionSchema } from './schemas.js';

const rig = demoRig();
const line = (more: Partial<LogLine>): LogLine => ({
  at: '2031-05-01T08:00:00Z',
  kind: 'note',
  text: 'seen',
  revision: 3,
  ...more,
});

describe('what a change is about', () => {
  it('is its parts and leads', () => {
    const about = (...edits: Edit[]): string[] => aboutChange(rig, applyEdits(rig, edits).rig);
    expect(about({ kind: 'crossPair', cable: 'C6' })).toEqual(['lead C6']);
    expect(about({ kind: 'relabel', part: 'GB', label: 'Head' })).toEqual(['part GB']);
    expect(about({ kind: 'unbind', part: 'GB', fn: 'pan' })).toEqual(['part GB']);
    expect(about({ kind: 'shape', transmitter: 'TX', channel: 1, change: { reverse: true } })).toEqual(['part TX']);
    expect(about({ kind: 'rename', name: 'Other' })).toEqual([]);
    const [lead] = rig.cables.filter((c) => c.wires.some((w) => w.to.part === 'GB' || w.from.part === 'GB'));
    expect(about({ kind: 'removePart', part: 'GB' })).toEqual(expect.arrayContaining(['part GB', `lead ${lead!.id}`]));
  });

  it('names every part and lead that is otherwise afterwards, whatever the edit', () => {
    const ids = (all: readonly { id: string }[]): Set<string> => new Set(all.map((x) => x.id));
    let told = 0;
    fc.assert(
      fc.property(anyEdit(rig), (edit) => {
        if (!editSchema.safeParse(edit).success) return;
        let after: Rig;
        try {
          after = applyEdits(rig, [edit]).rig;
        } catch (error) {
          if (error instanceof EditRefused) return;
          throw error;
        }
        const about = aboutChange(rig, after);
        const [parts, leads] = [ids([...rig.parts, ...after.parts]), ids([...rig.cables, ...after.cables])];
        for (const { subject } of differences(rig, after)) {
          if (parts.has(subject)) expect(about, JSON.stringify(edit)).toContain(`part ${subject}`);
          else if (leads.has(subject)) expect(about, JSON.stringify(edit)).toContain(`lead ${subject}`);
          else continue;
          told++;
        }
      }),
      { numRuns: 400 },
    );
    expect(told).toBeGreaterThan(100);
  });
});

describe('the story', () => {
  const SESSION: Session = {
    minutes: 12,
    ambientC: -3,
    windMps: 4.5,
    pilot: 'Ana',
    operator: 'Bo',
    packs: [{ name: 'Blue 1', beforeV: 16.7, afterV: 14.92 }, { name: 'Blue 2' }],
    words: 'two beeps: card full',
  };

  it('of a lead says how often it was made anew and what failed on it', () => {
    const lines = [
      line({ kind: 'change', about: ['lead C6'] }),
      line({ kind: 'change', about: ['lead C6', 'part GB'] }),
      line({ kind: 'proof', about: ['lead C6'], bad: true }),
      line({ kind: 'proof', about: ['lead C6'] }),
      line({}),
    ];
    expect(storyOf(lines, 'lead C6')).toBe('changed twice · 2 lines of proof, 1 not so');
    expect(storyOf(lines, 'part GB')).toBe('changed once');
    expect(storyOf(lines, 'lead C7')).toBe('');
    expect(linesAbout(lines, 'part GB')).toEqual([lines[1]]);
  });

  it('of a pack goes over its sessions', () => {
    const sessions = [SESSION, { minutes: 9, packs: [{ name: 'Blue 1', beforeV: 16.8, afterV: 14.4 }] }];
    const lines = sessions.map((session) => line({ kind: 'session', session, about: aboutSession(session) }));
    expect(storyOf(lines, 'pack Blue 1')).toBe(
      '2 sessions, 21 min, lowest 14.40 V at rest and last from 16.80 to 14.40 V',
    );
    expect(storyOf(lines, 'pack Blue 2')).toBe('1 session and 12 min');
  });

  it('of a session is one line, and bad figures are refused', () => {
    expect(sessionText(SESSION)).toBe(
      '12 min · −3 °C · wind 4.5 m/s · pilot Ana and payload Bo · pack Blue 1 from 16.70 V to 14.92 V · pack Blue 2 · two beeps: card full',
    );
    expect(sessionText({ packs: [] })).toBe('');
    expect(sessionSchema.safeParse({ packs: [{ name: ' ' }] }).success).toBe(false);
    expect(sessionSchema.safeParse({ packs: [], minutes: -1 }).success).toBe(false);
    expect(logLineSchema.safeParse(line({ about: ['nobody'] })).success).toBe(false);
  });
});

describe('the log, written', () => {
  it('is a table with a row a line', () => {
    const { fields, data } = logTable([line({ about: ['lead C6'], bad: true })]);
    expect(data).toEqual([['2031-05-01T08:00:00Z', 'note', 3, 'seen', 'lead C6', 'yes']]);
    expect(fields).toHaveLength(data[0]!.length);
  });

  it('is Markdown by day, whose lines stay lines whatever they say', () => {
    const text = logMarkdown('Saltmarsh_Six', [
      line({ text: 'C6 *re-made*\n# loud', bad: true }),
      line({ at: '2031-05-02T09:30:00Z', kind: 'change' }),
    ]);
    expect(text).toBe(
      '# Saltmarsh\\_Six\n\n## 2031-05-01\n\n- 08:00:00 **note** ◆ C6 \\*re-made\\* \\# loud (rev 3)\n\n## 2031-05-02\n\n- 09:30:00 **change** seen (rev 3)\n',
    );
    expect(logMarkdown('x', [])).toContain('Nothing written down yet.');
  });
});
