import { BANDS, BAND_INDEX, SHADOWING_DB, type Band } from '../../radio/link/bands';
import { END_SIGMA_DB, SPEED_DB_PER_LN, Z90, withEnds } from '../../radio/learning/beliefs';
import { CLIENT_TYPES } from '../../radio/link/clients';
import { clientLink, type RadioEnd } from '../../radio/link/link';
import { powerLimit, type RadioRules } from '../../radio/link/regions';
import { chainOf } from '../../feed/chain';
import { ROOM_DEFAULT, YARD_DEFAULT, needOf, type ActivityCount, type Need } from '../../site/model/needs';
import type { ClientTypeId } from '../../site/model/schema';
import { airOf } from '../links/air';
import { airKey } from '../links/airtime';
import type { FlowPart } from '../links/media';
import { kitOf, type PlanContext } from '../network/context';
import { predictedVerdict } from '../links/judge';
import { linksOf, linksBefore } from '../links/pipe';
import { radioEnd } from '../network/radios';
import type { Option, Unit } from '../option/schema';
import { VERDICTS } from '../../site/model/verdict';
import { lru } from '../../stats/lru';

/** Levels a table covers, dBm, in steps of a quarter dB. */
export const TABLE_LOW_DBM = -120;
export const TABLE_STEPS_PER_DB = 4;
const TABLE_SIZE = 120 * TABLE_STEPS_PER_DB + 1;

/** The device that shade is shown for where nobody chooses one. */
export const SHADE_CLIENT: ClientTypeId = 'phone';

/** Typical spread of what a path crosses, dB, added where the sheet shows a range without tracing each path (estimate). */
export const TYPICAL_PATH_SIGMA_DB = 5;

/** One access radio of one unit: how a received level turns into shade, indoors and in the open. */
export interface ShadeRadio {
  unit: Unit;
  band: Band;
  end: RadioEnd;
  /** Level at a path loss of 0 dB without elevation, dBm. */
  levelAtZeroDbm: number;
  mayOutdoors: boolean;
  /** What a device goes over at a level, for what it takes of what is shared. */
  pipeAt(levelDbm: number): readonly FlowPart[];
  /** Verdict number by level step, with nobody else at home. */
  indoors: Uint8Array;
  outdoors: Uint8Array;
}

export interface ShadeNeeds {
  indoors: Need;
  outdoors: Need;
}

/** Needs the sheet is shaded against: one chosen activity, or the defaults of rooms and yard. */
export function shadeNeeds(context: PlanContext, activity: ActivityCount['activity'] | null): ShadeNeeds {
  const of = (list: ActivityCount[]) => needOf(list, context.site.activityLimits);
  if (activity) return { indoors: of([{ activity, count: 1 }]), outdoors: of([{ activity, count: 1 }]) };
  return { indoors: of(ROOM_DEFAULT), outdoors: of(YARD_DEFAULT) };
}

/** Outcome of the whole chain with the air at a level given as a step of the goodput table. */
type OutcomeAt = (step: number) => ReturnType<typeof chainOf>;

/** How far below its lowest level a table looks for the low end of a range, in steps. */
const LOW_STEPS = 20 * TABLE_STEPS_PER_DB;

const MOST_GOODPUTS = 100;
const goodputs = lru<string, { downMbps: Float64Array; upMbps: Float64Array }>(MOST_GOODPUTS);

/** TCP goodput of a radio to the shown device by level, on a quiet channel; kept, since no feed changes it. */
function goodputByLevel(
  end: RadioEnd,
  rules: RadioRules,
  client: ClientTypeId,
  zeroDbm: number,
): { downMbps: Float64Array; upMbps: Float64Array } {
  return goodputs(JSON.stringify([end, client, rules.region, rules.ownLimitsDbm]), () => {
    const downMbps = new Float64Array(TABLE_SIZE + LOW_STEPS);
    const upMbps = new Float64Array(TABLE_SIZE + LOW_STEPS);
    for (let i = 0; i < downMbps.length; i++) {
      const level = TABLE_LOW_DBM + (i - LOW_STEPS) / TABLE_STEPS_PER_DB;
      const link = clientLink(end, client, rules, 0, 0, level - zeroDbm)!;
      downMbps[i] = link.down.quietMbps;
      upMbps[i] = link.up.quietMbps;
    }
    return { downMbps, upMbps };
  });
}

/** Tables made lately by what they depend on: while a unit is dragged most stay the same from move to move. */
const MOST_TABLES = 60;
const tables = lru<string, { indoors: Uint8Array; outdoors: Uint8Array }>(MOST_TABLES);

/** Verdict by level for both needs; each level's outcome is worked out once, its low end read from a step further down. */
function verdictTables(
  key: string,
  outcomeAt: OutcomeAt,
  sigmaDb: number,
  needs: ShadeNeeds,
): { indoors: Uint8Array; outdoors: Uint8Array } {
  return tables(key, () => {
    const down = Math.min(LOW_STEPS, Math.round(Z90 * sigmaDb * TABLE_STEPS_PER_DB));
    const outcomes = Array.from({ length: TABLE_SIZE + down }, (_, i) => outcomeAt(i + LOW_STEPS - down));
    const table = (need: Need) =>
      Uint8Array.from({ length: TABLE_SIZE }, (_, i) =>
        VERDICTS.indexOf(predictedVerdict(outcomes[i + down]!, outcomes[i]!, need)),
      );
    return { indoors: table(needs.indoors), outdoors: table(needs.outdoors) };
  });
}

/** Tables for every access radio of the units that reach the line. */
export function shadeRadios(
  context: PlanContext,
  option: Option,
  needs: ShadeNeeds,
  client: ClientTypeId = SHADE_CLIENT,
): ShadeRadio[] {
  const links = linksOf(context, option);
  const rules: RadioRules = context.brief;
  const out: ShadeRadio[] = [];
  for (const unit of option.units) {
    if (!links.paths.has(unit.id)) continue;
    const kit = kitOf(context, unit);
    const before = linksBefore(context, links, unit).map((link) => link.part);
    for (const band of BANDS) {
      const radio = kit.radios.find((r) => r.role === 'access' && r.band === band);
      if (!radio || !CLIENT_TYPES[client].bands.includes(band)) continue;
      const end = radioEnd(unit, kit, radio);
      const zero = clientLink(end, client, rules, 0, 0, 0);
      if (!zero) continue;
      const air = airOf(context, end, links.air.get(airKey(unit.id, band))!);
      const { downMbps, upMbps } = goodputByLevel(end, rules, client, zero.down.levelDbm);
      const airAt = (step: number) => air.part({ downMbps: downMbps[step]!, upMbps: upMbps[step]! });
      const outcomeAt: OutcomeAt = (step) => chainOf([...before, airAt(step)]);
      const learnt = context.beliefs.shiftDb(withEnds(new Map(), unit.id, client, band));
      const sigmaDb = Math.hypot(
        SPEED_DB_PER_LN * air.sigmaLn,
        END_SIGMA_DB,
        TYPICAL_PATH_SIGMA_DB,
        context.beliefs.strength * SHADOWING_DB[BAND_INDEX[band]],
      );
      const key = JSON.stringify([
        rules.region,
        rules.ownLimitsDbm,
        end,
        client,
        air.free,
        sigmaDb,
        air.latencyMs,
        needs,
        before.map((p) => [p.downMbps.toFixed(1), p.upMbps.toFixed(1), p.latencyMs.toFixed(1), p.mediumId]),
      ]);
      out.push({
        unit,
        band,
        end,
        levelAtZeroDbm: zero.down.levelDbm + learnt,
        pipeAt: (levelDbm) => [
          ...before,
          { ...airAt(LOW_STEPS + stepOf(levelDbm)), kind: 'air', unitId: unit.id },
        ],
        mayOutdoors: !powerLimit(rules, band, end.channel, end.widthMhz ?? 20).indoorsOnly,
        ...verdictTables(key, outcomeAt, sigmaDb, needs),
      });
    }
  }
  return out;
}

/** The step of a table a level is at. */
const stepOf = (levelDbm: number): number =>
  Math.max(0, Math.min(TABLE_SIZE - 1, Math.round((levelDbm - TABLE_LOW_DBM) * TABLE_STEPS_PER_DB)));

/** Verdict number of a level in a table. */
export const shadeAt = (table: Uint8Array, levelDbm: number): number => table[stepOf(levelDbm)]!;
