import { describe, expect, test } from '@jest/globals';
import { createPlanner } from '../../core/job/planner';
import { openDatabase } from '../../db/connection';
import { farm, opened, valueOf } from '../../testing/sampleJobs';
import { samplePhone, phoneReading, walkViewOf } from '../../testing/samplePhones';
import { takeWalkRows } from './rows';
import { readyTogether } from './together';

const at = (spotId: string, phones = 2) => ({ spotId, phones });

/** Two phones of a job. */
const two = (jobId: string) => [
  { ...samplePhone(jobId), id: `${jobId}-p1` },
  { ...samplePhone(jobId), id: `${jobId}-p2` },
];

describe('phones that run at once', () => {
  test('wait for one another, then all begin at the same moment', () => {
    const [a, b] = two('together-job-1');
    expect(valueOf(readyTogether(a!, at('spot-1'), 1000))).toMatchObject({ state: 'waiting', phones: 2 });
    const last = valueOf(readyTogether(b!, at('spot-2', 4), 1500));
    const first = valueOf(readyTogether(a!, at('spot-1'), 2100));
    expect(last).toMatchObject({ state: 'go', phones: 2, startsInMs: 4000 });
    expect(first).toMatchObject({ state: 'go', startsInMs: 3400 });
    expect(first).toMatchObject({ meetingId: (last as { meetingId: string }).meetingId });
  });
  test('not at one spot, not after the others have begun; who has left is not waited for', () => {
    const [a, b] = two('together-job-2');
    const c = { ...a!, id: 'p3' };
    valueOf(readyTogether(a!, at('spot-1'), 0));
    expect(readyTogether(b!, at('spot-1'), 100)).toMatchObject({ ok: false, status: 409 });
    // The first is not heard of any more: the second waits alone.
    expect(valueOf(readyTogether(b!, at('spot-2'), 9000))).toMatchObject({ state: 'waiting' });
    valueOf(readyTogether(a!, at('spot-1'), 9500));
    expect(readyTogether(c, at('spot-3'), 9600)).toMatchObject({ ok: false, status: 409 });
    expect(valueOf(readyTogether(c, at('spot-3'), 20_000))).toMatchObject({ state: 'waiting', phones: 2 });
  });
  test('nonsense is refused with words', () => {
    const [a] = two('together-job-3');
    for (const body of [null, {}, at('spot-1', 1), at('spot-1', 99), at('no such id!')])
      expect(readyTogether(a!, body)).toMatchObject({ ok: false, status: 400 });
    expect(readyTogether({ ...a!, caller: { name: 'P', rights: new Set() } }, at('spot-1'))).toMatchObject({
      status: 403,
    });
  });
  test('only a run the laptop has started is kept, of the phone and spot that were in it', () => {
    const db = openDatabase(':memory:');
    const job = farm(db);
    const { basis } = walkViewOf(db, job);
    const [a, b] = two(job);
    valueOf(readyTogether(a!, at('spot-1'), 0));
    const go = valueOf(readyTogether(b!, at('spot-2'), 10)) as { meetingId: string };
    const send = (who: typeof a, id: string, subject: Record<string, unknown>) =>
      valueOf(
        takeWalkRows(
          who!,
          {
            rows: [
              {
                phase: 'before',
                basis,
                row: phoneReading(id, {
                  subject: { kind: 'together', meetingId: go.meetingId, phones: 2, ...subject },
                }),
              },
            ],
          },
          db,
        ),
      ).rows[0]!;
    expect(send(a, 'rd-together-1', { spotId: 'spot-1' }).ok).toBe(true);
    expect(send(a, 'rd-together-2', { spotId: 'spot-2' }).words).toContain('once more');
    expect(send(b, 'rd-together-3', { spotId: 'spot-2', phones: 3 }).ok).toBe(false);
    expect(send(b, 'rd-together-4', { spotId: 'spot-2', meetingId: 'together-made-up' }).ok).toBe(false);
    expect(send(b, 'rd-together-5', { spotId: 'spot-2' }).ok).toBe(true);
    const { together, verdicts } = createPlanner(opened(job, db).job).derive(null);
    expect(together[0]!.spots.map((s) => s.number)).toEqual([1, 2]);
    expect(verdicts.find((v) => v.spotId === 'spot-1')!.before!.runs).toBe(3);
  });
});
