/**
 * Random tests begin from one seed, so that two runs of one commit agree and a landing hangs on no luck; `npm run seeds` takes
 * others.
 */
import fc from 'fast-check';

fc.configureGlobal({ seed: Number(process.env.SEED ?? 1) });
