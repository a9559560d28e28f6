import { acceptedOption, networkIn } from '@/core/evidence/built';
import { evidenceOf, serialAt, ticksOf, type Tick } from '@/core/evidence/fold';
import { isReadAt } from '@/core/evidence/takenAt';
import type { Phase, Reading } from '@/core/evidence/rows';
import { deviceLines, type DeviceLine } from '@/core/fit/devices';
import { heldOf, type HeldAt } from '@/core/fit/held';
import { beginOf } from '@/core/fit/progress';
import { serialStepOf } from '@/core/fit/serials';
import { settledBy, type Settled } from '@/core/fit/settled';
import type { ScheduledStep } from '@/core/fit/step';
import type { Planner } from '@/core/job/planner';
import { WALK_SHAPE } from '@/core/job/walkShape';
import { parentIdOf } from '@/core/plan/option/feeds';
import { CLIENT_TYPES } from '@/core/radio/link/clients';
import type { Expected } from '@/core/readings/doubts';
import type { WalkJudged } from '@/core/readings/changeover';
import { changeoverWords } from '@/core/readings/changeoverWords';
import { traceWords } from '@/core/readings/traceWords';
import { isComplainedOf } from '@/core/readings/doubts';
import { placeAt, triedOf, type Tried, type TryTable } from '@/core/readings/tries';
import { expectedOf } from '@/core/readings/expected';
import { RUNS_WANTED } from '@/core/readings/enough';
import { inWalkingOrder } from '@/core/site/geometry/walkingRoute';
import { storeysById } from '@/core/site/model/levels';
import { activitiesLabel, type Need } from '@/core/site/model/needs';
import type { ClientTypeId, Place } from '@/core/site/model/schema';
import type { PhoneScope } from '../access/phones';
import type { OpenJob } from '../jobs/loaded';
import { newestMark } from './newest';
import { signingOf, type WalkSigning } from './signing';
import { VERDICT_WORDS } from '@/core/site/model/verdict';

/** What a phone's rows hang on: the documents and evidence as they were when it looked. */
export interface Basis {
  site: number;
  plan: number;
  evidence: number;
}

type WalkRun = Pick<Reading, 'downMbps' | 'upMbps' | 'connected'>;

export interface WalkSpot {
  id: string;
  number: number;
  name: string;
  doing: string;
  at: { storeyId: string | null; xM: number; yM: number };
  where: string;
  client: ClientTypeId;
  deviceName: string;
  device: { label: string; ceilingMbps: number };
  need: Need;
  expected: Expected | null;
  /** Whether somebody complains of this very place. */
  isKnownBad: boolean;
  /** Runs of this phase that count here already. */
  runs: WalkRun[];
  /** How many of them meet the need, round trip and all. */
  runsMet: number;
  /** Verdict of this phase in words; null before any run. */
  verdict: string | null;
}

export interface WalkUnit {
  id: string;
  letter: string;
  name: string;
  at: { storeyId: string | null; xM: number; yM: number };
  /** Whether it is fed by something whose speed can be read beside it. */
  fed: boolean;
  /** Runs of its backhaul under load in this phase. */
  runs: WalkRun[];
}

/** A walk from unit to unit, with what it says. */
export type WalkBetween = Pick<
  WalkJudged,
  'readingId' | 'fromUnitId' | 'toUnitId' | 'marks' | 'gaps' | 'steps'
> & { words: string[] };

/** All a phone gets to know of a job: no brief, no customer, no keys, no other job. */
export interface WalkView {
  /** Which shape this has: a phone lets go of what an earlier version kept. */
  shape: typeof WALK_SHAPE;
  jobId: string;
  job: string;
  phone: string;
  scope: PhoneScope;
  phase: Phase;
  /** Phases there are readings to take in. */
  phases: Phase[];
  /** Whether this is a practice house, whose readings are made up. */
  practice: boolean;
  basis: Basis;
  /** What of the job this was made from, as `newestOf` tells it: another word, and there is something new. */
  newest: string;
  /** Runs that prove something. */
  runsWanted: number;
  line: { downMbps: number; upMbps: number; measured: boolean };
  storeys: {
    id: string;
    name: string;
    walls: [number, number, number, number][];
    outline: [number, number][];
    floorM: number;
  }[];
  /** In walking order. */
  spots: WalkSpot[];
  units: WalkUnit[];
  /** Walks from unit to unit in this phase, the newest first. */
  walks: WalkBetween[];
  /** The run sheet, whole: a phone plans the day anew by itself. */
  steps: WalkStep[];
  /** What can be signed for; null where nothing can. */
  sign: WalkSigning | null;
  /** What is ticked of it. */
  ticks: [string, Tick][];
  /** What evidence says of its steps. */
  settled: [string, Settled][];
  /** When the day is to begin, as a time; null where nobody said. */
  beginsMs: number | null;
  /** Where units that are fed over the air can be tried, with what was tried: the phone judges by itself. */
  tries: WalkTries[];
  /** Devices that go back on the network, with what each is told, and whether it is there. */
  devices: (DeviceLine & { joined: boolean })[];
  /** Serials as they are noted, of every unit that has one. */
  serials: WalkSerial[];
  optionId: string | null;
}

/** Where a unit can be tried, the tries so far, and where it stands now; null where that is none of the places. */
export interface WalkTries {
  table: TryTable;
  tried: Tried[];
  at: number | null;
}

/** A unit's serial as it is noted on its label, and the step it is kept with. */
export interface WalkSerial {
  unitId: string;
  letter: string;
  stepKey: string;
  serial: string | null;
}

/** A step with what it waits to hold. */
export type WalkStep = ScheduledStep & { held: HeldAt | null };

/** Runs of one place that are sent to a phone: the newest. */
const MOST_RUNS = 12;
const hundredth = (v: number) => Math.round(v * 100) / 100;

/** The phase a walk is in unless somebody says otherwise: after, once something of the accepted plan is done. */
function phaseOf(open: OpenJob): Phase {
  const e = evidenceOf(open.job.evidence);
  if (!e.accepted) return 'before';
  const begun = (e.stepsDone.get(e.accepted.optionId)?.size ?? 0) > 0;
  return begun || e.roundOf.size > 0 ? 'after' : 'before';
}

/** What a phone sees of a job. Computes the whole job: call it off the main thread. */
export function walkView(
  open: OpenJob,
  planner: Planner,
  asked: { phone: string; scope: PhoneScope; phase: Phase | null },
): WalkView {
  const { job } = open;
  const { site, plan, evidence } = job;
  const e = evidenceOf(evidence);
  const derived = planner.derive(null);
  const phases: Phase[] = networkIn('after', site, plan, evidence) ? ['before', 'after'] : ['before'];
  const phase = asked.phase !== null && phases.includes(asked.phase) ? asked.phase : phaseOf(open);
  const { option } = networkIn(phase, site, plan, evidence)!;
  const predictions = new Map(
    ((phase === 'after' ? derived.built : derived.today)?.predictions ?? []).map((p) => [p.spotId, p]),
  );
  const storeys = storeysById(site);
  const verdicts = new Map(derived.verdicts.map((v) => [v.spotId, v]));
  const now = [...e.states.values()].filter((s) => s.phase === phase).pop();
  const counts = (stateId: string) =>
    phase === 'before' ? e.states.get(stateId)?.phase === 'before' : stateId === now?.id;
  const runsOf = (
    readings: readonly Reading[],
    isCounted: (r: Reading) => boolean = (r) => counts(r.stateId),
  ): WalkRun[] =>
    readings
      .filter(isCounted)
      .slice(-MOST_RUNS)
      .map(({ downMbps, upMbps, connected }) => ({ downMbps, upMbps, connected }));
  const test = derived.lines[phase];
  const known = test.downMbps !== null && test.upMbps !== null;
  const where = (place: Place): string => {
    const ref = place.storeyId === null ? undefined : storeys.get(place.storeyId);
    return ref ? `${ref.building.name}, ${ref.storey.name}` : 'Yard';
  };
  const at = (p: Place) => ({ storeyId: p.storeyId, xM: hundredth(p.xM), yM: hundredth(p.yM) });
  const optionId = e.accepted?.optionId ?? null;
  const worked = acceptedOption(plan, evidence);
  // The sheet is of the network as it is being built, whichever phase is read.
  const building = networkIn('after', site, plan, evidence)?.option ?? option;
  const isSheet = asked.scope === 'walkAndSheet' && optionId !== null;
  const lastNumber = evidence.reduce((n, r) => Math.max(n, r.received?.number ?? 0), 0);
  return {
    shape: WALK_SHAPE,
    jobId: open.id,
    job: job.name,
    phone: asked.phone,
    scope: asked.scope,
    phase,
    phases,
    practice: site.practice !== undefined,
    basis: { site: open.revisions.site, plan: open.revisions.plan, evidence: lastNumber },
    newest: newestMark(open.revisions, lastNumber),
    runsWanted: RUNS_WANTED,
    line: known
      ? { downMbps: test.downMbps!, upMbps: test.upMbps!, measured: true }
      : { downMbps: job.brief.line.downMbps, upMbps: job.brief.line.upMbps, measured: false },
    storeys: site.buildings.flatMap((b) =>
      b.storeys.map((s) => ({
        id: s.id,
        name: `${b.name}, ${s.name}`,
        floorM: s.floorLevelM,
        outline: s.outline.map((p): [number, number] => [hundredth(p.xM), hundredth(p.yM)]),
        walls: site.walls
          .filter((w) => w.storeyId === s.id)
          .map((w): [number, number, number, number] => [
            hundredth(w.a.xM),
            hundredth(w.a.yM),
            hundredth(w.b.xM),
            hundredth(w.b.yM),
          ]),
      })),
    ),
    spots: inWalkingOrder({ spots: site.spots, walk: derived.walk }).map((spot): WalkSpot => {
      const verdict = verdicts.get(spot.id);
      const own = phase === 'after' ? verdict?.after : verdict?.before;
      return {
        id: spot.id,
        number: spot.number,
        name: spot.name,
        doing: activitiesLabel(spot.activities),
        at: at(spot.place),
        where: where(spot.place),
        client: spot.client,
        deviceName: spot.deviceName,
        device: {
          label: CLIENT_TYPES[spot.client].label,
          ceilingMbps: CLIENT_TYPES[spot.client].ceilingMbps,
        },
        need: verdict?.need ?? { downMbps: 0, upMbps: 0, latencyMs: 0 },
        expected: expectedOf(predictions.get(spot.id), derived.calibration),
        isKnownBad: isComplainedOf(job.brief, spot),
        // The same runs as the proof on the laptop counts: of every round that stands, where the spot is, at a time that proves.
        runsMet: own?.runsMet ?? 0,
        runs: runsOf(
          e.bySpot.get(spot.id) ?? [],
          (r) =>
            isReadAt(site, r, spot.place) &&
            !e.unproving.has(r.id) &&
            (counts(r.stateId) ||
              (phase === 'after' && (verdict?.rounds.includes(e.roundOf.get(r.stateId) ?? 0) ?? false))),
        ),
        verdict: own ? VERDICT_WORDS[own.verdict] : null,
      };
    }),
    units: option.units.map((u) => ({
      id: u.id,
      letter: u.letter,
      name: u.name,
      at: at(u.place),
      fed: parentIdOf(u.feed) !== null,
      runs: runsOf(e.links.filter((r) => r.subject.kind === 'link' && r.subject.unitId === u.id)),
    })),
    walks: derived.walks
      .filter((w) => w.phase === phase)
      .slice(0, MOST_RUNS)
      .map((w): WalkBetween => {
        const { readingId, fromUnitId, toUnitId, marks, gaps, steps } = w;
        const words = [changeoverWords(w, option), ...traceWords(w)];
        return { readingId, fromUnitId, toUnitId, marks, gaps, steps, words };
      }),
    sign: isSheet && phase === 'after' ? signingOf(open, derived) : null,
    steps: isSheet ? derived.steps.map((s) => ({ ...s, held: heldOf(s, building, plan.ownKit) })) : [],
    ticks: isSheet ? [...ticksOf(evidence, optionId)] : [],
    settled:
      isSheet && worked ? [...settledBy(derived.steps, job.brief, building, evidence, derived.verdicts)] : [],
    beginsMs: beginOf(job.brief.visitDate, job.brief.hours),
    tries:
      isSheet && worked
        ? planner.tryTables(worked).map((table) => ({
            table,
            tried: triedOf(table, e.tries),
            at: placeAt(
              table,
              building.units.find((u) => u.id === table.unitId)?.place ?? table.places[0]!.place,
            ),
          }))
        : [],
    devices: isSheet
      ? deviceLines(job.brief).map((d) => ({ ...d, joined: e.devices.get(d.id)?.joined ?? false }))
      : [],
    serials:
      isSheet && worked
        ? building.units.map((u) => ({
            unitId: u.id,
            letter: u.letter,
            stepKey: serialStepOf(u),
            serial: serialAt(evidence, optionId, serialStepOf(u)),
          }))
        : [],
    optionId,
  };
}
