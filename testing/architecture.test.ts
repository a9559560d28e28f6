import { existsSync, readFileSync } from 'node:fs';
import { dirname, join, normalize } from 'node:path';
import { describe, expect, test } from '@jest/globals';

const text = readFileSync('docs/architecture.md', 'utf8');

/** The files of a walk in their order, each with its arrow to the next. */
function walkOf(title: string): { file: string; arrow: string }[] {
  const part = text.split(`### ${title}\n`)[1]!.split(/\n##/)[0]!;
  return [...part.matchAll(/^\d+\. `([^`]+)`(?: (→|←))?/gm)].map(([, file, arrow]) => ({
    file: file!,
    arrow: arrow ?? '',
  }));
}

/** Files a file imports, types too. */
function importsOf(file: string): string[] {
  const source = readFileSync(file, 'utf8');
  return [...source.matchAll(/from '((?:@\/|\.)[^']+)'/g)].flatMap(([, at]) => {
    const path = at!.startsWith('@/') ? at!.slice(2) : normalize(join(dirname(file), at!));
    return [`${path}.ts`, `${path}.tsx`, `${path}/index.ts`].filter((p) => existsSync(p));
  });
}

describe.each([
  ['A reading to a prediction', 12],
  ['A dragged unit to the ledger', 10],
  ['A suggestion to an option', 12],
])('the walk “%s”', (title, most) => {
  const walk = walkOf(title);
  test(`takes at most ${most} files, none of them over 300 lines`, () => {
    expect(walk.length).toBeGreaterThan(5);
    expect(walk.length).toBeLessThanOrEqual(most);
    for (const { file } of walk)
      expect([file, readFileSync(file, 'utf8').split('\n').length <= 300]).toEqual([file, true]);
  });
  test('goes from file to file by imports that are there', () => {
    walk.slice(0, -1).forEach(({ file, arrow }, i) => {
      const next = walk[i + 1]!.file;
      const [from, to] = arrow === '←' ? [next, file] : [file, next];
      expect([from, importsOf(from).includes(to) ? to : 'is not imported']).toEqual([from, to]);
    });
  });
});

test('every file that is named in the documents is there', () => {
  for (const doc of ['architecture', 'model', 'core', 'glossary', 'job-file', 'readings', 'survey']) {
    const named = [
      ...readFileSync(`docs/${doc}.md`, 'utf8').matchAll(
        /`((?:app|bench|cli|core|db|meter|server|testing|ui|workers)\/[\w./-]+)`/g,
      ),
    ].map(([, path]) => path!);
    expect(named.filter((path) => !existsSync(path))).toEqual([]);
  }
});
