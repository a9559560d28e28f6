import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { quillfeatherFarm } from '../../demo/farm';
import { carryOut } from '../../testing/kitMachine';
import { CATALOGUE } from '../kit/catalogue/catalogue';
import type { FeedKind } from '../kit/model/schema';
import { READ_BEFORE, workOf } from '../plan/cost/work';
import { kitOf, planContext } from '../plan/network/context';
import { plainFeed } from '../plan/option/feeds';
import type { Option, Unit } from '../plan/option/schema';
import type { Place } from '../site/model/schema';
import { packedByStep } from './hand';
import { runSheet, stepsOf } from './runSheet';
import { totalMin } from './schedule';

const job = quillfeatherFarm();
const at = (storeyId: string | null, xM: number, yM: number, heightM = 1.2): Place => ({
  storeyId,
  xM,
  yM,
  heightM,
});
const PLACES: readonly Place[] = [
  at('f-ground', 5, 6),
  at('f-upper', 8.2, 6.2),
  at('f-attic', 6, 6),
  at('s-ground', 28.5, 3, 1.5),
  at(null, 20, 4, 3),
];
const GATEWAYS = ['mesh-own-radio', 'mesh-dual', 'provider-router'];
const KITS = CATALOGUE.map((k) => k.id);
const kitFeeds = (id: string): FeedKind[] =>
  CATALOGUE.find((k) => k.id === id)!.feeds.filter((f) => f !== 'line');

interface Case {
  option: Option;
  joining: 'bench' | 'inPlace';
  names: 'one' | 'two';
  adapters: 'group' | 'pairs';
  line: 'fibre' | 'cable' | 'dsl' | 'fixedWireless';
}

const cases: fc.Arbitrary<Case> = fc
  .record({
    gateway: fc.constantFrom(...GATEWAYS),
    units: fc.array(
      fc.record({
        kit: fc.constantFrom(...KITS.filter((k) => kitFeeds(k).length > 0)),
        feed: fc.nat(5),
        parent: fc.nat(4),
        place: fc.nat(PLACES.length - 1),
      }),
      { minLength: 1, maxLength: 4 },
    ),
    joining: fc.constantFrom('bench', 'inPlace'),
    names: fc.constantFrom('one', 'two'),
    adapters: fc.constantFrom('group', 'pairs'),
    line: fc.constantFrom('fibre', 'cable', 'dsl', 'fixedWireless'),
  } as const)
  .map(({ gateway, units, joining, names, adapters, line }): Case => {
    const list: Unit[] = [
      {
        id: 'a',
        letter: 'A',
        kitId: gateway,
        name: 'Porch shelf',
        place: job.plan.today.units[0]!.place,
        feed: plainFeed('line', null),
        radios: {},
      },
    ];
    units.forEach(({ kit, feed, parent, place }, i) => {
      const feeds = kitFeeds(kit);
      const kind = feeds[feed % feeds.length]!;
      // What is fed over the air hangs on what radiates, what is cabled on what has ports.
      const radiates = (u: Unit) => kitOf(planContext(job), u).radios.some((r) => r.role === 'access');
      const able = list.filter((u) => (kind === 'wireless' ? radiates(u) : true));
      list.push({
        id: `u${i}`,
        letter: 'BCDE'[i]!,
        kitId: kit,
        name: `Place ${i + 1}`,
        place: PLACES[place]!,
        feed: plainFeed(kind, able[parent % able.length]!.id),
        radios: {},
      });
    });
    return { option: { id: 'o', name: 'O', units: list, wiredSpots: [] }, joining, names, adapters, line };
  });

const contextOf = ({ joining, names, adapters, line }: Omit<Case, 'option'>) =>
  planContext({
    ...job,
    brief: {
      ...job.brief,
      line: { ...job.brief.line, kind: line },
      policies: { ...job.brief.policies, joining, names, adapters },
    },
  });

describe('every kit, way of working and backhaul', () => {
  test('each step names what it takes: its own unit, what fixes it, what its cautions want; the van holds each once', () => {
    fc.assert(
      fc.property(cases, ({ option, ...c }) => {
        const steps = stepsOf(contextOf(c), option);
        for (const s of steps) {
          expect(new Set(s.hand).size).toBe(s.hand.length);
          const carried = s.acts.flatMap((a) => (a.verb === 'carry' ? [a.unitId] : []));
          for (const id of carried) {
            const { letter } = option.units.find((u) => u.id === id)!;
            expect(s.hand.some((h) => h === letter || h.startsWith(`${letter} `))).toBe(true);
          }
          if (s.cautions.includes('drilling')) expect(s.hand).toContain('detector for pipes and cables');
          if (s.cautions.includes('ladder')) expect(s.hand).toContain('ladder');
          if (s.cautions.includes('mains')) expect(s.hand).toContain('voltage tester');
        }
        const packed = packedByStep(steps).flatMap((p) => p.items);
        expect([...packed].sort()).toEqual([...new Set(steps.flatMap((s) => s.hand))].sort());
      }),
      { numRuns: 60 },
    );
  });
  test('the acts, carried out on units that behave as their kit says, end with each joined, at its place, on its backhaul', () => {
    fc.assert(
      fc.property(cases, (c) => {
        const context = contextOf(c);
        const sheet = runSheet(context, c.option, job.plan.today);
        const isReplaced = kitOf(context, c.option.units[0]!).kind !== 'router';
        expect(carryOut(sheet, c.option, { isPlaceFirst: c.joining === 'inPlace', isReplaced })).toEqual([]);
      }),
      { numRuns: 120 },
    );
  });

  test('the machine is no rubber stamp: a sheet with an act left out, or two steps changed about, fails on it', () => {
    const unit = (id: string, letter: string, kitId: string): Unit => ({
      id,
      letter,
      kitId,
      name: `Place ${letter}`,
      place: PLACES[1]!,
      feed: plainFeed('wireless', 'a'),
      radios: {},
    });
    const option: Option = {
      id: 'o',
      name: 'O',
      units: [
        {
          ...unit('a', 'A', 'mesh-dual'),
          feed: plainFeed('line', null),
          place: job.plan.today.units[0]!.place,
        },
        unit('b', 'B', 'mesh-dual'),
        unit('c', 'C', 'extender-dual'),
        { ...unit('d', 'D', 'ceiling-poe'), feed: plainFeed('ethernet', 'a') },
      ],
      wiredSpots: [],
    };
    const context = contextOf({ joining: 'bench', names: 'one', adapters: 'group', line: 'cable' });
    const sheet = runSheet(context, option, job.plan.today);
    const run = (steps: typeof sheet) => carryOut(steps, option, { isPlaceFirst: false, isReplaced: true });
    expect(run(sheet)).toEqual([]);
    let left = 0;
    sheet.forEach((s, i) =>
      s.acts.forEach((act, k) => {
        if (act.verb === 'look') return;
        const without = sheet.map((o, j) => (j === i ? { ...o, acts: o.acts.filter((_, n) => n !== k) } : o));
        // Telling an act again that was told before, and taking a lead that is in already, go unseen.
        if (run(without).length === 0) left++;
      }),
    );
    const acts = sheet.reduce((n, s) => n + s.acts.filter((a) => a.verb !== 'look').length, 0);
    expect(left / acts).toBeLessThan(0.12);
    const place = sheet.find((s) => s.key === 'place:b')!;
    const early = sheet.map((s) => (s.key === 'place:b' ? { ...place, startMin: 0 } : s));
    expect(run(early).length).toBeGreaterThan(0);
  });

  test('no minute is counted twice and none is left out; nothing begins before what it waits for; never longer than one by one', () => {
    fc.assert(
      fc.property(cases, (c) => {
        const context = contextOf(c);
        const steps = stepsOf(context, c.option, job.plan.today);
        const sheet = runSheet(context, c.option, job.plan.today);
        const work = workOf(context, c.option, job.plan.today).filter((w) => w.key !== READ_BEFORE);
        const sum = (list: readonly { handsMin: number }[]) => list.reduce((s, x) => s + x.handsMin, 0);
        expect(sum(sheet)).toBeCloseTo(sum(work), 6);
        expect(sheet.flatMap((s) => s.ticks.map((t) => t.key)).sort()).toEqual(work.map((w) => w.key).sort());
        const byKey = new Map(sheet.map((s) => [s.key, s]));
        for (const s of sheet)
          for (const k of s.after) {
            const first = byKey.get(k);
            if (first) expect(s.startMin).toBeGreaterThanOrEqual(first.waitEndMin);
          }
        const oneByOne = steps.reduce((t, s) => t + s.handsMin + s.waitMin, 0);
        expect(totalMin(sheet)).toBeLessThanOrEqual(oneByOne);
      }),
      { numRuns: 50 },
    );
  });

  test('each caution stands at its step, and each unit is named by its place', () => {
    fc.assert(
      fc.property(cases, (c) => {
        const context = contextOf(c);
        const sheet = runSheet(context, c.option, job.plan.today);
        for (const unit of c.option.units.slice(1)) {
          const kit = kitOf(context, unit);
          const place = sheet.find((s) => s.key === `place:${unit.id}`)!;
          const cable = sheet.find((s) => s.key === `cable:${unit.id}`);
          expect(place.title).toContain(unit.name);
          if (kit.mount === 'ceiling')
            expect(place.cautions).toEqual(expect.arrayContaining(['ladder', 'overhead']));
          if (kit.outdoor) expect(place.cautions).toEqual(expect.arrayContaining(['ladder', 'radio']));
          if (kit.mount === 'inWall') expect(place.cautions).toContain(kit.poe ? 'dataPlate' : 'mains');
          if (unit.place.storeyId === 'f-attic') expect(place.cautions).toContain('loft');
          if (unit.feed.kind === 'fibre') expect(cable!.cautions).toContain('fibre');
          const pairing = sheet.filter((s) =>
            s.acts.some((a) => a.verb === 'pair' && a.units.includes(unit.id)),
          );
          for (const s of pairing)
            expect(s.cautions).toContain(
              kit.kind === 'coax' || unit.feed.kind === 'coax' ? 'coaxKey' : 'powerlineKey',
            );
          // The breaker goes off where a plate with mains behind it is opened, and nowhere else.
          if (kit.mount !== 'inWall') expect(place.cautions).not.toContain('mains');
        }
        for (const s of sheet) for (const a of s.acts) expect(a.words).not.toMatch(/undefined|null|NaN|  /);
      }),
      { numRuns: 50 },
    );
  });
});
