import { JOB_FILE_VERSION, type JobFile } from '@/core/job/jobFile';
import { emptyBrief } from '@/core/brief/brief';
import { emptyPlan } from '@/core/plan/option/schema';
import { emptySite, type Site } from '@/core/site/model/schema';
import { at, box, does, door, pane, spot, storey, walls } from './build';
import { plainFeed } from '@/core/plan/option/feeds';

const TERRACE = box(0, 0, 5, 9.5);
const GARAGE = box(0, 11.5, 3.2, 16.5);

/** The plot of 12 Larkspur Row. */
export function rowSite(): Site {
  const levels = [
    ['l-ground', 'lg'],
    ['l-first', 'l1'],
    ['l-second', 'l2'],
  ] as const;
  return {
    ...emptySite(),
    buildings: [
      {
        id: 'terrace',
        name: 'Terrace',
        roof: { construction: 'tileRoofFoil', riseM: 1.8 },
        storeys: [
          storey('l-ground', 'Ground', 0, 2.7, TERRACE, null),
          storey('l-first', 'First', 2.95, 2.6, TERRACE, 'timberFloor'),
          storey('l-second', 'Second', 5.8, 2.4, TERRACE, 'timberFloor'),
        ],
      },
      {
        id: 'garage',
        name: 'Garage room',
        roof: { construction: 'metalRoof', riseM: 0.3 },
        storeys: [storey('g-ground', 'Garage', 0, 2.4, GARAGE, null)],
      },
    ],
    walls: [
      ...levels.flatMap(([id, prefix]) => [
        ...walls(prefix, id, 'brickCavity', TERRACE, true),
        ...walls(`${prefix}-mid`, id, 'brickSingle', [at(0, 5), at(5, 5)]),
      ]),
      ...walls('gr', 'g-ground', 'brickSingle', GARAGE, true),
    ],
    openings: [
      door('lg-front', 'lg-1', 0.5),
      pane('lg-w', 'lg-1', 2.4, 1.6),
      pane('lg-back', 'lg-3', 2, 2),
      ...['lg', 'l1', 'l2'].map((p) => door(`${p}-d`, `${p}-mid-1`, 1.2)),
      ...['l1', 'l2'].map((p) => pane(`${p}-w`, `${p}-1`, 1.8, 1.4)),
      door('gr-d', 'gr-1', 1, 'metalDoor', 1),
    ],
    rooms: (
      [
        ['l-ground', 'Front room', 2.5, 2],
        ['l-ground', 'Kitchen', 2.5, 8.6],
        ['l-first', 'Bedroom', 2.5, 2],
        ['l-first', 'Bathroom', 2.5, 8.6],
        ['l-second', 'Loft room', 2.5, 2],
        ['g-ground', 'Garage room', 1.6, 15.6],
      ] as const
    ).map(([storeyId, name, x, y], i) => ({
      id: `room-${i + 1}`,
      storeyId,
      name,
      at: at(x, y),
      activities: null,
    })),
    panels: [
      {
        id: 'p',
        name: 'Panel',
        place: { storeyId: 'l-ground', xM: 0.3, yM: 0.6, heightM: 1.8 },
        fedFromId: null,
      },
    ],
    circuits: [
      { id: 'c-1', name: 'Ring ground', panelId: 'p', leg: 'L1', protection: 'rcd', oldWiring: false },
      { id: 'c-2', name: 'Ring upstairs', panelId: 'p', leg: 'L1', protection: 'rcd', oldWiring: false },
      { id: 'c-3', name: 'Garage', panelId: 'p', leg: 'L1', protection: 'rcd', oldWiring: false },
    ],
    outlets: (
      [
        ['o-front', 'Front room socket', 'l-ground', 0.3, 3.4, 'c-1'],
        ['o-loft', 'Loft room socket', 'l-second', 4.7, 3, 'c-2'],
        ['o-garage', 'Garage socket', 'g-ground', 0.3, 14, 'c-3'],
      ] as const
    ).map(([id, name, storeyId, x, y, circuitId]) => ({
      id,
      name,
      place: { storeyId, xM: x, yM: y, heightM: 0.3 },
      circuitId,
      freeSockets: 1,
      strip: false,
    })),
    spots: [
      spot(1, 'Front room', 'l-ground', 2.8, 3, 'tablet', 'the tablet', does('film4k')),
      spot(2, 'Kitchen', 'l-ground', 2.5, 7.2, 'phone', 'phone', does('web', 'music')),
      spot(3, 'Bedroom', 'l-first', 2.5, 3, 'phone', 'phone', does('hdFilm')),
      spot(
        4,
        'Loft room',
        'l-second',
        2.5,
        3.4,
        'laptop',
        'laptop',
        does('workFiles', 'hdCall'),
        'Calls break up in the afternoon.',
      ),
      spot(5, 'Loft back', 'l-second', 2.5, 7.4, 'phone', 'phone', does('web')),
      spot(
        6,
        'Garage bench',
        'g-ground',
        1.8,
        13.6,
        'laptop',
        'laptop',
        does('hdFilm', 'web'),
        'Nothing reaches the garage.',
      ),
    ],
    neighbours: [1, 1, 6, 6, 6, 11, 11, 11, 1, 6, 11].map((channel, i) => ({
      id: `n-${i + 1}`,
      band: '2.4' as const,
      channel,
      levelDbm: -62 - 2 * i,
      widthMhz: 20 as const,
    })),
    lineEntry: { storeyId: 'l-ground', xM: 0.3, yM: 0.4, heightM: 0.5 },
  };
}

/** The second demo job: a rented terrace where nothing may be drilled and nothing is read yet. */
export function larkspurRow(): JobFile {
  const brief = emptyBrief();
  const place = { storeyId: 'l-ground', xM: 0.5, yM: 0.8, heightM: 0.9 };
  const router = {
    id: 'old-a',
    letter: 'A',
    kitId: 'provider-router',
    name: 'Front door',
    place,
    feed: plainFeed('line', null),
    radios: {},
  };
  return {
    format: 'nestle-job',
    version: JOB_FILE_VERSION,
    name: '12 Larkspur Row',
    brief: {
      ...brief,
      customer: 'Tenants, second floor and garage',
      address: '12 Larkspur Row',
      line: {
        contract: '',
        guessed: false,
        kind: 'cable',
        downMbps: 250,
        upMbps: 25,
        idleMs: null,
        riseMs: null,
        login: 'automatic',
        loginHolder: '',
      },
      allowed: {
        ...brief.allowed,
        drilling: false,
        rented: true,
        budgetMinor: 300_00,
        note: 'Rented: nothing drilled, nothing screwed.',
      },
      complaints: [
        { id: 'cp-1', words: 'Calls break up in the loft.', spotId: null },
        { id: 'cp-2', words: 'Nothing reaches the garage.', spotId: null },
      ],
      policies: { ...brief.policies, feed: 'noDrilling' },
    },
    site: { ...rowSite(), practice: { house: 'row', seed: 12, difficulty: 'usual' } },
    plan: { ...emptyPlan(), today: { id: 'today', name: 'Today', units: [router], wiredSpots: [] } },
    evidence: [],
    pictures: [],
  };
}
