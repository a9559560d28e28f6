// `npm run mutants -- [COUNT] [SEED] [known]`: changes the code at random places, one at a time, and looks whether the unit tests notice.
// Works in a copy under .tmp, so that nothing is left changed whatever happens here.
import { execFileSync, spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, readFileSync, readdirSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import ts from 'typescript';
import { seeded } from '../meter/practice/random';

const count = Number(process.argv[2] ?? 100);
const random = seeded(Number(process.argv[3] ?? 20261130));
/** Whether the unit tests are known to hold as they are, so that they need not be run first. */
const isKnown = process.argv[4] === 'known';
const COPY = '.tmp/mutants';
/** What is changed. */
const CHANGED = ['core', 'server', 'db'];
/** Tests that hold wherever tests can be run at all. */
const SURE = 'core/stats/';
/** A change after which the tests do not come to an end within this is noticed, s. */
const LONGEST_S = 1200;

/** Each operator with what it is changed for: a comparison for its contrary, a sign, and for or. */
const CONTRARY = new Map<ts.SyntaxKind, string>([
  [ts.SyntaxKind.LessThanToken, '>='],
  [ts.SyntaxKind.LessThanEqualsToken, '>'],
  [ts.SyntaxKind.GreaterThanToken, '<='],
  [ts.SyntaxKind.GreaterThanEqualsToken, '<'],
  [ts.SyntaxKind.EqualsEqualsEqualsToken, '!=='],
  [ts.SyntaxKind.ExclamationEqualsEqualsToken, '==='],
  [ts.SyntaxKind.AmpersandAmpersandToken, '||'],
  [ts.SyntaxKind.BarBarToken, '&&'],
  [ts.SyntaxKind.PlusToken, '-'],
  [ts.SyntaxKind.MinusToken, '+'],
]);

interface Change {
  file: string;
  at: number;
  end: number;
  from: string;
  to: string;
  line: number;
}

const isCode = (name: string) => /\.ts$/.test(name) && !/\.(test|d)\.ts$/.test(name);
const filesIn = (folder: string): string[] =>
  readdirSync(folder, { recursive: true })
    .map((name) => join(folder, String(name)))
    .filter((name) => isCode(name))
    .sort();

/** All places of a file that can be changed; text put together is no sum. */
function changesIn(file: string): Change[] {
  const text = readFileSync(file, 'utf8');
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const found: Change[] = [];
  const isText = (node: ts.Node) => ts.isStringLiteralLike(node) || ts.isTemplateExpression(node);
  const visit = (node: ts.Node): void => {
    if (ts.isBinaryExpression(node)) {
      const { operatorToken, left, right } = node;
      const to = CONTRARY.get(operatorToken.kind);
      if (to && !isText(left) && !isText(right)) {
        const at = operatorToken.getStart();
        const line = source.getLineAndCharacterOfPosition(at).line + 1;
        found.push({ file, at, end: operatorToken.getEnd(), from: operatorToken.getText(), to, line });
      }
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

/** So many of a list, no one twice. */
function sampled<T>(list: readonly T[], most: number): T[] {
  const left = [...list];
  return Array.from(
    { length: Math.min(most, left.length) },
    () => left.splice(Math.floor(random() * left.length), 1)[0]!,
  );
}

/** Whether tests fail or do not come to an end. */
function fails(args: readonly string[]): boolean {
  const { status } = spawnSync(
    'npx',
    ['jest', '--maxWorkers=2', '--bail', '--silent', '--passWithNoTests', ...args],
    {
      cwd: COPY,
      env: { ...process.env, NODE_OPTIONS: '--experimental-vm-modules --no-warnings' },
      stdio: 'ignore',
      timeout: LONGEST_S * 1000,
    },
  );
  return status !== 0;
}

/** Whether the tests notice a change: those beside it first, then those of its part, then all that reach it. */
function isNoticed({ file, at, end, to }: Change): boolean {
  const inCopy = join(COPY, file);
  const text = readFileSync(inCopy, 'utf8');
  writeFileSync(inCopy, text.slice(0, at) + to + text.slice(end));
  try {
    const part = file.split('/').slice(0, 2).join('/');
    const ways = [[`${dirname(file)}/`], [`${part}/`], ['--findRelatedTests', file]];
    return ways.some((way) => fails(way));
  } finally {
    writeFileSync(inCopy, text);
  }
}

rmSync(COPY, { recursive: true, force: true });
mkdirSync(COPY, { recursive: true });
const tracked = execFileSync('git', ['ls-files'], { encoding: 'utf8' }).trim().split('\n');
for (const name of tracked) cpSync(name, join(COPY, name), { recursive: true });
symlinkSync(join(process.cwd(), 'node_modules'), join(COPY, 'node_modules'));
// Where tests cannot be run every change would count as noticed.
if (fails([SURE])) throw new Error(`The tests of ${SURE} do not run in the copy under ${COPY}: look why.`);
if (!isKnown && fails([])) throw new Error('The unit tests fail without any change: mend that first.');
const all = CHANGED.flatMap(filesIn).flatMap(changesIn);
const survivors: Change[] = [];
const start = performance.now();
for (const [i, change] of sampled(all, count).entries()) {
  const noticed = isNoticed(change);
  if (!noticed) survivors.push(change);
  const where = `${change.file}:${change.line}  ${change.from} → ${change.to}`;
  console.log(`${String(i + 1).padStart(4)}  ${noticed ? 'noticed ' : 'SURVIVED'}  ${where}`);
}
const share = (100 * (1 - survivors.length / Math.min(count, all.length))).toFixed(0);
console.log(
  `${share} % of ${count} changes (of ${all.length} there could be) were noticed, in ${((performance.now() - start) / 60_000).toFixed(0)} minutes`,
);
rmSync(COPY, { recursive: true, force: true });
