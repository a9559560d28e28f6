import type { Place, PracticeHouseRef, Site } from '../../core/site/model/schema';
import { faultsOf, type Faults } from './faults';
import { harshHouse } from './harsh';
import { hiddenHouse, type HiddenHouse } from './hidden';
import type { PracticeUnit } from './terms';
import { practiceHouse } from './house';
import type { TrueLoss } from './rays';

/** A unit noted at a place within this of where the old router was noted stands where that truly stands, m. */
const SAME_PLACE_M = 0.3;
const keyOf = (at: Place) => [at.storeyId, at.xM.toFixed(1), at.yM.toFixed(1), at.heightM.toFixed(1)].join();

const isAt = (a: Place, b: Place) =>
  a.storeyId === b.storeyId && Math.hypot(a.xM - b.xM, a.yM - b.yM, a.heightM - b.heightM) <= SAME_PLACE_M;

/**
 * An old house, badly surveyed, as its meter reads it: its truth has what nobody drew, its router hangs lower than noted, somebody
 * stands in the way of some readings, and some devices show bars alone.
 */
function oldHouse(ref: PracticeHouseRef, nominalDb: TrueLoss, faults: Faults): HiddenHouse {
  const plain = practiceHouse(ref.seed);
  const harsh = harshHouse(plain);
  const house = hiddenHouse(harsh.truth.site, ref, nominalDb, faults);
  const [noted] = harsh.units;
  const [trulyAt] = plain.units;
  const truly = (unit: PracticeUnit): PracticeUnit =>
    isAt(unit.place, noted) ? { ...unit, place: trulyAt } : unit;
  return {
    ...house,
    readAt: (units, device, place, line, run) => {
      const read = house.readAt(units.map(truly), device, place, line, run);
      if (read.rssiDbm === null) return read;
      const rssiDbm = read.rssiDbm - harsh.bodyDb(keyOf(place));
      const bars = harsh.barsAt(keyOf(place), rssiDbm);
      return bars ? { ...read, rssiDbm: null, bars } : { ...read, rssiDbm };
    },
    levelsAt: (units, device, place) => house.levelsAt(units.map(truly), device, place),
    readLink: (units, unit, name) => house.readLink(units.map(truly), truly(unit), name),
    readTrial: (units, unit, name) => house.readTrial(units.map(truly), truly(unit), name),
    bandOf: (units, unit) => house.bandOf(units.map(truly), truly(unit)),
    lightOf: (units, unit) => house.lightOf(units.map(truly), truly(unit)),
  };
}

/** The hidden truth of a practice house; `site` is how it truly is, but for an old one, which follows from its seed. */
export const truthOf = (
  site: Site,
  ref: PracticeHouseRef,
  nominalDb: TrueLoss,
  faults: Faults = faultsOf(ref),
): HiddenHouse =>
  ref.difficulty === 'old' ? oldHouse(ref, nominalDb, faults) : hiddenHouse(site, ref, nominalDb, faults);

/** A generated house as a survey of it has it: drawn well, or of an old one in a hurry. */
export function surveyed({ seed, difficulty }: Pick<PracticeHouseRef, 'seed' | 'difficulty'>) {
  const house = practiceHouse(seed);
  if (difficulty !== 'old') return house;
  const { site, units } = harshHouse(house);
  return { ...house, site, units };
}
