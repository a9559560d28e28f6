import { barWalls } from '../edit/front';
import { distanceToWallM, MEET_M } from '../geometry/rooms';
import type { Building, Site, Wall } from '../model/schema';

/** Sides of a rectangular building as it was drawn, by the corner of its outline they begin at. */
export const SIDES = ['north', 'east', 'south', 'west'] as const;
export type Side = (typeof SIDES)[number];

/** Outer walls of one side of a building, on every storey with four corners. */
export function wallsOfSide(site: Pick<Site, 'walls'>, building: Building, side: Side): Wall[] {
  return building.storeys.flatMap((s) => {
    if (s.outline.length !== 4) return [];
    const i = SIDES.indexOf(side);
    const edge = { a: s.outline[i]!, b: s.outline[(i + 1) % 4]! };
    return site.walls.filter(
      (w) => w.storeyId === s.id && [w.a, w.b].every((p) => distanceToWallM(p, edge) <= MEET_M),
    );
  });
}

/** Whether a side is shared with next door: nothing is drilled through it, and no window is in it. */
export function isSideShared(site: Pick<Site, 'walls'>, building: Building, side: Side): boolean {
  const walls = wallsOfSide(site, building, side);
  return walls.length > 0 && walls.every((w) => w.isBarred);
}

/** A side of a building shared with next door, or its own again. */
export const shareSide = (site: Site, building: Building, side: Side, isShared: boolean): Site =>
  barWalls(site, new Set(wallsOfSide(site, building, side).map((w) => w.id)), isShared);
