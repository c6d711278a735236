/** The size budget: what the first visit fetches, compressed. */
import { firstLoad } from './first-load.mjs';

const BUDGET = 380_000;
const { total, files, complete } = firstLoad();
for (const { name, bytes } of files) console.log(`${String(Math.round(bytes / 1000)).padStart(5)} kB  ${name}`);
console.log(`${(total / 1000).toFixed(0)} kB of ${BUDGET / 1000} kB`);
if (!complete) console.error('the first station or the analysis worker was not found among the built files');
process.exitCode = total <= BUDGET && complete ? 0 : 1;
