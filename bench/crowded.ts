import { JOB_FILE_VERSION, type JobFile } from '../core/job/jobFile';
import { emptyBrief } from '../core/brief/brief';
import { emptyPlan } from '../core/plan/option/schema';
import { emptySite, type Wall } from '../core/site/model/schema';

/** Rooms to a side of the crowded storey, and their size, m. */
const SIDE = 17;
const ROOM_M = 3;

/** One storey of more than 600 walls with 150 spots and 150 sockets: the most that has to stay smooth in the drag preview. */
export function crowdedJob(): JobFile {
  const size = SIDE * ROOM_M;
  const walls: Wall[] = [];
  const wall = (x0: number, y0: number, x1: number, y1: number) =>
    walls.push({
      id: `w${walls.length}`,
      storeyId: 's',
      a: { xM: x0, yM: y0 },
      b: { xM: x1, yM: y1 },
      construction: walls.length % 3 ? 'plasterboard' : 'brickSingle',
      heightM: null,
    });
  for (let i = 0; i <= SIDE; i++)
    for (let j = 0; j < SIDE; j++) {
      wall(i * ROOM_M, j * ROOM_M, i * ROOM_M, (j + 1) * ROOM_M);
      wall(j * ROOM_M, i * ROOM_M, (j + 1) * ROOM_M, i * ROOM_M);
    }
  const place = (n: number, dx: number, dy: number) => ({
    storeyId: 's',
    xM: (n % SIDE) * ROOM_M + dx,
    yM: Math.floor(n / SIDE) * ROOM_M + dy,
    heightM: 1,
  });
  return {
    format: 'nestle-job',
    version: JOB_FILE_VERSION,
    name: 'Crowded storey',
    brief: emptyBrief(),
    site: {
      ...emptySite(),
      buildings: [
        {
          id: 'b',
          name: 'Hall',
          roof: null,
          storeys: [
            {
              id: 's',
              name: 'Ground',
              floorLevelM: 0,
              heightM: 2.5,
              outline: [
                { xM: 0, yM: 0 },
                { xM: size, yM: 0 },
                { xM: size, yM: size },
                { xM: 0, yM: size },
              ],
              floor: null,
              holes: [],
            },
          ],
        },
      ],
      walls: walls.slice(0, 612),
      spots: Array.from({ length: 150 }, (_, n) => ({
        id: `spot${n}`,
        number: n + 1,
        name: `Desk ${n + 1}`,
        place: place(n, 1, 1),
        client: 'phone' as const,
        deviceName: '',
        activities: [{ activity: 'web' as const, count: 1 }],
        complaint: '',
      })),
      outlets: Array.from({ length: 150 }, (_, n) => ({
        id: `out${n}`,
        name: `Socket ${n + 1}`,
        place: place(n, 2.4, 2),
        circuitId: null,
        freeSockets: 1,
        strip: false,
      })),
    },
    plan: emptyPlan(),
    evidence: [],
    pictures: [],
  };
}
