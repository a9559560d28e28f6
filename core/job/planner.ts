import { asBuilt, acceptedOption, asItWas, type Built } from '../evidence/built';
import type { EvidenceRow, EvidenceRows } from '../evidence/rows';
import { runSheet } from '../fit/runSheet';
import type { ScheduledStep } from '../fit/step';
import type { PlanContext } from '../plan/network/context';
import { evaluate, type Evaluation } from '../plan/evaluate/evaluate';
import type { KitItem } from '../kit/model/schema';
import { sheetPipes } from '../plan/evaluate/sheetPipes';
import { AreaEngine, type ServedAnswer } from '../plan/shade/served';
import { answerOfJob, type JobAnswers, type JobQuestion } from './answer';
import type { TryTable } from '../readings/tries';
import { tryTables } from '../suggest/tries/tryTable';
import { suggest, type Suggestion } from '../suggest/search/suggest';
import type { SearchAsk } from '../suggest/search/judged';
import type { Solve } from '../suggest/search/solver';
import type { Option } from '../plan/option/schema';
import { shadeDifference } from '../plan/shade/difference';
import type { Outline, ShadeOutline } from '../plan/shade/outlines';
import { ShadeEngine, type ShadeAnswer, type SheetQuestion, type SheetView } from '../plan/shade/shadeEngine';
import { atOnce } from '../stats/atOnce';
import type { PerBand } from '../radio/link/bands';
import type { Calibration } from '../radio/learning/calibration';
import { knownLine, lineTest, type LineTest } from '../readings/line';
import { explained, type Explained } from '../readings/explained';
import { contradictions } from '../readings/contradicted';
import type { Contradiction } from '../readings/contradictionWords';
import { learntContext, type Learnt } from '../readings/learn';
import { nextReading, type NextReading } from '../readings/nextReading';
import { oddReadings, type OddReading } from '../readings/outliers';
import { standingOf } from '../readings/standing';
import { headlineOf, verdictsOf, type Headline, type SpotVerdict } from '../readings/spotVerdicts';
import { RUNS_WANTED } from '../readings/enough';
import { withTrials } from '../readings/trials';
import { channelsFor } from './channelsFor';
import { briefKey, countRead, placesRead } from './plannerKeys';
import type { Documents } from './settle';
import { walked } from '../site/geometry/walkingRoute';
import { lru, numberOf } from '../stats/lru';

/** Everything that is computed of a job, as plain data: it can go from one thread to another. */
export interface Derived extends Explained {
  /** What the readings have taught the model; null before there are any. */
  calibration:
    | (Pick<Calibration, 'posterior' | 'leaveOneOutDb' | 'observations'> & {
        /** Oldest groups of readings that were left out of it. */
        leftOut: number;
        /** Spots at which something was read. */
        places: number;
        /** What the air adds to a round trip under load, by band, ms. */
        airQueueMs: PerBand;
      })
    | null;
  odd: readonly OddReading[];
  /** What of the drawing the readings contradict. */
  contradicted: readonly Contradiction[];
  /** What to read next before anything is changed, for the network at hand; null where nothing is left to read. */
  next: NextReading | null;
  lines: Readonly<Record<'before' | 'after', LineTest>>;
  /** The network as it was before, and every option of the plan by its id. */
  today: Evaluation;
  options: Readonly<Record<string, Evaluation>>;
  /** The network as built, with what was built otherwise than planned; null before anything was accepted. */
  built: Evaluation | null;
  verdicts: readonly SpotVerdict[];
  headline: Headline;
  /** Spots in the order they are walked, as ids. */
  walk: readonly string[];
  /** The run sheet of the accepted option, else of the one asked for. */
  steps: readonly ScheduledStep[];
}

/** What of a job has changed since it was looked at last; evidence only grows. */
export interface PlannerUpdate extends Partial<Documents> {
  rows?: readonly EvidenceRow[];
}

/** A network looked at beside the one at hand, and the sheet it is looked at on; no sheet, and only its figures are asked for. */
export interface LookQuestion {
  option: Option;
  /** The network at hand; null where there is none. */
  now: Option | null;
  sheet: SheetView | null;
}

/** What a network would give, its shade on the sheet, and where that is lighter and darker than the one at hand. */
export interface Look {
  evaluation: Evaluation;
  shade: { outlines: readonly ShadeOutline[]; lighter: Outline | null; darker: Outline | null } | null;
}

const NO_STEPS: readonly ScheduledStep[] = [];

/** Evaluations kept; each drag leaves many behind. */
const MOST_KEPT = 40;

/**
 * Computes what a job shows, each thing once: a scene by its site, a calibration by site, kit and readings, an evaluation
 * by context and option. The browser runs it in a worker, the command line in place.
 */
export function createPlanner(first: Documents & { evidence: EvidenceRows }) {
  let docs: Documents = { brief: first.brief, site: first.site, plan: first.plan };
  let rows: EvidenceRows = first.evidence;
  const learnt = lru<string, Learnt>(3);
  const evaluations = lru<string, Evaluation>(MOST_KEPT);
  const verdictsKnown = lru<string, { verdicts: readonly SpotVerdict[]; headline: Headline }>(8);
  const explanations = lru<string, Explained>(3);
  const nexts = lru<string, { next: NextReading | null }>(3);
  const readingsSay = lru<
    string,
    {
      learntOf: Derived['calibration'];
      odd: Derived['odd'];
      contradicted: Derived['contradicted'];
      lines: Derived['lines'];
    }
  >(3);
  const sheets = lru<string, readonly ScheduledStep[]>(8);
  const walks = lru<string, readonly string[]>(2);
  const tables = lru<string, readonly TryTable[]>(4);
  const engines = lru<string, ShadeEngine>(3);
  const areaEngines = lru<string, AreaEngine>(2);

  /** What is known now, with a key for what is computed from it. */
  function contextNow(): Learnt & { key: string } {
    const { site, brief, plan } = docs;
    const line = knownLine(brief, rows);
    const key = [
      numberOf(site),
      briefKey(brief),
      JSON.stringify([plan.ownKit, plan.ownMaterials, plan.keptOut]),
      JSON.stringify(line),
    ].join();
    const known = learnt(`${key} ${countRead(rows)}`, () => ({
      ...learntContext({ ...docs, evidence: rows }, line),
    }));
    return { ...known, key: `${key} ${numberOf(known)}` };
  }

  function evaluated(context: PlanContext, key: string, planned: Built): Evaluation {
    const { today } = docs.plan;
    const network = { ...planned, option: withTrials(planned.option, rows) };
    const { id: _, name: __, ...option } = network.option;
    const own = JSON.stringify([option, network.kit, today.units]);
    return evaluations(`${key} ${own}`, () =>
      evaluate({ ...context, ownKit: network.kit }, network.option, today),
    );
  }

  /** Light and shade of a network over a sheet, step by step. */
  function shading(question: SheetQuestion, network: Built): Generator<void, ShadeAnswer> {
    const { context, key } = contextNow();
    const engine = engines(
      `${key} ${JSON.stringify(network.kit)}`,
      () => new ShadeEngine({ ...context, ownKit: network.kit }),
    );
    const { predictions } = evaluated(context, key, { option: question.option, kit: network.kit });
    return engine.shading({
      ...question,
      option: withTrials(question.option, rows),
      ...sheetPipes(docs.site, predictions),
    });
  }

  return {
    /** Takes over what changed. */
    update(change: PlannerUpdate): void {
      const { rows: added, ...changed } = change;
      docs = { ...docs, ...changed };
      if (added && added.length > 0) rows = [...rows, ...added];
    },
    /** Starts evidence anew, as when rows came between others. */
    replaceRows(all: EvidenceRows): void {
      rows = all;
    },
    /** Everything a job shows. `shownId` is the option being looked at. */
    derive(shownId: string | null): Derived {
      const { site, plan } = docs;
      const { context, key, calibration, leftOut } = contextNow();
      const own = (option: Option): Built => ({ option, kit: plan.ownKit });
      const built = asBuilt(site, plan, rows);
      const builtKey = JSON.stringify(built);
      const readKey = `${key} ${builtKey}`;
      const { verdicts, headline } = verdictsKnown(readKey, () => {
        const list = verdictsOf(site, rows, standingOf(context, plan, rows));
        return { verdicts: list, headline: headlineOf(list, rows) };
      });
      // The work is that of the option agreed to, with what was built otherwise on the day.
      const worked =
        (acceptedOption(plan, rows) && built?.option) ??
        plan.options.find((o) => o.id === shownId) ??
        plan.options[0] ??
        null;
      const { learntOf, odd, contradicted, lines } = readingsSay(key, () => ({
        learntOf: calibration && {
          posterior: calibration.posterior,
          airQueueMs: context.airQueueMs,
          leaveOneOutDb: calibration.leaveOneOutDb,
          observations: calibration.observations,
          leftOut,
          places: placesRead(rows),
        },
        odd: calibration ? oddReadings(calibration, site.spots, rows) : [],
        contradicted: calibration ? contradictions(context, calibration) : [],
        lines: { before: lineTest(rows, 'before'), after: lineTest(rows, 'after') },
      }));
      const today = evaluated(context, key, asItWas(plan, rows));
      const builtNow = built && evaluated(context, key, built);
      const said = explanations(readKey, () =>
        explained(
          { context, rows, verdicts, lines },
          { network: asItWas(plan, rows), evaluation: today },
          built && builtNow && { network: built, evaluation: builtNow },
        ),
      );
      const atHand = worked ? evaluated(context, key, own(worked)) : today;
      const { next } = nexts(`${key} ${numberOf(atHand)}`, () => {
        const runs = new Map(verdicts.map((v) => [v.spotId, v.before?.runs ?? 0]));
        const isRead = (spot: { id: string }) => (runs.get(spot.id) ?? 0) >= RUNS_WANTED;
        const by = (option: Option, { predictions }: Evaluation) => ({ option, predictions });
        return {
          next: nextReading(context, by(plan.today, today), by(worked ?? plan.today, atHand), isRead),
        };
      });
      return {
        calibration: learntOf,
        odd,
        contradicted,
        next,
        lines,
        today,
        options: Object.fromEntries(plan.options.map((o) => [o.id, evaluated(context, key, own(o))])),
        built: builtNow,
        verdicts,
        ...said,
        headline,
        walk: walks(`${numberOf(site)}`, () => walked(site).map((s) => s.id)),
        steps: worked
          ? sheets(`${key} ${JSON.stringify([worked, plan.today.units])}`, () =>
              runSheet(context, worked, plan.today),
            )
          : NO_STEPS,
      };
    },
    shading,
    /** A network looked at beside the one at hand, at once: what it gives, and where it is lighter and darker. */
    look({ option, now, sheet }: LookQuestion): Look {
      const { context, key } = contextNow();
      const kit = docs.plan.ownKit;
      const evaluation = evaluated(context, key, { option, kit });
      if (!sheet) return { evaluation, shade: null };
      const shadeOf = (of: Option) =>
        atOnce(shading({ ...sheet, option: of, settle: false }, { option: of, kit }));
      const then = shadeOf(option);
      const difference = now && shadeDifference(shadeOf(now).grid, then.grid);
      return {
        evaluation,
        shade: {
          outlines: then.outlines,
          lighter: difference?.lighter ?? null,
          darker: difference?.darker ?? null,
        },
      };
    },
    /** How much of each room, storey, building and yard a network serves, step by step. */
    serving(option: Option, network: readonly KitItem[], settle: boolean): Generator<void, ServedAnswer> {
      const { context, key } = contextNow();
      const engine = areaEngines(
        `${key} ${JSON.stringify(network)}`,
        () => new AreaEngine({ ...context, ownKit: network }),
      );
      const { predictions } = evaluated(context, key, { option, kit: network });
      return engine.serving(withTrials(option, rows), sheetPipes(docs.site, predictions), settle);
    },
    /** Answers what is asked about an option: its backhauls, places, ways with the router, rules of thumb. */
    ask: <K extends JobQuestion['kind']>(
      question: Extract<JobQuestion, { kind: K }>,
      pause: () => Promise<void>,
    ): Promise<JobAnswers[K]> => answerOfJob<K>(contextNow().context, docs.plan.today, question, pause),
    /** Where each unit of a network that is fed over the air could be tried, worked out once for it. */
    tryTables(option: Option): readonly TryTable[] {
      const { context, key } = contextNow();
      return tables(`${key} ${JSON.stringify(option)}`, () => tryTables(context, option));
    },
    /** The plan that is worth most by a way of working, searched with a solver. */
    suggest: (ask: SearchAsk, solve: Solve): Promise<Suggestion | null> =>
      suggest(contextNow().context, docs.plan.today, ask, solve),
    /**
     * An option with a channel and width for every radio in use. What is built and read keeps its own unless `all` is asked
     * for: another one would end proofs that a new unit does not touch.
     */
    withChannels: (option: Option, all = false): Option =>
      channelsFor(contextNow().context, rows, option, all),
  };
}

export type Planner = ReturnType<typeof createPlanner>;
