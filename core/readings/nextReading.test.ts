import { describe, expect, test } from '@jest/globals';
import { quillfeatherFarm } from '../../demo/farm';
import { planContext } from '../plan/network/context';
import { predictOption } from '../plan/predict/predict';
import type { Option } from '../plan/option/schema';
import type { Spot } from '../site/model/schema';
import { nextReading } from './nextReading';

const farm = quillfeatherFarm();
const { today } = farm.plan;

function ask(spots: Spot[], read: readonly number[], option: Option = today) {
  const context = planContext({ site: { ...farm.site, spots }, brief: farm.brief, plan: farm.plan });
  const of = (o: Option) => ({ option: o, predictions: predictOption(context, o) });
  return nextReading(context, of(today), of(option), (s) => read.includes(s.number));
}
const spot = (n: number) => farm.site.spots.find((s) => s.number === n)!;
/** The network of today with what some spots need set to a share of what they are told to get; all others are far from their need. */
function needing(spots: Spot[], share: Readonly<Record<number, number>>) {
  const context = planContext({ site: { ...farm.site, spots }, brief: farm.brief, plan: farm.plan });
  const predictions = predictOption(context, today).map((p) => {
    const of = share[p.number];
    return { ...p, need: { downMbps: of === undefined ? 0 : of * p.downMbps, upMbps: 0, latencyMs: 5000 } };
  });
  const network = { option: today, predictions };
  return nextReading(context, network, network, () => false);
}

describe('what to read next', () => {
  test('of the spots not read one is named, and what is told of some spot gets surer by it', () => {
    const next = ask(farm.site.spots, [1, 2, 3]);
    if (next?.kind !== 'read') throw new Error('nothing to read');
    expect([1, 2, 3]).not.toContain(farm.site.spots.find((s) => s.id === next.spotId)!.number);
    const { nowRisk, thenRisk } = next.helps;
    expect(nowRisk).toBeLessThanOrEqual(0.5);
    expect(thenRisk).toBeLessThan(nowRisk);
    expect(thenRisk).toBeGreaterThanOrEqual(0);
  });

  test('a spot that may come either way is read itself; where all are far from what they need enough is read', () => {
    const spots = [spot(3), spot(4), spot(6)];
    const next = needing(spots, { 4: 1 });
    expect(next).toMatchObject({ kind: 'read', spotId: spot(4).id, helps: { spotId: spot(4).id } });
    if (next?.kind === 'read') expect(next.helps.nowRisk).toBeCloseTo(0.5, 2);
    if (next?.kind === 'read') expect(next.helps.thenRisk).toBeLessThan(0.25);
    expect(needing(spots, { 4: 0.0001 })).toMatchObject({ kind: 'enough' });
    expect(needing(spots, {})).toMatchObject({ kind: 'enough' });
  });

  test('of two on the same way either settles the other', () => {
    const far = spot(4);
    const twin = { ...far, id: 'twin', number: 15, place: { ...far.place, xM: far.place.xM + 0.2 } };
    const near = { ...spot(6), id: 'near', number: 16, place: { ...today.units[0]!.place, heightM: 1 } };
    expect([far.id, 'twin']).toContain(
      (needing([near, far, twin], { 4: 0.9, 15: 0.9, 16: 0.9 }) as { spotId?: string }).spotId,
    );
  });

  test('the order of the spots changes nothing', () => {
    const some = [spot(3), spot(4), spot(10), spot(12)];
    expect(ask([...some].reverse(), [])).toEqual(ask(some, []));
  });

  test('with nothing left to read nothing is weighed', () => {
    expect(ask([spot(1), spot(2)], [1, 2])).toBeNull();
    expect(ask([], [])).toBeNull();
  });

  test('it is asked of the network at hand', () => {
    const [option] = farm.plan.options;
    expect(ask(farm.site.spots, [], option)).toMatchObject({ networkId: option!.id });
  });
});
