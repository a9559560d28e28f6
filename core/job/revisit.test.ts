import { expect, test } from '@jest/globals';
import { alderCottage } from '../../demo/finished';
import { sampleReading, sampleState } from '../../demo/sampleRows';
import { evidenceOf } from '../evidence/fold';
import { verdictsOf } from '../readings/spotVerdicts';
import { copyOf } from './copy';
import { writeJobFile } from './jobFile';
import { parseJobFile } from './parse';
import { sinceLastVisit } from './revisit';

const old = alderCottage();
const again = copyOf(old, 'revisit');
const last = again.brief.lastVisit!;

test('the same house, later: what was built is today’s network, nothing is claimed, the old job is as it was', () => {
  const before = writeJobFile(old);
  const read = parseJobFile(writeJobFile(again));
  expect(read.ok ? [] : read.problems).toEqual([]);
  expect(writeJobFile(old)).toBe(before);
  expect(again.evidence).toEqual([]);
  expect(again.plan.options).toEqual([]);
  expect(again.plan.today.units.map((u) => `${u.letter} ${u.feed.kind}`)).toEqual([
    'A line',
    'B wireless',
    'C fibre',
  ]);
  // The sheet of a router that is gone is not that of the one that goes next.
  const sheet = [{ id: 'ol1', kind: 'vlan' as const, text: '7', became: 'set' as const }];
  const noted = { ...old, brief: { ...old.brief, oldRouter: { ...old.brief.oldRouter, sheet } } };
  expect(copyOf(noted, 'revisit').brief.oldRouter.sheet).toEqual([]);
  // B is where it was built, not where it was planned.
  const [meant, moved] = evidenceOf(old.evidence).tries;
  expect(again.plan.today.units[1]!.place).toEqual(moved!.place);
  expect(moved!.place).not.toEqual(meant!.place);
  expect(last).toMatchObject({ name: 'Alder Cottage', neighbours: old.site.neighbours.length });
  expect(last.spots.filter((s) => s.gone)).toHaveLength(3);
});

test('what is otherwise is told: readings, units, walls, neighbours; and nothing where nothing is', () => {
  const { site, plan } = again;
  expect(sinceLastVisit(last, { site, today: plan.today, verdicts: verdictsOf(site, []) })).toEqual([]);
  const workshop = site.spots.find((s) => s.name === 'Workshop north-east')!;
  const rows = [
    sampleState('now', 'before', plan.today, { site }),
    ...[1, 2, 3].map((i) =>
      sampleReading({
        id: `r${i}`,
        stateId: 'now',
        subject: { kind: 'spot', spotId: workshop.id },
        device: workshop.client,
        downMbps: 12,
        upMbps: 5,
      }),
    ),
  ];
  const [a, b, c] = plan.today.units;
  const today = {
    ...plan.today,
    units: [a!, { ...b!, place: { ...b!.place, xM: b!.place.xM + 2 } }, { ...c!, id: 'new', letter: 'D' }],
  };
  const [first, second, ...walls] = site.walls;
  const changed = {
    ...site,
    walls: [{ ...first!, construction: 'rubbleStone' }, ...walls],
    neighbours: [{ id: 'n', band: '5' as const, channel: 36, levelDbm: -70, widthMhz: null }],
  };
  expect(second).toBeDefined();
  const said = sinceLastVisit(last, { site: changed, today, verdicts: verdictsOf(site, rows) });
  expect(said[0]).toMatch(/^Slower than then: 5 Workshop north-east \d+ → 12 ↓, was proven gone\.$/);
  expect(said.slice(1)).toEqual([
    'No longer there: C.',
    'Moved: B.',
    'New: D.',
    'Walls: 1 gone, 1 of another construction.',
    'Neighbours heard: 0 then, 1 now (5 GHz channel 36: 0 → 1).',
  ]);
});
