import { describe, expect, test } from '@jest/globals';
import { evidenceOf } from '../../core/evidence/fold';
import { openDatabase, type Db } from '../../db/connection';
import { OWNER } from '../base/caller';
import type { KnownPhone } from '../access/phones';
import { readDocument, saveAct } from '../jobs/documents';
import { recordEvidence } from '../jobs/evidence';
import { farm, opened, valueOf } from '../../testing/sampleJobs';
import {
  phoneReading as reading,
  samplePhone as phone,
  walkViewOf as viewOf,
} from '../../testing/samplePhones';
import { newestOf } from './newest';
import { takeWalkFile, takeWalkRows } from './rows';
import type { Basis } from './view';

const send = (db: Db, who: KnownPhone, basis: Basis, rows: unknown[], phase = 'before') =>
  valueOf(takeWalkRows(who, { rows: rows.map((row) => ({ phase, basis, row })) }, db)).rows;

describe('what a phone sees', () => {
  test('spots in walking order with what is needed, read and expected there, storeys, units', () => {
    const db = openDatabase(':memory:');
    const view = viewOf(db, farm(db));
    expect(view).toMatchObject({
      job: 'Quillfeather Farm',
      phase: 'before',
      phases: ['before'],
      practice: true,
    });
    expect(view.spots).toHaveLength(14);
    // A storey is walked whole before the next, the yard and outbuildings one after another.
    const storeys = view.spots.map((s) => s.at.storeyId).filter((s, i, all) => s !== all[i - 1]);
    expect(new Set(storeys).size).toBe(storeys.length);
    expect(view.spots[0]!.runs).toHaveLength(3);
    expect(view.spots.some((s) => s.expected !== null)).toBe(true);
    expect(view.units).toMatchObject([{ letter: 'A', fed: false }]);
  });
  test('is new as soon as a document or the evidence is, and not before', () => {
    const db = openDatabase(':memory:');
    const job = farm(db);
    const first = viewOf(db, job);
    expect(newestOf(job, db).newest).toBe(first.newest);
    send(db, phone(job), first.basis, [reading('rd-new-0001')]);
    const read = viewOf(db, job);
    expect(newestOf(job, db).newest).toBe(read.newest);
    expect(read.newest).not.toBe(first.newest);
    const brief = valueOf(readDocument(OWNER, job, 'brief', db));
    const document = { ...(brief.document as object), visitDate: '2026-06-11' };
    valueOf(saveAct(OWNER, job, { brief: { baseRevision: brief.revision, document } }, db));
    expect(newestOf(job, db).newest).not.toBe(read.newest);
    expect(newestOf(job, db).newest).toBe(viewOf(db, job).newest);
  });
  test('nothing of the brief, of keys or of other jobs', () => {
    const db = openDatabase(':memory:');
    const text = JSON.stringify(viewOf(db, farm(db)));
    for (const secret of [
      'Quillfeathers',
      '0155',
      'has the letter',
      'quillfeather"',
      'Hollis',
      'lesson drops',
    ])
      expect(text).not.toContain(secret);
  });
  test('steps for the run sheet alone, once something is accepted; then it reads after', () => {
    const db = openDatabase(':memory:');
    const job = farm(db);
    const option = opened(job, db).job.plan.options[0]!;
    const accept = {
      kind: 'acceptance',
      id: 'ac-12345678',
      at: '2026-06-03T11:00:00Z',
      by: '',
      optionId: option.id,
      optionName: option.name,
      forecast: [],
      note: '',
    };
    valueOf(recordEvidence(OWNER, job, { against: null, rows: [accept] }, db));
    expect(viewOf(db, job, 'walk').steps).toEqual([]);
    const sheet = viewOf(db, job, 'walkAndSheet');
    expect(sheet.steps.length).toBeGreaterThan(4);
    expect(sheet.phase).toBe('before');
    const who = phone(job, 'walkAndSheet');
    const tick = {
      kind: 'step',
      id: 'ev-12345678',
      at: '2026-06-03T11:30:00Z',
      optionId: option.id,
      stepKey: sheet.steps[0]!.key,
      act: 'done',
      text: '',
    };
    expect(send(db, phone(job), sheet.basis, [tick])).toMatchObject([{ ok: false }]);
    expect(send(db, who, sheet.basis, [tick])).toMatchObject([{ ok: true }]);
    expect(viewOf(db, job, 'walkAndSheet')).toMatchObject({ phase: 'after', phases: ['before', 'after'] });
  });
});

describe('what a phone sends', () => {
  test('is kept once however often it comes, under its name, on the network it was taken in', () => {
    const db = openDatabase(':memory:');
    const job = farm(db);
    const { basis } = viewOf(db, job);
    const rows = [1, 2, 3].map((n) => reading(`rd-phone-${n}`));
    expect(send(db, phone(job), basis, rows).every((r) => r.ok)).toBe(true);
    expect(send(db, phone(job), basis, rows).every((r) => r.ok)).toBe(true);
    const e = evidenceOf(opened(job, db).job.evidence);
    const own = e.readings.filter((r) => r.by === 'Mia');
    expect(own.map((r) => r.id)).toEqual(rows.map((r) => r.id));
    expect(new Set(own.map((r) => r.stateId))).toEqual(new Set(['st-today']));
  });
  test('hangs on the network as the phone saw it, whatever was changed since', () => {
    const db = openDatabase(':memory:');
    const job = farm(db);
    const { basis } = viewOf(db, job);
    const plan = valueOf(readDocument(OWNER, job, 'plan', db));
    const document = structuredClone(plan.document) as { today: { units: { place: { xM: number } }[] } };
    document.today.units[0]!.place.xM += 4;
    valueOf(saveAct(OWNER, job, { plan: { baseRevision: plan.revision, document } }, db));
    send(db, phone(job), basis, [reading('rd-old-12345')]);
    send(db, phone(job), viewOf(db, job).basis, [reading('rd-new-12345')]);
    const e = evidenceOf(opened(job, db).job.evidence);
    const stateOf = (id: string) => e.states.get(e.readings.find((r) => r.id === id)!.stateId)!;
    expect(stateOf('rd-old-12345').id).toBe('st-today');
    expect(stateOf('rd-new-12345').network.units[0]!.place.xM).toBeCloseTo(4.6, 6);
  });
  test('one that is refused holds up no other, and says why', () => {
    const db = openDatabase(':memory:');
    const job = farm(db);
    const { basis } = viewOf(db, job);
    const answers = send(db, phone(job), basis, [
      reading('rd-good-1234'),
      reading('rd-fast-1234', { downMbps: 2e6 }),
      reading('rd-fake-1234', { source: 'practice' }),
      { kind: 'state', id: 'st-fake-1234' },
      { kind: 'acceptance', id: 'ac-fake-1234' },
      {
        kind: 'remark',
        id: 'ev-note-1234',
        at: '2026-06-03T10:00:00Z',
        spotId: 'spot-1',
        unitId: null,
        text: 'by the oven',
      },
      {
        kind: 'correction',
        id: 'ev-strike-12',
        at: '2026-06-03T10:00:00Z',
        readingId: 'st-today-1-1',
        act: 'setAside',
        reason: 'x',
      },
      {
        kind: 'correction',
        id: 'ev-strike-13',
        at: '2026-06-03T10:00:00Z',
        readingId: 'rd-good-1234',
        act: 'setAside',
        reason: 'x',
      },
    ]);
    expect(answers.map((a) => a.ok)).toEqual([true, false, false, false, false, true, false, true]);
    expect(answers.filter((a) => !a.ok).every((a) => a.words.length > 5)).toBe(true);
    const e = evidenceOf(opened(job, db).job.evidence);
    expect(e.remarks).toMatchObject([{ text: 'by the oven', by: 'Mia' }]);
    expect(e.struck.has('rd-good-1234')).toBe(true);
  });
  test('after readings need something built', () => {
    const db = openDatabase(':memory:');
    const job = farm(db);
    const answers = send(db, phone(job), viewOf(db, job).basis, [reading('rd-soon-1234')], 'after');
    expect(answers).toMatchObject([{ ok: false, words: expect.stringContaining('no network') }]);
  });
  test('that is older than what is kept of the job lands as a note, on no network it was not read in', () => {
    const db = openDatabase(':memory:');
    const job = farm(db);
    const { basis } = viewOf(db, job);
    // So much was changed since that the survey the phone had is kept no more.
    db.prepare('UPDATE document SET revision = revision + 500 WHERE job_id = ?').run(job);
    const late = [reading('rd-late-1234', { rssiDbm: -61, note: 'door shut' })];
    for (let i = 0; i < 2; i++)
      expect(send(db, phone(job), basis, late)).toEqual([
        { id: 'rd-late-1234', ok: true, words: expect.stringContaining('older than what is kept') },
      ]);
    const e = evidenceOf(opened(job, db).job.evidence);
    expect(e.remarks.filter((r) => r.id === 'rd-late-1234')).toMatchObject([
      {
        spotId: 'spot-1',
        by: 'Mia',
        text: 'Not counted, the network it was read in is not known any more: down 40 Mb/s, up 12 Mb/s, -61 dBm, idle 6 ms, under load 30 ms, door shut',
      },
    ]);
    expect(opened(job, db).job.evidence.some((r) => r.kind === 'reading' && r.id === 'rd-late-1234')).toBe(
      false,
    );
    // One that nobody ever saved is no older one, and what is no reading is no note.
    const ahead = { ...basis, site: 9999 };
    expect(send(db, phone(job), ahead, [reading('rd-ahead-123')])).toMatchObject([{ ok: false }]);
    expect(send(db, phone(job), basis, [reading('rd-bad-12345', { downMbps: 'many' })])).toMatchObject([
      { ok: false },
    ]);
  });
  test('comes by a file as well, once', () => {
    const db = openDatabase(':memory:');
    const job = farm(db);
    const rows = [{ phase: 'before', basis: viewOf(db, job).basis, row: reading('rd-file-1234') }];
    expect(valueOf(takeWalkFile(OWNER, job, { jobId: job, rows }, db)).rows).toMatchObject([{ ok: true }]);
    expect(takeWalkFile(OWNER, job, { jobId: job, rows: [{ nonsense: 1 }] }, db)).toMatchObject({
      ok: false,
      status: 400,
    });
    expect(takeWalkFile(OWNER, 'gone', { jobId: 'gone', rows }, db)).toMatchObject({
      ok: false,
      status: 404,
    });
  });
  test('is struck out by the phone that sent it, not by another of the same name', () => {
    const db = openDatabase(':memory:');
    const job = farm(db);
    const { basis } = viewOf(db, job);
    const [first, second] = [phone(job), { ...phone(job), id: 'another-phone' }];
    expect(send(db, first, basis, [reading('rd-mine-1234')])).toMatchObject([{ ok: true }]);
    const strike = (id: string) => ({
      kind: 'correction',
      id,
      at: '2026-06-03T11:30:00Z',
      readingId: 'rd-mine-1234',
      act: 'setAside',
      reason: 'x',
    });
    expect(send(db, second, basis, [strike('co-other-123')])).toMatchObject([
      { ok: false, words: expect.stringContaining('its own readings') },
    ]);
    expect(send(db, first, basis, [strike('co-own-12345')])).toMatchObject([{ ok: true }]);
  });
  test('touches nothing beyond its walk: no line, no trial, no run sheet of another option', () => {
    const db = openDatabase(':memory:');
    const job = farm(db);
    const { basis } = viewOf(db, job);
    const who = phone(job, 'walkAndSheet');
    for (const subject of [
      { kind: 'line' },
      { kind: 'trialOutlets', nearOutletId: 'a', farOutletId: 'b' },
      {},
      null,
    ])
      expect(send(db, who, basis, [{ ...reading('rd-line-1234'), subject }])).toMatchObject([
        { ok: false, words: expect.stringContaining('reads spots') },
      ]);
    const tick = {
      kind: 'step',
      id: 'ev-12345678',
      at: '2026-06-03T11:30:00Z',
      optionId: 'nowhere',
      stepKey: 'x',
      act: 'done',
      text: '',
    };
    expect(send(db, who, basis, [tick])).toMatchObject([
      { ok: false, words: expect.stringContaining('another option') },
    ]);
  });
  test('of another job is refused, by its file and by its spots', () => {
    const db = openDatabase(':memory:');
    const job = farm(db);
    const { basis } = viewOf(db, job);
    const rows = [{ phase: 'before', basis, row: reading('rd-other-1234') }];
    expect(takeWalkFile(OWNER, job, { jobId: 'another-job', rows }, db)).toMatchObject({
      ok: false,
      problems: [{ message: expect.stringContaining('another job') }],
    });
    const elsewhere = { ...reading('rd-other-5678'), subject: { kind: 'spot', spotId: 'spot-of-another' } };
    expect(send(db, phone(job), basis, [elsewhere])).toMatchObject([
      { ok: false, words: expect.stringContaining('not in the survey of this job') },
    ]);
    const kept = evidenceOf(opened(job, db).job.evidence).readings.map((r) => r.id);
    expect(kept.filter((id) => id.startsWith('rd-other'))).toEqual([]);
  });
});
