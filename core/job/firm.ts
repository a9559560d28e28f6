import { groups, sum } from 'd3-array';
import { z } from 'zod';
import { LEAST_PACE, MOST_PACE, paces, type WorkGroup } from '../brief/paces';
import { LOSS_DB } from '../radio/materials/constructionLoss';
import {
  CONSTRUCTIONS,
  customConstruction,
  isBuiltIn,
  type CustomConstruction,
} from '../site/model/constructions';
import type { JobContent } from './jobFile';
import type { Lesson } from './lesson';

/** Fewest jobs that say something, and what a firm would act on: a pace, a loss in dB (estimates). */
const FEWEST_JOBS = 3;
const WORTH_PACE = 0.15;
const WORTH_DB = 1.5;
/** How much walls of one construction differ from house to house, dB (estimate). */
const HOUSES_DB = 2;

/** What a firm takes into its new jobs, because somebody pressed for it. */
export const firmDefaults = z.strictObject({
  paces,
  walls: z.array(customConstruction).max(40),
});
export type FirmDefaults = z.infer<typeof firmDefaults>;

export const NO_DEFAULTS: FirmDefaults = { paces: {}, walls: [] };

/** What the jobs of a firm add up to. */
export interface FirmLearnt {
  jobs: number;
  /** Of them those that were read after the work, and those where somebody had to come again. */
  readAfter: number;
  cameAgain: number;
  forecasts: { of: number; held: number; broken: number };
  /** How much of its forecast came, by kit: 1 is as forecast. */
  kits: { kitId: string; jobs: number; spots: number; share: number }[];
  tries: { kitId: string; units: number; tries: number }[];
  work: { group: WorkGroup; jobs: number; steps: number; pace: number; isOffered: boolean }[];
  walls: { construction: string; jobs: number; shiftDb: number; sigmaDb: number; isOffered: boolean }[];
}

/** Adds up what jobs taught. What is offered rests on three jobs or more and is worth acting on. */
export function firmLearnt(lessons: readonly Lesson[]): FirmLearnt {
  const forecasts = (part: keyof Lesson['forecasts']) => sum(lessons, (l) => l.forecasts[part]);
  return {
    jobs: lessons.length,
    readAfter: lessons.filter((l) => l.readAfter).length,
    cameAgain: lessons.filter((l) => l.cameAgain).length,
    forecasts: { of: forecasts('of'), held: forecasts('held'), broken: forecasts('broken') },
    kits: groups(
      lessons.flatMap((l) => l.kits),
      (k) => k.kitId,
    ).map(([kitId, list]) => {
      const spots = sum(list, (k) => k.spots);
      const share = Math.exp(sum(list, (k) => k.spots * k.meanLn) / Math.max(1, spots));
      return { kitId, jobs: list.length, spots, share };
    }),
    tries: groups(
      lessons.flatMap((l) => l.tries),
      (t) => t.kitId,
    ).map(([kitId, list]) => ({
      kitId,
      units: sum(list, (t) => t.units),
      tries: sum(list, (t) => t.tries),
    })),
    work: groups(
      lessons.flatMap((l) => l.work),
      (w) => w.group,
    ).map(([kind, list]) => {
      const pace = sum(list, (w) => w.realMin) / sum(list, (w) => w.usualMin);
      return {
        group: kind,
        jobs: list.length,
        steps: sum(list, (w) => w.steps),
        pace,
        isOffered: list.length >= FEWEST_JOBS && Math.abs(pace - 1) >= WORTH_PACE,
      };
    }),
    walls: groups(
      lessons.flatMap((l) => l.walls),
      (w) => w.construction,
    ).map(([construction, list]) => {
      // Each house counts by how well its readings told it, and by how much houses differ.
      const weight = (w: (typeof list)[number]) => 1 / (w.sigmaDb ** 2 + HOUSES_DB ** 2);
      const whole = sum(list, weight);
      const shiftDb = sum(list, (w) => weight(w) * w.shiftDb) / whole;
      const sigmaDb = 1 / Math.sqrt(whole);
      return {
        construction,
        jobs: list.length,
        shiftDb,
        sigmaDb,
        isOffered: list.length >= FEWEST_JOBS && Math.abs(shiftDb) >= Math.max(WORTH_DB, 2 * sigmaDb),
      };
    }),
  };
}

/** The id a construction has that a firm took from its own houses. */
export const ownWallId = (construction: string): string => `custom-own-${construction}`;

/** A construction as the firm's houses have it; null where it is none of the usual ones. */
export function ownWall({ construction, shiftDb }: FirmLearnt['walls'][number]): CustomConstruction | null {
  if (!isBuiltIn(construction)) return null;
  const { label, draw, thicknessM } = CONSTRUCTIONS[construction];
  const [db24, db5, db6] = LOSS_DB[construction].map((db) => Math.round(10 * Math.max(0, db + shiftDb)) / 10);
  return {
    id: ownWallId(construction),
    name: `${label}, as in our houses`.slice(0, 80),
    draw,
    thicknessM,
    source: { kind: 'loss', db24: db24!, db5: db5!, db6: db6! },
  };
}

/** A pace as it may be taken. */
export const paceToTake = (pace: number): number =>
  Math.round(100 * Math.min(MOST_PACE, Math.max(LEAST_PACE, pace))) / 100;

/** A job begun with what the firm takes into its jobs. */
export const withDefaults = <T extends Pick<JobContent, 'brief' | 'site'>>(job: T, own: FirmDefaults): T => ({
  ...job,
  brief: { ...job.brief, paces: own.paces },
  site: { ...job.site, customConstructions: [...job.site.customConstructions, ...own.walls] },
});
