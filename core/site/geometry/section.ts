import { uppermostOf } from '../model/levels';
import type { Building, Place, Storey } from '../model/schema';
import { ceilingM, ridgeLevelM, slopesOf } from './slopes';

/** A building in the section: where it stands and how wide it is, m. */
export interface SectionBuilding {
  building: Building;
  x0M: number;
  widthM: number;
  /** Left edge in section metres, buildings side by side. */
  atM: number;
  topM: number;
}

export interface SectionLayout {
  buildings: SectionBuilding[];
  widthM: number;
  heightM: number;
  depthM: number;
}

/** Gap kept between buildings, m: storey names stand in it. */
const GAP_M = 7;

/** All buildings side by side, cut open, in true scale: gaps as on the plot where they do not overlap. */
export function sectionLayout(all: readonly Building[]): SectionLayout {
  const spans = all
    .map((building) => {
      const xs = building.storeys.flatMap((s) => s.outline.map((p) => p.xM));
      const x0M = Math.min(...xs);
      return {
        building,
        x0M,
        widthM: Math.max(...xs) - x0M,
        topM: ridgeLevelM(building),
      };
    })
    .sort((a, b) => a.x0M - b.x0M);
  let end = 0;
  let before: (typeof spans)[number] | null = null;
  const buildings = spans.map((s) => {
    const gap: number = before ? Math.max(GAP_M, Math.min(10, s.x0M - before.x0M - before.widthM)) : 0;
    const atM = end + gap;
    end = atM + s.widthM;
    before = s;
    return { ...s, atM };
  });
  const lowest = Math.min(0, ...all.flatMap((b) => b.storeys.map((s) => s.floorLevelM)));
  return {
    buildings,
    widthM: Math.max(end, 10),
    heightM: Math.max(4, ...spans.map((s) => s.topM)),
    depthM: -lowest,
  };
}

/** A corner in the section: along its building from the west, and above the ground, m. */
export type SectionPoint = readonly [alongM: number, levelM: number];

/** How finely a slope is followed. */
const ALONG = 16;

/** The outline of a storey looking north: as wide as it is itself, and under the slopes as high as they leave it. */
export function storeyShape(of: SectionBuilding, storey: Storey): SectionPoint[] {
  const xs = storey.outline.map((p) => p.xM - of.x0M);
  const [from, to] = [Math.min(...xs), Math.max(...xs)];
  const floorM = storey.floorLevelM;
  const ys = storey.outline.map((p) => p.yM);
  const [low, high] = [Math.min(...ys), Math.max(...ys)];
  const isSloped = slopesOf(of.building)?.storey === storey;
  const steps = isSloped ? ALONG : 1;
  const top = Array.from({ length: steps + 1 }, (_, n): SectionPoint => {
    const along = from + (n / steps) * (to - from);
    // What is seen from the south is the highest of what lies behind each other.
    const behind = Array.from({ length: ALONG + 1 }, (_b, k) =>
      ceilingM(of.building, storey, of.x0M + along, low + (k / ALONG) * (high - low)),
    );
    return [along, floorM + Math.max(...behind)];
  });
  return [[from, floorM], ...top, [to, floorM]];
}

/** The roof over the uppermost storey, looking north; null where there is none. */
export function roofShape(of: SectionBuilding): SectionPoint[] | null {
  const { building } = of;
  if (!building.roof) return null;
  const shape = storeyShape(of, uppermostOf(building));
  const [west, east] = [shape[1]!, shape.at(-2)!];
  const ridgeM = ridgeLevelM(building);
  // A slope that falls towards the reader is seen in its whole length.
  if (eavesInFaceM(of) !== null) return [west, [west[0], ridgeM], [east[0], ridgeM], east];
  return [west, [(west[0] + east[0]) / 2, ridgeM], east];
}

/** Level of the eaves of a slope that falls towards whoever looks north; null where none does. */
export function eavesInFaceM({ building }: SectionBuilding): number | null {
  const slopes = slopesOf(building);
  return slopes && Math.abs(slopes.ny) > Math.abs(slopes.nx)
    ? slopes.storey.floorLevelM + slopes.kneeM
    : null;
}

/** A place in section metres: along its building, or between the buildings in the yard. */
export function sectionX(layout: SectionLayout, place: Place): number {
  const own = layout.buildings.find((b) => b.building.storeys.some((s) => s.id === place.storeyId));
  if (own) return own.atM + Math.max(0, Math.min(own.widthM, place.xM - own.x0M));
  const after = layout.buildings.find((b) => place.xM < b.x0M);
  const before = [...layout.buildings].reverse().find((b) => place.xM >= b.x0M + b.widthM);
  if (before && after) return (before.atM + before.widthM + after.atM) / 2;
  const nearest = layout.buildings.find((b) => place.xM >= b.x0M && place.xM < b.x0M + b.widthM);
  if (nearest) return nearest.atM + place.xM - nearest.x0M;
  return after ? 0 : layout.widthM;
}
