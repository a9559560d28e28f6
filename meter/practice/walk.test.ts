import { describe, expect, test } from '@jest/globals';
import { walkTrace } from '../../core/evidence/walkTrace';
import { practiceDevice as device, practiceUnit as unit } from '../../testing/samplePractice';
import { SOUND } from './faults';
import { hiddenHouse } from './hidden';
import { practiceHouse } from './house';
import { practiceWalk } from './walk';

const { site, units: places } = practiceHouse(5);
const gateway = unit('a', places[0], { kind: 'line' });
const other = unit(
  'b',
  { ...places[0], storeyId: null, xM: places[0].xM + 45 },
  { kind: 'air', parentId: 'a', bands: [1], shares: false },
);

/** Walks there and back in houses that are alike in all but their luck. */
function walks(roams: boolean, houses = 16) {
  return Array.from({ length: houses }, (_, seed) => {
    const ref = { house: 'generated', seed, difficulty: 'usual' } as const;
    const house = hiddenHouse(site, ref, () => [6, 10, 12], SOUND);
    return practiceWalk(house, seed, [gateway, other], device, [gateway, other], {
      name: 'walk 0',
      hour: 12,
      roams: () => roams,
      nameOf: (id) => id,
    });
  });
}

describe('a walk through a practice house', () => {
  const [handed, alone] = [walks(true), walks(false)];
  test('is one a phone could have noted, the same whenever it is asked', () => {
    for (const { marks, trips } of handed) expect(walkTrace.safeParse({ marks, trips }).success).toBe(true);
    expect(walks(true, 2)).toEqual(handed.slice(0, 2));
  });
  test('a change takes longer where units do not hand devices over', () => {
    const worst = (all: typeof handed) =>
      all.map((w) => Math.max(...w.trips.map(([, ms]) => ms ?? 0))).reduce((a, b) => Math.max(a, b));
    expect(worst(handed)).toBeLessThan(400);
    expect(worst(alone)).toBeGreaterThan(700);
  });
  test('some devices end on the unit they stand beside, others stick, and hear it weaker', () => {
    const ends = (unitId: string) => handed.filter((w) => w.end.unitId === unitId).map((w) => w.end.rssiDbm!);
    const [changed, stuck] = [ends('b'), ends('a')];
    expect(changed.length).toBeGreaterThan(1);
    expect(stuck.length).toBeGreaterThan(1);
    expect(Math.min(...changed)).toBeGreaterThan(-60);
    expect(changed.reduce((a, b) => a + b) / changed.length).toBeGreaterThan(
      stuck.reduce((a, b) => a + b) / stuck.length + 15,
    );
  });
});
