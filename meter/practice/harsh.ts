import type { BuiltInConstruction } from '../../core/site/model/constructions';
import type { Opening, Place, Site, Wall } from '../../core/site/model/schema';
import { INNER, OUTER, type PracticeHouse } from './house';
import { named, normals, pick } from './random';

/** An old house, badly surveyed: what it is, and what its survey says it is. */
export interface HarshHouse {
  /** The house with everything in it. */
  truth: PracticeHouse;
  /** The drawing and where the units are noted: what a planner gets. */
  site: Site;
  units: PracticeHouse['units'];
  /** What somebody in the way takes from all readings at a place, dB; mostly nothing. */
  bodyDb(place: string): number;
  /** The bars a device shows for a level at a place; null where it gives the level itself. */
  barsAt(place: string, levelDbm: number): { shown: number; of: number } | null;
}

/** Chance that a wall is taken for another construction, that the lining of an outer wall is not seen, that a storey is in the roof. */
const MISTAKEN = 0.15;
const LINED = 0.06;
const IN_ROOF = 0.15;
/** Walls are drawn so far off, m (one standard deviation); the gateway is noted so much too high, m. */
const DRAWN_OFF_M = 0.1;
const NOTED_TOO_HIGH_M = 0.5;
/** Large pieces in a storey that nobody lists. */
const PIECES = 4;
/** Somebody stands in the way at so many places, and takes so much, dB. */
const IN_THE_WAY = 0.2;
const BODY_DB = [3, 9] as const;
/** So many places are read with a device that shows bars: how many it has, the lowest level of each, and how far makers stray, dB. */
const WITH_BARS = 0.3;
const BARS_FROM_DBM = [-85, -75, -65, -55] as const;
const MAKER_DB = 3;

const FURNITURE: readonly BuiltInConstruction[] = ['bookcase', 'bookcase', 'fridge', 'waterTank', 'mirror'];

/** Pieces of furniture as the low walls they are to a wave, and linings nobody sees. */
function unlisted(site: Site, random: () => number): Pick<Site, 'walls' | 'openings'> {
  const walls: Wall[] = [];
  const openings: Opening[] = [];
  for (const b of site.buildings)
    b.storeys.forEach((s, i) => {
      const [low, , high] = s.outline;
      const at = (share: number, from: number, to: number) => from + share * (to - from);
      for (let n = 0; n < PIECES; n++) {
        const x = at(0.08 + 0.84 * random(), low!.xM, high!.xM);
        const y = at(0.08 + 0.84 * random(), low!.yM, high!.yM);
        const half = 0.4 + 0.5 * random();
        const along = random() < 0.5;
        walls.push({
          id: `piece-${s.id}-${n}`,
          storeyId: s.id,
          a: { xM: along ? x - half : x, yM: along ? y : y - half },
          b: { xM: along ? x + half : x, yM: along ? y : y + half },
          construction: pick(random, FURNITURE),
          heightM: 1.4 + 0.7 * random(),
        });
      }
      if (i < b.storeys.length - 1 || random() > IN_ROOF) return;
      // Under the slopes: low walls with foil behind them along both eaves.
      for (const [n, yM] of [low!.yM + 1.2, high!.yM - 1.2].entries())
        walls.push({
          id: `knee-${s.id}-${n}`,
          storeyId: s.id,
          a: { xM: low!.xM, yM },
          b: { xM: high!.xM, yM },
          construction: 'foilGaps',
          heightM: 1.3,
        });
    });
  for (const w of site.walls) {
    if (!w.id.startsWith('w') || w.construction === 'metalSheet' || random() > LINED) continue;
    if (!OUTER.includes(w.construction as BuiltInConstruction)) continue;
    const lining = { ...w, id: `lining-${w.id}`, construction: 'foilGaps' as const };
    walls.push(lining);
    for (const o of site.openings)
      if (o.wallId === w.id)
        openings.push({ ...o, id: `lining-${o.id}`, wallId: lining.id, construction: 'open' });
  }
  return { walls, openings };
}

/** The drawing of a house by somebody in a hurry. */
function drawnOff(site: Site, random: () => number): Site {
  const normal = normals(random);
  return {
    ...site,
    walls: site.walls.map((w): Wall => {
      const off = DRAWN_OFF_M * normal();
      const lies = Math.abs(w.b.yM - w.a.yM) < 1e-6;
      const moved = (p: Wall['a']) => (lies ? { ...p, yM: p.yM + off } : { ...p, xM: p.xM + off });
      const kinds = OUTER.includes(w.construction as BuiltInConstruction) ? OUTER : INNER;
      const others = kinds.filter((c) => c !== w.construction);
      const construction = random() < MISTAKEN ? pick(random, others) : w.construction;
      return { ...w, a: moved(w.a), b: moved(w.b), construction };
    }),
  };
}

/** A practice house with everything against its planner, from its own seed. */
export function harshHouse(house: PracticeHouse): HarshHouse {
  const { seed, site } = house;
  const more = unlisted(site, named(seed, 'unlisted'));
  const [gateway, second] = house.units;
  const makerDb = MAKER_DB * normals(named(seed, 'maker'))();
  const higher: Place = { ...gateway, heightM: gateway.heightM + NOTED_TOO_HIGH_M };
  return {
    truth: {
      ...house,
      site: {
        ...site,
        walls: [...site.walls, ...more.walls],
        openings: [...site.openings, ...more.openings],
      },
    },
    site: drawnOff(site, named(seed, 'drawn')),
    units: [higher, second],
    bodyDb: (place) => {
      const random = named(seed, `body ${place}`);
      return random() < IN_THE_WAY ? BODY_DB[0] + (BODY_DB[1] - BODY_DB[0]) * random() : 0;
    },
    barsAt: (place, levelDbm) =>
      named(seed, `bars ${place}`)() < WITH_BARS
        ? {
            shown: BARS_FROM_DBM.filter((from) => levelDbm >= from + makerDb).length,
            of: BARS_FROM_DBM.length,
          }
        : null,
  };
}
