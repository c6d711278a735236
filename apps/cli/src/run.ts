import { parseArgs } from 'node:util';
import { InputProblem, type ExitStatus, type Options, type Shell } from './shell.js';
import { channels } from './verbs/channels.js';
import { check } from './verbs/check.js';
import { decode } from './verbs/decode.js';
import { find } from './verbs/find.js';
import { identify } from './verbs/identify.js';
import { loom } from './verbs/loom.js';
import { mend } from './verbs/mend.js';
import { pack, unpack } from './verbs/pack.js';
import { propose } from './verbs/propose.js';
import { prove } from './verbs/prove.js';
import { rails } from './verbs/rails.js';
import { record } from './verbs/record.js';
import { spice } from './verbs/spice.js';
import { wake } from './verbs/wake.js';

type Verb = (files: string[], options: Options, shell: Shell) => ExitStatus | Promise<ExitStatus>;

const VERBS: Record<string, Verb> = {
  check,
  mend,
  propose,
  loom,
  channels,
  rails,
  wake,
  spice,
  decode,
  identify,
  record,
  prove,
  find,
  pack,
  unpack,
};
/** Files a verb takes, where it is not one. */
const FILES: Record<string, number> = { identify: 2 };

const USAGE = `squallmark check RIG.json            findings and what mends each; exit 1 when there are stops
squallmark mend RIG.json --out F     does the fixes of its stops; --all of every finding, --rule R of one rule
squallmark propose BRIEF.json           wiring from parts and wishes; --out RIG.json keeps it
squallmark loom RIG.json --out DIR      drawing, cable and set-up cards, cut list, parts list
squallmark rails RIG.json --charge 0.5   volts and amperes at a state of charge 0…1; --peak at the greatest draw,
                                     --band over many rigs of these sheets, --short what goes first at each plug,
                                     --heat, --packs over a run, --gimbal-feed pack or steady, --celsius 0,
                                     --margin 0.2 the thinnest leads and best splices that keep so many volts,
                                     --feeding 0.1 the cheapest regulators and leads that do
squallmark wake RIG.json             power-up order; --kind field, bench or usb; --power-down the other way, --hands 2 for two pairs, --transient what the supplies do meanwhile
squallmark spice RIG.json            the supplies as a SPICE deck; --charge, --peak, --transient
squallmark channels RIG.json         the ladder; --assign fills its open rows, --out RIG.json keeps it
squallmark decode CAPTURE            what each line is, and its frames; --as KIND, --line NAME
squallmark identify CAPTURE RIG.json which control drives which slot; --out RIG.json keeps it
squallmark prove RIG.json            the check plan and what it notices; --play plays it, --on OTHER.json on the bench as it
                                     really is; --faults puts every fault in and looks for it
squallmark find RIG.json --answers F which fault explains the verdicts, and what to measure next; --on OTHER.json measures by itself
squallmark pack RIG.json --out F.zip    the rig, and with --log LOG.json its log, in one ZIP
squallmark unpack F.zip              what is in it; --on RIG.json what it would change there, --out DIR writes its files
squallmark record RIG.json --out F   lines of the simulated rig while every control is moved, .vcd or .csv

--json   figures for programs, see docs/FORMATS.md`;

/** Runs one command line (without node and script). Never throws: what cannot be read is said and gives 2. */
export async function runCommand(args: string[], shell: Shell): Promise<ExitStatus> {
  try {
    const { values, positionals } = parseArgs({
      args,
      allowPositionals: true,
      options: {
        json: { type: 'boolean' },
        charge: { type: 'string' },
        hands: { type: 'string' },
        as: { type: 'string' },
        line: { type: 'string' },
        assign: { type: 'boolean' },
        all: { type: 'boolean' },
        peak: { type: 'boolean' },
        transient: { type: 'boolean' },
        band: { type: 'boolean' },
        short: { type: 'boolean' },
        heat: { type: 'boolean' },
        packs: { type: 'boolean' },
        'gimbal-feed': { type: 'boolean' },
        celsius: { type: 'string' },
        margin: { type: 'string' },
        feeding: { type: 'string' },
        plan: { type: 'boolean' },
        play: { type: 'boolean' },
        faults: { type: 'boolean' },
        on: { type: 'string' },
        answers: { type: 'string' },
        log: { type: 'string' },
        'power-down': { type: 'boolean' },
        kind: { type: 'string' },
        rule: { type: 'string' },
        out: { type: 'string' },
        help: { type: 'boolean', short: 'h' },
      },
    });
    const [name, ...files] = positionals;
    if (values.help) {
      shell.out(USAGE);
      return 0;
    }
    const verb = name === undefined ? undefined : Object.hasOwn(VERBS, name) ? VERBS[name] : undefined;
    if (!verb || !files.length || files.length > (FILES[name!] ?? 1)) throw new InputProblem(USAGE);
    const { charge, as, line, rule, out: to, json = false, assign = false, all = false } = values;
    const { heat = false, packs = false, 'gimbal-feed': gimbalFeed = false, celsius, margin, feeding } = values;
    const { play = false, faults = false, on, answers, log } = values;
    const { hands, peak = false, transient = false, band = false, short = false } = values;
    return await verb(
      files,
      {
        json,
        charge,
        as,
        line,
        assign,
        all,
        rule,
        to,
        peak,
        transient,
        band,
        short,
        ...{ play, faults, on, answers, log },
        ...{ heat, packs, gimbalFeed, celsius, margin, feeding },
        hands,
        powerDown: values['power-down'],
        kind: values.kind,
      },
      shell,
    );
  } catch (error) {
    shell.err(error instanceof Error ? error.message : String(error));
    return 2;
  }
}
