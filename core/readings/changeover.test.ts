import { describe, expect, test } from '@jest/globals';
import { sampleReading, sampleState } from '../../demo/sampleRows';
import { contextOf, gateway, option, place, site, unit } from '../../testing/sampleHouse';
import type { Reading } from '../evidence/rows';
import { plainFeed } from '../plan/option/feeds';
import { changeoverWords } from './changeoverWords';
import { walksOf } from './changeover';

const far = unit('B', place(10), plainFeed('ethernet', 'a'));
const network = option(gateway, far);
const context = contextOf({});
const marks = [
  { name: 'A', storeyId: place(0).storeyId, xM: 0, yM: 2, atMs: 0 },
  { name: 'B', storeyId: place(0).storeyId, xM: 10, yM: 2, atMs: 9000 },
];
const even = Array.from({ length: 80 }, (_, k): [number, number] => [k * 110, 3]);
const stepped = even.map(([at, trip]): [number, number] => [at, at < 5000 ? trip : trip + 6]);

function walked(
  run: Partial<Reading>,
  trips: [number, number | null][] = even,
  from = gateway.id,
  to = far.id,
  stands = true,
) {
  const rows = [
    sampleState('a', 'after', network, { site }),
    sampleReading({
      id: 'walk-1',
      stateId: 'a',
      subject: { kind: 'walk', fromUnitId: from, toUnitId: to },
      device: 'phone',
      rssiDbm: null,
      downMbps: null,
      upMbps: null,
      loadedMs: null,
      walk: { marks, trips },
      ...run,
    }),
  ];
  return walksOf(context, rows, 'after', () => stands)[0]!;
}

describe('at the end of a walk', () => {
  test('a level as right beside the unit says that it changed over', () => {
    const walk = walked({ rssiDbm: -38 }, stepped);
    expect(walk.changeover).toBe('changed');
    expect(changeoverWords(walk, network)).toBe('Changed over to B (−38 dBm beside B).');
  });
  test('a weak level beside it says that it sticks, and a pasted print settles what nothing told', () => {
    const open = walked({});
    expect(open.changeover).toBe('open');
    expect(changeoverWords(open, network)).toContain('Paste what the device prints');
    const stuck = walked({ rssiDbm: -71 });
    expect(stuck.changeover).toBe('sticks');
    expect(stuck.sticksChance!).toBeLessThan(0.98);
    expect(changeoverWords(stuck, network)).toContain('still on another unit');
  });
  test('speed alone tells where the far way is much slower', () => {
    const slow = walked({ downMbps: 12, upMbps: 8 });
    const fast = walked({ downMbps: 480, upMbps: 400 }, stepped);
    expect(slow.sticksChance!).toBeGreaterThan(fast.sticksChance! + 0.3);
    expect(fast.changeover).toBe('changed');
  });
  test('one of another network is judged in that, and says so', () => {
    const then = walked({ rssiDbm: -38 }, stepped, gateway.id, far.id, false);
    expect([then.stands, then.changeover]).toEqual([false, 'changed']);
    expect(changeoverWords(then, network)).toContain('another network than stands now');
  });
  test('nothing is said where no answer came, or of a unit that is gone', () => {
    expect(walked({ connected: false }, [[0, null]]).sticksChance).toBeNull();
    const gone = walked({ rssiDbm: -40 }, even, gateway.id, 'nobody');
    expect(gone).toMatchObject({ sticksChance: null, changeover: 'open' });
    expect(changeoverWords(gone, network)).toContain('Not known');
  });
});
