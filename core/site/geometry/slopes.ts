import { eavesLevelM, storeysById, uppermostOf } from '../model/levels';
import type { Building, Place, Site, Storey } from '../model/schema';

/** Rooms in the roof: what lies under its slopes, measured across the ridge. All lengths in m. */
export interface Slopes {
  storey: Storey;
  /** Level direction across the ridge, of length 1, and the eaves along it: the slopes begin there. */
  nx: number;
  ny: number;
  fromM: number;
  toM: number;
  /** Height of the low wall at the eaves, and how much the ceiling rises for each metre away from it. */
  kneeM: number;
  rise: number;
  /** How far from the eaves the slope goes on: up to the flat ceiling, else to the ridge. */
  deepM: number;
}

/**
 * The slopes over the uppermost storey of a building; null where its roof is none, or begins over a full storey. The ridge keeps its
 * direction in the building: it turns with it. A storey with wings is taken as the span from eaves to eaves.
 */
export function slopesOf(building: Building): Slopes | null {
  const rooms = building.roof?.rooms;
  if (!rooms) return null;
  const storey = uppermostOf(building);
  const angle = ((rooms.ridgeDeg + (building.frame?.turnDeg ?? 0)) * Math.PI) / 180;
  const [nx, ny] = [-Math.sin(angle), Math.cos(angle)];
  const across = storey.outline.map((p) => nx * p.xM + ny * p.yM);
  const [fromM, toM] = [Math.min(...across), Math.max(...across)];
  const rise = Math.tan((rooms.slopeDeg * Math.PI) / 180);
  const kneeM = Math.min(rooms.kneeM, storey.heightM);
  const deepM = Math.min((toM - fromM) / 2, (storey.heightM - kneeM) / rise);
  return { storey, nx, ny, fromM, toM, kneeM, rise, deepM };
}

/** Level of the ridge: where the slopes meet, else as far above the uppermost ceiling as the roof is said to rise, m. */
export function ridgeLevelM(building: Building): number {
  const slopes = slopesOf(building);
  if (!slopes) return eavesLevelM(building) + (building.roof?.riseM ?? 0);
  const { storey, kneeM, rise, fromM, toM } = slopes;
  return storey.floorLevelM + kneeM + (rise * (toM - fromM)) / 2;
}

/** How far a point lies from the nearer eaves, m; less than nothing outside them. */
export const fromEavesM = ({ nx, ny, fromM, toM }: Slopes, xM: number, yM: number): number => {
  const at = nx * xM + ny * yM;
  return Math.min(at - fromM, toM - at);
};

/** Height of the slope at a distance from the eaves, m above the floor. */
export const slopeM = ({ kneeM, rise, deepM }: Slopes, eavesM: number): number =>
  kneeM + rise * Math.max(0, Math.min(deepM, eavesM));

/** Height of the ceiling over a point of a storey, m above its floor: of the storey, or of the slope over it. */
export function ceilingM(building: Building, storey: Storey, xM: number, yM: number): number {
  const slopes = slopesOf(building);
  if (slopes?.storey.id !== storey.id) return storey.heightM;
  return Math.min(storey.heightM, slopeM(slopes, fromEavesM(slopes, xM, yM)));
}

/** How high the slope over a place leaves it, m above the floor; null in the open and under a level ceiling. */
export function underSlopeM(site: Pick<Site, 'buildings'>, { storeyId, xM, yM }: Place): number | null {
  const of = storeyId === null ? undefined : storeysById(site).get(storeyId);
  if (!of || slopesOf(of.building)?.storey.id !== of.storey.id) return null;
  return ceilingM(of.building, of.storey, xM, yM);
}
