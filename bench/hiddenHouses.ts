import { sampleState } from '../demo/sampleRows';
import { practisedReadings } from '../demo/practise';
import type { JobFile } from '../core/job/jobFile';
import { CATALOGUE } from '../core/kit/catalogue/catalogue';
import type { PlanContext } from '../core/plan/network/context';
import { meets } from '../core/plan/links/judge';
import type { Option } from '../core/plan/option/schema';
import { constructionLossDb } from '../core/radio/materials/constructionLoss';
import { learntContext } from '../core/readings/learn';
import { needOf } from '../core/site/model/needs';
import type { PracticeHouseRef, Spot } from '../core/site/model/schema';
import { median } from '../core/stats/median';
import type { HiddenHouse } from '../meter/practice/hidden';
import { truthOf } from '../meter/practice/oldHouse';
import { practiceDevice, practiceUnits } from '../meter/practiceInputs';
import { practiceJob } from '../demo/practiceJob';

export const FIRST_SEED = 5001;
const RUNS = 3;

/** A made-up house with a truth that its planner never sees. */
export interface House {
  job: JobFile;
  truth: HiddenHouse;
  /** Spots that are dead in the truth with today's router. */
  dead: readonly Spot[];
}

/** Whether a spot truly serves in a network: the median of three runs meets its need. */
export function servesTruly(house: House, option: Option, spot: Spot): boolean {
  const units = practiceUnits(house.job.site, { option, kit: CATALOGUE });
  const line = { ...house.job.brief.line, idleMs: 9 };
  const runs = Array.from({ length: RUNS }, (_, i) =>
    house.truth.readAt(units, practiceDevice(spot.client), spot.place, line, {
      name: `judge ${spot.id} ${i}`,
      hour: 11,
    }),
  );
  const of = (pick: (r: (typeof runs)[number]) => number) => median(runs.map(pick))!;
  return meets(
    { downMbps: of((r) => r.downMbps), upMbps: of((r) => r.upMbps), latencyMs: of((r) => r.loadedMs) },
    needOf(spot.activities),
  );
}

/** Which house a seed makes: as it usually is, or an old one, badly surveyed. */
const refOf = (seed: number, isHarsh: boolean): PracticeHouseRef => ({
  house: 'generated',
  seed,
  difficulty: isHarsh ? 'old' : 'usual',
});

export function houseOf(seed: number, isHarsh = false): House {
  const ref = refOf(seed, isHarsh);
  const job = practiceJob('house', ref);
  const truth = truthOf(job.site, ref, (name) => constructionLossDb(name, []));
  const house = { job, truth, dead: [] };
  return { ...house, dead: job.site.spots.filter((s) => !servesTruly(house, job.plan.today, s)) };
}

/** What is known after the baseline: every spot read three times with today's router. */
export function calibrated(house: House, seed: number, isHarsh = false): PlanContext {
  const { job } = house;
  const state = sampleState('now', 'before', job.plan.today, { site: job.site });
  const rows = practisedReadings(
    job,
    { option: job.plan.today, kit: CATALOGUE },
    state,
    refOf(seed, isHarsh),
  );
  return learntContext({ ...job, evidence: rows }).context;
}
