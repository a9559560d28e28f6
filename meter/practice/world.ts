import { levelOf } from '../../core/site/model/levels';
import type { Place } from '../../core/site/model/schema';
import type { PracticeHouse } from './house';
import { normals, seeded } from './random';
import { SHADOW_COMMON, SHADOW_DB, SHADOW_LENGTH_M, airMbps, randomField, trueLosses } from './luck';
import { raysDb, type TrueLoss } from './rays';
import { surfacesOf, type Point3, type Triple } from './surfaces';

/** What a practice house really is, hidden from whoever plans in it. */
export interface PracticeWorld {
  /** Mean level a device hears a unit at, dBm by band, from its level at no loss. */
  levelsDbm(unit: number, zeroDbm: Triple, at: Place): Triple;
  /** What one reading of it says, dB beside. */
  readingNoiseDb(): number;
  /** What a device really moves at a level in a band, Mb/s, on a link of some width and streams. */
  speedMbps(band: 0 | 1 | 2, levelDbm: number, widthMhz: number, streams: number): number;
  /** Scatter of one run, as a factor. */
  runFactor(): number;
}

/**
 * The hidden truth of a house. `nominalDb` is what each construction usually takes; here every one differs by 0.3 of itself,
 * alike to 0.8 between the bands. Device, units, airtime and the share of TCP have their own luck as well.
 */
export function practiceWorld(house: PracticeHouse, nominalDb: TrueLoss): PracticeWorld {
  const random = seeded(house.seed * 7919 + 17);
  const normal = normals(random);
  const surfaces = surfacesOf(house.site);
  const loss = trueLosses(surfaces, nominalDb, normal, 1);
  const scatters = surfaces.edges.map(() => 18 + 10 * random());
  const deviceDb = 5 * Math.sqrt(0.9) * normal();
  const deviceBandDb = [0, 1, 2].map(() => 5 * Math.sqrt(0.1) * normal());
  const unitDb = [0, 1].map(() => [0, 1, 2].map(() => 2 * normal()));
  const clutterDbPerM = Math.max(0.05, 0.3 + 0.1 * normal());
  const fields = [0, 1].map(() => [0, 1, 2, 3].map(() => randomField(random, SHADOW_LENGTH_M)));
  const air = [0.5, 0.8, 0.92].map((mean) => Math.min(0.98, mean * Math.exp(0.2 * normal())));
  const share = 0.62 * Math.exp(0.12 * normal());
  const pointOf = (at: Place): Point3 => ({ x: at.xM, y: at.yM, z: levelOf(house.site, at) });
  const units = house.units.map(pointOf);
  const [low, , high] = house.site.buildings[0]!.storeys[0]!.outline;
  /** Length of a way over the house, seen in plan, m. */
  const indoorM = (u: Point3, p: Point3): number => {
    let count = 0;
    for (let k = 0; k < 100; k++) {
      const [x, y] = [u.x + ((k + 0.5) / 100) * (p.x - u.x), u.y + ((k + 0.5) / 100) * (p.y - u.y)];
      if (x > low!.xM && x < high!.xM && y > low!.yM && y < high!.yM) count++;
    }
    return (count / 100) * Math.hypot(u.x - p.x, u.y - p.y, u.z - p.z);
  };
  return {
    levelsDbm: (n, zeroDbm, at) => {
      const p = pointOf(at);
      const u = units[n]!;
      const paths = raysDb(surfaces, loss, (k) => scatters[k]!, u, p);
      const clutter = clutterDbPerM * indoorM(u, p);
      return paths.map((db, b) => {
        const shadow =
          SHADOW_DB[b]! *
          (Math.sqrt(SHADOW_COMMON) * fields[n]![3]!(p) + Math.sqrt(1 - SHADOW_COMMON) * fields[n]![b]!(p));
        return zeroDbm[b]! + deviceDb + deviceBandDb[b]! + unitDb[n]![b]! - db - clutter + shadow;
      }) as unknown as Triple;
    },
    readingNoiseDb: () => 2 * normal(),
    speedMbps: (band, levelDbm, widthMhz, streams) =>
      airMbps(levelDbm, widthMhz, streams) * share * air[band]!,
    runFactor: () => Math.exp(0.06 * normal()),
  };
}
