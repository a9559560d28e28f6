import { CLIENT_TYPES } from '../radio/link/clients';
import { needOf, type Need } from '../site/model/needs';
import { apartM } from '../site/geometry/apart';
import type { Place, Site, Spot } from '../site/model/schema';
import type { DecidedBy } from '../plan/links/judge';
import { saidToBeRight } from '../evidence/asked';
import { evidenceOf, type Evidence } from '../evidence/fold';
import type { ProvesNothing } from '../evidence/proves';
import type { EvidenceRows, Reading } from '../evidence/rows';
import { isReadAt, placeNow } from '../evidence/takenAt';
import { TOUCH_WORDS, type Touch } from '../plan/predict/touch';
import { lineTest, type LineTest } from './line';
import { RUNS_WANTED } from './enough';
import { judgeRuns, type PhaseResult } from './judgeRuns';
import { builtStates, type Standing } from './standing';
import { type Verdict, VERDICTS } from '../site/model/verdict';

const groupKey = (r: Reading) => `${r.device}|${r.band}`;

/** Readings of one kind of device and band setting: the wanted group where there is one, else the largest. */
function comparableGroup(readings: readonly Reading[], wanted: readonly string[]): Reading[] {
  const groups = new Map<string, Reading[]>();
  for (const r of readings) {
    const group = groups.get(groupKey(r));
    if (group) group.push(r);
    else groups.set(groupKey(r), [r]);
  }
  for (const key of wanted) if (groups.has(key)) return groups.get(key)!;
  return [...groups.values()].sort((a, b) => b.length - a.length)[0] ?? [];
}

/** Readings as built that no longer count for a spot, and why: they are shown, never dropped. */
export interface PastProof {
  round: number;
  runs: number;
  /** What of the spot's way has changed since; null where the network is too old to be compared. */
  because: Touch | null;
}

/** What was read at a spot where it stood before it was moved: it counts there and not here. */
export interface ReadElsewhere {
  place: Place;
  /** How far off that is, m; null on another storey. */
  offM: number | null;
  runs: number;
  /** Whether it was a dead spot there, and is gone there. */
  gone: boolean;
}

export interface SpotVerdict {
  spotId: string;
  number: number;
  name: string;
  need: Need;
  before: PhaseResult | null;
  after: PhaseResult | null;
  /** Whether it was a dead spot: silent or short before. */
  wasDead: boolean;
  gone: boolean;
  /** Whether it was fine before and is not now: a finding of its own. */
  worse: boolean;
  /** Rounds whose runs its after result counts, oldest first. */
  rounds: number[];
  past: PastProof[];
  /** What was read where it stood before; null where it has not been moved since. */
  elsewhere: ReadElsewhere | null;
  /** Why some of its readings prove nothing, each reason once. */
  unproving: readonly ProvesNothing[];
  /** What was asked about runs that count since somebody said that they are right: its verdict rests on them. */
  doubted: readonly string[];
  verdict: Verdict | null;
  decidedBy: DecidedBy | null;
  missing: string[];
}

/** What keeps two phases from being compared: another kind of device, or another band setting. */
function incomparable(before: PhaseResult, after: PhaseResult): string[] {
  const missing: string[] = [];
  const label = (d: Reading['device']) => (d === 'wired' ? 'wired laptop' : CLIENT_TYPES[d].label);
  if (before.device !== after.device)
    missing.push(
      `runs on the same kind of device as before (${label(before.device)}, now ${label(after.device)})`,
    );
  const oneBand = (d: Reading['device']) => d !== 'wired' && CLIENT_TYPES[d].bands.length === 1;
  const free = before.band === 'free' && after.band === 'free';
  const fixedAlike = before.band === after.band || (oneBand(before.device) && oneBand(after.device));
  if (!free && !(fixedAlike && oneBand(before.device) && oneBand(after.device)) && before.device !== 'wired')
    missing.push('runs with the band left free both times');
  return missing;
}

/** Networks as built, newest first, and what is known of each: made once for all spots. */
interface AfterStates {
  ids: readonly string[];
  standing: Standing;
}

interface AfterRuns {
  counted: Reading[];
  rounds: number[];
  past: PastProof[];
}

/**
 * Runs as built that count for a spot: of the networks that still stand for it the newest, and older ones as far as it
 * takes to have enough runs.
 */
function afterRuns(e: Evidence, spotId: string, readings: readonly Reading[], after: AfterStates): AfterRuns {
  const byState = new Map<string, Reading[]>();
  for (const r of readings) {
    if (e.states.get(r.stateId)?.phase !== 'after') continue;
    const list = byState.get(r.stateId);
    if (list) list.push(r);
    else byState.set(r.stateId, [r]);
  }
  const counted: Reading[][] = [];
  const rounds: number[] = [];
  const past: PastProof[] = [];
  let runs = 0;
  for (const id of after.ids) {
    const own = byState.get(id);
    if (!own) continue;
    const round = e.roundOf.get(id) ?? 1;
    const touched = after.standing.get(id);
    const because = touched?.get(spotId) ?? null;
    if (!touched || because) past.unshift({ round, runs: own.length, because });
    else if (runs < RUNS_WANTED) {
      counted.unshift(own);
      rounds.unshift(round);
      runs += own.length;
    }
  }
  return { counted: counted.flat(), rounds, past };
}

/** Whether a spot that was not dead reads worse now, on runs enough to say so. */
function isWorse(before: PhaseResult | null, after: PhaseResult | null): boolean {
  if (!before || !after || before.verdict === 'noSignal' || before.verdict === 'tooSlow') return false;
  if (VERDICTS.indexOf(after.verdict) <= VERDICTS.indexOf(before.verdict)) return false;
  return after.verdict !== 'tight' || after.missing.length === 0;
}

/** What was read at the place a spot stood longest at before, judged there. */
function elsewhereOf(
  site: Pick<Site, 'buildings'>,
  spot: Spot,
  readings: readonly Reading[],
  isGone: (there: Reading[], at: Place) => boolean,
): ReadElsewhere | null {
  const groups: { place: Place; readings: Reading[] }[] = [];
  for (const r of readings) {
    const own = groups.find((g) => isReadAt(site, r, g.place));
    if (own) own.readings.push(r);
    else groups.push({ place: placeNow(site, r.takenAt!), readings: [r] });
  }
  const [most] = groups.sort((a, b) => b.readings.length - a.readings.length);
  if (!most) return null;
  const { place } = most;
  return {
    place,
    offM: place.storeyId === spot.place.storeyId ? apartM(place, spot.place) : null,
    runs: most.readings.length,
    gone: isGone(most.readings, place),
  };
}

/** What the evidence of a job says beside the runs at one spot: made once for all spots. */
interface Known {
  e: Evidence;
  lines: Record<'before' | 'after', LineTest>;
  afterStates: AfterStates;
  /** Runs that were asked about and said to be right. */
  right: ReadonlyMap<string, string>;
}

function verdictOf(site: Pick<Site, 'activityLimits' | 'buildings'>, spot: Spot, known: Known): SpotVerdict {
  const { e, lines, afterStates, right } = known;
  const need = needOf(spot.activities, site.activityLimits);
  const all = e.bySpot.get(spot.id) ?? [];
  const here: Reading[] = [];
  const away: Reading[] = [];
  for (const r of all) (isReadAt(site, r, spot.place) ? here : away).push(r);
  const elsewhere = elsewhereOf(
    site,
    spot,
    away,
    (there, at) =>
      verdictOf(site, { ...spot, place: at }, { ...known, e: { ...e, bySpot: new Map([[spot.id, there]]) } })
        .gone,
  );
  const unproving = [...new Set(here.flatMap((r) => e.unproving.get(r.id) ?? []))];
  const readings = here.filter((r) => !e.unproving.has(r.id));
  const first = readings.filter((r) => e.states.get(r.stateId)?.phase === 'before');
  const before = judgeRuns(comparableGroup(first, [`${spot.client}|free`]), lines.before, need);
  const wanted = before
    ? [`${before.device}|${before.band}`, `${before.device}|free`]
    : [`${spot.client}|free`];
  const { counted, rounds, past } = afterRuns(e, spot.id, readings, afterStates);
  const after = judgeRuns(comparableGroup(counted, wanted), lines.after, need);
  const wasDead = before !== null && (before.verdict === 'noSignal' || before.verdict === 'tooSlow');
  const unlike = before && after ? incomparable(before, after) : [];
  const missing: string[] = [];
  if (!before)
    missing.push(
      elsewhere
        ? 'runs before at this place: it was read where the spot stood then'
        : 'runs before anything is changed',
    );
  else if (!wasDead) missing.push(...before.missing.map((m) => `before: ${m}`));
  if (before && !after)
    missing.push(
      past.length > 0
        ? `runs with the network as it is now: ${TOUCH_WORDS[past[past.length - 1]!.because ?? 'way']}`
        : 'runs after the work',
    );
  if (after) missing.push(...after.missing, ...unlike);
  return {
    spotId: spot.id,
    number: spot.number,
    name: spot.name,
    need,
    before,
    after,
    wasDead,
    gone: wasDead && after?.verdict === 'works' && unlike.length === 0,
    worse: isWorse(before, after) && unlike.length === 0,
    rounds,
    past,
    elsewhere,
    unproving,
    doubted: [...new Set([...first, ...counted].flatMap((r) => right.get(r.id) ?? []))],
    verdict: (after ?? before)?.verdict ?? null,
    decidedBy: (after ?? before)?.decidedBy ?? null,
    missing,
  };
}

/**
 * Verdicts of all spots, in the order of their numbers: before, after, whether the dead spot is gone, what evidence is
 * missing. `standing` says which networks as built still count for which spots; without it the one read last does.
 */
export function verdictsOf(site: Site, rows: EvidenceRows, standing?: Standing): SpotVerdict[] {
  const e = evidenceOf(rows);
  const ids = builtStates(rows)
    .map((s) => s.id)
    .reverse();
  const last = new Map(ids.slice(0, 1).map((id) => [id, new Map<string, Touch>()]));
  const known: Known = {
    e,
    lines: { before: lineTest(rows, 'before'), after: lineTest(rows, 'after') },
    afterStates: { ids, standing: standing ?? last },
    right: saidToBeRight(rows),
  };
  return [...site.spots].sort((a, b) => a.number - b.number).map((spot) => verdictOf(site, spot, known));
}

/** How a job stands, in the numbers of its headline. */
export interface Headline {
  spots: number;
  /** Whether anything was read before. */
  read: boolean;
  /** Whether the readings are made up: something was read by the practice meter. */
  practised: boolean;
  dead: number;
  gone: number;
  worse: number;
}

export function headlineOf(verdicts: readonly SpotVerdict[], rows: EvidenceRows): Headline {
  return {
    practised: evidenceOf(rows).practised,
    spots: verdicts.length,
    read: verdicts.some((v) => v.before !== null),
    dead: verdicts.filter((v) => v.wasDead).length,
    gone: verdicts.filter((v) => v.gone).length,
    worse: verdicts.filter((v) => v.worse).length,
  };
}
