import type { Mount } from '../../kit/model/details';
import type { KitItem } from '../../kit/model/schema';
import type { PlanContext } from '../../plan/network/context';
import type { Option } from '../../plan/option/schema';
import { apartM, areWithin } from '../../site/geometry/apart';
import { roomNameAt } from '../../site/geometry/roomName';
import { roomsOn } from '../../site/geometry/rooms';
import { ceilingM, underSlopeM } from '../../site/geometry/slopes';
import { isOnBarred } from '../../site/geometry/ownBuilding';
import { boxAround, eavesLevelM, inside, uppermostOf } from '../../site/model/levels';
import type { Building, Place, Point, Site } from '../../site/model/schema';

/** A place a unit could stand at, with what is there for it. */
export interface Candidate {
  id: string;
  name: string;
  place: Place;
  /** The outlet beside it; null where none is. */
  outletId: string | null;
  /** What could be fixed there. */
  mounts: readonly Mount[];
}

/** Height of a unit on a shelf above its outlet, m. */
const SHELF_M = 1.2;
/** A unit under a ceiling hangs this much below it, and one under the eaves below them, m. */
const CEILING_M = 0.05;
/** A slope lower than this over the middle of a room is no ceiling to hang a unit under, m (estimate). */
const HEAD_M = 1.8;
const EAVES_M = 0.4;
/** A unit outdoors hangs no higher than a ladder is stood safely for, and this far off its wall, m (estimates). */
const LADDER_M = 5;
const OFF_WALL_M = 0.3;
/** Sides of a building longer than this have a place in their middle beside those at their corners, m. */
const LONG_SIDE_M = 8;
/** What stands in the open, no wider than this and at least so high, is a pole, m. */
const POLE_WIDE_M = 0.6;
const POLE_HIGH_M = 2.5;
/** Two candidates nearer to each other than this are one, m. */
const APART_M = 1.2;
/** Most candidates of a kind looked at: the plot is thinned evenly beyond. */
const MOST = 400;

/** A place this near to a unit is that unit's own, m. */
const TAKEN_M = 0.8;

const ON_SHELF: readonly Mount[] = ['shelf', 'plugIn', 'wall'];
const AT_JACK: readonly Mount[] = [...ON_SHELF, 'inWall'];

/** Whether a unit of an option stands at a place already. */
export const isTaken = (option: Option, place: Place): boolean =>
  option.units.some((u) => areWithin(u.place, place, TAKEN_M));

/** Whether a kit can be fixed at a place. */
export const fits = (kit: KitItem, at: Candidate): boolean => at.mounts.includes(kit.mount);

/** The named room a place lies in. */
function roomIdAt(context: PlanContext, place: Place): string | null {
  return (
    roomsOn(context.site, place.storeyId).find((r) => inside(r.outline, place.xM, place.yM))?.named?.id ??
    null
  );
}

/**
 * Places indoors a unit could stand at: outlets with a socket left, ends of runs, jacks, coax outlets, in no room that is kept out.
 * A house without surveyed outlets offers the middle of each room.
 */
export function candidatePlaces(context: PlanContext): Candidate[] {
  return thinned(apart(context, standing(context.site)));
}

/** All places units of some kits could be fixed at: indoors, under ceilings, outdoors under the eaves and on poles. */
export function placesFor(context: PlanContext, kits: readonly KitItem[]): Candidate[] {
  return kindsFor(context, kits).flatMap((list) => thinned(list));
}

/** Whether a plot has more candidate places of a kind than are looked at. */
export const areThinned = (context: PlanContext, kits: readonly KitItem[]): boolean =>
  kindsFor(context, kits).some((list) => list.length > MOST);

function kindsFor(context: PlanContext, kits: readonly KitItem[]): Candidate[][] {
  const { site } = context;
  return [standing(site), ceilings(site), outdoors(site)].map((list) =>
    apart(
      context,
      list.filter((c) => kits.some((kit) => fits(kit, c))),
    ),
  );
}

/** No more than so many of a list, taken evenly. */
export const thinned = <T>(list: T[], most = MOST): T[] =>
  list.length <= most
    ? list
    : list.filter(
        (_, i) => Math.floor((i * most) / list.length) !== Math.floor(((i - 1) * most) / list.length),
      );

/** Those in no room that is kept out and on no wall that is barred, none beside another. */
function apart(context: PlanContext, found: readonly Candidate[]): Candidate[] {
  const kept: Candidate[] = [];
  for (const c of found) {
    const room = roomIdAt(context, c.place);
    if (room && context.keptOut.includes(room)) continue;
    if (isOnBarred(context.site, c.place)) continue;
    if (!kept.some((k) => areWithin(k.place, c.place, APART_M))) kept.push(c);
  }
  return kept;
}

/** Places on shelves and in sockets, at jacks and ends of runs. */
function standing(site: Site): Candidate[] {
  const onShelf = (place: Place): Place => ({ ...place, heightM: SHELF_M });
  const found: Candidate[] = [
    ...site.outlets
      .filter((o) => o.freeSockets > 0 && !o.strip)
      .map((o) => ({
        id: o.id,
        name: o.name,
        place: onShelf(o.place),
        outletId: o.id,
        mounts: ON_SHELF,
      })),
    ...site.dataRuns.flatMap((r) =>
      [r.from, r.to].map((p, i) => ({
        id: `${r.id}-${i}`,
        name: `${roomNameAt(site, p)}, at ${r.name}`,
        place: onShelf(p),
        outletId: null,
        mounts: AT_JACK,
      })),
    ),
    ...[
      ...site.coax.outlets.map((o) => ({ o, mounts: ON_SHELF })),
      ...site.jacks.map((o) => ({ o, mounts: AT_JACK })),
    ].map(({ o, mounts }) => ({ id: o.id, name: o.name, place: onShelf(o.place), outletId: null, mounts })),
  ];
  const low = found.filter(({ place }) => (underSlopeM(site, place) ?? Infinity) >= place.heightM);
  if (site.outlets.length > 0) return low;
  return [
    ...low,
    ...middles(site).map(({ id, name, place }) => ({
      id,
      name,
      place: onShelf(place),
      outletId: null,
      mounts: ON_SHELF,
    })),
  ];
}

/** The middle of each room, with the height of its storey. */
const middles = (site: Site) =>
  site.buildings.flatMap((b) =>
    b.storeys.flatMap((s) =>
      roomsOn(site, s.id).map((r, i) => ({
        id: `${s.id}-room-${i}`,
        name: r.named?.name ?? s.name,
        place: { storeyId: s.id, ...r.middle, heightM: 0 },
        storeyM: ceilingM(b, s, r.middle.xM, r.middle.yM),
      })),
    ),
  );

/** Places under the ceilings, one in the middle of each room. */
const ceilings = (site: Site): Candidate[] =>
  middles(site)
    .filter(({ place }) => (underSlopeM(site, place) ?? Infinity) >= HEAD_M)
    .map(({ id, name, place, storeyM }) => ({
      id: `${id}-ceiling`,
      name: `${name}, ceiling`,
      place: { ...place, heightM: storeyM - CEILING_M },
      outletId: null,
      mounts: ['ceiling'],
    }));

/** Level of the edge of a roof over a point beside it: lower where a slope comes down into the uppermost storey. */
function eavesAtM(b: Building, { xM, yM }: Point): number {
  const top = uppermostOf(b);
  return Math.min(eavesLevelM(b), top.floorLevelM + ceilingM(b, top, xM, yM));
}

/** Corners of a building's top storey, and the middles of its long sides, a little outside the wall. */
function aroundEaves(building: Building): Point[] {
  const top = uppermostOf(building);
  const isFree = (p: Point) => building.storeys.every((s) => !inside(s.outline, p.xM, p.yM));
  const { outline } = top;
  return outline.flatMap((a, i) => {
    const b = outline[(i + 1) % outline.length]!;
    const before = outline[(i + outline.length - 1) % outline.length]!;
    const lengthM = apartM(a, b);
    if (lengthM === 0) return [];
    const off = { xM: (b.yM - a.yM) / lengthM, yM: (a.xM - b.xM) / lengthM };
    const out = (p: Point, by: Point): Point | undefined =>
      [1, -1]
        .map((side) => ({ xM: p.xM + side * OFF_WALL_M * by.xM, yM: p.yM + side * OFF_WALL_M * by.yM }))
        .find(isFree);
    const sideM = apartM(before, a) || 1;
    // At a corner both its walls lie behind: away from the middle between them.
    const corner = out(a, {
      xM: (a.xM - b.xM) / lengthM + (a.xM - before.xM) / sideM,
      yM: (a.yM - b.yM) / lengthM + (a.yM - before.yM) / sideM,
    });
    const middle = { xM: (a.xM + b.xM) / 2, yM: (a.yM + b.yM) / 2 };
    return [corner, lengthM > LONG_SIDE_M ? out(middle, off) : undefined].filter((p) => p !== undefined);
  });
}

/** Places outdoors: under the eaves of each building, and on what is a pole in the yard. */
function outdoors(site: Site): Candidate[] {
  const at = (id: string, name: string, p: Point, heightM: number): Candidate => ({
    id,
    name,
    place: {
      storeyId: null,
      xM: Math.round(p.xM * 100) / 100,
      yM: Math.round(p.yM * 100) / 100,
      heightM: Math.min(LADDER_M, Math.max(SHELF_M, heightM)),
    },
    outletId: null,
    mounts: ['pole'],
  });
  const eaves = site.buildings.flatMap((b) =>
    b.storeys.length === 0
      ? []
      : aroundEaves(b).map((p, i) =>
          at(`${b.id}-eaves-${i}`, `${b.name}, eaves ${i + 1}`, p, eavesAtM(b, p) - EAVES_M),
        ),
  );
  const poles = site.obstacles.flatMap((o) => {
    if (o.storeyId !== null || o.baseM + o.heightM < POLE_HIGH_M) return [];
    const box = boxAround(o.outline, 0);
    if (Math.max(box.maxXM - box.minXM, box.maxYM - box.minYM) > POLE_WIDE_M) return [];
    const middle = { xM: (box.minXM + box.maxXM) / 2, yM: (box.minYM + box.maxYM) / 2 };
    return [at(`${o.id}-pole`, o.name, middle, o.baseM + o.heightM)];
  });
  return [...poles, ...eaves];
}
