import { expect, test } from '@jest/globals';
import { writeJobFile } from '../../core/job/jobFile';
import { openDatabase } from '../../db/connection';
import { alderCottage } from '../../demo/finished';
import { farm, opened, valueOf } from '../../testing/sampleJobs';
import { samplePhone as phone, walkViewOf as viewOf } from '../../testing/samplePhones';
import type { KnownPhone } from '../access/phones';
import { OWNER } from '../base/caller';
import { recordEvidence } from '../jobs/evidence';
import { importJob } from '../jobs/files';
import { takeWalkRows } from './rows';

test('of the run sheet: tries, where a unit stands and devices, from a phone that was let in for it', () => {
  const db = openDatabase(':memory:');
  const job = farm(db);
  const accept = {
    kind: 'acceptance',
    id: 'ac-sheet-1',
    at: '2026-06-03T09:00:00Z',
    by: '',
    optionId: 'opt-air',
    optionName: 'And one in the parlour',
    forecast: [],
    note: '',
  };
  valueOf(recordEvidence(OWNER, job, { against: null, rows: [accept] }, db));
  const before = viewOf(db, job, 'walkAndSheet');
  const table = before.tries.find((t) => t.table.unitId === 'b')!.table;
  expect(before.tries.find((t) => t.table.unitId === 'b')).toMatchObject({ tried: [], at: 0 });
  const elsewhere = table.places[1]!;
  const tried = {
    kind: 'try',
    id: 'ev-try-0001',
    at: '2026-06-03T10:00:00Z',
    unitId: 'b',
    place: table.places[0]!.place,
    light: 'lost',
    levelDbm: null,
    linkMbps: null,
    note: '',
  };
  const moved = {
    kind: 'move',
    id: 'ev-move-001',
    at: '2026-06-03T10:05:00Z',
    unitId: 'b',
    place: elsewhere.place,
    feed: null,
    leftOut: false,
    note: '',
  };
  const device = {
    kind: 'device',
    id: 'ev-dev-0001',
    at: '2026-06-03T10:06:00Z',
    deviceId: 'dv-1',
    joined: true,
    note: '',
  };
  const send = (scope: KnownPhone['scope'], rows: readonly Record<string, unknown>[]) =>
    valueOf(
      takeWalkRows(
        phone(job, scope),
        { rows: rows.map((row) => ({ phase: 'after', basis: before.basis, row })) },
        db,
      ),
    ).rows;
  expect(send('walk', [tried, moved, device]).map((r) => r.ok)).toEqual([false, false, false]);
  const strange = [
    { ...tried, id: 'ev-try-0002', unitId: 'nobody' },
    { ...moved, id: 'ev-move-002', leftOut: true },
    { ...moved, id: 'ev-move-003', feed: { kind: 'line' } },
  ];
  expect(send('walkAndSheet', strange).map((r) => r.ok)).toEqual([false, false, false]);
  expect(send('walkAndSheet', [tried, moved, device]).map((r) => r.ok)).toEqual([true, true, true]);
  const after = viewOf(db, job, 'walkAndSheet');
  const now = after.tries.find((t) => t.table.unitId === 'b')!;
  expect(now.tried).toEqual([{ at: 0, light: 'lost', levelDbm: null, served: null }]);
  expect(now.at).toBe(1);
  // The table is that of what was agreed to: its first place is the planned one still.
  expect(now.table.places[0]!.place).toEqual(table.places[0]!.place);
  expect(after.devices.filter((d) => d.joined).map((d) => d.name)).toEqual(['Milk scale']);
  // The sheet is of what is being built, and what was agreed to is as it was.
  const mark = (view: typeof after) => view.steps.find((s) => s.key === 'place:b')!.ticks[0]!.mark;
  expect(mark(after)).not.toBe(mark(before));
  const planned = opened(job, db).job.plan.options.find((o) => o.id === 'opt-air')!;
  expect(planned.units.find((u) => u.id === 'b')!.place).toEqual(table.places[0]!.place);
});

test('signing: what stands on the customer’s page, once agreed to, by a phone with the run sheet alone', () => {
  const db = openDatabase(':memory:');
  const job = valueOf(importJob(OWNER, writeJobFile(alderCottage()), 'alder-sign', db)).id;
  const view = viewOf(db, job, 'walkAndSheet', 'after');
  expect(viewOf(db, job, 'walk', 'after').sign).toBeNull();
  expect(viewOf(db, job, 'walkAndSheet', 'before').sign).toBeNull();
  const { sign } = view;
  expect(sign).toMatchObject({ shown: { dead: 3, gone: 3 }, last: { isSame: true } });
  expect(sign!.lines.map((l) => l.words).join()).toContain('gone');
  expect(sign!.total).toMatch(/EUR/);
  const row = {
    kind: 'signOff',
    id: 'ev-sign-001',
    at: '2026-06-03T10:06:00Z',
    who: 'R. Alder',
    says: '',
    shown: sign!.shown,
  };
  const send = (scope: KnownPhone['scope'], more = {}) =>
    valueOf(
      takeWalkRows(
        phone(job, scope),
        { rows: [{ phase: 'after', basis: view.basis, row: { ...row, ...more } }] },
        db,
      ),
    ).rows[0]!;
  expect(send('walk').ok).toBe(false);
  expect(send('walkAndSheet', { who: ' ' }).ok).toBe(false);
  expect(send('walkAndSheet')).toMatchObject({ ok: true });
  // Sent again it is kept once; for something else it says so.
  expect(send('walkAndSheet')).toMatchObject({ ok: true });
  send('walkAndSheet', { id: 'ev-sign-002', shown: { ...sign!.shown, gone: 2 } });
  expect(viewOf(db, job, 'walkAndSheet', 'after').sign!.last).toMatchObject({
    who: 'R. Alder',
    isSame: false,
  });
});
