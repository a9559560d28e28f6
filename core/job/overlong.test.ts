import { describe, expect, test } from '@jest/globals';
import { quillfeatherFarm } from '../../demo/farm';
import { writeJobFile } from './jobFile';
import { parseJobFile } from './parse';
import { MOST_PROBLEMS } from './problem';

const farm = JSON.parse(writeJobFile(quillfeatherFarm())) as Record<string, unknown> & {
  site: Record<string, unknown> & { spots: Record<string, unknown>[] };
  evidence: unknown[];
};
const problemsOf = (job: unknown) => {
  const read = parseJobFile(JSON.stringify(job));
  return read.ok ? [] : read.problems;
};
const many = (n: number, of: unknown) => Array.from({ length: n }, () => of);

describe('a broken file', () => {
  test('with a list that is too long is one problem, whatever is in the list', () => {
    expect(problemsOf({ ...farm, site: { ...farm.site, walls: many(200_000, { no: 'wall' }) } })).toEqual([
      { path: 'site.walls', message: 'holds 200000 things; at most 3000 are taken: take 197000 out' },
    ]);
    const spots = farm.site.spots.map((s, i) => (i === 3 ? { ...s, activities: many(5000, 1) } : s));
    expect(problemsOf({ ...farm, site: { ...farm.site, spots } })).toMatchObject([
      { path: 'site.spots[3].activities', message: expect.stringContaining('5000 things') },
    ]);
    expect(problemsOf({ ...farm, evidence: many(320_000, 1) })).toMatchObject([{ path: 'evidence' }]);
  });

  test('with many wrong rows is looked at no further than anybody reads', () => {
    const problems = problemsOf({
      ...farm,
      evidence: [...farm.evidence, ...many(100_000, { kind: 'reading' })],
    });
    expect(problems).toHaveLength(MOST_PROBLEMS + 1);
    expect(problems[0]!.path).toMatch(new RegExp(`^evidence\\[${farm.evidence.length}\\]`));
    expect(problems.at(-1)!.message).toBe('and more: mend these first.');
  });

  test('with a hundred thousand keys nobody knows names some of them', () => {
    const keys = Object.fromEntries(Array.from({ length: 100_000 }, (_, i) => [`key${i}`, 1]));
    const [problem] = problemsOf({ ...farm, site: { ...farm.site, ...keys } });
    expect(problem!.message).toMatch(/key0.*…$/);
    expect(problem!.message.length).toBeLessThan(400);
  });

  test('a sound one is read whole', () => {
    const read = parseJobFile(JSON.stringify(farm));
    expect(read.ok && read.job.evidence.length).toBe(farm.evidence.length);
  });
});
