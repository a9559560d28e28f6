import { emptyBrief } from '../core/brief/brief';
import { kitById } from '../core/kit/catalogue/catalogue';
import { planContext, type PlanContext } from '../core/plan/network/context';
import type { Option, Unit } from '../core/plan/option/schema';
import { emptyPlan } from '../core/plan/option/schema';
import { emptySite, type Place, type Site, type Spot, type Wall } from '../core/site/model/schema';
import { seeded } from '../core/stats/seeded';
import { boxAt } from './smallHouse';
import { sampleBuilding, sampleRectangle, sampleRow, sampleWall } from './sampleSite';

/** Kinds of small houses the word "proven" is tried in. */
export const HOUSE_KINDS = ['storeys', 'L', 'barn', 'corridor'] as const;
export type HouseKind = (typeof HOUSE_KINDS)[number];

/** A small job the search is held against, with the kit it may take and the most units it may add. */
export interface JudgedJob {
  name: string;
  context: PlanContext;
  today: Option;
  kits: readonly string[];
  most: number;
  /** Units that stay as they are, the one on the line first; none where the search is free. */
  locked: readonly Unit[];
}

const pick = <T>(next: () => number, list: readonly T[]): T => list[Math.floor(next() * list.length)]!;

/** Rooms of a house of a kind: storeys with their walls, and where outlets may be. */
function shell(kind: HouseKind, next: () => number): { site: Site; rooms: Place[] } {
  const inner = () => pick(next, ['brickSingle', 'brickCavity', 'plasterboard', 'rubbleStone']);
  const at = (storeyId: string, xM: number, yM: number): Place => ({ storeyId, xM, yM, heightM: 0.3 });
  const site = emptySite();
  if (kind === 'storeys')
    return {
      site: {
        ...site,
        buildings: [sampleBuilding('House', ['g', 'u'], sampleRectangle(0, 0, 12, 7))],
        walls: [...sampleRow('g', 0, 12, 7, [6], inner()), ...sampleRow('u', 0, 12, 7, [4, 8], inner())],
      },
      rooms: [at('g', 3, 3), at('g', 9, 4), at('u', 2, 3), at('u', 6, 4), at('u', 10, 3)],
    };
  if (kind === 'L') {
    const outline = [
      { xM: 0, yM: 0 },
      { xM: 16, yM: 0 },
      { xM: 16, yM: 6 },
      { xM: 6, yM: 6 },
      { xM: 6, yM: 14 },
      { xM: 0, yM: 14 },
    ];
    const c = inner();
    const wall = (id: string, ...line: [number, number, number, number]): Wall =>
      sampleWall(id, 'g', line, c);
    return {
      site: {
        ...site,
        buildings: [sampleBuilding('House', ['g'], outline)],
        walls: [
          ...outline.map((p, i) => {
            const q = outline[(i + 1) % outline.length]!;
            return wall(`o${i}`, p.xM, p.yM, q.xM, q.yM);
          }),
          wall('i0', 6, 0, 6, 6),
          wall('i1', 11, 0, 11, 6),
          wall('i2', 0, 6, 6, 6),
        ],
      },
      rooms: [at('g', 3, 3), at('g', 8, 3), at('g', 14, 3), at('g', 3, 10)],
    };
  }
  if (kind === 'barn') {
    const gapM = 6 + 6 * next();
    return {
      site: {
        ...site,
        buildings: [
          sampleBuilding('House', ['g'], sampleRectangle(0, 0, 10, 7)),
          sampleBuilding('Barn', ['b'], sampleRectangle(10 + gapM, 0, 18 + gapM, 7)),
        ],
        walls: [
          ...sampleRow('g', 0, 10, 7, [5], inner()),
          ...sampleRow('b', 10 + gapM, 18 + gapM, 7, [], pick(next, ['rubbleStone', 'timberCladding'])),
        ],
      },
      rooms: [at('g', 2, 3), at('g', 8, 4), at('b', 13 + gapM, 3), at('b', 16 + gapM, 5)],
    };
  }
  const c = inner();
  return {
    site: {
      ...site,
      buildings: [sampleBuilding('House', ['g'], sampleRectangle(0, 0, 25, 6))],
      walls: sampleRow('g', 0, 25, 6, [5, 10, 15, 20], c),
    },
    rooms: [at('g', 2, 3), at('g', 7, 3), at('g', 12, 3), at('g', 17, 3), at('g', 22, 3)],
  };
}

/** A small job of a kind from a seed: with coax, powerline, cable and air, slow and fast lines, tight budgets and neighbours. */
export function judgedJob(kind: HouseKind, seed: number): JudgedJob {
  const next = seeded(1000 * HOUSE_KINDS.indexOf(kind) + seed);
  const { site: plain, rooms } = shell(kind, next);
  const gatewayAt = { ...rooms[0]!, xM: rooms[0]!.xM - 0.5, heightM: 1.2 };
  const spots = rooms.map((at, i): Spot => ({
    id: `s${i}`,
    number: i + 1,
    name: `Spot ${i + 1}`,
    place: { ...at, xM: at.xM + next() - 0.5, yM: at.yM + next() - 0.5, heightM: 1 },
    client: pick(next, ['phone', 'laptop', 'tablet']),
    deviceName: '',
    activities: [
      { activity: pick(next, ['hdFilm', 'film4k', 'teaching', 'workFiles', 'camera', 'web']), count: 1 },
    ],
    complaint: '',
  }));
  const wired = next() < 0.5;
  const outlets = rooms.slice(1).map((at, i): Site['outlets'][number] => ({
    id: `o${i + 1}`,
    name: `Outlet ${i + 1}`,
    place: { ...at, xM: at.xM + 1, yM: at.yM - 1 + next() },
    circuitId: wired ? pick(next, ['c1', 'c2']) : null,
    freeSockets: 3,
    strip: false,
  }));
  const atGateway = {
    id: 'o0',
    name: 'Outlet 0',
    place: gatewayAt,
    circuitId: 'c1',
    freeSockets: 2,
    strip: false,
  };
  const circuit = (id: string, leg: 'L1' | 'L2'): Site['circuits'][number] => ({
    id,
    name: id,
    panelId: 'p',
    leg,
    protection: pick(next, ['none', 'rcd']),
    oldWiring: next() < 0.3,
  });
  const withCoax = next() < 0.5;
  const coaxAt = (place: Place, id: string) => ({ id, name: `Coax ${id}`, place });
  const coax = withCoax
    ? [coaxAt(gatewayAt, 'cx0'), ...outlets.slice(-2).map((o, i) => coaxAt(o.place, `cx${i + 1}`))]
    : [];
  const slow = next() < 0.3;
  const drilling = next() < 0.7;
  const neighbours = Array.from({ length: next() < 0.4 ? 4 : 0 }, (_, i) => ({
    id: `n${i}`,
    band: next() < 0.5 ? ('2.4' as const) : ('5' as const),
    channel: 0,
    levelDbm: -60 - 20 * next(),
    widthMhz: null,
  })).map((n) => ({ ...n, channel: n.band === '2.4' ? 1 : 36 }));
  const brief = {
    ...emptyBrief(),
    labourMinorPerHour: pick(next, [0, 55_00, 95_00]),
    checkMinor: pick(next, [0, 20_00, 60_00]),
    people: pick(next, [2, 3, 4]),
    // A firm that joins fast and cables slowly, in one house of four.
    paces: seed % 4 === 1 ? { join: 0.4, place: 2, cable: 1.7 } : {},
    line: {
      ...emptyBrief().line,
      downMbps: slow ? 30 + 20 * next() : 250,
      upMbps: slow ? 10 : 60,
    },
    allowed: {
      ...emptyBrief().allowed,
      drilling,
      budgetMinor: next() < 0.25 ? Math.round((350 + 500 * next()) * 100) : null,
    },
  };
  const site: Site = {
    ...plain,
    spots,
    outlets: wired ? [atGateway, ...outlets] : outlets,
    ...(wired
      ? {
          panels: [{ id: 'p', name: 'Panel', place: gatewayAt, fedFromId: null }],
          circuits: [circuit('c1', 'L1'), circuit('c2', 'L2')],
        }
      : {}),
    neighbours,
    lineEntry: { storeyId: 'g', xM: gatewayAt.xM, yM: gatewayAt.yM, heightM: 1 },
    coax: {
      ...plain.coax,
      outlets: coax,
      entryFilter: next() < 0.5,
      satelliteOnCable: withCoax && next() < 0.15,
    },
  };
  // A kit of the job's own at any price, sold in boxes too.
  const own = kitById('mesh-dual')!;
  const costMinor = Math.round(2000 + 18_000 * next());
  const plan = {
    ...emptyPlan(),
    ownKit: [
      {
        ...own,
        id: 'own-mesh',
        label: 'Own mesh',
        costMinor,
        packs: [{ pieces: 3, costMinor: 2 * costMinor }],
      },
    ],
  };
  const kits = pick(next, [['mesh-dual'], ['mesh-dual', 'mesh-own-radio'], ['own-mesh', 'mesh-dual']]);
  const gateway: Unit = {
    id: 'kept',
    letter: 'A',
    kitId: kits[0]!,
    name: 'Kept',
    place: gatewayAt,
    feed: { kind: 'line' },
    radios: {},
  };
  const lockedAt = outlets[outlets.length - 1]!.place;
  const locked: Unit[] =
    next() < 0.15
      ? [
          gateway,
          {
            ...gateway,
            id: 'kept-too',
            letter: 'B',
            place: { ...lockedAt, heightM: 1.2 },
            feed: { kind: 'wireless', parentId: 'kept', measuredDownMbps: null, measuredUpMbps: null },
          },
        ]
      : [];
  return {
    name: `${kind} ${seed}`,
    context: planContext({ site, brief, plan }),
    today: boxAt(gatewayAt),
    kits,
    most: rooms.length === 4 && seed % 5 === 0 ? 3 : 2,
    locked,
  };
}
