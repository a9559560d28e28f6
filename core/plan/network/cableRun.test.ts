import { describe, expect, test } from '@jest/globals';
import { contextOf, gateway, option, place, site, unit } from '../../../testing/sampleHouse';
import { emptyBrief } from '../../brief/brief';
import { plainFeed } from '../option/feeds';
import { withSlackM } from '../../feed/ethernet';
import { cableRun, cableRunOf, entryLeadOf, entryLeads, hangsByLead, spotCable } from './cableRun';

const cable = plainFeed('ethernet', 'a');
const context = contextOf();

describe('a cable that is laid', () => {
  test('within one room drills nothing, and through a wall drills it', () => {
    const within = cableRun(context, place(1), place(3.5));
    expect(within).toMatchObject({ walls: 0, floors: 0, across: false, outdoorM: 0, yardM: 0 });
    expect(cableRun(context, place(1), place(6)).walls).toBe(1);
    expect(cableRun(context, place(1), place(10)).walls).toBe(2);
  });
  test('takes no less wire than the straight line, with its slack', () => {
    for (const x of [3, 6, 10, 26]) {
      const to = place(x, 4, x > 20 ? 'b' : 'g');
      const { lengthM } = cableRun(context, place(1), to);
      expect(lengthM).toBeGreaterThanOrEqual(withSlackM(Math.hypot(x - 1, 2)) - 1e-9);
    }
  });
  test('to the barn leads over the yard, as long as the yard is wide at least', () => {
    const run = cableRun(context, place(10), place(24, 2, 'b'));
    expect(run).toMatchObject({ across: true, duct: null });
    expect(run.yardM).toBeGreaterThanOrEqual(10);
    expect(run.outdoorM).toBeLessThanOrEqual(run.lengthM);
  });
  test('goes through a duct where there is one, and over no yard', () => {
    const duct = { id: 'd', name: 'Old pipe', isFull: false, certainty: 'proven' as const };
    const path = [
      { xM: 12, yM: 2 },
      { xM: 22, yM: 2 },
    ];
    const run = cableRun(contextOf({ site: { ducts: [{ ...duct, path }] } }), place(10), place(24, 2, 'b'));
    expect(run.duct?.id).toBe('d');
    expect(run.yardM).toBe(0);
  });
  test('has the length somebody measured, and the holes of its way', () => {
    const run = cableRun(context, place(1), place(6), { lengthM: 33 });
    expect(run).toMatchObject({ lengthM: 33, walls: 1 });
  });
});

describe('the cable of a unit', () => {
  const of = (feed: Parameters<typeof unit>[2], at = place(6)) => {
    const b = unit('B', at, feed);
    return { o: option(gateway, b), b };
  };
  test('is one where it is fed by a new cable, and none by air, by a run that is there, or from nowhere', () => {
    const laid = of(cable);
    expect(cableRunOf(context, laid.o, laid.b)?.walls).toBe(1);
    for (const feed of [
      plainFeed('wireless', 'a'),
      { ...cable, dataRunId: 'there' },
      plainFeed('ethernet', null),
    ]) {
      const { o, b } = of(feed);
      expect(cableRunOf(context, o, b)).toBeNull();
    }
  });
  test('is a ready-made lead at the side of its parent, said to be short', () => {
    const beside = of({ ...cable, lengthM: 1.5 }, place(2.5, 1));
    expect(hangsByLead(context, beside.o, beside.b)).toBe(true);
    expect(cableRunOf(context, beside.o, beside.b)).toBeNull();
    const long = of({ ...cable, lengthM: 12 }, place(2.5, 1));
    expect(hangsByLead(context, long.o, long.b)).toBe(false);
    const unsaid = of(cable, place(2.5, 1));
    expect(hangsByLead(context, unsaid.o, unsaid.b)).toBe(false);
    const glass = of({ ...plainFeed('fibre', 'a'), lengthM: 1.5 }, place(2.5, 1));
    expect(hangsByLead(context, glass.o, glass.b)).toBe(false);
  });
  test('is no lead through a wall, however near', () => {
    const near = unit('A', place(3.6, 2), plainFeed('line', null));
    const b = unit('B', place(4.4, 2), { ...cable, lengthM: 1 });
    expect(hangsByLead(context, option(near, b), b)).toBe(false);
  });
});

describe('a device at a wired spot', () => {
  const wired = (unitId: string, dataRunId: string | null = null, spotId = 'desk') => ({
    ...option(gateway, unit('B', place(10), plainFeed('wireless', 'a'))),
    wiredSpots: [{ spotId, unitId, dataRunId }],
  });
  test('hangs on a lead in the room of its unit, and on a cable from another', () => {
    expect(spotCable(context, wired('a'), 'desk')).toMatchObject({ lead: true, runName: null });
    expect(spotCable(context, wired('b'), 'desk')).toMatchObject({ lead: false, run: { walls: 2 } });
  });
  test('uses a run in the wall that ends at both', () => {
    const there = {
      id: 'r',
      name: 'Wall run',
      from: place(1.5, 1),
      to: place(3, 3),
      category: 'cat6' as const,
      lengthM: 6,
      negotiatedMbps: null,
      certainty: 'traced' as const,
    };
    const withRun = contextOf({ site: { dataRuns: [there] } });
    expect(spotCable(withRun, wired('a', 'r'), 'desk')?.runName).toBe('Wall run');
    expect(spotCable(withRun, wired('a', 'other'), 'desk')?.runName).toBeNull();
  });
  test('is none where unit or spot is gone, or it is not wired', () => {
    expect(spotCable(context, wired('gone'), 'desk')).toBeNull();
    expect(spotCable(context, wired('a'), 'bed')).toBeNull();
    expect(spotCable(context, wired('a', null, 'gone'), 'gone')).toBeNull();
  });
});

describe('how the gateway gets the line', () => {
  const away = place(10);
  const run = {
    id: 'r',
    name: 'Hall run',
    from: place(1, 2),
    to: place(10),
    category: 'cat6' as const,
    lengthM: 14,
    negotiatedMbps: 1000,
    isFull: false,
    certainty: 'proven' as const,
  };
  const coaxAt = (id: string, x: number) => ({ id, name: id, place: place(x) });
  const coax = { ...site.coax, outlets: [coaxAt('c1', 1), coaxAt('c2', 10)] };
  const brief = { line: { ...emptyBrief().line, kind: 'cable' as const } };
  test('needs nothing beside the entry, or where nobody knows the entry', () => {
    expect(entryLeads(context, place(2))).toEqual([]);
    const unknown = contextOf({ site: { lineEntry: { ...site.lineEntry, storeyId: null } } });
    expect(entryLeads(unknown, away)).toEqual([]);
  });
  test('is a run that is there, coax where the line comes by it, or a new cable, in that order', () => {
    const by = (c: ReturnType<typeof contextOf>) => entryLeads(c, away).map((l) => l.by);
    expect(by(context)).toEqual(['cable']);
    expect(by(contextOf({ site: { dataRuns: [run] } }))).toEqual(['run', 'cable']);
    expect(by(contextOf({ site: { coax, dataRuns: [run] }, brief }))).toEqual(['run', 'coax', 'cable']);
    // By fibre or telephone wire the coax in the wall carries no line.
    expect(by(contextOf({ site: { coax } }))).toEqual(['cable']);
  });
  test('is as chosen, else the first that is there; one that hardly moved keeps what it has', () => {
    const c = contextOf({ site: { coax, dataRuns: [run] }, brief });
    const at = (more: object = {}) => option({ ...gateway, place: away, feed: { kind: 'line', ...more } });
    expect(entryLeadOf(c, at(), null)).toMatchObject({ by: 'run', name: 'Hall run' });
    expect(entryLeadOf(c, at({ entry: 'coax' }), null)).toMatchObject({ by: 'coax' });
    const today = option({ ...gateway, place: place(10.5, 2.5) });
    expect(entryLeadOf(c, at(), today)).toBeNull();
    expect(entryLeadOf(c, option(), null)).toBeNull();
  });
});
