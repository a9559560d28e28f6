import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { quillfeatherFarm } from '../../demo/farm';
import { deleteStoreys } from '../site/edit/storeys';
import { deleteThings } from '../site/edit/things';
import { plainFeed } from '../plan/option/feeds';
import { changeWords } from './changeWords';
import { checkPlan, checkSite } from './references';
import { settled, type Documents } from './settle';

const { brief, site, plan } = quillfeatherFarm();
const option = plan.options[0]!;
const docs: Documents = {
  brief,
  site,
  plan: {
    ...plan,
    options: [
      {
        ...option,
        units: [
          ...option.units,
          {
            ...option.units[1]!,
            id: 'p',
            letter: 'P',
            kitId: 'powerline-ap-pair',
            feed: {
              ...plainFeed('powerline', 'a'),
              nearOutletId: site.outlets[0]!.id,
              farOutletId: site.outlets[1]!.id,
            },
          },
        ],
        wiredSpots: [{ spotId: 'spot-4', unitId: 'b' }],
      },
    ],
  },
};
const problems = (d: Documents) => {
  const out: string[] = [];
  const report = (path: string, message: string) => out.push(`${path}: ${message}`);
  checkSite(d.site, report);
  checkPlan(d.plan, d.site, report);
  return out;
};

test('documents with nothing dangling come back themselves', () => {
  expect(settled(docs)).toBe(docs);
  expect(problems(docs)).toEqual([]);
});

describe('nothing is left that refers to what is gone', () => {
  test('a run a device hangs on, a unit that is locked, a room that is kept free', () => {
    const run = site.dataRuns[0]!;
    const own: Documents = {
      ...docs,
      plan: {
        ...docs.plan,
        keptOut: ['room-1'],
        options: [
          {
            ...docs.plan.options[0]!,
            wiredSpots: [{ spotId: 'spot-4', unitId: 'b', dataRunId: run.id }],
            locks: ['b', 'p'],
          },
        ],
      },
    };
    expect(settled(own)).toBe(own);
    const noRun = settled({ ...own, site: { ...site, dataRuns: [] } });
    expect(noRun.plan.options[0]!.wiredSpots).toEqual([{ spotId: 'spot-4', unitId: 'b' }]);
    expect(problems(noRun)).toEqual([]);
    const noRoom = settled({ ...own, site: { ...site, rooms: site.rooms.slice(1) } });
    expect(noRoom.plan.keptOut).toEqual([]);
    const [of] = own.plan.options;
    const noUnit = settled({
      ...own,
      plan: { ...own.plan, options: [{ ...of!, units: of!.units.filter((u) => u.id !== 'p') }] },
    });
    expect(noUnit.plan.options[0]!.locks).toEqual(['b']);
    expect(problems(noUnit)).toEqual([]);
  });
  test('a wired spot, an outlet of a pair, a storey with units', () => {
    const gone = deleteThings(site, [
      { kind: 'spot', id: 'spot-4' },
      { kind: 'outlet', id: site.outlets[0]!.id },
    ]);
    const next = settled({ ...docs, site: gone });
    expect(next.plan.options[0]!.wiredSpots).toEqual([]);
    expect(next.plan.options[0]!.units[2]!.feed).toMatchObject({ nearOutletId: null });
    expect(next.brief.complaints.map((c) => c.spotId)).not.toContain('spot-4');
    const upper = settled({ ...docs, site: deleteStoreys(site, new Set(['f-upper'])) });
    expect(upper.plan.options[0]!.units[1]!.place.storeyId).toBeNull();
    expect([...problems(next), ...problems(upper)]).toEqual([]);
  });
  test('whatever is deleted in any order', () => {
    const storeys = site.buildings.flatMap((b) => b.storeys.map((s) => s.id));
    const things = [
      ...site.spots.map((s) => ({ kind: 'spot' as const, id: s.id })),
      ...site.walls.map((w) => ({ kind: 'wall' as const, id: w.id })),
      ...site.outlets.map((o) => ({ kind: 'outlet' as const, id: o.id })),
      ...site.panels.map((p) => ({ kind: 'panel' as const, id: p.id })),
      ...site.coax.outlets.map((c) => ({ kind: 'coaxOutlet' as const, id: c.id })),
    ];
    fc.assert(
      fc.property(fc.subarray(things), fc.subarray(storeys), (chosen, levels) => {
        const left = deleteStoreys(deleteThings(site, chosen), new Set(levels));
        expect(problems(settled({ ...docs, site: left }))).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });
  test('two windows that put in a spot or a unit at once: each keeps its own, with a number or letter that is free', () => {
    const twin = { ...site.spots[0]!, id: 'twin' };
    const unit = { ...option.units[0]!, id: 'twin', feed: plainFeed('wireless', 'a') };
    const next = settled({
      ...docs,
      site: { ...site, spots: [...site.spots, twin] },
      plan: { ...plan, options: [{ ...option, units: [...option.units, unit] }] },
    });
    expect(new Set(next.site.spots.map((s) => s.number)).size).toBe(site.spots.length + 1);
    expect(new Set(next.plan.options[0]!.units.map((u) => u.letter)).size).toBe(3);
    expect(problems(next)).toEqual([]);
  });
});

test('what an act did is said in a few words', () => {
  const renamed = {
    ...docs,
    site: { ...site, spots: site.spots.map((s, i) => (i ? s : { ...s, name: 'Table' })) },
  };
  expect(changeWords(docs, renamed)).toBe('spot Table changed');
  expect(changeWords(docs, { ...docs, site: deleteThings(site, [{ kind: 'spot', id: 'spot-4' }]) })).toBe(
    'spot Attic study deleted',
  );
  const moved = {
    ...docs,
    plan: {
      ...docs.plan,
      options: docs.plan.options.map((o) => ({
        ...o,
        units: o.units.map((u) => (u.id === 'b' ? { ...u, place: { ...u.place, xM: 1 } } : u)),
      })),
    },
  };
  expect(changeWords(docs, moved)).toBe('unit B changed');
  expect(changeWords(docs, { ...docs, brief: { ...brief, customer: 'X' } })).toBe('the brief changed');
  const two = { ...docs, site: { ...site, neighbours: [] } };
  expect(changeWords(docs, two)).toMatch(/^\d+ neighbours deleted$/);
});
