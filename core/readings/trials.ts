import { evidenceOf } from '../evidence/fold';
import type { EvidenceRows, Reading, StateRow } from '../evidence/rows';
import { parentIdOf } from '../plan/option/feeds';
import type { Feed, Option, Unit } from '../plan/option/schema';
import type { Place } from '../site/model/schema';
import { median } from '../stats/median';

/** Two places are the same for a trial within this, m: what a hand moves a unit by. */
const SAME_PLACE_M = 0.6;

const samePlace = (a: Place, b: Place): boolean =>
  a.storeyId === b.storeyId && Math.hypot(a.xM - b.xM, a.yM - b.yM, a.heightM - b.heightM) <= SAME_PLACE_M;

/** A feed without what was noted of it, to see whether two are the same. */
const bare = (feed: Feed): string =>
  JSON.stringify(feed.kind === 'line' ? feed : { ...feed, measuredDownMbps: null, measuredUpMbps: null });

/** The two ends a pair of adapters hangs on; null for other feeds, and where they are not chosen. */
function pairOf(feed: Feed): [string, string] | null {
  const [near, far] =
    feed.kind === 'powerline'
      ? [feed.nearOutletId, feed.farOutletId]
      : feed.kind === 'coax'
        ? [feed.nearCoaxId, feed.farCoaxId]
        : [null, null];
  return near !== null && far !== null ? [near, far] : null;
}

/** What a trial of the feed of a unit is about; null where the feed says too little to be tried. */
export function trialSubject(unit: Unit): Reading['subject'] | null {
  const parentId = parentIdOf(unit.feed);
  if (parentId === null) return null;
  const pair = pairOf(unit.feed);
  if (unit.feed.kind === 'powerline' || unit.feed.kind === 'coax')
    return pair && { kind: 'trialOutlets', nearOutletId: pair[0], farOutletId: pair[1] };
  return { kind: 'trialPlace', place: unit.place, parentId };
}

/** Whether a reading was of the very link that feeds a unit. */
function isOf(r: Reading, unit: Unit, states: ReadonlyMap<string, StateRow>): boolean {
  const { subject } = r;
  if (subject.kind === 'trialOutlets') {
    const pair = pairOf(unit.feed);
    return (
      pair !== null && [...pair].sort().join() === [subject.nearOutletId, subject.farOutletId].sort().join()
    );
  }
  if (subject.kind === 'trialPlace')
    return (
      unit.feed.kind !== 'powerline' &&
      unit.feed.kind !== 'coax' &&
      subject.parentId !== undefined &&
      subject.parentId === parentIdOf(unit.feed) &&
      samePlace(subject.place, unit.place)
    );
  if (subject.kind !== 'link' || subject.unitId !== unit.id || subject.load !== 'loaded') return false;
  // Read beside the unit as built: it counts as long as unit and feed are as they were.
  const then = states.get(r.stateId)?.network.units.find((u) => u.id === unit.id);
  return then !== undefined && bare(then.feed) === bare(unit.feed) && samePlace(then.place, unit.place);
}

/** What trials and readings beside a unit say of its feed; null where there are none. */
export function linkRead(
  unit: Unit,
  rows: EvidenceRows,
): { runs: number; downMbps: number; upMbps: number } | null {
  const e = evidenceOf(rows);
  const own = e.links.filter((r) => isOf(r, unit, e.states));
  const of = (pick: (r: Reading) => number | null) =>
    median(own.map((r) => (r.connected ? pick(r) : 0)).filter((v) => v !== null));
  const [downMbps, upMbps] = [of((r) => r.downMbps), of((r) => r.upMbps)];
  if (downMbps === null && upMbps === null) return null;
  return { runs: own.length, downMbps: downMbps ?? upMbps!, upMbps: upMbps ?? downMbps! };
}

/** An option whose links carry what was measured of them in trials; what somebody has noted by hand stands. */
export function withTrials(option: Option, rows: EvidenceRows): Option {
  if (evidenceOf(rows).links.length === 0) return option;
  let changed = false;
  const units = option.units.map((unit) => {
    if (unit.feed.kind === 'line' || unit.feed.measuredDownMbps !== null) return unit;
    const read = linkRead(unit, rows);
    if (!read) return unit;
    changed = true;
    const feed = {
      ...unit.feed,
      measuredDownMbps: Math.min(10_000, read.downMbps),
      measuredUpMbps: Math.min(10_000, read.upMbps),
    };
    return { ...unit, feed };
  });
  return changed ? { ...option, units } : option;
}
