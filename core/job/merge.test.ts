import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { quillfeatherFarm } from '../../demo/farm';
import { merge } from './merge';

const { site, plan, brief } = quillfeatherFarm();

interface Thing {
  id: string;
  v: number;
  units?: Thing[];
}
/** Plain objects, as JSON gives them. */
const PLAIN = { noNullPrototype: true } as const;
const thing = fc.record(
  { id: fc.constantFrom('a', 'b', 'c', 'd', 'e'), v: fc.integer({ min: 0, max: 3 }) },
  PLAIN,
);
const list = fc.uniqueArray(thing, { selector: (t) => t.id, maxLength: 5 });
const line = fc.record({ x: fc.nat(2), y: fc.nat(2) }, PLAIN);
const doc = fc.record({ name: fc.nat(2), line, things: list }, PLAIN);

describe('whatever two sides did', () => {
  test('a side that changed nothing takes the other’s version, the very one', () => {
    fc.assert(
      fc.property(doc, doc, (base, other) => {
        expect(merge(base, base, other)).toEqual({ value: other, clashes: [] });
        expect(merge(base, other, base).value).toBe(other);
        expect(merge(base, base, other).value).toBe(other);
      }),
    );
  });
  test('the same change on both sides is no clash', () => {
    fc.assert(
      fc.property(doc, doc, (base, both) =>
        expect(merge(base, both, structuredClone(both))).toEqual({ value: both, clashes: [] }),
      ),
    );
  });
  test('both orders find the same clashes, and agree where there is none, but for the order of new things', () => {
    const sorted = (d: { things: Thing[] }) => ({
      ...d,
      things: [...d.things].sort((a, b) => (a.id < b.id ? -1 : 1)),
    });
    fc.assert(
      fc.property(doc, doc, doc, (base, mine, theirs) => {
        const one = merge(base, mine, theirs);
        const two = merge(base, theirs, mine);
        const paths = (m: typeof one) => m.clashes.map((c) => c.path.join('/')).sort();
        expect(paths(one)).toEqual(paths(two));
        if (one.clashes.length === 0) expect(sorted(one.value)).toEqual(sorted(two.value));
        const preferred = merge(base, mine, theirs, 'theirs');
        expect(sorted(preferred.value)).toEqual(sorted(two.value));
      }),
      { numRuns: 500 },
    );
  });
  test('nothing either side added is lost, nothing stands twice', () => {
    fc.assert(
      fc.property(list, list, list, (base, mine, theirs) => {
        const { value } = merge({ things: base }, { things: mine }, { things: theirs });
        const ids = value.things.map((t) => t.id);
        expect(new Set(ids).size).toBe(ids.length);
        const had = new Set(base.map((t) => t.id));
        for (const t of [...mine, ...theirs]) if (!had.has(t.id)) expect(ids).toContain(t.id);
      }),
      { numRuns: 500 },
    );
  });
});

describe('documents of a job', () => {
  test('a wall moved here and a spot named there come together', () => {
    const mine = { ...site, walls: site.walls.map((w, i) => (i === 2 ? { ...w, heightM: 2 } : w)) };
    const theirs = { ...site, spots: site.spots.map((s, i) => (i === 0 ? { ...s, name: 'Table' } : s)) };
    const { value, clashes } = merge(site, mine, theirs);
    expect(clashes).toEqual([]);
    expect([value.walls[2]!.heightM, value.spots[0]!.name]).toEqual([2, 'Table']);
    expect(value.buildings).toBe(theirs.buildings);
  });
  test('two units of one option, one moved here and one there; a third put in there', () => {
    const move = (id: string, xM: number) => ({
      ...plan,
      options: plan.options.map((o) => ({
        ...o,
        units: o.units.map((u) => (u.id === id ? { ...u, place: { ...u.place, xM } } : u)),
      })),
    });
    const theirs = move('b', 9);
    theirs.options[0]!.units.push({ ...theirs.options[0]!.units[1]!, id: 'new', letter: 'D' });
    const { value, clashes } = merge(plan, move('a', 2), theirs);
    expect(clashes).toEqual([]);
    expect(value.options[0]!.units.map((u) => [u.id, u.place.xM])).toEqual([
      ['a', 2],
      ['b', 9],
      ['new', 9],
    ]);
  });
  test('the same unit moved on both sides is asked about, and nothing else is', () => {
    const move = (xM: number, name: string) => ({
      ...plan,
      options: plan.options.map((o, i) =>
        i === 0
          ? {
              ...o,
              name,
              units: o.units.map((u) => (u.id === 'b' ? { ...u, place: { ...u.place, xM } } : u)),
            }
          : o,
      ),
    });
    const { value, clashes } = merge(plan, move(5, plan.options[0]!.name), move(6, 'Renamed'));
    expect(clashes).toEqual([{ path: ['options', 'opt-wire', 'units', 'b'] }]);
    expect(value.options[0]!.name).toBe('Renamed');
    expect(value.options[0]!.units[1]!.place.xM).toBe(5);
  });
  test('what one deleted and the other changed is asked about; what only one deleted is gone', () => {
    const without = (id: string) => ({ ...site, spots: site.spots.filter((s) => s.id !== id) });
    const renamed = { ...site, spots: site.spots.map((s) => (s.id === 'spot-2' ? { ...s, name: 'X' } : s)) };
    expect(merge(site, without('spot-2'), renamed).clashes).toEqual([{ path: ['spots', 'spot-2'] }]);
    expect(merge(site, without('spot-3'), renamed).value.spots).toHaveLength(site.spots.length - 1);
  });
  test('fields of the line and words of a brief are each for themselves', () => {
    const mine = { ...brief, line: { ...brief.line, downMbps: 900 } };
    const theirs = { ...brief, customer: 'New', line: { ...brief.line, upMbps: 90 } };
    expect(merge(brief, mine, theirs)).toMatchObject({
      clashes: [],
      value: { customer: 'New', line: { downMbps: 900, upMbps: 90 } },
    });
  });
});
