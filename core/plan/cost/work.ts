import type { Brief } from '../../brief/brief';
import { atPace, workGroupOf } from '../../brief/paces';
import { isSlowRun } from '../../site/check/slowRun';
import { kitOf, type PlanContext } from '../network/context';
import { radioEnd } from '../network/radios';
import { dataRunOf, isCable, parentIdOf } from '../option/feeds';
import { gatewayOf } from '../option/graph';
import { turnedDown } from '../network/radioPower';
import type { Option, Unit } from '../option/schema';
import { ROLE_MIN, rolesToSet } from '../network/routing';
import { radarWaitS } from '../../radio/link/regions';
import { adapterGroups, coaxWorkOf } from './adapters';
import { adapterLeadsOf } from '../network/adapterLeads';
import { nearEndRunOf } from '../network/bridgeEnd';
import type { Mount } from '../../kit/model/details';
import { cableRunOf, entryLeadOf, powerRunOf, spotCable } from '../network/cableRun';
import { endingOf, runMin } from './cableParts';

/** Time of one step of the work, min: what the hands need, and what then goes on by itself. */
export interface WorkItem {
  key: string;
  handsMin: number;
  waitMin: number;
}

/** Testing a run that is in the house; one that is slow gets new ends (estimates). */
const TEST_RUN_MIN = 8;
const MEND_RUN_MIN = 25;
/** Bringing a unit to its place, fixing it as it is fixed and reading its light, min (estimates). Joining it is the item's own. */
const PLACE_MIN: Record<Mount, number> = {
  shelf: 8,
  plugIn: 8,
  wall: 15,
  inWall: 20,
  ceiling: 25,
  pole: 50,
};
/** Plugging in an adapter, min (estimate). */
const PLUG_IN_MIN = 5;
const SETTLE_MIN = 3;
/** Pairing the adapters of a group, and each of them; testing a link under load (estimates). */
const PAIR_MIN = 6;
const ADAPTER_MIN = 4;
const ADAPTER_WAIT_MIN = 3;
/** A filter at the entry, a splitter changed, the open ports closed (estimates). */
const FILTER_MIN = 6;
const SPLITTER_MIN = 10;
const TERMINATE_MIN = 4;
const LEAD_MIN = 6;
/** Testing what hung on the old router; to put one device on the new network, and to look that it came by itself (estimates). */
const OLD_TEST_MIN = 10;
const DEVICE_MIN = 2;
const DEVICE_CAME_MIN = 0.5;
/** What is on the line is brought to see the new router: hands, and until its lights have settled (estimates). */
const MODEM_HANDS_MIN = 3;
const MODEM_MIN = 5;
/** Bringing a router up and testing the line through it, with the modem before it; and its start (estimates). */
const GATEWAY_HANDS_MIN = 6;
const START_MIN = 2;
/** Setting up a network beside that of the house, and showing that it is apart (estimate). */
const APART_MIN = 7;
/** Finding and setting the power of a radio on its page (estimate). */
const POWER_MIN = 2;
/** The wired test; three runs at a spot with the walk there; a link read under load (estimates). */
const LINE_TEST_MIN = 6;
const SPOT_MIN = 5;
const LINK_TEST_MIN = 3;

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
    const there = context.site.dataRuns.find((r) => r.id === dataRunOf(unit.feed));
    const run = cableRunOf(context, option, unit);
    const handsMin = there
      ? isSlowRun(there)
        ? MEND_RUN_MIN
        : TEST_RUN_MIN
      : run
        ? runMin(run, unit.feed.kind === 'fibre' ? 'fibre' : endingOf(context, run))
        : LEAD_MIN;
    out.push(item(`cable:${unit.id}`, handsMin));
  }
  const leads = adapterLeadsOf(context, option, unit);
  if (leads.length > 0)
    out.push(
      item(
        `cable:${unit.id}`,
        leads.reduce((sum, { run }) => sum + runMin(run, endingOf(context, run)), 0),
      ),
    );
  if (kit.kind === 'switch') return [...out, item(`place:${unit.id}`, kit.handsMin)];
  out.push(item(`join:${unit.id}`, kit.handsMin, kit.joining.joinMin + kit.waitMin));
  if (kit.kind === 'powerline' || kit.kind === 'coax') return [...out, item(`place:${unit.id}`, PLUG_IN_MIN)];
  const settleMin = SETTLE_MIN + (radarWait(context, unit)?.min ?? 0);
  // A bridge is fixed at both its ends, its cable goes out to the near one, and a unit outdoors needs its power brought there.
  const ends = unit.feed.kind === 'bridge' ? 2 : 1;
  const power = powerRunOf(context, option, unit);
  const runs = [power, nearEndRunOf(context, option, unit)].filter((r) => r !== null);
  const runsMin = runs.reduce((sum, run) => sum + runMin(run, endingOf(context, run)), 0);
  return [...out, item(`place:${unit.id}`, ends * PLACE_MIN[kit.mount] + runsMin, settleMin)];
}

/** Work on adapters that feed units, a group at a time, and on the coax they hang on. */
function adapterWork(context: PlanContext, option: Option): WorkItem[] {
  const coax = coaxWorkOf(context, option);
  const coaxMin = coax
    ? (coax.entryFilter ? FILTER_MIN : 0) +
      (coax.modemFilter ? FILTER_MIN : 0) +
      coax.splitters.length * SPLITTER_MIN +
      (coax.openPorts > 0 ? TERMINATE_MIN : 0)
    : 0;
  return [
    ...(coaxMin > 0 ? [item('coax', coaxMin)] : []),
    ...adapterGroups(context, option)
      .filter((g) => g.outletIds.length > 0)
      .map((g) =>
        item(
          `adapters:${g.units[0]!.id}`,
          PAIR_MIN + g.outletIds.length * ADAPTER_MIN + g.units.length * LINK_TEST_MIN,
          ADAPTER_WAIT_MIN,
        ),
      ),
  ];
}

/** Minutes a device of the brief takes, by whether it comes by itself. */
export const deviceMin = (brief: Brief): number => atPace(brief.paces, 'devices', usualDeviceMin(brief));

const usualDeviceMin = ({ policies }: Brief): number =>
  policies.key === 'keep' ? DEVICE_CAME_MIN : DEVICE_MIN;

/** Devices that go back on the network: those that matter first, in a step of their own. */
function deviceWork(brief: Brief): WorkItem[] {
  const first = brief.devices.filter((d) => d.matters).length;
  const others = brief.devices.length - first;
  return [
    ...(first > 0 ? [item('devicesFirst', usualDeviceMin(brief) * first)] : []),
    ...(others > 0 ? [item('devices', usualDeviceMin(brief) * others)] : []),
  ];
}

/** Minutes to turn radios down where that is planned. */
function powerWork(context: PlanContext, option: Option): WorkItem[] {
  const radios = option.units.flatMap((u) => turnedDown(u, kitOf(context, u))).length;
  return radios === 0 ? [] : [item('power', POWER_MIN * radios)];
}

/** Minutes to bring the line to a gateway that stands elsewhere than its entry. */
function entryWork(context: PlanContext, option: Option, today: Option | null): WorkItem[] {
  const lead = entryLeadOf(context, option, today);
  if (!lead) return [];
  return [item('entry', lead.by === 'cable' ? runMin(lead.run, endingOf(context, lead.run)) : TEST_RUN_MIN)];
}

/** Whether anything that hangs on the router of today is cut off: it is taken out, moved, or set to another role. */
export function isUnplugging(context: PlanContext, option: Option, today: Option | null): boolean {
  const gateway = gatewayOf(option);
  return (
    gateway !== null &&
    (kitOf(context, gateway).kind !== 'router' ||
      rolesToSet(context, option).some((r) => r.unit.id === gateway.id) ||
      entryLeadOf(context, option, today) !== null)
  );
}

/**
 * Every step of fitting an option with its time, in no order: it adds up, so that options can be compared and counted.
 * The readings before and after are work too; how long the day is with waits beside work, the schedule of the run sheet
 * says. Empty where nothing is on the line.
 */
export function workOf(context: PlanContext, option: Option, today: Option | null = null): WorkItem[] {
  const gateway = gatewayOf(option);
  if (!gateway) return [];
  const { brief, site } = context;
  const count = option.units.length;
  const replaced = kitOf(context, gateway).kind !== 'router';
  const unplugs = isUnplugging(context, option, today);
  const others = option.units.filter((u) => u.id !== gateway.id);
  const readMin = LINE_TEST_MIN + SPOT_MIN * site.spots.length;
  const usual = [
    item(READ_BEFORE, readMin),
    ...(brief.consents.some((c) => !c.got) ? [item('consents', 5)] : []),
    item('boxes', 2 + 2 * count),
    item('labels', 3 * count),
    ...(unplugs ? [item('ask', 4)] : []),
    ...entryWork(context, option, today),
    ...(rolesToSet(context, option).length > 0
      ? [item('roles', ROLE_MIN * rolesToSet(context, option).length)]
      : []),
    ...(replaced ? [item('modem', MODEM_HANDS_MIN, MODEM_MIN)] : []),
    item('gateway', GATEWAY_HANDS_MIN - (replaced ? MODEM_HANDS_MIN : 0), START_MIN),
    item('network', 8, replaced ? kitOf(context, gateway).waitMin : 0),
    ...others.flatMap((u) => unitWork(context, option, u)),
    ...adapterWork(context, option),
    ...option.wiredSpots.flatMap(({ spotId }) => {
      const cable = spotCable(context, option, spotId);
      if (!cable) return [];
      if (cable.runName !== null) return [item(`wire:${spotId}`, TEST_RUN_MIN)];
      return [
        item(`wire:${spotId}`, cable.lead ? LEAD_MIN : runMin(cable.run, endingOf(context, cable.run))),
      ];
    }),
    item('names', 1 + count),
    ...powerWork(context, option),
    ...brief.apart.map((network) => item(`apart:${network}`, APART_MIN)),
    ...(unplugs ? [item('old', OLD_TEST_MIN)] : []),
    ...deviceWork(brief),
    item(READ_AFTER, readMin + LINK_TEST_MIN * others.length),
  ];
  // Hands go at the firm's own pace, where it has taken one from its jobs; waits are the kit's.
  return usual.map((w) => ({ ...w, handsMin: atPace(brief.paces, workGroupOf(w.key), w.handsMin) }));
}

/** The readings before: work of the job that is done before the run sheet begins; and those after, its last step. */
export const READ_BEFORE = 'readBefore';
export const READ_AFTER = 'read';
