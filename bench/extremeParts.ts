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

export const box = (x0: number, y0: number, x1: number, y1: number): Point[] => [
  { xM: x0, yM: y0 },
  { xM: x1, yM: y0 },
  { xM: x1, yM: y1 },
  { xM: x0, yM: y1 },
];

/** An outline of 200 corners that goes in and out. */
export function star(xM: number, yM: number, radiusM: number): Point[] {
  return Array.from({ length: 200 }, (_, i) => {
    const r = i % 2 ? radiusM : radiusM * 0.4;
    const angle = (i / 200) * 2 * Math.PI;
    return { xM: xM + r * Math.cos(angle), yM: yM + r * Math.sin(angle) };
  });
}

export function building(n: number, outline: Point[], storeys: number): Building {
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

export const wall = (n: number, storeyId: string, a: Point, b: Point): Wall => ({
  id: `w${n}`,
  storeyId,
  a,
  b,
  construction: n % 3 ? 'plasterboard' : 'brickSingle',
  heightM: null,
});

export const spot = (n: number, storeyId: string | null, xM: number, yM: number): Spot => ({
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

export function unit(
  n: number,
  storeyId: string | null,
  xM: number,
  yM: number,
  parentId: string | null,
): Unit {
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

export function job(name: string, site: Site, units: Unit[], evidence: EvidenceRow[] = []): JobFile {
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
export function strewn(storeyId: string | null, sizeM: number, units: number, spots: number) {
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
