import { describe, expect, test } from '@jest/globals';
import { countedOnce, isPractised, provesNothing } from './proves';
import type { Reading, StateRow } from './rows';

const base = {
  by: '',
  note: '',
  replacesId: null,
  target: 'internet',
  device: 'phone',
  deviceName: '',
} as const;
let n = 0;
const reading = (at: string, more: Partial<Reading> = {}): Reading => ({
  kind: 'reading',
  id: `r${++n}`,
  at,
  ...base,
  subject: { kind: 'spot', spotId: 's' },
  stateId: 'before',
  band: 'free',
  bandSeen: null,
  connected: false,
  rssiDbm: null,
  downMbps: null,
  upMbps: null,
  loadedMs: null,
  idleMs: null,
  source: 'typed',
  received: { number: n, at },
  ...more,
});
const state = (id: string, phase: 'before' | 'after') => [id, { id, phase } as StateRow] as const;
const states = new Map([state('before', 'before'), state('after', 'after')]);
const t = (s: number, hour = 9) => new Date(Date.UTC(2026, 5, 3, hour, 0, s)).toISOString();

describe('each counts once', () => {
  test('rows equal in all but their id are one, three that were typed are three', () => {
    const line = { source: 'file', connected: true, downMbps: 12, upMbps: 3 } as const;
    expect(
      countedOnce([reading(t(0), line), reading(t(0), line), reading(t(0), { ...line, downMbps: 13 })]),
    ).toHaveLength(2);
    expect(countedOnce([reading(t(0)), reading(t(2)), reading(t(4))])).toHaveLength(3);
  });
  test('runs of the meter that ran over each other at one spot are one, one after another or elsewhere they are not', () => {
    const meter = { source: 'meter', connected: true, downMbps: 12, upMbps: 3 } as const;
    expect(
      countedOnce([reading(t(0), meter), reading(t(3), { ...meter, by: 'Phone 2' }), reading(t(9), meter)]),
    ).toHaveLength(2);
    const elsewhere = { ...meter, subject: { kind: 'spot', spotId: 'other' } } as const;
    expect(countedOnce([reading(t(0), meter), reading(t(3), elsewhere)])).toHaveLength(2);
    // Across the edge of whatever they are sorted by, and in whatever order they came.
    expect(countedOnce([reading(t(13), meter), reading(t(11), meter)])).toHaveLength(1);
  });
});

describe('before is before after', () => {
  const words = (list: Reading[]) => list.map((r) => provesNothing(states, list).get(r.id) ?? 'counts');
  const after = (at: string, more: Partial<Reading> = {}) => reading(at, { stateId: 'after', ...more });
  test('what is taken or comes in as before when the network was read as built proves nothing', () => {
    const [early, built] = [reading(t(0)), after(t(0, 12))];
    expect(words([early, built])).toEqual(['counts', 'counts']);
    expect(words([early, built, reading(t(5, 13))])).toEqual(['counts', 'counts', 'takenAfterBuilt']);
    // Dated back, but it came in afterwards.
    expect(words([early, built, reading(t(5))])).toEqual(['counts', 'counts', 'receivedAfterBuilt']);
  });
  test('a phone that had not heard of it yet proves as ever, if its time is before too', () => {
    const [early, built] = [reading(t(0)), after(t(0, 12))];
    const seen = early.received!.number;
    expect(words([early, built, reading(t(5), { seen })])).toEqual(['counts', 'counts', 'counts']);
    expect(words([early, built, reading(t(5, 13), { seen })])).toEqual([
      'counts',
      'counts',
      'takenAfterBuilt',
    ]);
  });
  test('what is dated before the network was built proves nothing of it', () => {
    expect(words([reading(t(0)), after(t(0, 12)), after(t(1, 8)), after(t(9, 12))])).toEqual([
      'counts',
      'counts',
      'datedBeforeBuilt',
      'counts',
    ]);
  });
});

test('what the practice meter read is practice for ever', () => {
  expect(isPractised([reading(t(0)), reading(t(1), { source: 'practice' })])).toBe(true);
  expect(isPractised([reading(t(0))])).toBe(false);
});
