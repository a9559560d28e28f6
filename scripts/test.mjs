// `npm test`: everything that has to hold, on a fresh clone as well. Its last line counts all tests.
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, build, compileDriver, fetchPackages, quietly, run } from './steps.mjs';

const start = Date.now();
const RESULTS = join(ROOT, 'test-results');
let passed = 0;
let failed = 0;

function chromium() {
  const found = ['/usr/bin/chromium', '/usr/bin/chromium-browser'].find((path) => existsSync(path));
  if (found) return found;
  console.log('→ Installing Debian’s Chromium');
  if (process.getuid?.() === 0) {
    run('apt-get', ['update', '-q']);
    run('apt-get', ['install', '-y', '-q', '--no-install-recommends', 'chromium']);
  }
  if (existsSync('/usr/bin/chromium')) return '/usr/bin/chromium';
  console.error('✗ Chromium is missing. Install it: sudo apt-get install chromium');
  return null;
}

/** Runs checks that only read, so many at a time; what each prints comes when it is through. */
async function checkAll(checks, atOnce) {
  const waiting = [...checks];
  const worker = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) {
      const [title, args] = next;
      const { ok, output } = await quietly('npx', args);
      console.log(`\n→ ${title}\n${output}`);
      if (ok) passed++;
      else failed++;
      if (!ok) console.error(`✗ ${title}`);
    }
  };
  await Promise.all(Array.from({ length: atOnce }, worker));
}

/** Runs a test runner that writes its results as JSON and adds its counts; a runner that wrote none has failed. */
function count(title, file, command, args, read, options) {
  console.log(`\n→ ${title}`);
  rmSync(join(RESULTS, file), { force: true });
  const status = run(command, args, options).status;
  try {
    const result = read(JSON.parse(readFileSync(join(RESULTS, file), 'utf8')));
    passed += result.passed;
    failed += result.failed;
    if (status !== 0 && result.failed === 0) failed++;
    if (result.passed + result.failed === 0) failed++;
  } catch {
    console.error(`✗ ${title}: no result was written`);
    failed++;
  }
}

const mustCompile = fetchPackages();
mkdirSync(RESULTS, { recursive: true });
const browser = chromium();
if (!browser) failed++;
const CHECKS = [
  ['Lint', ['eslint', '.', '--max-warnings', '0']],
  ['Formatting', ['prettier', '--check', '--log-level', 'warn', '.']],
  [
    'Architecture',
    [
      'depcruise',
      '--config',
      '.dependency-cruiser.cjs',
      'app',
      'ui',
      'server',
      'db',
      'core',
      'papers',
      'workers',
      'cli',
      'demo',
      'meter',
      'testing',
    ],
  ],
  ['Nothing unused', ['knip']],
  ['Schemas are current', ['tsx', 'scripts/writeSchemas.ts', '--check']],
];
// There are two cores: on a fresh machine one compiles while the other checks what needs nothing compiled.
if (mustCompile) await Promise.all([compileDriver(), checkAll(CHECKS, 1)]);
else await checkAll(CHECKS, 2);
// Building checks the types of everything, tests too; what is built already may have tests that changed since.
if (!build()) await checkAll([['Types', ['tsc', '--noEmit']]], 1);
// Jest leaves one core idle unless told otherwise.
count(
  'Unit and property tests',
  'unit.json',
  'npx',
  ['jest', '--maxWorkers=2', '--json', '--outputFile=test-results/unit.json'],
  (r) => ({ passed: r.numPassedTests, failed: r.numFailedTests + r.numRuntimeErrorTestSuites }),
  {
    env: { NODE_OPTIONS: '--experimental-vm-modules --no-warnings' },
  },
);
if (browser)
  count(
    'The application in a browser',
    'e2e.json',
    'npx',
    ['playwright', 'test'],
    (r) => ({ passed: r.stats.expected, failed: r.stats.unexpected + r.stats.flaky + r.errors.length }),
    {
      env: { CHROMIUM: browser },
    },
  );
console.log(`\n${((Date.now() - start) / 60000).toFixed(1)} minutes`);
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
