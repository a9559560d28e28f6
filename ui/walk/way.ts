import { LONGEST_WALK_MS, MOST_MARKS, MOST_TRIPS } from '@/core/evidence/walkBounds';
import type { OnWalk } from '@/core/readings/walkTrace';
import { watchTrips } from '@/meter/speed/trips';
import type { WalkUnit } from '@/server/walk/view';
import { walk } from './state';
import type { Trace } from './wayTerms';

/** Left of the longest walk when it ends by itself, ms. */
const SPARE_MS = 10_000;

let stop = new AbortController();
let beganMs = 0;

const { getState, setState } = walk;
const nameOf = (u: WalkUnit) => `${u.letter} ${u.name}`;

function marked(name: string, { storeyId, xM, yM }: OnWalk, atMs: number): Trace['marks'][number] {
  return { name: name.slice(0, 80), storeyId, xM, yM, atMs };
}

const sinceMs = () => Math.round(performance.now() - beganMs);

/** Begins a walk beside a unit: small requests until somebody says that the other one is reached. */
export function beginWay(from: WalkUnit, to: WalkUnit): void {
  const { door } = getState();
  if (!door) return;
  leaveWay();
  setState({ wayEnded: false });
  // On whatever screen somebody is meanwhile.
  document.addEventListener('visibilitychange', endUnseen);
  stop = new AbortController();
  beganMs = performance.now();
  setState({
    way: { state: 'underWay', from, to, trace: { marks: [marked(nameOf(from), from.at, 0)], trips: [] } },
  });
  void watchTrips(
    door,
    (atMs, tripMs) => {
      const { way } = getState();
      if (way?.state !== 'underWay') return;
      const trips: Trace['trips'] = [
        ...way.trace.trips,
        [atMs, tripMs === null ? null : Math.round(tripMs * 10) / 10],
      ];
      setState({ way: { ...way, trace: { ...way.trace, trips } } });
      if (trips.length >= MOST_TRIPS || atMs >= LONGEST_WALK_MS - SPARE_MS) endWay();
    },
    stop.signal,
  );
}

/** Notes that a place is passed. */
export function passOnWay(name: string, at: OnWalk): void {
  const { way } = getState();
  if (way?.state !== 'underWay' || way.trace.marks.length >= MOST_MARKS - 1) return;
  const marks = [...way.trace.marks, marked(name, at, sinceMs())];
  setState({ way: { ...way, trace: { ...way.trace, marks } } });
}

/** The other unit is reached. */
export function endWay(): void {
  const { way } = getState();
  stop.abort();
  if (way?.state !== 'underWay') return;
  if (way.trace.trips.length === 0) return setState({ way: null });
  const marks = [...way.trace.marks, marked(nameOf(way.to), way.to.at, sinceMs())];
  setState({ way: { ...way, state: 'over', trace: { ...way.trace, marks } } });
}

export function leaveWay(): void {
  stop.abort();
  setState({ way: null });
}

/** A page nobody sees is slowed by the phone itself: what it says then is not of the house. */
function endUnseen(): void {
  if (document.visibilityState !== 'hidden' || getState().way?.state !== 'underWay') return;
  leaveWay();
  setState({ wayEnded: true });
}
