import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { writeJobFile } from '@/core/job/jobFile';
import { openDatabase, type Db } from '@/db/connection';
import { alderCottage } from '@/demo/finished';
import { OWNER } from '../base/caller';
import { importJob } from './files';
import { changeJob, createJob, listJobs, searchJobs } from './jobs';

let db: Db;
beforeEach(() => {
  db = openDatabase(':memory:');
});
afterEach(() => {
  db.close();
});
const listed = () => {
  const jobs = listJobs(OWNER, db);
  if (!jobs.ok) throw new Error('no list');
  return jobs.value;
};
const found = (text: string) => {
  const jobs = searchJobs(OWNER, text, db);
  return jobs.ok ? jobs.value.ids : null;
};

test('a job is listed with who, where, when and how far it has come, and can be billed', () => {
  importJob(OWNER, writeJobFile(alderCottage()), 'alder-1', db);
  createJob(OWNER, { name: 'Empty house', id: 'empty-house' }, db);
  const [alder, empty] = ['alder-1', 'empty-house'].map((id) => listed().find((j) => j.id === id)!);
  expect(alder).toMatchObject({
    customer: 'The Alders',
    address: '3 Alder Lane',
    visitDate: '2026-05-12',
    stage: 'signed',
  });
  expect(empty).toMatchObject({ customer: '', visitDate: null, stage: 'looking' });
  changeJob(OWNER, 'alder-1', { billed: true }, db);
  expect(listed().find((j) => j.id === 'alder-1')!.stage).toBe('billed');
  changeJob(OWNER, 'alder-1', { billed: false }, db);
  expect(listed().find((j) => j.id === 'alder-1')!.stage).toBe('signed');
});

test('a damaged document hides no job', () => {
  createJob(OWNER, { name: 'Empty house', id: 'empty-house' }, db);
  db.prepare("UPDATE document SET json = '{' WHERE job_id = 'empty-house'").run();
  expect(listed()).toMatchObject([{ id: 'empty-house', customer: '', stage: 'looking' }]);
});

test('the search goes over addresses, kit, serials and remedies, and takes signs as they are', () => {
  importJob(OWNER, writeJobFile(alderCottage()), 'alder-1', db);
  createJob(OWNER, { name: '100 % lane', id: 'percent-1' }, db);
  for (const text of ['alder lane', 'AC26-0042', 'mesh-own-radio', 'C by fibre', 'Alder Cott'])
    expect(found(text)).toEqual(['alder-1']);
  expect(found('100 %')).toEqual(['percent-1']);
  for (const text of ['_', '', 'nobody', '%%']) expect(found(text)).toEqual([]);
});
