import { JOB_FILE_VERSION, type JobFile } from '../core/job/jobFile';
import { emptyBrief } from '../core/brief/brief';
import type { ActivityId } from '../core/site/model/needs';
import { plainFeed } from '../core/plan/option/feeds';
import { emptyPlan } from '../core/plan/option/schema';
import { emptySite, type Site } from '../core/site/model/schema';
import { box, does, door, pane, spot, storey, walls, at } from '../demo/build';
import truth from './houses/terrace.json' with { type: 'json' };

const HOUSE = box(0, 0, 5.2, 9.4);
/** The garage at the end of the garden, 18 m behind the house. */
const GARAGE = box(0.4, 27.4, 3.4, 32.4);
/** Levels as the true house has them: id, name, floor and height, m. */
const LEVELS = [
  ['t-ground', 'Ground', 0, 2.9],
  ['t-first', 'First', 3.2, 2.8],
  ['t-second', 'Second', 6.3, 2.6],
  ['t-third', 'Third', 9.2, 2.3],
  ['t-basement', 'Basement', -2.6, 2.3],
] as const;
/** By spot of the true house: what is done there, with which device, and what the customer says of it. */
const DOES: Record<string, [ActivityId[], 'phone' | 'laptop' | 'tablet', string?]> = {
  'Front room': [['film4k'], 'tablet'],
  Kitchen: [['web', 'music'], 'phone'],
  'Bedroom 1': [['hdFilm'], 'phone'],
  'Bedroom 2': [['film4k'], 'tablet'],
  Study: [['workFiles', 'hdCall'], 'laptop', 'Calls break up.'],
  'Bedroom 3': [['web'], 'phone'],
  'Attic room': [['film4k'], 'laptop', 'Nothing reaches the attic.'],
  Garage: [['hdFilm', 'web'], 'laptop', 'No signal in the garage.'],
  Hall: [['smartDevice'], 'phone'],
  Cellar: [['web'], 'phone'],
};

function terraceSite(): Site {
  const [house] = truth.buildings;
  const of = (name: string) => house!.storeys.find((s) => s.name === name)!;
  const inner = LEVELS.flatMap(([id, name]) =>
    of(name).walls.map(([ax, ay, bx, by], i) => ({
      id: `${id}-in-${i}`,
      storeyId: id,
      a: at(ax!, ay!),
      b: at(bx!, by!),
      construction: i === 0 ? 'brickSingle' : 'plasterboard',
      heightM: null,
    })),
  );
  // The front is listed and both sides are party walls: nothing is drilled through any of them.
  const outer = LEVELS.flatMap(([id]) =>
    walls(`${id}-out`, id, 'brickCavity', HOUSE, true).map((w, side) =>
      side === 2 ? w : { ...w, isBarred: true },
    ),
  );
  const all = [...outer, ...inner, ...walls('t-garage-out', 't-garage', 'brickSingle', GARAGE, true)];
  const openings = LEVELS.flatMap(([id, name]) =>
    of(name).openings.map(([kind, x, y], i) => {
      const there = { x: Number(x), y: Number(y) };
      // The wall it lies on is the nearest one of its storey.
      const [wall, along] = all
        .filter((w) => w.storeyId === id)
        .map((w) => {
          const lengthM = Math.hypot(w.b.xM - w.a.xM, w.b.yM - w.a.yM);
          const [dx, dy] = [(w.b.xM - w.a.xM) / lengthM, (w.b.yM - w.a.yM) / lengthM];
          const alongM = (there.x - w.a.xM) * dx + (there.y - w.a.yM) * dy;
          const onM = Math.max(0, Math.min(lengthM, alongM));
          const offM = Math.hypot(there.x - w.a.xM - onM * dx, there.y - w.a.yM - onM * dy);
          return [w, onM, offM] as const;
        })
        .sort((a, b) => a[2] - b[2])[0]!;
      return kind === 'door'
        ? door(`${id}-o-${i}`, wall.id, Math.max(0, along - 0.45))
        : pane(`${id}-o-${i}`, wall.id, Math.max(0, along - 0.55));
    }),
  );
  const storeyIdOf = (name: string) => LEVELS.find(([, n]) => n === name)![0];
  const sockets = LEVELS.flatMap(([id, name]) =>
    of(name).outlets.map(([x, y], i) => ({
      id: `${id}-e-${i}`,
      name: `${name} socket ${i + 1}`,
      place: { storeyId: id as string, xM: x!, yM: y!, heightM: 0.3 },
      circuitId: id === 't-ground' || id === 't-basement' ? 'tc-low' : 'tc-high',
      freeSockets: 1,
      strip: false,
    })),
  );
  return {
    ...emptySite(),
    buildings: [
      {
        id: 't-house',
        name: 'House',
        roof: { construction: 'tileRoof', riseM: 2 },
        storeys: LEVELS.map(([id, name, floorM, heightM]) =>
          storey(id, name, floorM, heightM, HOUSE, id === 't-basement' ? null : 'timberFloor'),
        ).sort((a, b) => a.floorLevelM - b.floorLevelM),
      },
      {
        id: 't-garage-b',
        name: 'Garage',
        roof: { construction: 'metalRoof', riseM: 0.3 },
        storeys: [storey('t-garage', 'Garage', 0, 2.4, GARAGE, null)],
      },
    ],
    walls: all,
    openings: [...openings, door('t-garage-d', 't-garage-out-1', 1, 'timberDoor', 1)],
    panels: [
      {
        id: 'tp',
        name: 'Consumer unit',
        place: { storeyId: 't-ground', xM: 0.3, yM: 0.6, heightM: 1.8 },
        fedFromId: null,
      },
    ],
    circuits: (
      [
        ['tc-low', 'Sockets below'],
        ['tc-high', 'Sockets above'],
        ['tc-garage', 'Garage'],
      ] as const
    ).map(([id, name]) => ({ id, name, panelId: 'tp', leg: 'L1', protection: 'rcd', oldWiring: false })),
    outlets: [
      ...sockets,
      {
        id: 't-garage-e',
        name: 'Garage socket',
        place: { storeyId: 't-garage', xM: 0.8, yM: 29, heightM: 0.3 },
        circuitId: 'tc-garage',
        freeSockets: 1,
        strip: false,
      },
    ],
    // The line comes by coax, and one cable of it goes on to the second storey.
    coax: {
      outlets: (
        [
          ['tx-front', 'Front room coax', 't-ground', 1.6, 0.4],
          ['tx-second', 'Study coax', 't-second', 4.6, 0.5],
        ] as const
      ).map(([id, name, storeyId, xM, yM]) => ({ id, name, place: { storeyId, xM, yM, heightM: 0.3 } })),
      splitters: [],
      cables: [
        { id: 'tx-1', upId: 'tx-front', downId: 'tx-second', cable: 'rg6', lengthM: 14, certainty: 'traced' },
      ],
      entryFilter: false,
      satelliteOnCable: false,
    },
    spots: truth.spots.map(([name, level, x, y], i) => {
      const [activities, device, complaint] = DOES[String(name)]!;
      const isGarage = name === 'Garage';
      return spot(
        i + 1,
        String(name),
        isGarage ? 't-garage' : storeyIdOf(String(level)),
        isGarage ? 1.9 : Number(x),
        isGarage ? 30 : Number(y),
        device,
        device,
        does(...activities),
        complaint,
      );
    }),
    lineEntry: { storeyId: 't-ground', xM: 1.6, yM: 0.4, heightM: 0.4 },
  };
}

/** A terraced house of five levels with a listed front and a garage 18 m behind it; the line comes by coax, four are at home. */
export function fiveLevels(): JobFile {
  const brief = emptyBrief();
  return {
    format: 'nestle-job',
    version: JOB_FILE_VERSION,
    name: 'Five levels',
    brief: {
      ...brief,
      customer: 'H. Larch',
      visitDate: '2026-06-12',
      people: 4,
      line: {
        contract: '',
        guessed: false,
        kind: 'cable',
        downMbps: 500,
        upMbps: 50,
        idleMs: null,
        riseMs: null,
        login: 'automatic',
        loginHolder: '',
      },
      allowed: { ...brief.allowed, drilling: true, listed: true },
    },
    site: terraceSite(),
    plan: {
      ...emptyPlan(),
      today: {
        id: 'today',
        name: 'Today',
        units: [
          {
            id: 'old-a',
            letter: 'A',
            kitId: 'provider-router',
            name: 'Front room',
            place: { storeyId: 't-ground', xM: 1.6, yM: 0.8, heightM: 0.9 },
            feed: plainFeed('line', null),
            radios: {},
          },
        ],
        wiredSpots: [],
      },
    },
    evidence: [],
    pictures: [],
  };
}
