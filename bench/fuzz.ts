// `npm run fuzz`: mutants of job files, drawings and listings through the parsers. Seeded; --mutants N, --seed N.
import { parseArgs } from 'node:util';
import { TARGETS, fuzz } from './mutants';

const { values } = parseArgs({
  options: {
    mutants: { type: 'string', default: '100000' },
    seed: { type: 'string', default: '20261125' },
  },
});
let failed = false;
const all = Number(values.mutants);
// Most of the ways to break a parser are in the job file.
const shares = [0.6, 0.2, 0.2];
TARGETS.forEach((target, i) => {
  const result = fuzz(target, Math.round(all * shares[i]!), Number(values.seed) + i);
  console.log(
    `${result.name}: ${result.mutants} mutants, slowest ${result.slowestMs.toFixed(0)} ms, ${result.bad.length === 0 ? 'none threw' : 'SOME FAILED'}`,
  );
  for (const { why, text } of result.bad) console.log(`  ${why}\n  ${JSON.stringify(text.slice(0, 400))}`);
  failed ||= result.bad.length > 0;
});
process.exit(failed ? 1 : 0);
