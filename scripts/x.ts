import { BENCHES } from '../packages/core/test/practice/benches/index.js';
import { Proposed } from '../packages/core/test/practice/proposed.js';
import { analyse } from '@squallmark/core/analysis';
import { casebookOf, scoreOf } from '@squallmark/core/diagnose';
let n = 0, f = 0, all = 0;
for (const b of BENCHES) {
  const rig = Proposed.of(b.brief).rig;
  const t = performance.now();
  const book = casebookOf(rig, analyse(rig).plan);
  const s = scoreOf(book);
  n += s.noticed; f += s.firstOrEqual; all += s.faults.length;
  console.log(b.name.padEnd(14), s.faults.length, s.noticed, s.firstOrEqual, 'sound fails', book.sound.steps.filter((x) => !x.passed).length, '/', book.sound.steps.length, s.mean.measurements.toFixed(2), s.mean.minutes.toFixed(2), s.random.minutes.toFixed(2), s.bound.minutes.toFixed(2), ((performance.now() - t) / 1000).toFixed(1) + ' s', s.faults.filter((x) => x.rank && x.rank > 1).map((x) => x.fault.id).slice(0, 3).join('; '));
}
console.log(all, n, f, f / n);
