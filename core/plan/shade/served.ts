import { plotBox, type Box } from '../../site/model/levels';
import type { Need } from '../../site/model/needs';
import type { PlanContext } from '../network/context';
import { atOnce } from '../../stats/atOnce';
import type { Option } from '../option/schema';
import { eveningFloor, seatsOf, type Seats } from './eveningFloor';
import { markRead } from './readCells';
import { servingUnits, shadeGrid } from './shade';
import type { ShadeQuestion } from './shadeEngine';
import { shadeRadios, type ShadeRadio } from './shadeTable';
import { SheetFields } from './sheetFields';
import { areasOfSheet, sheetsOf, type Area } from './areas';

/** Served share of one area: where the low end of the range meets the need, and at the busy hour. */
export interface AreaServed {
  id: string;
  name: string;
  storeyId: string | null;
  storeyName: string;
  buildingName: string;
  isOutdoors: boolean;
  areaM2: number;
  /** 0 to 1, and the same in m². */
  share: number;
  servedM2: number;
}

export interface ServedAnswer {
  areas: readonly AreaServed[];
  /** What would be served no longer if a unit's radios were off though it passed on, m²; empty until it is settled. */
  addsM2: readonly { unitId: string; m2: number }[];
  settled: boolean;
}

/** Yard around everything that is counted too, m. */
const YARD_MARGIN_M = 3;
/** Cell of the count, m, and most cells of a sheet: a larger plot gets larger cells. */
const CELL_M = 1;
const MOST_CELLS = 12_000;

/** What each spot goes over and where it was read, for the busy hour and for what was read. */
export type SheetPipes = Pick<ShadeQuestion, 'pipes' | 'read'>;

interface Sheet {
  fields: SheetFields;
  areas: readonly Area[];
  seats: Seats;
}

/** Tells how much of each room, storey, building and yard a network serves; fields of units that did not move stay. */
export class AreaEngine {
  private sheets: Sheet[] | null = null;

  constructor(private readonly context: PlanContext) {}

  private sheetsNow(): Sheet[] {
    const { site } = this.context;
    return (this.sheets ??= sheetsOf(site).map((storeyIds, i): Sheet => {
      // Only the lowest sheet has the yard; one above spans just its own buildings.
      const box = i === 0 ? plotBox(site, YARD_MARGIN_M) : boxOfStoreys(this.context, storeyIds);
      const areaM2 = (box.maxXM - box.minXM) * (box.maxYM - box.minYM);
      const cellM = Math.max(CELL_M, Math.sqrt(areaM2 / MOST_CELLS));
      const fields = new SheetFields(this.context, { storeyIds, box, cellM, yard: i === 0 });
      const { grid, layers } = fields.base;
      return {
        fields,
        areas: areasOfSheet(site, storeyIds, grid, layers),
        seats: seatsOf(site, storeyIds, grid, layers),
      };
    }));
  }

  /**
   * The served share of every area, at once. `settle` waits for exact fields and says what each unit adds.
   */
  served(option: Option, of: SheetPipes, settle: boolean): ServedAnswer {
    return atOnce(this.serving(option, of, settle));
  }

  /** The same step by step, with others let in between. */
  *serving(option: Option, { pipes, read }: SheetPipes, settle: boolean): Generator<void, ServedAnswer> {
    const { context } = this;
    const areas: AreaServed[] = [];
    const adds = new Map<string, number>();
    let settled = true;
    const tables = new Map<string, readonly ShadeRadio[]>();
    const radiosFor = (need: Need): readonly ShadeRadio[] => {
      const key = JSON.stringify(need);
      let radios = tables.get(key);
      if (!radios)
        tables.set(key, (radios = shadeRadios(context, option, { indoors: need, outdoors: need })));
      return radios;
    };
    for (const { fields: sheet, areas: list, seats } of this.sheetsNow()) {
      const byNeed = new Map<string, Area[]>();
      for (const a of list) {
        const key = JSON.stringify(a.need);
        byNeed.set(key, [...(byNeed.get(key) ?? []), a]);
      }
      const units = list.length > 0 ? servingUnits(radiosFor(list[0]!.need)) : [];
      if (settle) yield* sheet.settling(units);
      const found = sheet.of(units);
      settled &&= found.settled;
      const { grid, layers } = sheet.base;
      const count = (radios: readonly ShadeRadio[], area: Area, verdicts: Uint8Array) => {
        let lit = 0;
        if (radios.length > 0) for (const cell of area.cells) if (verdicts[cell] === 0) lit++;
        return area.cells.length === 0 ? 0 : lit / area.cells.length;
      };
      for (const own of byNeed.values()) {
        const { need } = own[0]!;
        const radios = radiosFor(need);
        const needs = { indoors: need, outdoors: need };
        const floor = pipes && eveningFloor(context, option, pipes, needs, seats);
        const { verdicts } = shadeGrid(context, radios, grid, layers, found.fields, floor);
        markRead(verdicts, read, { needs, seats, grid, layers });
        const shares = own.map((area) => count(radios, area, verdicts));
        own.forEach((area, i) => {
          const { id, name, storeyId, storeyName, buildingName, isOutdoors, areaM2 } = area;
          const share = shares[i]!;
          areas.push({
            id,
            name,
            storeyId,
            storeyName,
            buildingName,
            isOutdoors,
            areaM2,
            share,
            servedM2: share * areaM2,
          });
        });
        if (!settle) continue;
        for (const unit of units) {
          const without = radios.filter((r) => r.unit.id !== unit.id);
          const dark = shadeGrid(context, without, grid, layers, found.fields, floor).verdicts;
          yield;
          own.forEach((area, i) => {
            const lost = (shares[i]! - count(without, area, dark)) * area.areaM2;
            adds.set(unit.id, (adds.get(unit.id) ?? 0) + lost);
          });
        }
      }
    }
    return { areas, addsM2: [...adds].map(([unitId, m2]) => ({ unitId, m2 })), settled };
  }
}

function boxOfStoreys({ site }: PlanContext, storeyIds: readonly string[]): Box {
  const points = site.buildings.flatMap((b) =>
    b.storeys.flatMap((s) => (storeyIds.includes(s.id) ? s.outline : [])),
  );
  const [xs, ys] = [points.map((p) => p.xM), points.map((p) => p.yM)];
  return { minXM: Math.min(...xs), minYM: Math.min(...ys), maxXM: Math.max(...xs), maxYM: Math.max(...ys) };
}

/** Areas added up: of a storey, a building, or all that is indoors. */
export function sumOf(areas: readonly Pick<AreaServed, 'areaM2' | 'servedM2'>[]): {
  areaM2: number;
  servedM2: number;
  share: number;
} {
  const areaM2 = areas.reduce((sum, a) => sum + a.areaM2, 0);
  const servedM2 = areas.reduce((sum, a) => sum + a.servedM2, 0);
  return { areaM2, servedM2, share: areaM2 > 0 ? servedM2 / areaM2 : 0 };
}
