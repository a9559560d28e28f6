import type { Place } from '../../core/site/model/schema';
import type { HiddenHouse } from './hidden';
import type { PracticeDevice, PracticeRun, PracticeUnit } from './terms';
import { named, normals } from './random';

/** How fast somebody walks with a phone in the hand, m/s; a storey up or down is so far, m. */
const PACE_M_PER_S = 0.9;
const STAIR_M = 8;
/** Small requests are sent so often, ms. */
const EVERY_MS = 100;
const LONGEST_MS = 240_000;
/** A device looks for another unit once it hears its own at less than this, dBm, and changes where that is so much better, dB; those that stick later. */
const LOOKS_DBM = -72;
const LOOKS_STUCK_DBM = -88;
const BETTER_DB = 8;
/** How long a change takes where both units hand devices over, and where they do not, ms. */
const HANDED_MS = [60, 250] as const;
const ALONE_MS = [700, 3200] as const;
/** Share of devices that stick. */
const STICKS = 0.3;
/** Round trip to the wired end, and what each hop over the air adds, ms. */
const BASE_MS = 2.2;
const HOP_MS = 3.5;

/** A walk as a phone notes it, and what it read at its end. */
export interface PracticeWalk {
  marks: { name: string; storeyId: string | null; xM: number; yM: number; atMs: number }[];
  trips: [number, number | null][];
  end: PracticeRun;
}

/** Hops over the air from the line to a unit. */
function airHops(units: readonly PracticeUnit[], unit: PracticeUnit): number {
  let [hops, at] = [0, unit];
  for (const _ of units) {
    if (at.feed.kind === 'line') break;
    const parentId: string | null = at.feed.parentId;
    hops += Number(at.feed.kind === 'air');
    const parent = units.find((u) => u.id === parentId);
    if (!parent) break;
    at = parent;
  }
  return hops;
}

/**
 * A walk from beside one unit to beside another in a practice house: the device stays on its unit until that is weak, a change costs a
 * while, and some devices stick. The same for the same house and name.
 */
export function practiceWalk(
  house: HiddenHouse,
  seed: number,
  units: readonly PracticeUnit[],
  device: PracticeDevice,
  ends: readonly [from: PracticeUnit, to: PracticeUnit],
  run: { name: string; hour: number; roams: (unitId: string) => boolean; nameOf: (unitId: string) => string },
): PracticeWalk {
  const [from, to] = ends;
  const random = named(seed, `walk ${run.name}`);
  const noise = normals(random);
  const sticks = named(seed, `walks of ${device.kind}`)() < STICKS;
  const [a, b] = [from.place, to.place];
  const storeysApart = a.storeyId === b.storeyId ? 0 : 1;
  const wayM = Math.hypot(a.xM - b.xM, a.yM - b.yM) + STAIR_M * storeysApart;
  const tookMs = Math.round(Math.min(LONGEST_MS, Math.max(3000, (wayM / PACE_M_PER_S) * 1000)));
  const placeAt = (atMs: number): Place => {
    const share = atMs / tookMs;
    const { storeyId, heightM } = share < 0.5 ? a : b;
    return {
      storeyId,
      heightM: Math.min(1.2, heightM),
      xM: a.xM + share * (b.xM - a.xM),
      yM: a.yM + share * (b.yM - a.yM),
    };
  };
  let on = from;
  const trips: PracticeWalk['trips'] = [];
  let looked = { atMs: -Infinity, levels: new Map<string, number>() };
  for (let atMs = 0; atMs < tookMs;) {
    // It looks round once a second, not with each request.
    if (atMs - looked.atMs >= 1000) looked = { atMs, levels: house.levelsAt(units, device, placeAt(atMs)) };
    const own = looked.levels.get(on.id) ?? -Infinity;
    const [bestId, best] = [...looked.levels].reduce((x, y) => (y[1] > x[1] ? y : x), [on.id, own] as const);
    if (bestId !== on.id && own < (sticks ? LOOKS_STUCK_DBM : LOOKS_DBM) && best > own + BETTER_DB) {
      const [least, most] = run.roams(on.id) && run.roams(bestId) ? HANDED_MS : ALONE_MS;
      const gapMs = Math.round(least + (most - least) * random());
      trips.push([Math.round(atMs), gapMs]);
      on = units.find((u) => u.id === bestId)!;
      atMs += gapMs + EVERY_MS;
      continue;
    }
    if (own < -90) {
      trips.push([Math.round(atMs), null]);
      atMs += 1000;
      continue;
    }
    const tripMs = Math.max(0.5, (BASE_MS + HOP_MS * airHops(units, on)) * Math.exp(0.08 * noise()));
    trips.push([Math.round(atMs), Math.round(tripMs * 10) / 10]);
    atMs += EVERY_MS + tripMs;
  }
  const mark = (unit: PracticeUnit, atMs: number) => ({
    name: run.nameOf(unit.id),
    storeyId: unit.place.storeyId,
    xM: unit.place.xM,
    yM: unit.place.yM,
    atMs,
  });
  const beside = { ...placeAt(tookMs), xM: to.place.xM + 0.7 };
  return {
    marks: [mark(from, 0), mark(to, tookMs)],
    trips,
    end: house.readAt(units, device, beside, null, { ...run, onUnitId: on.id }),
  };
}
