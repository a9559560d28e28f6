import { isSlowRun } from '../../site/check/slowRun';
import { kitOf, type PlanContext } from '../evaluate/context';
import { hopOf } from '../evaluate/hop';
import { radioEnd } from '../evaluate/radios';
import { dataRunOf, isCable, parentIdOf } from '../option/feeds';
import { gatewayOf } from '../option/graph';
import type { Option, Unit } from '../option/schema';
import { radarWaitS } from '../../radio/link/regions';

/** Time of one step of the work, min: what the hands need, and what then goes on by itself. */
export interface WorkItem {
  key: string;
  handsMin: number;
  waitMin: number;
}

/** Minutes of work per metre of cable run, and to begin one (estimates). */
const CABLE_MIN_PER_M = 0.9;
const CABLE_MIN_START = 10;
/** Testing a run that is in the house; one that is slow gets new ends (estimates). */
const TEST_RUN_MIN = 8;
const MEND_RUN_MIN = 25;
/** Carrying a unit to its place and reading its light; outdoors up a ladder; plugging in an adapter (estimates). */
const PLACE_MIN = 8;
const PLACE_OUTDOORS_MIN = 30;
const PLUG_IN_MIN = 5;
const SETTLE_MIN = 3;
/** Minutes to put one device on the new network (estimate). */
const DEVICE_MIN = 2;
/** A modem locks on to what it sees first (estimate). */
const MODEM_MIN = 5;

const item = (key: string, handsMin: number, waitMin = 0): WorkItem => ({ key, handsMin, waitMin });

/** Longest silence of a unit's radios after start on radar-checked channels, min, and the channel. */
export function radarWait(context: PlanContext, unit: Unit): { min: number; channel: number } | null {
  const kit = kitOf(context, unit);
  const waits = kit.radios
    .filter((r) => r.band === '5')
    .map((r) => radioEnd(unit, kit, r))
    .map(({ channel, widthMhz }) => ({
      channel,
      min: radarWaitS(context.brief, channel, widthMhz ?? 20) / 60,
    }));
  const longest = waits.sort((a, b) => b.min - a.min)[0];
  return longest && longest.min > 0 ? longest : null;
}

function unitWork(context: PlanContext, option: Option, unit: Unit): WorkItem[] {
  const kit = kitOf(context, unit);
  const out: WorkItem[] = [];
  if (isCable(unit.feed) && parentIdOf(unit.feed) !== null) {
    const run = context.site.dataRuns.find((r) => r.id === dataRunOf(unit.feed));
    const lengthM = run ? 0 : (hopOf(context, option, unit)?.lengthM ?? 0);
    const handsMin = run
      ? isSlowRun(run)
        ? MEND_RUN_MIN
        : TEST_RUN_MIN
      : Math.round(CABLE_MIN_START + lengthM * CABLE_MIN_PER_M);
    out.push(item(`cable:${unit.id}`, handsMin));
  }
  if (kit.kind === 'switch') return [...out, item(`place:${unit.id}`, kit.handsMin)];
  out.push(item(`join:${unit.id}`, kit.handsMin, kit.waitMin));
  if (kit.kind === 'powerline' || kit.kind === 'coax') return [...out, item(`place:${unit.id}`, PLUG_IN_MIN)];
  const settleMin = SETTLE_MIN + (radarWait(context, unit)?.min ?? 0);
  return [...out, item(`place:${unit.id}`, kit.outdoor ? PLACE_OUTDOORS_MIN : PLACE_MIN, settleMin)];
}

/**
 * Every step of fitting an option with its time, in no order: it adds up, so that options can be compared and counted.
 * How long the day is with waits beside work, the schedule of the run sheet says. Empty where nothing is on the line.
 */
export function workOf(context: PlanContext, option: Option): WorkItem[] {
  const gateway = gatewayOf(option);
  if (!gateway) return [];
  const { brief } = context;
  const count = option.units.length;
  const replaced = kitOf(context, gateway).kind !== 'router';
  const others = option.units.filter((u) => u.id !== gateway.id);
  return [
    ...(brief.consents.some((c) => !c.got) ? [item('consents', 5)] : []),
    item('boxes', 2 + 2 * count),
    item('labels', 3 * count),
    item('ask', 4),
    item('gateway', 6, MODEM_MIN),
    item('network', 8, replaced ? kitOf(context, gateway).waitMin : 0),
    ...others.flatMap((u) => unitWork(context, option, u)),
    item('names', 1 + count),
    item('old', 10 + DEVICE_MIN * brief.devices.length),
  ];
}
