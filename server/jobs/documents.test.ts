import { beforeEach, expect, test } from '@jest/globals';
import { deleteSpot } from '../../core/site/edit/plot';
import { settled } from '../../core/job/settle';
import { openDatabase, type Db } from '../../db/connection';
import { OWNER } from '../base/caller';
import { readDocument, saveAct } from './documents';
import { farm, mill, opened } from '../../testing/sampleJobs';

let db: Db;
beforeEach(() => {
  db = openDatabase(':memory:');
});

test('a save carries a revision; a stale one is refused with the current version and changes nothing', () => {
  const id = mill(db);
  const { brief } = opened(id, db).job;
  const save = (baseRevision: number, customer: string) =>
    saveAct(OWNER, id, { brief: { baseRevision, document: { ...brief, customer } } }, db);
  expect(save(1, 'First')).toMatchObject({ ok: true, value: { revisions: { brief: 2 } } });
  expect(save(1, 'Second')).toMatchObject({
    ok: false,
    status: 409,
    current: { brief: { revision: 2, document: { customer: 'First' } } },
  });
  expect(opened(id, db).job.brief.customer).toBe('First');
  expect(save(2, 'Second').ok).toBe(true);
  expect(readDocument(OWNER, id, 'brief', db)).toMatchObject({
    ok: true,
    value: { revision: 3, document: { customer: 'Second' } },
  });
  expect(readDocument(OWNER, id, 'toString', db)).toMatchObject({ ok: false, status: 404 });
});

test('one act is saved whole or not at all', () => {
  const id = farm(db);
  const { brief, site, plan } = opened(id, db).job;
  const wired = {
    ...plan,
    options: plan.options.map((o) => ({ ...o, wiredSpots: [{ spotId: 'spot-4', unitId: 'b' }] })),
  };
  expect(saveAct(OWNER, id, { plan: { baseRevision: 1, document: wired } }, db).ok).toBe(true);
  const without = deleteSpot(site, 'spot-4');
  const alone = saveAct(OWNER, id, { site: { baseRevision: 1, document: without } }, db);
  expect(alone).toMatchObject({ ok: false, status: 400 });
  expect(!alone.ok && alone.problems[0]!.message).toContain('there is no spot "spot-4"');
  const next = settled({ brief, site: without, plan: wired });
  const both = (planBase: number) =>
    saveAct(
      OWNER,
      id,
      {
        site: { baseRevision: 1, document: next.site },
        plan: { baseRevision: planBase, document: next.plan },
      },
      db,
    );
  expect(both(1)).toMatchObject({ ok: false, status: 409, current: { plan: { revision: 2 } } });
  expect(opened(id, db).revisions).toEqual({ brief: 1, site: 1, plan: 2 });
  expect(both(2)).toMatchObject({ ok: true, value: { revisions: { site: 2, plan: 3 } } });
});

test('what is wrong is named with its path, and a name from outside is never looked up as a method', () => {
  const id = farm(db);
  const { site } = opened(id, db).job;
  const save = (document: unknown) => saveAct(OWNER, id, { site: { baseRevision: 1, document } }, db);
  const wall = (values: object) => ({
    ...site,
    walls: site.walls.map((w, i) => (i === 3 ? { ...w, ...values } : w)),
  });
  expect(save(wall({ b: site.walls[3]!.a }))).toMatchObject({
    status: 400,
    problems: [{ path: 'site.walls[3]' }],
  });
  expect(save(wall({ construction: 'toString' }))).toMatchObject({
    status: 400,
    problems: [{ path: 'site.walls[3].construction' }],
  });
  expect(
    save({ ...site, activityLimits: { constructor: { downMbps: 1, upMbps: 1, latencyMs: 1 } } }),
  ).toMatchObject({
    status: 400,
  });
  const broken = { ...site, rooms: site.rooms.map((r, i) => (i ? r : { ...r, name: 'a\udc00' })) };
  expect(save(broken)).toMatchObject({ status: 400, problems: [{ path: 'site.rooms[0].name' }] });
  expect(saveAct(OWNER, id, { nonsense: 1 }, db)).toMatchObject({ status: 400 });
  expect(saveAct(OWNER, id, {}, db)).toMatchObject({ status: 400 });
  const many = { ...site, walls: site.walls.flatMap((w) => Array(9).fill({ ...w, construction: 'x' })) };
  const refused = save(many);
  expect(!refused.ok && refused.problems).toHaveLength(101);
  expect(opened(id, db).revisions.site).toBe(1);
});
