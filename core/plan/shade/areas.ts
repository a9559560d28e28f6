import { cellX, cellY, type Grid, type Layer } from '../../radio/coverage/layers';
import { innerAreaM2 } from '../../site/geometry/innerArea';
import { roomsOn } from '../../site/geometry/rooms';
import { inside } from '../../site/model/levels';
import { ROOM_DEFAULT, YARD_DEFAULT, needOf, type Need } from '../../site/model/needs';
import type { Building, Site, Storey } from '../../site/model/schema';

/** A room, what of a storey is in no room, or the yard: something whose served share is told. */
export interface Area {
  id: string;
  name: string;
  storeyId: string | null;
  storeyName: string;
  buildingName: string;
  need: Need;
  /** Cells of the sheet that lie in it, and what all of them stand for, m²: of a room what lies between the inner faces of its walls. */
  cells: Int32Array;
  areaM2: number;
}

const nameOf = (storey: Storey, building: Building) =>
  building.storeys.length > 1 ? `${building.name}, ${storey.name}` : building.name;

/** Sheets that show every storey once: the lowest of each building, then the next of those that have one. */
export function sheetsOf(site: Site): string[][] {
  const ordered = site.buildings.map((b) => [...b.storeys].sort((x, y) => x.floorLevelM - y.floorLevelM));
  const most = Math.max(1, ...ordered.map((s) => s.length));
  return Array.from({ length: most }, (_, i) => ordered.flatMap((s) => s[i]?.id ?? []));
}

/** Areas of one storey over the cells of its layer: its rooms, and the rest of it. */
function areasOn(site: Site, building: Building, storey: Storey, grid: Grid, layer: Layer): Area[] {
  const rooms = roomsOn(site, storey.id);
  const walls = site.walls.filter((w) => w.storeyId === storey.id);
  const lists: number[][] = rooms.map(() => []);
  const rest: number[] = [];
  for (const cell of layer.cells) {
    const x = cellX(grid, cell % grid.columns);
    const y = cellY(grid, Math.floor(cell / grid.columns));
    const i = rooms.findIndex((r) => inside(r.outline, x, y));
    (i >= 0 ? lists[i]! : rest).push(cell);
  }
  const of = (id: string, name: string, cells: number[], areaM2: number, need: Need): Area => ({
    id,
    name,
    storeyId: storey.id,
    storeyName: storey.name,
    buildingName: building.name,
    need,
    cells: Int32Array.from(cells),
    areaM2,
  });
  const plain = needOf(ROOM_DEFAULT, site.activityLimits);
  const named = rooms.flatMap((room, i) =>
    lists[i]!.length === 0
      ? []
      : [
          of(
            room.named?.id ?? `${storey.id}-room-${i}`,
            room.named?.name ?? 'a room without a name',
            lists[i]!,
            innerAreaM2(room, walls, site.customConstructions),
            room.named?.activities ? needOf(room.named.activities, site.activityLimits) : plain,
          ),
        ],
  );
  const cellM2 = grid.cellM * grid.cellM;
  // Cells between rooms and in walls make no area of their own; a storey without rooms is one.
  return rooms.length > 0
    ? named
    : [of(storey.id, nameOf(storey, building), rest, rest.length * cellM2, plain)];
}

/** Areas of a sheet, by its layers; the yard is the last where it is part of it. */
export function areasOfSheet(
  site: Site,
  storeyIds: readonly string[],
  grid: Grid,
  layers: readonly Layer[],
): Area[] {
  const out: Area[] = [];
  for (const building of site.buildings)
    for (const storey of building.storeys) {
      if (!storeyIds.includes(storey.id)) continue;
      const layer = layers.find((l) => !l.outdoors && l.cells.length > 0 && holds(storey, grid, l.cells[0]!));
      if (layer) out.push(...areasOn(site, building, storey, grid, layer));
    }
  const yard = layers.find((l) => l.outdoors);
  if (yard)
    out.push({
      id: 'yard',
      name: 'the yard',
      storeyId: null,
      storeyName: '',
      buildingName: 'Outdoors',
      need: needOf(YARD_DEFAULT, site.activityLimits),
      cells: yard.cells,
      areaM2: yard.cells.length * grid.cellM * grid.cellM,
    });
  return out;
}

const holds = (storey: Storey, grid: Grid, cell: number): boolean =>
  inside(storey.outline, cellX(grid, cell % grid.columns), cellY(grid, Math.floor(cell / grid.columns)));
