import type { RowOf } from '../evidence/rows';
import type { Light } from '../kit/model/details';
import { PLANNED_DBM } from '../radio/link/levels';
import { areWithin } from '../site/geometry/apart';
import type { Place } from '../site/model/schema';
import { cholesky, solveInPlace } from '../stats/cholesky';
import { normalCdf } from '../stats/normal';
import { normalQuantile } from '../stats/normalDraws';

/** A place a unit can be tried at, with what is reckoned of it before anything is tried. */
export interface TryPlace {
  id: string;
  name: string;
  place: Place;
  /** Level it should hear its uplink at, dBm, and the level from which its backhaul carries what is wanted. */
  meanDbm: number;
  needDbm: number;
  /** Chance that what it is there for works once its backhaul holds. */
  serves: number;
}

/** Where a unit that is fed over the air can be tried: the place it is planned at first. Plain numbers: a phone reckons with them alone. */
export interface TryTable {
  unitId: string;
  letter: string;
  uplink: string;
  places: readonly TryPlace[];
  /** Covariance of the levels at the places, dB²: near places err alike, and so does what passes the same walls. */
  covarianceDb2: readonly (readonly number[])[];
  /** Minutes to give it a wire instead; null where no way for one is known. */
  wireMin: number | null;
}

/** What a light says of the level, dBm (estimates): a bound above and below, and a middle between them. */
const LIGHT_DBM = {
  holds: { kind: 'atLeast', dbm: PLANNED_DBM, sigmaDb: 3 },
  thin: { kind: 'exact', dbm: -74, sigmaDb: 5 },
  lost: { kind: 'atMost', dbm: -80, sigmaDb: 3 },
} as const;
/** Whether a light says something of the level. */
const tellsLevel = (light: Light | null): light is keyof typeof LIGHT_DBM =>
  light !== null && light in LIGHT_DBM;
/** Lights that are asked for where a unit is tried. */
export const TRIED_LIGHTS: readonly Light[] = ['holds', 'thin', 'lost'];

/** Spread of a level that is read off a page, dB (estimate). */
const READ_SIGMA_DB = 2;
/** Minutes a try takes: unplug, carry, wait, read (estimate; practice says three to five). */
const TRY_MIN = 5;
/** Minutes to go and read what it is there for, once its light holds (estimate). */
const READ_MIN = 3;
/** Below this no place is worth a try, however dear the wire. */
const LEAST_CHANCE = 0.03;
/** Chances that differ by less are the same. */
const AS_GOOD = 0.02;
/** A place that is so likely is not passed over for another. */
const SURE = 0.9;

/** One try: at which place, what its light said or which level came in, and whether what it is for works there; null is not known. */
export interface Tried {
  at: number;
  light: Light | null;
  levelDbm: number | null;
  served: boolean | null;
}

export interface TryJudgement {
  /** Level and its spread at each place, dBm and dB, after what was tried. */
  levels: readonly { dbm: number; sigmaDb: number }[];
  /** Chance of each place that it does what it is for. */
  chances: readonly number[];
  says: 'try' | 'stays' | 'next' | 'stop';
  /** The place to try, or the one it stays at; null where it stops. */
  at: number | null;
}

/** What a try says of the level at its place; null where it says nothing. */
function levelOf(
  tried: Tried,
  expected: { dbm: number; sigmaDb: number },
): { dbm: number; sigmaDb: number } | null {
  if (tried.levelDbm !== null) return { dbm: tried.levelDbm, sigmaDb: READ_SIGMA_DB };
  if (!tellsLevel(tried.light)) return null;
  const said = LIGHT_DBM[tried.light];
  if (said.kind === 'exact') return said;
  // A bound moves a level only as far as it has to: to the mean of what is left of it beyond the bound.
  const sign = said.kind === 'atLeast' ? 1 : -1;
  const spread = Math.hypot(expected.sigmaDb, said.sigmaDb);
  const z = (sign * (expected.dbm - said.dbm)) / spread;
  const beyond = Math.max(1e-6, normalCdf(z));
  const density = Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI);
  const shift = (sign * expected.sigmaDb ** 2 * density) / (spread * beyond);
  return Math.abs(shift) < 0.3 ? null : { dbm: expected.dbm + 2 * shift, sigmaDb: expected.sigmaDb };
}

/** Levels at all places after what was tried: a Gaussian update with near places alike. */
function levelsAfter(table: TryTable, tries: readonly Tried[]): { dbm: number; sigmaDb: number }[] {
  const { places, covarianceDb2: k } = table;
  const prior = places.map((p, i) => ({ dbm: p.meanDbm, sigmaDb: Math.sqrt(k[i]![i]!) }));
  const seen = tries.flatMap((t) => {
    const level = places[t.at] ? levelOf(t, prior[t.at]!) : null;
    return level ? [{ at: t.at, ...level }] : [];
  });
  if (seen.length === 0) return prior;
  const rows = seen.map((a) =>
    Float64Array.from(seen, (b) => k[a.at]![b.at]! + (a === b ? a.sigmaDb ** 2 + 1e-6 : 0)),
  );
  const factor = cholesky(rows);
  const weights = Float64Array.from(seen, (s) => s.dbm - places[s.at]!.meanDbm);
  solveInPlace(factor, weights);
  return places.map((p, i) => {
    const row = Float64Array.from(seen, (s) => k[i]![s.at]!);
    const solved = row.slice();
    solveInPlace(factor, solved);
    const learnt = row.reduce((sum, v, j) => sum + v * solved[j]!, 0);
    return {
      dbm: p.meanDbm + row.reduce((sum, v, j) => sum + v * weights[j]!, 0),
      sigmaDb: Math.sqrt(Math.max(0.25, k[i]![i]! - learnt)),
    };
  });
}

/** How alike it is whether different places serve the same spots: the same device, the same walls round it (chosen of 0.8 and 0.9 on practice houses the bench of tries does not use). */
const SERVES_ALIKE = 0.9;
/** Surest a prediction may be of the air to a device, whatever its range says. */
const MOST_SURE = 0.97;
const COMMON = Array.from({ length: 25 }, (_, i) => -3 + i / 4);

/** Chance that each place serves what the unit is for, after what was found at others: they are alike through one common error. */
function servesAfter(table: TryTable, tries: readonly Tried[]): number[] {
  const z = table.places.map((p) => normalQuantile(Math.min(MOST_SURE, Math.max(1 - MOST_SURE, p.serves))));
  const at = (i: number, common: number) =>
    normalCdf((z[i]! + Math.sqrt(SERVES_ALIKE) * common) / Math.sqrt(1 - SERVES_ALIKE));
  const weights = COMMON.map((c) =>
    tries.reduce(
      (w, t) => (t.served === null ? w : w * (t.served ? at(t.at, c) : 1 - at(t.at, c))),
      Math.exp((-c * c) / 2),
    ),
  );
  const all = weights.reduce((a, b) => a + b, 0);
  return z.map((_, i) => COMMON.reduce((sum, c, k) => sum + weights[k]! * at(i, c), 0) / all);
}

/** Whether a try was good: its light holds or its level is enough, and what it is for was not found wanting. */
const wasGood = (t: Tried, p: TryPlace): boolean =>
  t.served !== false && (t.levelDbm !== null ? t.levelDbm >= p.needDbm : t.light === 'holds');

/**
 * What to do after some tries: it stays, the next place, or stop and give it a wire. A place is worth a try while its chance,
 * taken of the minutes the wire would take, is more than a try costs with the reading that settles it; so it is known before the visit when to stop.
 */
export function judgeTries(table: TryTable, tries: readonly Tried[]): TryJudgement {
  const levels = levelsAfter(table, tries);
  const newest = new Map(tries.map((t) => [t.at, t]));
  const serves = servesAfter(table, tries);
  const chances = table.places.map((p, i) => {
    const t = newest.get(i);
    if (t) return wasGood(t, p) ? (t.served === true ? 1 : serves[i]!) : 0;
    const { dbm, sigmaDb } = levels[i]!;
    return normalCdf((dbm - p.needDbm) / sigmaDb) * serves[i]!;
  });
  const last = tries[tries.length - 1];
  if (last && table.places[last.at] && wasGood(last, table.places[last.at]!))
    return { levels, chances, says: 'stays', at: last.at };
  const open = table.places.map((_, i) => i).filter((i) => !newest.has(i));
  const worth = Math.max(0, ...open.map((i) => chances[i]!));
  // Of places that are as good as each other the nearest: they stand in the order one carries to them.
  const best = open.find((i) => chances[i]! >= worth - AS_GOOD) ?? null;
  const isWorth =
    worth >= LEAST_CHANCE && (table.wireMin === null || worth * table.wireMin > TRY_MIN + READ_MIN);
  if (best === null || !isWorth) return { levels, chances, says: 'stop', at: null };
  // Before anything is tried, the place it is planned at is the one, unless another is clearly likelier.
  if (tries.length === 0 && chances[0]! >= Math.min(SURE, worth - 0.1))
    return { levels, chances, says: 'try', at: 0 };
  return { levels, chances, says: tries.length === 0 ? 'try' : 'next', at: best };
}

/** The light that is to be expected at a level. */
export const expectedLight = (dbm: number): Light =>
  dbm >= LIGHT_DBM.holds.dbm ? 'holds' : dbm >= LIGHT_DBM.lost.dbm ? 'thin' : 'lost';

/** The place of a table a try was made at, or a unit stands at: the nearest within arm’s reach; null where it was elsewhere. */
export function placeAt(table: TryTable, place: Place): number | null {
  const at = table.places.findIndex((p) => areWithin(p.place, place, 0.8));
  return at < 0 ? null : at;
}

/** The tries of a unit that were made at places of its table, in the order they were made. */
export function triedOf(
  table: TryTable,
  rows: readonly Pick<RowOf<'try'>, 'unitId' | 'place' | 'light' | 'levelDbm'>[],
): Tried[] {
  return rows.flatMap(({ unitId, place, light, levelDbm }) => {
    const at = unitId === table.unitId ? placeAt(table, place) : null;
    return at === null ? [] : [{ at, light, levelDbm, served: null }];
  });
}

/** What to do, in a sentence. */
export function judgementWords(table: TryTable, judged: TryJudgement): string {
  const { letter, places, uplink, wireMin } = table;
  const percent = (i: number) => `${Math.round(100 * judged.chances[i]!)} %`;
  switch (judged.says) {
    case 'stays':
      return `${letter} stays: it holds here.`;
    case 'try':
      return `Try ${places[judged.at!]!.name} first: ${percent(judged.at!)}.`;
    case 'next':
      return `Next: ${places[judged.at!]!.name}, ${percent(judged.at!)}. A try takes about ${TRY_MIN} minutes, and ${READ_MIN} to read what it is for.`;
    case 'stop':
      return wireMin === null
        ? `Stop: no place within reach is worth a try. Another uplink than ${uplink}, or a unit between.`
        : `Stop: no place is worth a try any more. Give ${letter} a wire from ${uplink}: about ${Math.round(wireMin)} minutes.`;
  }
}
