import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sealKeys, type NamedKey, type SealedKeys } from '../../core/job/keyBox';
import { writeJobFile } from '../../core/job/jobFile';
import { writeJobZip } from '../../core/job/jobZip';
import { createPlanner } from '../../core/job/planner';
import { devicesCsv, readingsCsv, spotsCsv } from '../../core/job/tables';
import { openDatabase, type Db } from '../../db/connection';
import { paperHtml } from '../../papers/html';
import { PAPERS } from '../../papers/papers';
import { farm, opened, valueOf } from '../../testing/sampleJobs';
import { samplePhone, walkViewOf } from '../../testing/samplePhones';
import { OWNER } from '../base/caller';
import { duplicateJob, exportJob } from './files';
import { putKeyBox, readKeyBox, takeKeyBoxAway } from './keyBox';

const KEYS: NamedKey[] = [
  { kind: 'network', name: 'planted-name-71', key: 'planted-key-72' },
  { kind: 'admin', name: 'planted-page-73', key: 'planted-word-74' },
];
const PASS = 'planted passphrase 75';
const SECRETS = [...KEYS.flatMap((k) => [k.name, k.key]), PASS];
let folder: string;
let db: Db;
let id: string;
let box: SealedKeys;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'keys-'));
  db = openDatabase(join(folder, 'n.db'));
  id = farm(db);
  box = await sealKeys(id, PASS, KEYS);
});
afterEach(() => {
  db.close();
  rmSync(folder, { recursive: true });
});
const put = (over: string | null, sent: unknown = box) => putKeyBox(OWNER, id, { box: sent, over }, db);

test('a box is kept over the one that was looked at, and over no other', () => {
  expect(valueOf(readKeyBox(OWNER, id, db)).kept).toBeNull();
  const { keptAt } = valueOf(put(null));
  expect(valueOf(readKeyBox(OWNER, id, db)).kept).toEqual({ box, keptAt });
  // A second window that looked before there was one.
  expect(put(null)).toMatchObject({ ok: false, status: 409 });
  const later = valueOf(put(keptAt)).keptAt;
  expect(later > keptAt).toBe(true);
  expect(put(keptAt)).toMatchObject({ ok: false, status: 409 });
  valueOf(takeKeyBoxAway(OWNER, id, db));
  expect(valueOf(readKeyBox(OWNER, id, db)).kept).toBeNull();
  expect(put(null, { ...box, sealed: 'no base64!' })).toMatchObject({ ok: false, status: 400 });
  expect(readKeyBox(OWNER, 'no-such-job', db)).toMatchObject({ ok: false, status: 404 });
});

test('a copy of the job has none, and what is damaged is none', () => {
  valueOf(put(null));
  const copy = valueOf(duplicateJob(OWNER, id, 'farm-copy', 'everything', db));
  expect(valueOf(readKeyBox(OWNER, copy.id, db)).kept).toBeNull();
  db.prepare("UPDATE key_box SET json = '{'").run();
  expect(valueOf(readKeyBox(OWNER, id, db)).kept).toBeNull();
  db.prepare('DELETE FROM job WHERE id = ?').run(id);
  expect(db.prepare('SELECT count(*) AS n FROM key_box').get()).toEqual({ n: 0 });
});

test('a phone may neither see nor keep a box', () => {
  const { caller } = samplePhone(id);
  expect(readKeyBox(caller, id, db)).toMatchObject({ ok: false, status: 403 });
  expect(putKeyBox(caller, id, { box, over: null }, db)).toMatchObject({ ok: false, status: 403 });
});

test('planted keys are in no file of the database, no export, paper, table, phone view, error or print of the server', () => {
  const printed: string[] = [];
  const spies = (['log', 'error', 'warn', 'info'] as const).map((name) =>
    jest.spyOn(console, name).mockImplementation((...words: unknown[]) => void printed.push(words.join(' '))),
  );
  const { keptAt } = valueOf(put(null));
  valueOf(put(keptAt));
  // Sent in the clear by mistake, in every part of what is sent: the refusal names none of it.
  const refused = [
    put(null, { ...box, keys: KEYS }),
    put(null, { ...box, salt: KEYS[0]!.key }),
    put(null, KEYS),
    putKeyBox(OWNER, id, { box, over: keptAt, passphrase: PASS }, db),
    putKeyBox(OWNER, id, { box, over: PASS + PASS + PASS }, db),
  ];
  for (const outcome of refused) expect(outcome.ok).toBe(false);
  const { job } = opened(id, db);
  const derived = createPlanner(job).derive(null);
  const paper = { ...job, derived, shown: job.plan.options[0]! };
  const file = valueOf(exportJob(OWNER, id, db));
  const out = [
    JSON.stringify(refused),
    writeJobFile(file),
    Buffer.from(writeJobZip(file)).toString('latin1'),
    readingsCsv(job),
    spotsCsv(job),
    devicesCsv(job),
    ...Object.values(PAPERS).map((make) => paperHtml(make(paper, 'en'))),
    JSON.stringify(walkViewOf(db, id, 'walkAndSheet')),
    printed.join('\n'),
    ...readdirSync(folder).map((name) => readFileSync(join(folder, name)).toString('latin1')),
  ];
  for (const spy of spies) spy.mockRestore();
  expect(readdirSync(folder).some((n) => n.endsWith('-wal'))).toBe(true);
  // The sealed box is in the database alone, or this test would look for nothing.
  const own = Buffer.from(box.sealed).toString('latin1').slice(0, 64);
  expect(out.filter((text) => text.includes(own)).length).toBeGreaterThan(0);
  expect(out.slice(0, -readdirSync(folder).length).some((text) => text.includes(own))).toBe(false);
  for (const text of out) for (const secret of SECRETS) expect(text.includes(secret)).toBe(false);
});
