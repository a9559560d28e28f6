import { describe, expect, test } from '@jest/globals';
import type { PracticeHouseRef, Site } from '../../core/site/model/schema';
import { harshHouse } from './harsh';
import { practiceDevice as device, practiceLine as line, practiceUnit } from '../../testing/samplePractice';
import { hiddenHouse } from './hidden';
import type { PracticeUnit } from './terms';
import { practiceHouse } from './house';
import { surveyed, truthOf } from './oldHouse';

const ref = (more: Partial<PracticeHouseRef> = {}): PracticeHouseRef => ({
  house: 'generated',
  seed: 9,
  difficulty: 'old',
  ...more,
});
const nominal = (): [number, number, number] => [6, 10, 12];
const plain = practiceHouse(9);
const router = (place: PracticeUnit['place']) => practiceUnit('a', place, { kind: 'line' });
const readAll = (site: Site, of: PracticeHouseRef, unit: PracticeUnit) => {
  const house = truthOf(site, of, nominal);
  return plain.places.map((p, i) => house.readAt([unit], device, p, line, { name: `${i}`, hour: 12 }));
};

describe('an old house, badly surveyed', () => {
  test('its truth follows from its seed, whatever is drawn; that of any other from the site', () => {
    const drawn = surveyed(ref());
    const unit = router(drawn.units[0]);
    const bare: Site = { ...drawn.site, walls: [], openings: [] };
    expect(readAll(bare, ref(), unit)).toEqual(readAll(drawn.site, ref(), unit));
    const usual = ref({ difficulty: 'usual' });
    expect(readAll(bare, usual, unit)).not.toEqual(readAll(plain.site, usual, unit));
  });

  test('the survey is the hurried one, and a usual house is surveyed as it is', () => {
    expect(surveyed(ref()).site).toEqual(harshHouse(plain).site);
    expect(surveyed(ref()).units[0].heightM).toBeCloseTo(plain.units[0].heightM + 0.5, 9);
    expect(surveyed(ref({ difficulty: 'usual' })).site).toEqual(plain.site);
  });

  test('the router hangs lower than noted: what is noted reads as what truly hangs there', () => {
    const noted = surveyed(ref()).units[0];
    const truth = hiddenHouse(harshHouse(plain).truth.site, ref(), nominal);
    const truly = plain.places.map(
      (p, i) => truth.readAt([router(plain.units[0])], device, p, line, { name: `${i}`, hour: 12 }).downMbps,
    );
    expect(readAll(plain.site, ref(), router(noted)).map((r) => r.downMbps)).toEqual(truly);
    // Elsewhere a unit is where it is said to be.
    const moved = { ...noted, xM: noted.xM + 2 };
    expect(readAll(plain.site, ref(), router(moved)).map((r) => r.downMbps)).not.toEqual(truly);
  });

  test('some places are read by bars alone, the others by a level', () => {
    const read = readAll(plain.site, ref(), router(surveyed(ref()).units[0])).filter((r) => r.connected);
    const byBars = read.filter((r) => r.bars !== undefined);
    expect(byBars.length).toBeGreaterThan(0);
    expect(byBars.length).toBeLessThan(read.length / 2);
    expect(byBars.every((r) => r.rssiDbm === null)).toBe(true);
    expect(read.filter((r) => r.bars === undefined).every((r) => r.rssiDbm !== null)).toBe(true);
  });
});
