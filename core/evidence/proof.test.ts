import { describe, expect, test } from '@jest/globals';
import { quillfeatherFarm } from '../../demo/farm';
import { simulateReadings } from '../../demo/simulate';
import { CATALOGUE, kitById } from '../kit/catalogue/catalogue';
import { createPlanner } from '../job/planner';
import { planContext } from '../plan/network/context';
import { plainFeed } from '../plan/option/feeds';
import type { Option, Plan, Unit } from '../plan/option/schema';
import { asBuilt, kitThen } from './built';
import { evidenceOf } from './fold';
import { freeze, networkHash, thawed } from './frozenNetwork';
import type { EvidenceRow } from './rows';
import { sampleAcceptance, sampleRound, sampleState } from '../../demo/sampleRows';

const farm = quillfeatherFarm();
const { site, brief } = farm;
const own = { ...kitById('mesh-own-radio')!, id: 'own-node', label: 'Ours' };
const option: Option = {
  ...farm.plan.options[1]!,
  units: farm.plan.options[1]!.units.map((u) => ({ ...u, kitId: 'own-node' })),
};
const plan: Plan = { ...farm.plan, options: [option], ownKit: [own] };
const state = sampleState('built-1', 'after', option, { site, ownKit: [own], at: '2026-06-05T14:00:00Z' });
const context = planContext({ site, brief, plan });
/** The farm after the work: every spot read before, and again with the network as built. */
const rows: EvidenceRow[] = [
  ...farm.evidence,
  sampleAcceptance(option),
  sampleRound(1, 'built-1'),
  ...simulateReadings(context, option, state, 11, -6),
];
const headline = (p: Plan, r: EvidenceRow[] = rows, s = site) =>
  createPlanner({ brief, site: s, plan: p, evidence: r }).derive(null);
const change = (f: (u: Unit) => Unit, more: Partial<Plan> = {}): Plan => ({
  ...plan,
  ...more,
  options: [{ ...option, units: option.units.map(f) }],
});
const proven = headline(plan);

test('dead spots were proven gone by what was read', () => {
  expect(proven.headline.dead).toBe(5);
  expect(proven.headline.gone).toBeGreaterThanOrEqual(3);
});

describe('what is not physical ends no proof', () => {
  test.each<[string, Plan]>([
    ['a lamp is renamed', change((u) => ({ ...u, name: 'Elsewhere in words' }))],
    ['its letter is changed', change((u) => (u.id === 'b' ? { ...u, letter: 'Z' } : u))],
    [
      'the power of its kit is edited later',
      change((u) => u, {
        ownKit: [{ ...own, label: 'New', radios: own.radios.map((r) => ({ ...r, eirpDbm: 5 })) }],
      }),
    ],
    ['the option is renamed', { ...plan, options: [{ ...option, name: 'Final' }] }],
    [
      'a link’s speed is noted',
      change((u) =>
        u.feed.kind === 'wireless'
          ? { ...u, feed: { ...u.feed, measuredDownMbps: 180, measuredUpMbps: 90 } }
          : u,
      ),
    ],
    [
      'a unit is nudged by two centimetres',
      change((u) => (u.id === 'b' ? { ...u, place: { ...u.place, xM: u.place.xM + 0.02 } } : u)),
    ],
    [
      'another option is put in beside it',
      { ...plan, options: [option, { ...option, id: 'other', units: [] }] },
    ],
  ])('%s', (_, changed) => {
    const now = headline(changed);
    expect(now.headline).toEqual(proven.headline);
    expect(now.verdicts.flatMap((v) => v.past)).toEqual([]);
  });
});

describe('a change asks only for the spots it touches', () => {
  test('an outdoor unit more: some proofs stand in their round, those it touches say why they ended', () => {
    const outdoor: Unit = {
      id: 'out',
      letter: 'O',
      kitId: 'outdoor-poe',
      name: 'Yard wall',
      place: { storeyId: null, xM: 14.5, yM: 3, heightM: 3 },
      feed: plainFeed('ethernet', 'a'),
      radios: { '2.4': { channel: 11, widthMhz: 20 }, '5': { channel: 100, widthMhz: 80 } },
    };
    const now = headline({ ...plan, options: [{ ...option, units: [...option.units, outdoor] }] });
    const ended = now.verdicts.filter((v) => v.past.length > 0);
    const standing = now.verdicts.filter((v) => v.after);
    expect(ended.length).toBeGreaterThan(0);
    expect(standing.length).toBeGreaterThan(0);
    expect(ended.length + standing.length).toBe(site.spots.length);
    expect(ended.map((v) => v.name)).toContain('Yard bench');
    for (const v of ended) {
      expect(v.past[0]).toMatchObject({ round: 1, runs: 3 });
      expect(v.missing.join()).toContain('runs with the network as it is now');
    }
    for (const v of standing) expect(v.rounds).toEqual([1]);
  });
  test('the gateway’s kit replaced ends what hangs on it, and taking that back proves it again', () => {
    const now = headline(change((u) => (u.id === 'a' ? { ...u, kitId: 'extender-dual', feed: u.feed } : u)));
    expect(now.headline.gone).toBeLessThan(proven.headline.gone);
    expect(headline(plan).headline).toEqual(proven.headline);
  });
});

describe('the identity of a network', () => {
  const frozen = (o: Option, s = site) => freeze(s, o, [own, ...CATALOGUE]);
  const hash = (o: Option, s = site) => networkHash(frozen(o, s).network, s);
  test('is that of what is physical, in whatever order it is listed', () => {
    const turned = { ...option, units: [...option.units].reverse() };
    expect(hash(turned)).toBe(hash(option));
    const moved = { ...option, units: option.units.map((u) => ({ ...u, place: { ...u.place, yM: 7.77 } })) };
    expect(hash(moved)).not.toBe(hash(option));
    expect(hash({ ...option, wiredSpots: [{ spotId: 'spot-1', unitId: 'a' }] })).not.toBe(hash(option));
    expect(hash(option)).toMatch(/^[0-9a-f]{64}$/);
  });
  test('comes back an option as it was, with its labels', () => {
    expect(thawed(site, frozen(option)).option).toEqual({ ...option, id: 'frozen' });
  });
  test('a storey that is gone leaves its units in the yard', () => {
    const flat = {
      ...site,
      buildings: site.buildings.map((b) => ({ ...b, storeys: b.storeys.slice(0, 1) })),
    };
    const { option: now } = thawed(flat, frozen(option));
    expect(now.units.find((u) => u.id === 'b')!.place.storeyId).toBeNull();
    expect(() => headline({ ...plan, options: [] }, rows, flat)).not.toThrow();
  });
});

describe('as built', () => {
  test('nothing before anything was accepted; afterwards the accepted option, whatever else is looked at', () => {
    expect(asBuilt(site, plan, farm.evidence)).toBeNull();
    const two = { ...plan, options: [{ ...option, id: 'first', units: [] }, option] };
    expect(asBuilt(site, two, rows)!.option.id).toBe(option.id);
    const planner = createPlanner({ brief, site, plan: two, evidence: rows });
    expect(planner.derive('first').steps).toEqual(planner.derive(option.id).steps);
    expect(planner.derive('first').verdicts).toEqual(planner.derive(option.id).verdicts);
  });
  test('is the accepted option plus what was built otherwise', () => {
    const moved: EvidenceRow = {
      kind: 'move',
      id: 'm1',
      at: '2026-06-05T15:00:00Z',
      by: '',
      unitId: 'b',
      place: { storeyId: 'f-upper', xM: 9, yM: 7, heightM: 1 },
      feed: null,
      leftOut: false,
      note: '',
    };
    const built = asBuilt(site, plan, [...rows, moved])!;
    expect(built.option.units.find((u) => u.id === 'b')!.place.xM).toBe(9);
    const out = asBuilt(site, plan, [...rows, moved, { ...moved, id: 'm2', leftOut: true }])!;
    expect(out.option.units.some((u) => u.id === 'b')).toBe(false);
  });
  test('an accepted option that was deleted is what was read of it last', () => {
    const left = asBuilt(site, { ...plan, options: [], ownKit: [] }, rows)!;
    expect(left.option.units.map((u) => u.id)).toEqual(option.units.map((u) => u.id));
    expect(left.kit.map((k) => k.id)).toEqual(['own-node']);
    expect(headline({ ...plan, options: [], ownKit: [] }).headline).toEqual(proven.headline);
  });
  test('kit is what it was on the day it was read', () => {
    const weaker = { ...own, radios: own.radios.map((r) => ({ ...r, eirpDbm: 5 })) };
    expect(kitThen(option, [weaker], rows, 'after')[0]!.radios).toEqual(own.radios);
    expect(kitThen(option, [weaker], farm.evidence, 'after')[0]!.radios).toEqual(weaker.radios);
  });
  test('the forecast stays what it was when the work began', () => {
    const accepted = evidenceOf(rows).accepted!;
    expect(evidenceOf([...rows]).accepted).toBe(accepted);
  });
});
