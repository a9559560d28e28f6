import { describe, expect, test } from '@jest/globals';
import { levelText } from '../site/model/levelText';
import { doubtsOf, type KnownThere } from './doubts';

const known: KnownThere = {
  line: { downMbps: 250, upMbps: 50, measured: true },
  others: [
    { downMbps: 40, upMbps: 12, connected: true },
    { downMbps: 44, upMbps: 11, connected: true },
  ],
  isKnownBad: false,
  expected: { rssiDbm: -60, downLowMbps: 30, downHighMbps: 60 },
  device: { label: 'phone', ceilingMbps: 800 },
};
const run = {
  downMbps: 42,
  upMbps: 12,
  loadedMs: 30,
  idleMs: null,
  rssiDbm: -58,
  target: 'internet' as const,
  connected: true,
};

describe('a run is asked about', () => {
  test.each([
    [{ downMbps: 9999 }, 'more than the line gives: 250 by cable'],
    [{ upMbps: 300 }, 'Up 300 Mb/s'],
    [{ downMbps: 1200, target: 'house' as const }, 'more than a phone can move'],
    [{ downMbps: 2 }, 'far from the other runs here, about 42'],
    [{ rssiDbm: -5 }, 'louder than beside the router'],
    [{ rssiDbm: 61 }, 'it has a minus'],
    [{ rssiDbm: -104 }, 'too faint'],
    [{ rssiDbm: -93 }, 'far from what the house lets expect, −60 dBm'],
    [{ loadedMs: 0.1 }, 'sooner than any test answers'],
    [{ loadedMs: 10, idleMs: 30 }, 'sooner than idle'],
  ])('%j', (odd, words) => {
    expect(doubtsOf({ ...run, ...odd }, known).join(' ')).toContain(words);
  });
  test('not when it is like the others, nor when there was no connection', () => {
    expect(doubtsOf(run, known)).toEqual([]);
    expect(doubtsOf({ ...run, downMbps: 9999, connected: false }, known)).toEqual([]);
  });
  test('a slow run is what one came to find, unless a calibrated model expects far more there', () => {
    const slow = { ...run, downMbps: 0.4, upMbps: 0.1 };
    expect(doubtsOf(slow, { ...known, others: [], expected: null })).toEqual([]);
    expect(doubtsOf(slow, { ...known, others: [] }).join()).toContain('kept to another unit');
    const hopeless = { rssiDbm: -85, downLowMbps: 0, downHighMbps: 0.5 };
    expect(doubtsOf({ ...slow, rssiDbm: -84 }, { ...known, others: [], expected: hopeless })).toEqual([]);
  });
  test('far more than is expected is asked about too, by the internet alone', () => {
    const expected = { rssiDbm: null, downLowMbps: 5, downHighMbps: 10 };
    const fast = { ...run, downMbps: 88 };
    expect(doubtsOf(fast, { ...known, others: [], expected }).join()).toContain('is this the place');
    expect(doubtsOf({ ...fast, target: 'house' }, { ...known, others: [], expected })).toEqual([]);
  });
  test('nobody is asked why it is bad where people complain of it', () => {
    const bad = { ...known, others: [], isKnownBad: true };
    const slow = { ...run, downMbps: 0.5, upMbps: 0.4, rssiDbm: -88 };
    expect(doubtsOf(slow, { ...bad, isKnownBad: false }).length).toBeGreaterThan(0);
    expect(doubtsOf(slow, bad)).toEqual([]);
    // What cannot be is still asked about.
    expect(doubtsOf({ ...run, downMbps: 9999 }, bad).join()).toContain('more than');
  });
});

test('a level carries a minus sign', () => expect(levelText(-66.6)).toBe('−67 dBm'));
