import { describe, expect, test } from '@jest/globals';
import { sampleReading, sampleState, sampleStrike } from '../../demo/sampleRows';
import type { Reading } from '../evidence/rows';
import { plainFeed } from '../plan/option/feeds';
import type { Option, Unit } from '../plan/option/schema';
import { linkRead, trialSubject, withTrials } from './trials';

const place = { storeyId: 's', xM: 4, yM: 3, heightM: 1 };
const unit = (feed: Unit['feed'], at = place): Unit => ({
  id: 'b',
  letter: 'B',
  kitId: 'mesh-dual',
  name: 'Landing',
  place: at,
  feed,
  radios: {},
});
const option = (u: Unit): Option => ({ id: 'o', name: 'O', units: [u], wiredSpots: [] });
const run = (subject: Reading['subject'], downMbps: number, more: Partial<Reading> = {}) =>
  sampleReading({ subject, downMbps, upMbps: downMbps / 2, ...more });
const air = unit(plainFeed('wireless', 'a'));
const power = unit({ ...plainFeed('powerline', 'a'), nearOutletId: 'o1', farOutletId: 'o2' });

describe('a trial replaces the estimate of its link', () => {
  test('at the place tried, from the parent tried, by the median', () => {
    const subject = trialSubject(air)!;
    const rows = [sampleState('b', 'before'), run(subject, 90), run(subject, 110), run(subject, 100)];
    expect(linkRead(air, rows)).toEqual({ runs: 3, downMbps: 100, upMbps: 50 });
    expect(withTrials(option(air), rows).units[0]!.feed).toMatchObject({
      measuredDownMbps: 100,
      measuredUpMbps: 50,
    });
    const near = unit(air.feed, { ...place, xM: 4.4 });
    expect(linkRead(near, rows)).not.toBeNull();
    expect(linkRead(unit(air.feed, { ...place, xM: 5 }), rows)).toBeNull();
    expect(linkRead(unit(plainFeed('wireless', 'c')), rows)).toBeNull();
  });
  test('of a pair of outlets, whichever end is named first', () => {
    const rows = [run({ kind: 'trialOutlets', nearOutletId: 'o2', farOutletId: 'o1' }, 80)];
    expect(linkRead(power, rows)).toMatchObject({ downMbps: 80 });
    expect(linkRead(unit(plainFeed('powerline', 'a')), rows)).toBeNull();
    expect(trialSubject(unit(plainFeed('powerline', 'a')))).toBeNull();
  });
  test('a trial that found nothing is a link of nothing; one that is struck out is none', () => {
    const lost = run(trialSubject(air)!, 0, { connected: false, downMbps: null, upMbps: null });
    expect(linkRead(air, [run(trialSubject(air)!, 0, { upMbps: 0 }), lost])).toMatchObject({ downMbps: 0 });
    const one = run(trialSubject(air)!, 70);
    expect(linkRead(air, [one, sampleStrike(one.id)])).toBeNull();
  });
  test('what somebody noted by hand stands', () => {
    const noted = unit({ ...plainFeed('wireless', 'a'), measuredDownMbps: 30, measuredUpMbps: 20 });
    const o = option(noted);
    expect(withTrials(o, [run(trialSubject(noted)!, 90)])).toBe(o);
  });
  test('a reading beside the unit as built counts as long as it stands there so fed', () => {
    const state = sampleState('a1', 'after', option(air));
    const rows = [state, run({ kind: 'link', unitId: 'b', load: 'loaded' }, 60, { stateId: 'a1' })];
    expect(linkRead(air, rows)).toMatchObject({ downMbps: 60 });
    expect(linkRead(unit(plainFeed('ethernet', 'a')), rows)).toBeNull();
    const idle = [state, run({ kind: 'link', unitId: 'b', load: 'idle' }, 9, { stateId: 'a1' })];
    expect(linkRead(air, idle)).toBeNull();
  });
});
