import { parseArgs } from 'node:util';
import { InputProblem, type ExitStatus, type Options, type Shell } from './shell.js';
import { check } from './verbs/check.js';
import { decode } from './verbs/decode.js';
import { loom } from './verbs/loom.js';
import { propose } from './verbs/propose.js';
import { rails } from './verbs/rails.js';
import { wake } from './verbs/wake.js';

type Verb = (file: string, options: Options, shell: Shell) => ExitStatus | Promise<ExitStatus>;

const VERBS: Record<string, Verb> = { check, propose, loom, rails, wake, decode };

const USAGE = `squallmark check RIG.json            findings; exit 1 when there are stops
squallmark propose BRIEF.json           wiring from parts and wishes; --out RIG.json keeps it
squallmark loom RIG.json --out DIR      drawing, cable cards, cut list, parts list
squallmark rails RIG.json --charge 0.5   volts and amperes at a state of charge 0…1
squallmark wake RIG.json             power-up order
squallmark decode FILE --as sbus     frames in raw bytes

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
        as: { type: 'string' },
        out: { type: 'string' },
        help: { type: 'boolean', short: 'h' },
      },
    });
    const [name, file, ...more] = positionals;
    if (values.help) {
      shell.out(USAGE);
      return 0;
    }
    const verb = name === undefined ? undefined : Object.hasOwn(VERBS, name) ? VERBS[name] : undefined;
    if (!verb || file === undefined || more.length) throw new InputProblem(USAGE);
    const { charge, as, out: to } = values;
    return await verb(file, { json: values.json ?? false, charge, as, to }, shell);
  } catch (error) {
    shell.err(error instanceof Error ? error.message : String(error));
    return 2;
  }
}
