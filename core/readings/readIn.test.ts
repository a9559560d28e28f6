import { describe, expect, test } from '@jest/globals';
import { sampleReading, sampleState } from '../../demo/sampleRows';
import { smallBrief } from '../../testing/smallHouse';
import { sampleBuilding, samplePlace, sampleRectangle, sampleRow } from '../../testing/sampleSite';
import { keptPlace } from '../evidence/takenAt';
import type { EvidenceRow, Reading } from '../evidence/rows';
import { plainFeed } from '../plan/option/feeds';
import { emptyPlan, type Option, type Unit } from '../plan/option/schema';
import { predictOption } from '../plan/predict/predict';
import { emptySite, type Site, type Spot } from '../site/model/schema';
import { learntContext } from './learn';

const spot = (id: string, number: number, xM: number): Spot => ({
  id,
  number,
  name: id,
  place: samplePlace(xM, 3, 'g', 1),
  client: 'laptop',
  deviceName: '',
  activities: [{ activity: 'film4k', count: 1 }],
  complaint: '',
});
const site: Site = {
  ...emptySite(),
  buildings: [sampleBuilding('House', ['g', 'u', 'v'], sampleRectangle(0, 0, 24, 6))],
  walls: sampleRow('g', 0, 24, 6, [8, 16], 'brickSingle'),
  spots: [spot('near', 1, 4), spot('far', 2, 22)],
};
const unit = (id: string, xM: number, feed: Unit['feed'], storeyId = 'g'): Unit => ({
  id,
  letter: id.toUpperCase(),
  kitId: 'mesh-dual',
  name: id,
  place: samplePlace(xM, 2, storeyId),
  feed,
  radios: {},
});
const a = unit('a', 2, plainFeed('line', null));
const b = unit('b', 18, plainFeed('wireless', 'a'));
const was: Option = { id: 'o', name: 'O', units: [a, b], wiredSpots: [] };
const state = sampleState('now', 'before', was, { site });
const job = (rows: EvidenceRow[]) => ({
  site,
  brief: { ...smallBrief, people: 1, line: { ...smallBrief.line, downMbps: 900, upMbps: 300 } },
  plan: emptyPlan(),
  evidence: [state, ...rows],
});
const runs = (spotId: string, downMbps: number, more: Partial<Reading> = {}) =>
  [0.98, 1, 1.02].map((by) =>
    sampleReading({
      spotId,
      stateId: state.id,
      device: 'laptop',
      bandSeen: null,
      rssiDbm: null,
      downMbps: downMbps * by,
      upMbps: 20 * by,
      takenAt: keptPlace(site, site.spots.find((s) => s.id === spotId)!.place),
      ...more,
    }),
  );
const at = (rows: EvidenceRow[], option: Option, spotId: string) =>
  predictOption(learntContext(job(rows)).context, option).find((p) => p.spotId === spotId)!;

describe('what was read rules', () => {
  test('a unit two storeys up leaves the figure what was read, in every option', () => {
    const rows = runs('near', 142);
    const more = { ...was, units: [...was.units, unit('c', 12, plainFeed('wireless', 'a'), 'v')] };
    expect(at(rows, was, 'near')).toMatchObject({ downMbps: 142, runs: 3 });
    expect(at(rows, more, 'near')).toMatchObject({ downMbps: 142, runs: 3 });
    expect(at([], more, 'near').downMbps).not.toBe(142);
  });
  test('what the air of a unit was read to give holds back as before when the unit gets a cable', () => {
    const rows = runs('far', 28);
    const wired = { ...was, units: [a, { ...b, feed: plainFeed('ethernet', 'a') }] };
    const unread = at([], wired, 'far');
    const read = at(rows, wired, 'far');
    expect(unread.downMbps).toBeGreaterThan(60);
    expect(read.downMbps).toBeLessThan(unread.downMbps);
    // The air is the one that was read: what the hop no longer takes of it is all that is won.
    expect(read.pipe.find((p) => p.kind === 'air')!.measured).toBe(true);
    expect(read.pipe[read.narrowest]!.kind).toBe('air');
  });
  test('a unit that is moved away is another way: the reading says nothing of it but what it taught', () => {
    const moved = { ...was, units: [{ ...a, place: samplePlace(12, 2) }, b] };
    expect(at(runs('near', 142), moved, 'near').runs).toBe(0);
  });
  test('no connection is no signal while its way is the same', () => {
    const none = { connected: false, downMbps: null, upMbps: null } as const;
    const rows = runs('far', 0, none);
    expect(at(rows, was, 'far')).toMatchObject({ alone: 'noSignal', runs: 3 });
  });
  test('another device, a fixed band or another place says nothing of the spot', () => {
    for (const more of [
      { device: 'phone' },
      { band: '5' },
      { takenAt: keptPlace(site, samplePlace(20, 3)) },
    ] as const)
      expect(at(runs('near', 142, more), was, 'near').runs).toBe(0);
  });
});
