import { beforeEach, describe, expect, test } from '@jest/globals';
import { asBuilt } from '../../core/evidence/built';
import { freeze } from '../../core/evidence/frozenNetwork';
import { sampleAcceptance, sampleReading, sampleStep, sampleStrike } from '../../demo/sampleRows';
import type { EvidenceRow } from '../../core/evidence/rows';
import { parseJobFile } from '../../core/job/parse';
import { writeJobFile } from '../../core/job/jobFile';
import { openDatabase, type Db } from '../../db/connection';
import { OWNER } from '../base/caller';
import { insertRows } from '@/db/evidence';
import { ROWS_A_PAGE, readEvidence, recordEvidence } from './evidence';
import { exportJob } from './files';
import { farm, opened, valueOf } from '../../testing/sampleJobs';

let db: Db;
let id: string;
beforeEach(() => {
  db = openDatabase(':memory:');
  id = farm(db);
});
const record = (rows: unknown[], against: unknown = null) => recordEvidence(OWNER, id, { against, rows }, db);
const kinds = (rows: readonly EvidenceRow[]) => rows.map((r) => r.kind);

test('rows are added once, never overwritten, all or nothing', () => {
  const step = sampleStep('boxes', 'done');
  const first = valueOf(record([step]));
  expect(first.added).toBe(1);
  expect(first.rows[0]!.received!.number).toBeGreaterThan(1);
  // A lost answer: the same submission again gives what is stored, and stores nothing.
  expect(valueOf(record([step]))).toEqual({ ...first, added: 0 });
  const clash = [
    { ...step, id: 'e2' },
    { ...step, text: 'other' },
  ];
  expect(record(clash)).toMatchObject({ ok: false, status: 409 });
  const { evidence } = opened(id, db).job;
  expect(evidence.filter((r) => r.kind === 'step')).toHaveLength(1);
  expect(() => db.prepare("UPDATE evidence_row SET json = '{}'").run()).toThrow(/never overwritten/);
});

test.each<[string, object, RegExp]>([
  ['of an unknown state', sampleReading({ stateId: 'none', spotId: 'spot-1' }), /not there/],
  ['at a spot of another job', sampleReading({ spotId: 'away' }), /not in the survey of this job/],
  ['with nonsense in it', { ...sampleReading({ stateId: 'st-today' }), rssiDbm: 40 }, /between −120 and 0/],
  ['of nothing', { ...sampleStrike('nobody') }, /no reading "nobody"/],
  [
    'of a kind only the server makes',
    { kind: 'round', id: 'x', at: '2026-01-01T00:00:00Z', by: '', number: 1, stateId: 'st-today' },
    /by the server alone/,
  ],
  ['of a kind nobody knows', { kind: 'toString', id: 'x' }, /./],
])('a row %s is refused with words and nothing is stored', (_, row, message) => {
  const before = opened(id, db).job.evidence.length;
  const refused = record([row]);
  expect(refused).toMatchObject({ ok: false, status: 400 });
  expect(!refused.ok && refused.problems.map((p) => p.message).join()).toMatch(message);
  expect(opened(id, db).job.evidence).toHaveLength(before);
});

describe('the network a reading hangs on', () => {
  const network = () => {
    const { site, plan } = opened(id, db).job;
    const option = plan.options[0]!;
    const rows = [sampleAcceptance(option)];
    const built = asBuilt(site, plan, rows)!;
    return { phase: 'after', ...freeze(site, built.option, built.kit) } as const;
  };
  const run = (runId: string) => ({ ...sampleReading({ spotId: 'spot-1' }), id: runId, stateId: 'against' });
  test('is made by the server, with its round, and found again while it is physically the same', () => {
    const one = valueOf(record([run('a')], network()));
    expect(kinds(one.rows)).toEqual(['state', 'round', 'reading']);
    const two = valueOf(record([run('b')], network()));
    expect(two.added).toBe(1);
    // A name, a letter and a measured link are labels: nothing of the state changes.
    const { labels, ...rest } = network();
    const renamed = {
      ...rest,
      labels: {
        ...labels,
        name: 'X',
        units: labels.units.map((u) => ({ ...u, name: 'Y', measuredDownMbps: 7 })),
      },
    };
    expect(valueOf(record([run('c')], renamed)).added).toBe(1);
    const moved = network();
    moved.network.units[1]!.place = { ...moved.network.units[1]!.place, xM: 9 };
    const four = valueOf(record([run('d')], moved));
    expect(kinds(four.rows)).toEqual(['state', 'round', 'reading']);
    expect(four.rows[1]).toMatchObject({ number: 2 });
    const back = valueOf(record([run('e')], network()));
    expect(back.added).toBe(1);
  });
  test('is looked into as an option: unknown kit, parents and circles are refused', () => {
    const bad = (change: (n: ReturnType<typeof network>) => void) => {
      const n = network();
      change(n);
      return record([run('a')], n);
    };
    expect(bad((n) => (n.network.units[0]!.kitId = 'nothing'))).toMatchObject({ ok: false, status: 400 });
    for (const parentId of ['x', 'b'])
      expect(
        bad((n) => {
          n.network.units[1]!.feed = { ...n.network.units[1]!.feed, kind: 'wireless', parentId } as never;
        }),
      ).toMatchObject({ ok: false });
  });
  test('whatever is recorded exports, and the export imports the same', () => {
    valueOf(record([run('a'), sampleAcceptance({ id: 'opt-wire', name: 'x' })], network()));
    valueOf(record([{ ...sampleStrike('a') }]));
    const text = writeJobFile(valueOf(exportJob(OWNER, id, db)));
    const parsed = parseJobFile(text);
    expect(parsed.ok ? [] : parsed.problems).toEqual([]);
    expect(parsed.ok && writeJobFile(parsed.job)).toBe(text);
  });
});

test('a window asks for what came after what it has', () => {
  const newest = opened(id, db).job.evidence.at(-1)!.received!.number;
  valueOf(record([sampleStep('boxes', 'done'), sampleStep('labels', 'done')]));
  const { rows } = valueOf(readEvidence(OWNER, id, newest, db));
  expect(rows.map((r) => r.received!.number)).toEqual([newest + 1, newest + 2]);
  expect(valueOf(readEvidence(OWNER, id, NaN, db)).rows).toHaveLength(newest + 2);
  expect(readEvidence(OWNER, 'nobody', 0, db)).toMatchObject({ status: 404 });
  // More than a page comes in pages, none left out and none twice.
  insertRows(
    db,
    id,
    Array.from({ length: 2 * ROWS_A_PAGE }, (_, i) => ({
      number: newest + 3 + i,
      kind: 'remark',
      row_id: `many-${i}`,
      received_at: '2026-06-03T09:00:00.000Z',
      json: '{"kind":"remark"}',
    })),
  );
  const numbers: number[] = [];
  for (let after = 0; ;) {
    const page = valueOf(readEvidence(OWNER, id, after, db)).rows.map((r) => r.received!.number);
    if (page.length === 0) break;
    expect(page.length).toBeLessThanOrEqual(ROWS_A_PAGE);
    numbers.push(...page);
    after = page.at(-1)!;
  }
  expect(numbers).toEqual(Array.from({ length: newest + 2 + 2 * ROWS_A_PAGE }, (_, i) => i + 1));
});
