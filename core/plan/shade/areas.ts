import { cellX, cellY, type Grid, type Layer } from '../../radio/coverage/layers';
import { innerAreaM2 } from '../../site/geometry/innerArea';
import { isOpenAir } from '../../site/geometry/openAir';
import { roomsOn } from '../../site/geometry/rooms';
import { inside } from '../../site/model/levels';
import { ROOM_DEFAULT, YARD_DEFAULT, needOf, type Need } from '../../site/model/needs';
import type { Building, Room, Site, Storey } from '../../site/model/schema';

/** A room, what of a storey is in no room, or the yard: something whose served share is told. */
export interface Area {
  id: string;
  name: string;
  storeyId: string | null;
  storeyName: string;
  buildingName: string;
  /** The yard, or a room without a roof: no part of the house indoors. */
  isOutdoors: boolean;
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
function areasOn(
  site: Site,
  building: Building,
  storey: Storey,
  grid: Grid,
  cells: readonly number[],
): Area[] {
  const rooms = roomsOn(site, storey.id);
  const walls = site.walls.filter((w) => w.storeyId === storey.id);
  const lists: number[][] = rooms.map(() => []);
  const rest: number[] = [];
  for (const cell of cells) {
    const x = cellX(grid, cell % grid.columns);
    const y = cellY(grid, Math.floor(cell / grid.columns));
    const i = rooms.findIndex((r) => inside(r.outline, x, y));
    (i >= 0 ? lists[i]! : rest).push(cell);
  }
  const of = (
    own: Pick<Area, 'id' | 'name' | 'areaM2' | 'isOutdoors'>,
    cells: number[],
    activities: Room['activities'] = null,
  ): Area => ({
    ...own,
    storeyId: storey.id,
    storeyName: storey.name,
    buildingName: building.name,
    need: needOf(activities ?? (own.isOutdoors ? YARD_DEFAULT : ROOM_DEFAULT), site.activityLimits),
    cells: Int32Array.from(cells),
  });
  const named = rooms.flatMap((room, i) =>
    lists[i]!.length === 0
      ? []
      : [
          of(
            {
              id: room.named?.id ?? `${storey.id}-room-${i}`,
              name: room.named?.name ?? 'a room without a name',
              areaM2: innerAreaM2(room, walls, site.customConstructions),
              isOutdoors: isOpenAir(room.named),
            },
            lists[i]!,
            room.named?.activities,
          ),
        ],
  );
  const cellM2 = grid.cellM * grid.cellM;
  // Cells between rooms and in walls make no area of their own; a storey without rooms is one.
  return rooms.length > 0
    ? named
    : [
        of(
          { id: storey.id, name: nameOf(storey, building), areaM2: rest.length * cellM2, isOutdoors: false },
          rest,
        ),
      ];
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
      const cells = layers.flatMap((l) => (l.storeyId === storey.id ? [...l.cells] : []));
      if (cells.length > 0) out.push(...areasOn(site, building, storey, grid, cells));
    }
  const yard = layers.find((l) => l.storeyId === null);
  if (yard)
    out.push({
      id: 'yard',
      name: 'the yard',
      storeyId: null,
      storeyName: '',
      buildingName: 'Outdoors',
      isOutdoors: true,
      need: needOf(YARD_DEFAULT, site.activityLimits),
      cells: yard.cells,
      areaM2: yard.cells.length * grid.cellM * grid.cellM,
    });
  return out;
}
