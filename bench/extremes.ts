import type { JobFile } from '../core/job/jobFile';
import { emptySite } from '../core/site/model/schema';
import { box, building, hall, job, spot, star, strewn, unit, wall } from './extremeParts';
import { roomsJob } from './roomsJob';

/** A job that the schema lets pass and that is as hard as it can be made in one way. */
export interface Extreme {
  name: string;
  make(): JobFile;
}

function crossingWalls(): JobFile {
  const size = 50;
  const walls = Array.from({ length: 1000 }, (_, i) => {
    const t = ((i >> 1) + 0.5) * (size / 500);
    return i % 2
      ? wall(i, 'b0s0', { xM: t, yM: 0 }, { xM: t, yM: size })
      : wall(i, 'b0s0', { xM: 0, yM: t }, { xM: size, yM: t });
  });
  const { units, spots } = strewn('b0s0', size, 4, 40);
  return job(
    'A thousand crossing walls',
    { ...emptySite(), buildings: [building(0, box(0, 0, size, size), 1)], walls, spots },
    units,
  );
}

function stars(): JobFile {
  const buildings = Array.from({ length: 8 }, (_, i) =>
    building(i, star(30 + i * 12, 30 + (i % 3) * 9, 14), 3),
  );
  const walls = buildings.flatMap((b, i) =>
    b.storeys[0]!.outline.map((a, k, all) => wall(i * 200 + k, `b${i}s0`, a, all[(k + 1) % all.length]!)),
  );
  const { units, spots } = strewn('b0s0', 60, 4, 40);
  return job(
    'Stars',
    {
      ...emptySite(),
      buildings,
      walls,
      spots,
      obstacles: Array.from({ length: 60 }, (_, i) => ({
        id: `ob${i}`,
        name: 'Rock',
        storeyId: null,
        outline: star((i % 10) * 12, Math.floor(i / 10) * 12, 5),
        construction: 'rubbleStone' as const,
        baseM: 0,
        heightM: 3,
      })),
      foliage: Array.from({ length: 60 }, (_, i) => ({
        id: `fo${i}`,
        name: 'Tree',
        outline: star((i % 10) * 11, Math.floor(i / 10) * 11, 6),
        heightM: 9,
        inLeaf: true,
      })),
    },
    units,
  );
}

function coincidentWalls(): JobFile {
  const walls = Array.from({ length: 3000 }, (_, i) =>
    wall(i, 'b0s0', { xM: 10, yM: 0 }, { xM: 10, yM: 20 + (i % 7) * 1e-9 }),
  );
  const { units, spots } = strewn('b0s0', 20, 3, 30);
  return job(
    'Coincident walls',
    { ...emptySite(), buildings: [building(0, box(0, 0, 20, 30), 1)], walls, spots },
    units,
  );
}

function chain(): JobFile {
  const units = Array.from({ length: 60 }, (_, i) =>
    unit(i, null, i * 6, (i % 2) * 3, i === 0 ? null : `u${i - 1}`),
  );
  const spots = Array.from({ length: 60 }, (_, i) => spot(i, null, i * 6 + 2, 4));
  return job('Sixty units in a chain', { ...emptySite(), spots }, units);
}

function towers(): JobFile {
  const buildings = Array.from({ length: 20 }, (_, i) =>
    building(
      i,
      box((i % 5) * 18, Math.floor(i / 5) * 18, (i % 5) * 18 + 12, Math.floor(i / 5) * 18 + 12),
      12,
    ),
  );
  const walls = buildings
    .flatMap((b) => b.storeys)
    .flatMap((s, k) =>
      s.outline
        .map((a, i, all) => wall(k * 10 + i, s.id, a, all[(i + 1) % all.length]!))
        .concat(
          Array.from({ length: 8 }, (_, i) => {
            const [a, c] = [s.outline[0]!, s.outline[2]!];
            return wall(
              k * 10 + 4 + i + 10_000,
              s.id,
              { xM: a.xM + 1 + i, yM: a.yM },
              { xM: a.xM + 1 + i, yM: c.yM - 1 },
            );
          }),
        ),
    )
    .slice(0, 2880);
  const { units, spots } = strewn('b7s3', 12, 8, 100);
  return job(
    'Twelve storeys by twenty buildings',
    { ...emptySite(), buildings, walls: walls.map((w, i) => ({ ...w, id: `w${i}` })), spots },
    units,
  );
}

/** The corpus: each opens every stop in time, or says what it leaves out. */
export const EXTREMES: readonly Extreme[] = [
  { name: 'crossing', make: crossingWalls },
  { name: 'stars', make: stars },
  { name: 'coincident', make: coincidentWalls },
  { name: 'chain', make: chain },
  { name: 'towers', make: towers },
  { name: 'rooms', make: roomsJob },
  { name: 'readings', make: () => hall('Fifty thousand readings', 200, 8, 612, 50_000) },
  { name: 'one spot', make: () => hall('Fifty thousand readings of one spot', 1, 3, 100, 50_000) },
];
