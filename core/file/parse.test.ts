import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { quillfeatherFarm } from '../../demo/farm';
import { larkspurRow } from '../../demo/larkspur';
import { writeJobFile, type JobFile } from './jobFile';
import { JOB_FILE_LIMIT_BYTES, parseJobFile, tooLarge } from './parse';

const farm = quillfeatherFarm();
/** The farm with something broken in a copy of it. */
function broken(change: (job: JobFile) => void): ReturnType<typeof parseJobFile> {
  const copy = structuredClone(farm);
  change(copy);
  return parseJobFile(JSON.stringify(copy));
}
const problems = (r: ReturnType<typeof parseJobFile>) => (r.ok ? [] : r.problems);

test.each([
  ['farm', farm],
  ['larkspur', larkspurRow()],
])('the %s goes out and comes in without loss, the same text again', (_, job) => {
  const text = writeJobFile(job);
  const parsed = parseJobFile(text);
  expect(parsed).toEqual({ ok: true, job });
  if (parsed.ok) expect(writeJobFile(parsed.job)).toBe(text);
});

describe('bad input is named with its path', () => {
  test.each<[string, (job: JobFile) => void, string, RegExp]>([
    [
      'a wall of zero length',
      (j) => (j.site.walls[3]!.b = { ...j.site.walls[3]!.a }),
      'site.walls[3]',
      /no length/,
    ],
    [
      'an unknown material',
      (j) => (j.site.walls[2]!.construction = 'cheese'),
      'site.walls[2].construction',
      /unknown material "cheese"/,
    ],
    [
      'an undefined custom material',
      (j) => (j.site.walls[2]!.construction = 'custom-x'),
      'site.walls[2].construction',
      /not defined/,
    ],
    ['1e9 m', (j) => (j.site.spots[0]!.place.xM = 1e9), 'site.spots[0].place.xM', /outside the plot/],
    [
      'a storey that is not there',
      (j) => (j.site.spots[1]!.place.storeyId = 'cellar'),
      'site.spots[1].place.storeyId',
      /no storey/,
    ],
    ['a door wider than its wall', (j) => (j.site.openings[0]!.offsetM = 100), 'site.openings[0]', /reaches/],
    [
      'unknown kit',
      (j) => (j.plan.options[0]!.units[0]!.kitId = 'magic'),
      'plan.options[0].units[0].kitId',
      /no kit item/,
    ],
    [
      'a feed the kit lacks',
      (j) => (j.plan.options[0]!.units[1]!.feed.kind = 'bridge'),
      'plan.options[0].units[1].feed.kind',
      /cannot be fed/,
    ],
    [
      'a reading of no state',
      (j) => (j.evidence.readings[0]!.stateId = 'x'),
      'evidence.readings[0].stateId',
      /no network state/,
    ],
    [
      'an id that stands twice',
      (j) => (j.site.spots[1]!.id = j.site.spots[0]!.id),
      'site.spots[1].id',
      /stands twice/,
    ],
    ['a field nobody knows', (j) => Object.assign(j.brief, { extra: 1 }), 'brief', /extra/i],
  ])('%s', (_, change, path, message) => {
    const found = problems(broken(change)).find((p) => p.path === path);
    expect(found?.message).toMatch(message);
  });

  test('a circle of feeds', () => {
    const result = broken((j) => {
      const [a, b] = j.plan.options[0]!.units;
      a!.feed = { ...a!.feed, kind: 'ethernet', parentId: b!.id };
      b!.feed = { ...b!.feed, parentId: a!.id };
    });
    expect(
      problems(result)
        .map((p) => p.message)
        .join(),
    ).toMatch(/circle: .*→/);
  });

  test('a truncated file, no JSON, another format, a newer version, too large a file', () => {
    const text = writeJobFile(farm);
    expect(problems(parseJobFile(text.slice(0, text.length / 2)))[0]!.message).toMatch(/ends in the middle/);
    expect(problems(parseJobFile('{"a": }'))[0]!.message).toMatch(/not valid JSON/);
    expect(problems(parseJobFile('[]'))[0]!.message).toMatch(/one object/);
    expect(problems(parseJobFile('{"format":"other"}'))[0]!.message).toMatch(/format/);
    expect(problems(parseJobFile('{"format":"nestle-job","version":99}'))[0]!.message).toMatch(
      /Update Nestle/,
    );
    expect(tooLarge(JOB_FILE_LIMIT_BYTES)).toBeNull();
    expect(tooLarge(200 * 1024 * 1024)!.message).toMatch(/200 MB/);
  });

  test('whatever JSON comes in, it is refused with words and never thrown', () => {
    fc.assert(
      fc.property(
        fc.jsonValue(),
        fc.constantFrom('site', 'plan', 'brief', 'evidence', 'name'),
        (value, key) => {
          const result = parseJobFile(JSON.stringify({ ...farm, [key]: value }));
          if (!result.ok) expect(result.problems.every((p) => p.message.length > 0)).toBe(true);
        },
      ),
      { numRuns: 60 },
    );
  });
});
