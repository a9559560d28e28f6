import { innerAreaM2 } from '../core/site/geometry/innerArea';
import { learn, optionOf, predict, verdicts, type JobFile, type Option, type Prediction } from '../core';
import { PROVES_NOTHING_WORDS } from '../core/evidence/proves';
import { checkSurvey } from '../core/site/check/survey';
import { roomsOn } from '../core/site/geometry/rooms';
import { walkingRoute } from '../core/site/geometry/walkingRoute';
import { suggestSpots } from '../core/site/check/suggestSpots';
import { eveningWords } from '../core/plan/predict/eveningWords';
import { heldBackLabel, problemWords } from '../core/plan/predict/words';
import { headlineOf } from '../core/readings/spotVerdicts';
import { posteriorWords } from '../core/readings/posteriorSummary';
import { contradictions } from '../core/readings/contradicted';
import type { Contradiction } from '../core/readings/contradictionWords';
import { oddReadings, type OddReading } from '../core/readings/outliers';
import type { SpotVerdict } from '../core/readings/spotVerdicts';
import type { PhaseResult } from '../core/readings/judgeRuns';
import { partBecause, partLabel } from '../core/plan/links/partWords';

/** One spot of `predict --json`. Null where there is no link. */
function spotRow(p: Prediction, option: Option, { site: { spots }, brief: { lengthUnit } }: JobFile) {
  return {
    spotId: p.spotId,
    number: p.number,
    name: p.name,
    band: p.band,
    unitId: p.unitId,
    rssiDbm: p.rssiDbm,
    phyMbps: p.phyMbps,
    downMbps: p.downMbps,
    upMbps: p.upMbps,
    downRangeMbps: p.downRangeMbps,
    upRangeMbps: p.upRangeMbps,
    latencyMs: p.latencyMs,
    needDownMbps: p.need.downMbps,
    needUpMbps: p.need.upMbps,
    decidedBy: p.decidedBy,
    /** With nobody else at home; and at the busy hour besides, with why not. */
    alone: p.alone,
    verdict: p.verdict,
    evening: eveningWords(p, spots),
    /** Runs of this very network that the figures are taken from; 0 where they are predicted. */
    runs: p.runs,
    heldBackBy: heldBackLabel(p, option),
    wouldGiveMbps: p.wouldGiveMbps,
    thenHeldBackBy: p.pipe[p.second] ? partLabel(p.pipe[p.second]!, option) : '',
    stuck: p.stuck,
    problem: problemWords(p),
    pipe: p.pipe.map((part) => ({
      kind: part.kind,
      label: partLabel(part, option),
      downMbps: part.downMbps,
      upMbps: part.upMbps,
      latencyMs: part.latencyMs,
      sharedMedium: part.mediumId,
      measured: part.measured,
      because: partBecause(part, lengthUnit),
    })),
  };
}

export interface PredictReport {
  job: string;
  option: string;
  /** What the readings taught: null before there are any. */
  calibration: {
    taught: string;
    readings: number;
    leftOut: number;
    leaveOneOutDb: number;
    odd: OddReading[];
    contradicted: Contradiction[];
  } | null;
  spots: ReturnType<typeof spotRow>[];
}

/** Prediction of the named option (name or id), else the accepted one, the first, or today's network. */
export function predictReport(
  job: JobFile,
  optionName: string | undefined,
): { ok: true; report: PredictReport } | { ok: false; message: string } {
  const all = [job.plan.today, ...job.plan.options];
  const option = optionName ? all.find((o) => o.id === optionName || o.name === optionName) : optionOf(job);
  if (!option)
    return {
      ok: false,
      message: `there is no option "${optionName}"; there are ${all.map((o) => o.name).join(', ')}`,
    };
  const known = learn(job);
  const { context, calibration, leftOut } = known;
  const learnt = calibration && {
    taught: posteriorWords(calibration.posterior, job.site.customConstructions, context.airQueueMs),
    readings: calibration.observations,
    leftOut,
    leaveOneOutDb: calibration.leaveOneOutDb,
    odd: oddReadings(calibration, job.site.spots, job.evidence),
    contradicted: contradictions(context, calibration),
  };
  return {
    ok: true,
    report: {
      job: job.name,
      option: option.name,
      calibration: learnt,
      spots: predict(job, option, known).map((p) => spotRow(p, option, job)),
    },
  };
}

function phaseRow(p: PhaseResult | null) {
  return p && { downMbps: p.downMbps, upMbps: p.upMbps, latencyMs: p.latencyMs, runs: p.runs };
}

function verdictRow(v: SpotVerdict) {
  return {
    spotId: v.spotId,
    number: v.number,
    name: v.name,
    before: phaseRow(v.before),
    after: phaseRow(v.after),
    decidedBy: v.decidedBy,
    verdict: v.verdict,
    gone: v.gone,
    worse: v.worse,
    rounds: v.rounds,
    missing: v.missing,
    elsewhere: v.elsewhere && { offM: v.elsewhere.offM, runs: v.elsewhere.runs, gone: v.elsewhere.gone },
    unproving: v.unproving.map((why) => PROVES_NOTHING_WORDS[why]),
    doubted: v.doubted,
  };
}

export interface VerifyReport {
  job: string;
  deadBefore: number;
  gone: number;
  /** Spots that were fine before and are worse now. */
  worse: number;
  /** Whether the readings are made up: something was read by the practice meter. */
  practised: boolean;
  spots: ReturnType<typeof verdictRow>[];
}

/** Before, after and verdict of every spot, with the proofs that hold for the network as built now. */
export function verifyReport(job: JobFile): VerifyReport {
  const all = verdicts(job);
  const { dead, gone, worse, practised } = headlineOf(all, job.evidence);
  return { job: job.name, deadBefore: dead, gone, worse, practised, spots: all.map(verdictRow) };
}

/** Rooms with their areas, how far apart buildings stand, the shortest walk, and what is worth a second look. */
export function surveyReport(job: JobFile) {
  const { site } = job;
  const rooms = site.buildings.flatMap((b) =>
    b.storeys.flatMap((s) => {
      const walls = site.walls.filter((w) => w.storeyId === s.id);
      return roomsOn(site, s.id).map((r) => ({
        building: b.name,
        storey: s.name,
        name: r.named?.name ?? null,
        areaM2: Math.round(innerAreaM2(r, walls, site.customConstructions) * 100) / 100,
      }));
    }),
  );
  const walk = walkingRoute(site).map((id) => site.spots.find((s) => s.id === id)!);
  return {
    job: job.name,
    rooms,
    walk: walk.map((s) => ({ number: s.number, name: s.name })),
    suggestedSpots: suggestSpots(site).map((s) => s.name),
    notices: checkSurvey(site),
  };
}
