// Steps shared by `npm run demo` and `npm test`. Node built-ins only: nothing is installed yet when this runs.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

export const ROOT = join(import.meta.dirname, '..');
const CACHE = join(ROOT, '.cache');
/** Whatever is not a source of the built application. */
const NOT_BUILT = new Set([
  'node_modules',
  '.next',
  '.git',
  '.cache',
  'data',
  'docs',
  'e2e',
  'test-results',
  'bench',
  'scripts',
]);

const env = { ...process.env, NEXT_TELEMETRY_DISABLED: '1' };

export function run(command, args, options = {}) {
  return spawnSync(command, args, {
    cwd: ROOT,
    stdio: 'inherit',
    env: { ...env, ...options.env },
    ...options.spawn,
  });
}

/** Runs a command beside others and gives what it printed. */
export function quietly(command, args, more = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, {
      cwd: ROOT,
      env: { ...env, ...more },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let output = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (output += chunk));
    child.once('error', (error) => resolve({ ok: false, output: `${error.message}\n` }));
    child.once('close', (status) => resolve({ ok: status === 0, output }));
  });
}

/** Prints what is done and how long it took; on failure what failed and what to do, and stops. */
export function step(title, advice, work) {
  const start = Date.now();
  console.log(`→ ${title}`);
  const ok = work();
  if (!ok) {
    console.error(`✗ ${title} failed. ${advice}`);
    process.exit(1);
  }
  console.log(`  done in ${((Date.now() - start) / 1000).toFixed(1)} s`);
}

function hashOf(paths) {
  const hash = createHash('sha256');
  const visit = (path) => {
    const info = statSync(path);
    if (info.isDirectory()) {
      for (const name of readdirSync(path).sort()) if (!NOT_BUILT.has(name)) visit(join(path, name));
    } else hash.update(path.slice(ROOT.length)).update(readFileSync(path));
  };
  for (const path of paths) if (existsSync(path)) visit(path);
  return hash.digest('hex');
}

function upToDate(name, hash, proof) {
  const file = join(CACHE, name);
  return existsSync(proof) && existsSync(file) && readFileSync(file, 'utf8') === hash;
}

function remember(name, hash) {
  mkdirSync(CACHE, { recursive: true });
  writeFileSync(join(CACHE, name), hash);
}

const DRIVER = join(ROOT, 'node_modules', 'better-sqlite3', 'build', 'Release', 'better_sqlite3.node');
const ADVICE = 'Check the network to the package registry, and that python3, make and g++ are installed.';
const lockHash = () => hashOf([join(ROOT, 'package.json'), join(ROOT, 'package-lock.json')]);

/** Fetches what the application is made of, without compiling anything. Whether anything has to be compiled. */
export function fetchPackages() {
  if (upToDate('installed', lockHash(), DRIVER)) {
    console.log('→ Dependencies are installed');
    return false;
  }
  const args = ['install', '--no-save', '--no-audit', '--no-fund', '--ignore-scripts'];
  step('Fetching dependencies', ADVICE, () => run('npm', args).status === 0);
  return true;
}

/** Compiles the database driver, beside other work: what it prints is shown where it fails. */
export async function compileDriver() {
  const start = Date.now();
  console.log('→ Compiling the database driver (about a minute)');
  // Compiled for a quick build: the last bit of speed of the database takes twice as long to compile and nobody feels it here.
  const quick = { CFLAGS: '-O1', CXXFLAGS: '-O1', JOBS: 'max' };
  const { ok, output } = await quietly('npm', ['rebuild', '--no-audit', '--no-fund'], quick);
  if (!ok || !existsSync(DRIVER)) {
    console.error(`${output}\n✗ Compiling the database driver failed. ${ADVICE}`);
    process.exit(1);
  }
  console.log(`  the driver is compiled, ${((Date.now() - start) / 1000).toFixed(1)} s`);
  remember('installed', lockHash());
}

/** Builds the application where its sources changed. Whether it was built, and with that all types checked, tests' included. */
export function build() {
  const sources = readdirSync(ROOT)
    .filter(
      (name) =>
        !NOT_BUILT.has(name) && !name.startsWith('.') && !name.endsWith('.md') && name !== 'next-env.d.ts',
    )
    .filter((name) => !name.endsWith('.tsbuildinfo'))
    .map((name) => join(ROOT, name));
  const hash = hashOf(sources);
  if (
    upToDate('built', hash, join(ROOT, '.next', 'BUILD_ID')) &&
    existsSync(join(ROOT, '.walk', 'index.html'))
  ) {
    console.log('→ The application is built');
    return false;
  }
  step(
    'Building the application (about half a minute)',
    'The lines above name the file and line.',
    () => run('npx', ['next', 'build']).status === 0 && run('node', ['scripts/buildWalk.mjs']).status === 0,
  );
  remember('built', hash);
  return true;
}
