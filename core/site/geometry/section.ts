import { eavesLevelM } from '../model/levels';
import type { Building, Place } from '../model/schema';

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
        topM: eavesLevelM(building) + (building.roof?.riseM ?? 0),
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
