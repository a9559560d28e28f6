// `npm run properties`: the property tests with a random seed and more runs. Prints the seed; NESTLE_SEED=N repeats a run.
import { spawnSync } from 'node:child_process';
import { randomInt } from 'node:crypto';
import { ROOT } from './steps.mjs';

const seed = process.env.NESTLE_SEED ?? String(randomInt(1, 2 ** 31 - 1));
console.log(`Seed ${seed}; repeat with NESTLE_SEED=${seed} npm run properties`);
const { status } = spawnSync('npx', ['jest', ...process.argv.slice(2)], {
  cwd: ROOT,
  stdio: 'inherit',
  env: { ...process.env, NESTLE_SEED: seed, NODE_OPTIONS: '--experimental-vm-modules --no-warnings' },
});
console.log(`Seed ${seed}`);
process.exit(status ?? 1);
