import { expect, test } from '@jest/globals';
import { smallBrief, smallHouse, smallToday } from '../../../testing/smallHouse';
import { sampleBuilding, samplePlace, sampleRectangle, sampleRow } from '../../../testing/sampleSite';
import type { Brief } from '../../brief/brief';
import { emptySite, type Site, type Spot } from '../../site/model/schema';
import { evaluate } from '../evaluate/evaluate';
import { evenings, heldSpots, isAllHeld } from '../links/busyHour';
import { holdsInTheEvening, houseOf, isAlwaysOn } from '../links/house';
import { mediaOf } from '../links/media';
import { pipesOf } from './evening';
import { predictOption } from './predict';
import { planContext } from '../network/context';
import { plainFeed } from '../option/feeds';
import { emptyPlan, type Option, type Unit } from '../option/schema';
import { eveningWords, lineShortWords, loadWords } from './eveningWords';

type Activity = Spot['activities'][number]['activity'];
const spot = (number: number, xM: number, activity: Activity, more: Partial<Spot> = {}): Spot => ({
  id: `s${number}`,
  number,
  name: `Spot ${number}`,
  place: samplePlace(xM, 3, 'g', 1),
  client: 'laptop',
  deviceName: '',
  activities: [{ activity, count: 1 }],
  complaint: '',
  ...more,
});
const site = (spots: Spot[]): Site => ({
  ...emptySite(),
  buildings: [sampleBuilding('House', ['g'], sampleRectangle(0, 0, 24, 6))],
  walls: sampleRow('g', 0, 24, 6, [8, 16], 'plasterboard'),
  spots,
});
const unit = (id: string, xM: number, feed: Unit['feed'], kitId = 'mesh-dual'): Unit => ({
  id,
  letter: id.toUpperCase(),
  kitId,
  name: id,
  place: samplePlace(xM, 2),
  feed,
  radios: {},
});
const option = (...units: Unit[]): Option => ({ id: 'o', name: 'O', units, wiredSpots: [] });
const gateway = unit('a', 2, plainFeed('line', null));
const judged = (spots: Spot[], line: Partial<Brief['line']>, people: number, o = option(gateway)) => {
  const brief = { ...smallBrief, people, line: { ...smallBrief.line, ...line } };
  return evaluate(planContext({ site: site(spots), brief, plan: emptyPlan() }), o, option(gateway));
};
const films = [spot(1, 3, 'film4k'), spot(2, 5, 'film4k'), spot(3, 7, 'film4k')];

test('three films work one by one and not together on a line that holds two: nothing but a faster line mends it', () => {
  const { predictions, busyHour } = judged(films, { downMbps: 80, upMbps: 20 }, 3);
  expect(predictions.map((p) => p.alone)).toEqual(['works', 'works', 'works']);
  expect(predictions.map((p) => p.verdict)).toEqual(['tight', 'tight', 'tight']);
  expect(eveningWords(predictions[0]!, films)).toMatch(
    /^Works alone, not at the busy hour: the line, down, is full in 10 of 10 evenings, most by .*1 Spot 1.*\. Only a faster line mends it\.$/,
  );
  expect(busyHour).toMatchObject({ people: 3, shortAtOnce: ['s1', 's2', 's3'] });
  expect(loadWords(busyHour.media[0]!)).toBe(
    'the line, down: 80 % of at most 80 %, in 10 of 10 evenings not all fits',
  );
});

test('the same line holds two at home, and a faster one all three', () => {
  expect(judged(films, { downMbps: 80, upMbps: 20 }, 2).predictions.map((p) => p.verdict)).toEqual([
    'works',
    'works',
    'works',
  ]);
  expect(judged(films, { downMbps: 200, upMbps: 20 }, 3).predictions.map((p) => p.verdict)).toEqual([
    'works',
    'works',
    'works',
  ]);
});

test('a full line is no verdict on who asks little of it', () => {
  const { predictions, busyHour } = judged(
    [...films, spot(4, 4, 'messages')],
    { downMbps: 80, upMbps: 20 },
    4,
  );
  expect(predictions.map((p) => p.verdict)).toEqual(['tight', 'tight', 'tight', 'works']);
  expect(busyHour.media[0]!.full).toBe(1);
});

test('what is always on runs in every evening beside those at home', () => {
  const camera = spot(2, 6, 'camera');
  const line = { downMbps: 100, upMbps: 16 };
  const call = spot(1, 4, 'hdCall');
  const cameras = [camera, spot(3, 5, 'camera'), spot(4, 3, 'camera')];
  expect(judged([call, camera], line, 1).predictions[0]!.verdict).toBe('works');
  const many = judged([call, ...cameras], line, 1);
  expect(many.predictions.map((p) => p.evening!.used)).toEqual([64, 64, 64, 64]);
  expect(many.predictions[0]!.verdict).toBe('tight');
  expect(isAlwaysOn(camera)).toBe(true);
  expect(isAlwaysOn({ ...camera, alwaysOn: false })).toBe(false);
  expect(isAlwaysOn({ ...call, alwaysOn: true })).toBe(true);
});

test('a full backhaul by air is mended by a cable to the unit, and said to be what is full', () => {
  const far = [spot(1, 19, 'film4k'), spot(2, 21, 'film4k'), spot(3, 23, 'film4k')];
  const line = { downMbps: 900, upMbps: 300 };
  // 20 MHz for everything: enough for one at a time, not for three over two hops.
  const narrow = {
    '5': { channel: 36, widthMhz: 20 as const },
    '2.4': { channel: 1, widthMhz: 20 as const },
  };
  const a = { ...gateway, radios: narrow };
  const b = { ...unit('b', 18, plainFeed('wireless', 'a')), radios: narrow };
  const byAir = judged(far, line, 3, option(a, b));
  expect(byAir.predictions.map((p) => p.alone)).toEqual(['works', 'works', 'works']);
  expect(byAir.predictions.map((p) => p.verdict)).toEqual(['tight', 'tight', 'tight']);
  expect(eveningWords(byAir.predictions[0]!, far)).toMatch(
    /: 5 GHz, channel 36 at [AB], is full in \d+ of 10/,
  );
  const wired = judged(far, line, 3, option(a, { ...b, feed: plainFeed('ethernet', 'a') }));
  expect(wired.predictions.map((p) => p.verdict)).toEqual(['works', 'works', 'works']);
});

test('shares are of the whole medium and never more than its limit, whoever is at home', () => {
  for (const people of [1, 3, 12]) {
    const { busyHour } = judged(films, { downMbps: 20, upMbps: 2 }, people);
    for (const m of busyHour.media) {
      expect(m.share).toBeLessThanOrEqual(m.limit + 1e-9);
      expect(loadWords(m)).not.toMatch(/[1-9]\d{2,} %/);
    }
  }
});

test('who has no connection asks for nothing and is told nothing of evenings', () => {
  const alone = judged(
    [spot(1, 3, 'film4k'), spot(2, 4, 'film4k', { client: 'smartDevice' })],
    {},
    2,
    option(),
  );
  expect(alone.predictions.map((p) => [p.verdict, p.evening])).toEqual([
    ['noSignal', null],
    ['noSignal', null],
  ]);
  expect(alone.busyHour.media.map((m) => m.label)).toEqual(['the line, down', 'the line, up']);
  expect(alone.busyHour.shortAtOnce).toEqual(['s1', 's2']);
});

test('the line holds or does not, whatever is built: who finds no connection asks it all the same', () => {
  const line = { downMbps: 80, upMbps: 20 };
  const away = spot(3, 23, 'film4k', {
    client: 'smartDevice',
    activities: [{ activity: 'film4k', count: 1 }],
  });
  const steel = {
    ...site([films[0]!, films[1]!, away]),
    walls: sampleRow('g', 0, 24, 6, [8, 16], 'metalSheet'),
  };
  const brief = { ...smallBrief, people: 3, line: { ...smallBrief.line, ...line } };
  const { predictions, busyHour } = evaluate(
    planContext({ site: steel, brief, plan: emptyPlan() }),
    option(gateway),
    option(gateway),
  );
  expect(predictions[2]!.alone).not.toBe('works');
  expect(predictions.slice(0, 2).map((p) => p.verdict)).toEqual(['tight', 'tight']);
  expect(busyHour.lineShort).toEqual({ alone: [], evening: ['s1', 's2', 's3'] });
  expect(lineShortWords(busyHour, steel.spots)).toMatch(
    /^The line is too small, whatever is built: in the evening, with 3 at home, it does not hold 1 Spot 1, 2 Spot 2, 3 Spot 3\./,
  );
});

test('the lean count of the chance says of every spot what the whole one says', () => {
  for (const seed of [1, 2, 3, 4, 5, 6])
    for (const people of [1, 3, 5]) {
      const { site: plot, brief } = smallHouse(seed);
      const line = { ...brief.line, downMbps: 20 * seed, upMbps: 8 * seed };
      const context = planContext({ site: plot, brief: { ...brief, people, line }, plan: emptyPlan() });
      const house = houseOf(context);
      const pipes = pipesOf(predictOption(context, smallToday));
      const whole = evenings(house, mediaOf(context, smallToday), pipes).spots;
      const lean = heldSpots(house, mediaOf(context, smallToday), pipes);
      expect(lean).toEqual(whole.map((e) => e !== null && holdsInTheEvening(e)));
      expect(isAllHeld(house, mediaOf(context, smallToday), pipes)).toBe(lean.every(Boolean));
      expect(isAllHeld(house, mediaOf(context, smallToday), [null, ...pipes.slice(1)])).toBe(false);
    }
});
