import type { JobFile } from '../core/job/jobFile';
import { plainFeed } from '../core/plan/option/feeds';
import type { Feed, Unit } from '../core/plan/option/schema';
import type { Place, Point, Site, Wall } from '../core/site/model/schema';
import { hall, job, unit, wall } from './extremeParts';

/**
 * Four hundred named rooms with outlets on every circuit, and as much coax as a plot may have, joined crosswise into loops;
 * units on both.
 */
export function roomsJob(): JobFile {
  const side = 20;
  const base = hall('Four hundred rooms', 60, 7, 0, 1);
  const walls: Wall[] = [];
  const edge = (a: Point, b: Point) => walls.push(wall(walls.length, 'b0s0', a, b));
  for (let i = 0; i <= side; i++)
    for (let j = 0; j < side; j++) {
      edge({ xM: i * 2.5, yM: j * 2.5 }, { xM: i * 2.5, yM: j * 2.5 + 2.5 });
      edge({ xM: j * 2.5, yM: i * 2.5 }, { xM: j * 2.5 + 2.5, yM: i * 2.5 });
    }
  const inRoom = (i: number, heightM: number): Place => ({
    storeyId: 'b0s0',
    xM: (i % side) * 2.5 + 1.2,
    yM: Math.floor(i / side) * 2.5 + 1.2,
    heightM,
  });
  const at = (id: string, i: number, room = i) => ({
    id: `${id}${i}`,
    name: `${id} ${i}`,
    place: inRoom(room, 0.3),
  });
  const points = [
    ...Array.from({ length: 50 }, (_, i) => `splitter${i}`),
    ...Array.from({ length: 100 }, (_, i) => `coax${i}`),
  ];
  const site: Site = {
    ...base.site,
    walls,
    rooms: Array.from({ length: side * side }, (_, i) => {
      const { xM, yM } = inRoom(i, 0);
      return { id: `room${i}`, storeyId: 'b0s0', name: `Room ${i}`, at: { xM, yM }, activities: null };
    }),
    panels: [{ ...at('panel', 0), fedFromId: null }],
    circuits: Array.from({ length: 100 }, (_, i) => ({
      id: `circuit${i}`,
      name: `Circuit ${i}`,
      panelId: 'panel0',
      leg: (['L1', 'L2', 'L3'] as const)[i % 3]!,
      protection: 'rcd' as const,
      oldWiring: false,
    })),
    outlets: Array.from({ length: 200 }, (_, i) => ({
      ...at('outlet', i, i * 2),
      circuitId: `circuit${i % 100}`,
      freeSockets: 2,
      strip: false,
    })),
    coax: {
      ...base.site.coax,
      splitters: Array.from({ length: 50 }, (_, i) => ({
        ...at('splitter', i, i * 8),
        ways: 8 as const,
        ratedMoca: true,
        amplifier: 'none' as const,
      })),
      outlets: Array.from({ length: 100 }, (_, i) => at('coax', i, i * 4)),
      // Each to the splitter before it and to one across: a tree with as many loops as cables fit.
      cables: Array.from({ length: 200 }, (_, i) => ({
        id: `cable${i}`,
        upId: i < 149 ? `splitter${Math.min(49, Math.floor(i / 3))}` : `splitter${(i * 7) % 50}`,
        downId: points[(i % 149) + 1]!,
        cable: 'rg6' as const,
        lengthM: 2 + (i % 9),
        certainty: 'guessed' as const,
      })),
    },
  };
  const fed = (n: number, feed: Feed): Unit => ({ ...unit(n, 'b0s0', n * 6, n * 6, 'u0'), feed });
  const { today } = base.plan;
  const units = [
    unit(0, 'b0s0', 1, 1, null),
    ...[1, 2, 3].map((n) =>
      fed(n, { ...plainFeed('coax', 'u0'), nearCoaxId: 'coax0', farCoaxId: `coax${n * 30}` }),
    ),
    ...[4, 5, 6].map((n) =>
      fed(n, { ...plainFeed('powerline', 'u0'), nearOutletId: 'outlet0', farOutletId: `outlet${n * 30}` }),
    ),
  ];
  const made = job(base.name, site, units);
  return { ...made, plan: { ...made.plan, today } };
}
