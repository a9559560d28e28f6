import { CATALOGUE } from '../kit/catalogue/catalogue';
import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { quillfeatherFarm } from '../../demo/farm';
import { larkspurRow } from '../../demo/larkspur';
import { fromParent, plainFeed } from '../plan/option/feeds';
import { writeJobFile, type JobFile, JOB_FILE_VERSION } from './jobFile';
import { JOB_FILE_LIMIT_BYTES } from './limits';
import { parseJobFile, tooLarge } from './parse';
import { certainty } from '../site/model/schema';

const farm = quillfeatherFarm();
/** The farm with something broken in a copy of it. */
function broken(change: (job: JobFile) => void): ReturnType<typeof parseJobFile> {
  const copy = structuredClone(farm);
  change(copy);
  return parseJobFile(JSON.stringify(copy));
}
function read(text: string): JobFile {
  const parsed = parseJobFile(text);
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
  return parsed.job;
}
const problems = (r: ReturnType<typeof parseJobFile>) => (r.ok ? [] : r.problems);

test.each([
  ['farm', farm],
  ['larkspur', larkspurRow()],
])('the %s goes out and comes in without loss, the same text again', (_, job) => {
  const text = writeJobFile(job);
  const parsed = parseJobFile(text);
  expect(parsed).toEqual({ ok: true, job });
  expect(writeJobFile(read(text))).toBe(text);
});

test('a file of version 2 opens with everything in it, and what it gives out comes in the same', () => {
  const text = readFileSync(new URL('./fixtures/job-version-2.json', import.meta.url), 'utf8');
  const old = JSON.parse(text) as {
    site: { spots: unknown[]; walls: unknown[] };
    evidence: { readings: { id: string; downMbps: number | null }[] };
  };
  const job = read(text);
  const count = (kind: string) => job.evidence.filter((r) => r.kind === kind).length;
  expect([count('state'), count('reading'), count('correction'), count('step')]).toEqual([2, 90, 1, 2]);
  expect(job.site.spots).toHaveLength(old.site.spots.length);
  expect(job.site.walls).toHaveLength(old.site.walls.length);
  expect(job.plan.options.map((o) => o.name)).toEqual(['A node upstairs', 'And one in the parlour']);
  for (const was of old.evidence.readings)
    expect(job.evidence.find((r) => r.id === was.id)).toMatchObject({ downMbps: was.downMbps });
  // What was chosen was what the work was done on.
  expect(job.evidence.find((r) => r.kind === 'acceptance')).toMatchObject({ optionId: 'opt-air' });
  expect(read(writeJobFile(job))).toEqual(job);
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
      'a lock on a unit that is gone',
      (j) => (j.plan.options[0]!.locks = ['nobody']),
      'plan.options[0].locks[0]',
      /the lock is on the unit "nobody"/,
    ],
    [
      'a room kept free that is not there',
      (j) => (j.plan.keptOut = ['attic-2']),
      'plan.keptOut[0]',
      /no room/,
    ],
    [
      'own kit of impossible power',
      (j) =>
        j.plan.ownKit.push({
          ...CATALOGUE[1]!,
          id: 'strong',
          radios: [{ ...CATALOGUE[1]!.radios[0]!, eirpDbm: 99 }],
        }),
      'plan.ownKit[0].radios[0].eirpDbm',
      /36 dBm/,
    ],
    [
      'a feed the kit lacks',
      (j) => (j.plan.options[0]!.units[1]!.feed.kind = 'bridge'),
      'plan.options[0].units[1].feed.kind',
      /cannot be fed/,
    ],
    [
      'a reading of no state',
      (j) => Object.assign(j.evidence[1]!, { stateId: 'x' }),
      'evidence[1].stateId',
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
      a!.feed = plainFeed('ethernet', b!.id);
      b!.feed = fromParent(b!.feed, a!.id);
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

test('a file of version 1 still opens and is written as of today', () => {
  const text = readFileSync(new URL('./fixtures/job-version-1.json', import.meta.url), 'utf8');
  const parsed = parseJobFile(text);
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
  expect(parsed.job).toMatchObject({
    version: JOB_FILE_VERSION,
    pictures: [],
    brief: { consents: [], hours: null },
  });
  expect(parsed.job.site.spots).toHaveLength(larkspurRow().site.spots.length);
  expect(parseJobFile(writeJobFile(parsed.job))).toEqual({ ok: true, job: parsed.job });
});

test('a file of version 3 opens in today’s words, with everything in it', () => {
  const text = readFileSync(new URL('./fixtures/job-version-3.json', import.meta.url), 'utf8');
  const old = JSON.parse(text) as {
    site: { dataRuns: { evidence: string }[] };
    evidence: { kind: string }[];
  };
  const parsed = parseJobFile(text);
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
  const { site, evidence } = parsed.job;
  expect(evidence.map((r) => r.kind)).toEqual(old.evidence.map((r) => r.kind));
  expect(site.dataRuns.map((r) => r.certainty)).toEqual(old.site.dataRuns.map((r) => r.evidence));
  expect([...site.ducts, ...site.coax.cables].every((c) => certainty.safeParse(c.certainty).success)).toBe(
    true,
  );
  const accepted = evidence.find((r) => r.kind === 'acceptance')!;
  expect(accepted.forecast.map((f) => f.verdict)).toEqual(['works', 'tight', 'tooSlow', 'noSignal']);
  expect(evidence.flatMap((r) => (r.kind === 'correction' ? [r.act] : []))).toEqual(['setAside', 'takeBack']);
  expect(parseJobFile(writeJobFile(parsed.job))).toEqual({ ok: true, job: parsed.job });
});

test('whatever lies in a file of version 3 is lifted without a fault, for the schema to name', () => {
  fc.assert(
    fc.property(fc.jsonValue(), fc.constantFrom('site', 'evidence'), (value, key) => {
      const result = parseJobFile(JSON.stringify({ ...farm, version: 3, [key]: value }));
      if (!result.ok) expect(result.problems.every((p) => p.message.length > 0)).toBe(true);
    }),
    { numRuns: 60 },
  );
});

describe('pictures in a job file', () => {
  // One grey pixel as PNG, and the same with a note of the camera.
  const pixel =
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAAAAAA6fptVAAAACklEQVR4nGNoAAAAggCBd81ytgAAAABJRU5ErkJggg==';
  const noted = Buffer.concat([
    Buffer.from(pixel, 'base64').subarray(0, 33),
    Buffer.from([0, 0, 0, 2]),
    Buffer.from('tEXtxx0000'),
    Buffer.from(pixel, 'base64').subarray(33),
  ]);
  const withPicture = (base64: string, type = 'image/png') =>
    broken((j) => {
      j.pictures.push({ id: 'p', type, base64 });
      j.site.underlays.push({
        id: 'u',
        storeyId: 'f-ground',
        pictureId: 'p',
        name: 'Plan',
        widthPx: 1,
        heightPx: 1,
        xM: 0,
        yM: 0,
        mPerPx: 0.02,
        turnDeg: 0,
        strength: 0.5,
      });
    });
  test('go out and come in', () => {
    const parsed = withPicture(pixel);
    expect(problems(parsed)).toEqual([]);
    expect(parsed.ok && parseJobFile(writeJobFile(parsed.job))).toEqual(parsed);
  });
  test.each<[string, string, string | undefined, RegExp]>([
    ['another kind than it says', pixel, 'image/jpeg', /says it is image\/jpeg/],
    ['no picture at all', Buffer.from('hello hello hello').toString('base64'), undefined, /not a picture/],
    ['notes of the camera', noted.toString('base64'), undefined, /where it was taken/],
  ])('%s is refused', (_, base64, type, message) => {
    expect(problems(withPicture(base64, type))[0]).toMatchObject({
      path: 'pictures[0]',
      message: expect.stringMatching(message),
    });
  });
  test('one that is missing is named', () => {
    const r = broken((j) => {
      j.site.underlays.push({
        id: 'u',
        storeyId: 'f-ground',
        pictureId: 'none',
        name: 'P',
        widthPx: 1,
        heightPx: 1,
        xM: 0,
        yM: 0,
        mPerPx: 1,
        turnDeg: 0,
        strength: 1,
      });
    });
    expect(problems(r)[0]).toMatchObject({ path: 'site.underlays[0].pictureId' });
  });
});

test.each([
  ['\ufffdPNG\r\n\u001a\n\u0000\u0000', 'a picture'],
  ['\ufffd\ufffd\ufffd\ufffd\u0000\u0010JFIF\u0000', 'a picture'],
  ['%PDF-1.7\n', 'a PDF'],
  ['PK\u0003\u0004', 'an archive'],
])('%j is told for what it is', (text, words) => {
  const parsed = parseJobFile(text);
  expect(!parsed.ok && parsed.problems[0]!.message).toContain(`This is ${words}`);
});
