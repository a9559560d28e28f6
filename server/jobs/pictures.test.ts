import { beforeEach, expect, test } from '@jest/globals';
import { deflateSync } from 'node:zlib';
import { PICTURE_LIMIT_BYTES } from '../../core/job/picture';
import { MOST_PICTURES } from '../../core/job/limits';
import { writeJobFile } from '../../core/job/jobFile';
import { openDatabase, type Db } from '../../db/connection';
import { OWNER } from '../base/caller';
import { saveAct } from './documents';
import { duplicateJob, exportJob, importJob } from './files';
import { farm, opened, valueOf } from '../../testing/sampleJobs';
import { addPicture, readPicture } from './pictures';
import { notesAt, photosAt } from '../../core/evidence/fold';
import { dropUnusedPictures } from '../../db/pictures';
import { samplePhone } from '../../testing/samplePhones';
import { takePicture } from '../walk/pictures';
import { recordEvidence } from './evidence';

let db: Db;
let id: string;
beforeEach(() => {
  db = openDatabase(':memory:');
  id = farm(db);
});

/** A small grey PNG; check sums are left out, since only its heads are read. */
function png(width: number, height: number, extra = Buffer.alloc(0)): Buffer {
  const chunk = (type: string, data: Buffer) => {
    const head = Buffer.alloc(8);
    head.writeUInt32BE(data.length, 0);
    head.write(type, 4, 'latin1');
    return Buffer.concat([head, data, Buffer.alloc(4)]);
  };
  const size = Buffer.alloc(13);
  size.writeUInt32BE(width, 0);
  size.writeUInt32BE(height, 4);
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', size),
    ...(extra.length > 0 ? [chunk('eXIf', extra)] : []),
    chunk('IDAT', deflateSync(Buffer.alloc(width * height + height))),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

test('a picture is kept as it is, goes out with the job file and comes in again', () => {
  const bytes = png(30, 20);
  const added = addPicture(OWNER, id, 'image/png', bytes, db);
  if (!added.ok) throw new Error(added.problems[0]!.message);
  expect(added.value).toMatchObject({ widthPx: 30, heightPx: 20 });
  const read = readPicture(OWNER, id, added.value.pictureId, db);
  expect(read.ok && Buffer.compare(read.value.bytes, bytes)).toBe(0);
  // A picture that no storey shows is no part of the job's file.
  expect(valueOf(exportJob(OWNER, id, db)).pictures).toEqual([]);
  const { site } = opened(id, db).job;
  const underlay = {
    id: 'u',
    storeyId: 'f-ground',
    pictureId: added.value.pictureId,
    name: 'Plan',
    widthPx: 30,
    heightPx: 20,
    xM: 0,
    yM: 0,
    mPerPx: 0.02,
    turnDeg: 0,
    strength: 0.5,
  };
  valueOf(
    saveAct(
      OWNER,
      id,
      { site: { baseRevision: 1, document: { ...site, underlays: [underlay] } } },
      db,
    ) as never,
  );
  const out = exportJob(OWNER, id, db);
  if (!out.ok) throw new Error('not out');
  expect(out.value.pictures).toHaveLength(1);
  const copy = duplicateJob(OWNER, id, 'copy-of-farm', 'everything', db);
  expect(copy.ok && readPicture(OWNER, copy.value.id, added.value.pictureId, db).ok).toBe(true);
  const again = importJob(OWNER, writeJobFile(out.value), 'farm-again', db);
  const back = again.ok ? exportJob(OWNER, again.value.id, db) : again;
  expect(back.ok && writeJobFile(back.value)).toBe(writeJobFile(out.value));
});

test.each<[string, string, Buffer, number, RegExp]>([
  ['a kind we do not keep', 'image/svg+xml', Buffer.from('<svg/>'), 400, /PNG, JPEG or WebP/],
  ['bytes that are no picture', 'image/png', Buffer.from('hello hello hello hello'), 400, /not a picture/],
  ['another kind than it says', 'image/jpeg', png(2, 2), 400, /says it is/],
  ['one with notes of the camera', 'image/png', png(2, 2, Buffer.from('gps')), 400, /where it was taken/],
  ['one too large in px', 'image/png', png(7000, 1), 400, /at most 6000 px/],
  ['one too large in bytes', 'image/png', Buffer.alloc(PICTURE_LIMIT_BYTES + 1), 413, /more than 4 MB/],
])('%s is refused and nothing is kept', (_, type, bytes, status, message) => {
  const refused = addPicture(OWNER, id, type, bytes, db);
  expect(refused).toMatchObject({ ok: false, status });
  expect(!refused.ok && refused.problems[0]!.message).toMatch(message);
  expect(db.prepare('SELECT count(*) AS n FROM picture').get()).toEqual({ n: 0 });
});

test('pictures are never changed, belong to their job and go with it', () => {
  const added = addPicture(OWNER, id, 'image/png', png(3, 3), db);
  if (!added.ok) throw new Error('not added');
  expect(() => db.prepare("UPDATE picture SET type = 'x'").run()).toThrow('never overwritten');
  expect(readPicture(OWNER, 'nobody', added.value.pictureId, db)).toMatchObject({ ok: false, status: 404 });
  expect(addPicture(OWNER, 'nobody', 'image/png', png(3, 3), db)).toMatchObject({ ok: false, status: 404 });
  db.prepare('DELETE FROM job WHERE id = ?').run(id);
  expect(db.prepare('SELECT count(*) AS n FROM picture').get()).toEqual({ n: 0 });
});

test('a job keeps no more pictures than its file holds', () => {
  for (let i = 0; i < MOST_PICTURES; i++) valueOf(addPicture(OWNER, id, 'image/png', png(1, 1 + i), db));
  expect(addPicture(OWNER, id, 'image/png', png(2, 2), db)).toMatchObject({ ok: false, status: 413 });
});

test('a photo at a step comes from a phone that was let in for the sheet, stays as long as its row, and goes out with the job', () => {
  const bytes = { type: 'image/png', bytes: png(8, 8) };
  expect(takePicture(samplePhone(id), bytes, db)).toMatchObject({ ok: false, status: 403 });
  const sheet = samplePhone(id, 'walkAndSheet');
  expect(takePicture(sheet, { ...bytes, bytes: png(8, 8, Buffer.from('where it was')) }, db).ok).toBe(false);
  const shown = valueOf(takePicture(sheet, bytes, db)).pictureId;
  const unused = valueOf(takePicture(sheet, { ...bytes, bytes: png(9, 9) }, db)).pictureId;
  const row = {
    kind: 'step',
    id: 'photo-row-1',
    at: '2026-06-03T10:00:00Z',
    by: '',
    optionId: 'opt-air',
    stepKey: 'boxes',
    act: 'photo',
    text: shown,
  };
  const wrong = { ...row, id: 'photo-row-0', text: '../../elsewhere' };
  expect(recordEvidence(OWNER, id, { against: null, rows: [wrong] }, db).ok).toBe(false);
  valueOf(recordEvidence(OWNER, id, { against: null, rows: [row] }, db));
  const { evidence } = opened(id, db).job;
  expect(photosAt(evidence, 'opt-air', 'boxes')).toEqual([shown]);
  expect(notesAt(evidence, 'opt-air', 'boxes')).toEqual([]);
  dropUnusedPictures(db, id, new Date(Date.now() + 1000).toISOString());
  expect(readPicture(OWNER, id, shown, db).ok).toBe(true);
  expect(readPicture(OWNER, id, unused, db).ok).toBe(false);
  const file = valueOf(exportJob(OWNER, id, db));
  expect(file.pictures.map((p) => p.id)).toEqual([shown]);
  const again = valueOf(importJob(OWNER, writeJobFile(file), 'photo-again-1', db)).id;
  expect(writeJobFile(valueOf(exportJob(OWNER, again, db)))).toBe(writeJobFile(file));
});
