import { emptyBrief } from '../core/brief/brief';
import { asItWas } from '../core/evidence/built';
import { freeze, networkHash } from '../core/evidence/frozenNetwork';
import type { EvidenceRow, Reading } from '../core/evidence/rows';
import { JOB_FILE_VERSION, type JobFile } from '../core/job/jobFile';
import { emptyPlan, type Feed, type Option, type Unit } from '../core/plan/option/schema';
import {
  emptySite,
  type Building,
  type Point,
  type Site,
  type Spot,
  type Wall,
} from '../core/site/model/schema';

/** A job that the schema lets pass and that is as hard as it can be made in one way. */
export interface Extreme {
  name: string;
  make(): JobFile;
}

const box = (x0: number, y0: number, x1: number, y1: number): Point[] => [
  { xM: x0, yM: y0 },
  { xM: x1, yM: y0 },
  { xM: x1, yM: y1 },
  { xM: x0, yM: y1 },
];

/** An outline of 200 corners that goes in and out. */
function star(xM: number, yM: number, radiusM: number): Point[] {
  return Array.from({ length: 200 }, (_, i) => {
    const r = i % 2 ? radiusM : radiusM * 0.4;
    const angle = (i / 200) * 2 * Math.PI;
    return { xM: xM + r * Math.cos(angle), yM: yM + r * Math.sin(angle) };
  });
}

function building(n: number, outline: Point[], storeys: number): Building {
  return {
    id: `b${n}`,
    name: `House ${n}`,
    roof: { construction: 'tileRoof', riseM: 3 },
    storeys: Array.from({ length: storeys }, (_, s) => ({
      id: `b${n}s${s}`,
      name: `Storey ${s}`,
      floorLevelM: s * 2.7,
      heightM: 2.5,
      outline,
      floor: s === 0 ? null : ('timberFloor' as const),
      holes: s === 0 ? [] : [{ id: `b${n}h${s}`, name: 'Stairs', outline: outline.slice(0, 4) }],
    })),
  };
}

const wall = (n: number, storeyId: string, a: Point, b: Point): Wall => ({
  id: `w${n}`,
  storeyId,
  a,
  b,
  construction: n % 3 ? 'plasterboard' : 'brickSingle',
  heightM: null,
});

const spot = (n: number, storeyId: string | null, xM: number, yM: number): Spot => ({
  id: `spot${n}`,
  number: n + 1,
  name: `Desk ${n + 1}`,
  place: { storeyId, xM, yM, heightM: 1 },
  client: 'phone',
  deviceName: '',
  activities: [{ activity: 'web', count: 1 }],
  complaint: '',
});

/** Letters from A to ZZ. */
const letter = (n: number): string =>
  n < 26 ? String.fromCharCode(65 + n) : String.fromCharCode(64 + Math.floor(n / 26), 65 + (n % 26));

function unit(n: number, storeyId: string | null, xM: number, yM: number, parentId: string | null): Unit {
  const feed: Feed =
    parentId === null
      ? { kind: 'line' }
      : { kind: 'wireless', parentId, measuredDownMbps: null, measuredUpMbps: null };
  return {
    id: `u${n}`,
    letter: letter(n),
    kitId: 'mesh-six',
    name: `Unit ${n}`,
    place: { storeyId, xM, yM, heightM: 1.5 },
    feed,
    radios: {},
  };
}

function job(name: string, site: Site, units: Unit[], evidence: EvidenceRow[] = []): JobFile {
  const option: Option = { id: 'o1', name: 'Option 1', units, wiredSpots: [] };
  const today: Option = { id: 'today', name: 'Today', units: units.slice(0, 1), wiredSpots: [] };
  return {
    format: 'nestle-job',
    version: JOB_FILE_VERSION,
    name,
    brief: emptyBrief(),
    site,
    plan: { ...emptyPlan(), today, options: [option] },
    evidence,
    pictures: [],
  };
}

/** Units and spots strewn over a square, the units in a row from the gateway. */
function strewn(storeyId: string | null, sizeM: number, units: number, spots: number) {
  const at = (i: number, n: number, share: number) => ({
    x: ((i * 0.618 + share) % 1) * sizeM,
    y: ((i + 0.5) / n) * sizeM,
  });
  return {
    units: Array.from({ length: units }, (_, i) =>
      unit(i, storeyId, at(i, units, 0.3).x, at(i, units, 0.3).y, i === 0 ? null : 'u0'),
    ),
    spots: Array.from({ length: spots }, (_, i) =>
      spot(i, storeyId, at(i, spots, 0.1).x, at(i, spots, 0.1).y),
    ),
  };
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

/** Readings of the network as it was, spread evenly over the spots. */
function readings(of: JobFile, count: number): EvidenceRow[] {
  const was = asItWas(of.plan, []);
  const { network, labels } = freeze(of.site, was.option, was.kit);
  const hash = networkHash(network, of.site);
  const at = '2026-06-03T09:20:00Z';
  const received = (number: number) => ({ number, at });
  const state: EvidenceRow = {
    kind: 'state',
    id: 'st',
    at,
    by: '',
    hash,
    network,
    labels,
    phase: 'before',
    received: received(1),
  };
  return [
    state,
    ...Array.from({ length: count }, (_, i): Reading => ({
      kind: 'reading',
      id: `r${i}`,
      at,
      by: '',
      received: received(i + 2),
      subject: { kind: 'spot', spotId: of.site.spots[i % of.site.spots.length]!.id },
      stateId: 'st',
      target: 'internet',
      device: 'phone',
      deviceName: '',
      band: i % 3 ? '5' : '2.4',
      bandSeen: null,
      connected: i % 17 !== 0,
      rssiDbm: i % 17 ? -40 - ((i * 7) % 50) : null,
      downMbps: i % 17 ? 20 + ((i * 13) % 200) : null,
      upMbps: i % 17 ? 5 + ((i * 3) % 40) : null,
      loadedMs: i % 17 ? 20 + ((i * 5) % 90) : null,
      idleMs: null,
      source: 'typed',
      replacesId: null,
      note: '',
    })),
  ];
}

/** A hall of rooms with so many spots, units, walls and readings. */
export function hall(name: string, spots: number, units: number, walls: number, count: number): JobFile {
  const size = 51;
  const side = 17;
  const all: Wall[] = [];
  for (let i = 0; i <= side; i++)
    for (let j = 0; j < side; j++) {
      all.push(wall(all.length, 'b0s0', { xM: i * 3, yM: j * 3 }, { xM: i * 3, yM: j * 3 + 3 }));
      all.push(wall(all.length, 'b0s0', { xM: j * 3, yM: i * 3 }, { xM: j * 3 + 3, yM: i * 3 }));
    }
  const { units: u, spots: s } = strewn('b0s0', size, units, spots);
  const site = {
    ...emptySite(),
    buildings: [building(0, box(0, 0, size, size), 1)],
    walls: all.slice(0, walls),
    spots: s,
  };
  const made = job(name, site, u);
  return { ...made, evidence: readings(made, count) };
}

/** The corpus: each opens every stop in time, or says what it leaves out. */
export const EXTREMES: readonly Extreme[] = [
  { name: 'crossing', make: crossingWalls },
  { name: 'stars', make: stars },
  { name: 'coincident', make: coincidentWalls },
  { name: 'chain', make: chain },
  { name: 'towers', make: towers },
  { name: 'readings', make: () => hall('Fifty thousand readings', 200, 8, 612, 50_000) },
  { name: 'one spot', make: () => hall('Fifty thousand readings of one spot', 1, 3, 100, 50_000) },
];
