import { kitById } from '../kit/catalogue/catalogue';
import type { KitItem } from '../kit/schema';
import { crossingsBetween } from '../radio/path/crossings';
import { buildingAt } from '../site/model/levels';
import type { Place, Spot } from '../site/model/schema';
import { pointOf, type PlanContext } from '../plan/evaluate/context';
import { evaluate, type Evaluation } from '../plan/evaluate/evaluate';
import { hopOf } from '../plan/evaluate/hop';
import { predictOption, type Prediction } from '../plan/evaluate/predict';
import { runsBetween } from '../plan/evaluate/surroundings';
import { feedTo, freePlace, nextLetter } from '../plan/option/placing';
import { gatewayOf } from '../plan/option/graph';
import type { Feed, Option, Unit } from '../plan/option/schema';
import { candidatePlaces, type Candidate } from './candidates';
import { goodOf, unitAt } from './more';

/** A way practitioners plan by, as a set of things it allows. */
export interface School {
  id: string;
  label: string;
  about: string;
  feeds: 'any' | 'wire' | 'air' | 'noDrilling';
  kits: readonly string[];
  placing: 'any' | 'halfway' | 'asNear' | 'twoRooms' | 'twoWalls' | 'plugIn';
  router: 'any' | 'replace' | 'behind';
}

export const MESH = ['mesh-dual', 'mesh-own-radio'] as const;
const PLUG_IN = ['extender-dual', 'extender-ax'] as const;

/** The schools there are; the first is bound by nothing and the yardstick of all others. */
export const SCHOOLS: readonly School[] = [
  {
    id: 'free',
    label: 'Free',
    about: 'Bound by no rule: any kit, feed and place that is there, the best of what was tried.',
    feeds: 'any',
    kits: [...MESH, ...PLUG_IN],
    placing: 'any',
    router: 'any',
  },
  {
    id: 'wireFirst',
    label: 'Wire first',
    about: 'Cable, fibre or coax for every unit; the air is for devices.',
    feeds: 'wire',
    kits: MESH,
    placing: 'any',
    router: 'replace',
  },
  {
    id: 'wirelessFirst',
    label: 'Wireless first',
    about: 'Nothing to run: every unit by air.',
    feeds: 'air',
    kits: MESH,
    placing: 'any',
    router: 'replace',
  },
  {
    id: 'noDrilling',
    label: 'No drilling',
    about: 'Air, powerline, coax and runs that are there; no hole anywhere.',
    feeds: 'noDrilling',
    kits: MESH,
    placing: 'any',
    router: 'replace',
  },
  {
    id: 'spendLeast',
    label: 'Spend least',
    about: 'The router stays, extenders halfway.',
    feeds: 'air',
    kits: PLUG_IN,
    placing: 'halfway',
    router: 'behind',
  },
  {
    id: 'halfway',
    label: 'Halfway',
    about: 'At the real outlet nearest the middle between parent and weak area.',
    feeds: 'air',
    kits: MESH,
    placing: 'halfway',
    router: 'replace',
  },
  {
    id: 'asNear',
    label: 'Near the weak area',
    about: 'As near to it as the parent is still heard at −67 dBm.',
    feeds: 'air',
    kits: MESH,
    placing: 'asNear',
    router: 'replace',
  },
  {
    id: 'twoRooms',
    label: 'Two rooms apart',
    about: 'Two walls between a unit and its parent, no more and no fewer.',
    feeds: 'air',
    kits: MESH,
    placing: 'twoRooms',
    router: 'replace',
  },
  {
    id: 'twoWalls',
    label: 'At most two walls',
    about: 'Never more than two walls between a unit and its parent.',
    feeds: 'air',
    kits: MESH,
    placing: 'twoWalls',
    router: 'replace',
  },
  {
    id: 'plugIn',
    label: 'A plug-in for two rooms',
    about: 'A plug-in unit within two walls of each weak spot.',
    feeds: 'air',
    kits: PLUG_IN,
    placing: 'plugIn',
    router: 'behind',
  },
  {
    id: 'oneFamily',
    label: 'One family',
    about: 'Mesh units of one family alone: one app, updated together. The free plan may mix.',
    feeds: 'any',
    kits: MESH,
    placing: 'any',
    router: 'any',
  },
  {
    id: 'behind',
    label: 'Behind the router',
    about: 'The box on the line stays and routes, the mesh is its access point.',
    feeds: 'any',
    kits: MESH,
    placing: 'any',
    router: 'behind',
  },
  {
    id: 'replace',
    label: 'Replace the router',
    about: 'The mesh takes the place of the box on the line.',
    feeds: 'any',
    kits: MESH,
    placing: 'any',
    router: 'replace',
  },
];

/** What a school came to, with how many networks were tried for it. */
export interface SchoolPlan {
  school: string;
  option: Option;
  evaluation: Evaluation;
  tried: number;
}

const servedIn = (p: SchoolPlan): number =>
  p.evaluation.predictions.filter((x) => x.verdict === 'serves').length;

/** The best of some plans: the most spots served, then the least money. */
export function bestOf(plans: readonly SchoolPlan[]): SchoolPlan | null {
  return (
    [...plans].sort(
      (a, b) => servedIn(b) - servedIn(a) || a.evaluation.price.totalMinor - b.evaluation.price.totalMinor,
    )[0] ?? null
  );
}

/**
 * Plans with the free one being the best of all: it is bound by nothing, so whatever a school found is open to it too. `by` is
 * the school that found it.
 */
export function withFree(plans: readonly SchoolPlan[]): { plans: SchoolPlan[]; by: string | null } {
  const best = bestOf(plans);
  if (!best) return { plans: [...plans], by: null };
  return {
    plans: plans.map((p) => (p.school === 'free' ? { ...best, school: 'free', tried: p.tried } : p)),
    by: best.school,
  };
}

/** Level a parent is to be heard at, dBm, where units overlap (numbers: plan −67). */
const HEARD_DBM = -67;
/** Units beside the gateway a school adds at most, and places tried for each. */
const MOST_MORE = 5;
const MOST_PLACES = 14;
/** How little more is not worth a unit, in spots. */
const WORTH = 0.05;

const flatM = (a: Place, b: Place) => Math.hypot(a.xM - b.xM, a.yM - b.yM);

/** Walls between two places in a straight line. */
const wallsBetween = (context: PlanContext, a: Place, b: Place): number =>
  crossingsBetween(context.scene, pointOf(context.site, a), pointOf(context.site, b)).walls.length;

/** Places a school would look at for a weak spot, given what is there already. */
function placesFor(
  context: PlanContext,
  school: School,
  option: Option,
  spot: Spot,
  all: readonly Candidate[],
): Candidate[] {
  const gateway = gatewayOf(option)!;
  const free = all.filter(
    (c) => !option.units.some((u) => u.place.storeyId === c.place.storeyId && flatM(u.place, c.place) < 0.8),
  );
  const toSpot = (c: Candidate) =>
    flatM(c.place, spot.place) + (c.place.storeyId === spot.place.storeyId ? 0 : 4);
  const near = [...free].sort((a, b) => toSpot(a) - toSpot(b));
  const parents = option.units;
  const walls = (c: Candidate) => Math.min(...parents.map((u) => wallsBetween(context, u.place, c.place)));
  switch (school.placing) {
    case 'halfway': {
      const middle = {
        xM: (gateway.place.xM + spot.place.xM) / 2,
        yM: (gateway.place.yM + spot.place.yM) / 2,
      };
      const off = (c: Candidate) => Math.hypot(c.place.xM - middle.xM, c.place.yM - middle.yM);
      return [...free].sort((a, b) => off(a) - off(b)).slice(0, 2);
    }
    case 'twoRooms':
      return near.filter((c) => walls(c) === 2).slice(0, MOST_PLACES);
    case 'twoWalls':
      return near.filter((c) => walls(c) <= 2).slice(0, MOST_PLACES);
    case 'plugIn':
      return near.filter((c) => wallsBetween(context, c.place, spot.place) <= 2).slice(0, MOST_PLACES);
    case 'asNear':
      return near.slice(0, 2 * MOST_PLACES);
    default:
      return near.slice(0, MOST_PLACES);
  }
}

/** Feeds a school allows a unit at a place. */
export function feedsFor(
  context: PlanContext,
  school: School,
  option: Option,
  unit: Unit,
  kit: KitItem,
): Feed[] {
  const { site, brief } = context;
  const gateway = gatewayOf(option)!;
  const out: Feed[] = [];
  const takes = (k: Feed['kind']) => kit.feeds.includes(k);
  const drill = brief.allowed.drilling && school.feeds !== 'noDrilling' && school.feeds !== 'air';
  if (school.feeds !== 'wire' && takes('wireless'))
    for (const parent of option.units)
      if (kitById(parent.kitId, context.ownKit)!.radios.length > 0)
        out.push(feedTo(site, 'wireless', parent, unit.place));
  if (school.feeds === 'air') return out;
  for (const parent of new Set([gateway, ...option.units.slice(-1)])) {
    if (takes('ethernet'))
      for (const run of runsBetween(site, parent.place, unit.place)) {
        const feed = feedTo(site, 'ethernet', parent, unit.place);
        if (feed.kind === 'ethernet') out.push({ ...feed, dataRunId: run.id });
      }
    const coax = takes('coax') ? feedTo(site, 'coax', parent, unit.place) : null;
    if (coax?.kind === 'coax' && coax.nearCoaxId && coax.farCoaxId) out.push(coax);
    if (school.feeds === 'noDrilling' && takes('powerline') && site.outlets.length > 1)
      out.push(feedTo(site, 'powerline', parent, unit.place));
    if (!drill) continue;
    const between =
      buildingAt(site, parent.place.xM, parent.place.yM)?.id !==
      buildingAt(site, unit.place.xM, unit.place.yM)?.id;
    const kind = between ? 'fibre' : 'ethernet';
    if (takes(kind)) out.push(feedTo(site, kind, parent, unit.place));
  }
  return out;
}

/** The network a school begins with: what is locked, the gateway by its way with the router. Null where there is no place for one. */
export function beginning(
  context: PlanContext,
  school: Pick<School, 'kits'>,
  router: 'replace' | 'behind',
  today: Option,
  locked: readonly Unit[],
): Option | null {
  const { site } = context;
  const box = gatewayOf(today);
  const kept = locked.find((u) => u.feed.kind === 'line');
  const place =
    kept?.place ?? box?.place ?? (site.lineEntry.storeyId ? { ...site.lineEntry, heightM: 1.2 } : null);
  if (!place) return null;
  const empty: Option = { id: 'school', name: '', units: [], wiredSpots: [] };
  const plug = !MESH.some((k) => school.kits.includes(k));
  const own = locked.filter((u) => u !== kept);
  if (router === 'behind' && box) {
    const start = { ...empty, units: [kept ?? box] };
    if (plug) return { ...start, units: [...start.units, ...own] };
    // The mesh hangs on the box by a lead and routes nothing.
    const kit = kitById('mesh-own-radio', context.ownKit)!;
    const beside = freePlace(site, start, place);
    const root: Unit = {
      ...unitAt(context, start, kit, beside, 'school-root'),
      feed: {
        kind: 'ethernet',
        parentId: start.units[0]!.id,
        measuredDownMbps: null,
        measuredUpMbps: null,
        lengthM: 1,
        dataRunId: null,
        category: 'cat6',
      },
      role: 'accessPoint',
    };
    return { ...start, units: [...start.units, root, ...own] };
  }
  const kit = kitById(plug ? 'mesh-dual' : 'mesh-own-radio', context.ownKit)!;
  const first: Unit = kept ?? {
    ...unitAt(context, empty, kit, place, 'school-a'),
    name: box?.name ?? 'At the line',
    feed: { kind: 'line' },
  };
  return { ...empty, units: [first, ...own] };
}

const RANK = { silent: 0, short: 1, tight: 2, serves: 3 } as const;

/**
 * The plan a school would make: unit by unit for the spot that is worst, each time the best of the places, kit and feeds it
 * allows, until every spot is served or nothing more helps. It is a search by trying, not a proof of the best. `pause` is
 * awaited between tries, so that whoever asks can do other things.
 */
export async function planBySchool(
  context: PlanContext,
  today: Option,
  school: School,
  locked: readonly Unit[],
  pause: () => Promise<void>,
): Promise<SchoolPlan | null> {
  const ways = school.router === 'any' ? (['replace', 'behind'] as const) : [school.router];
  let best = null as SchoolPlan | null;
  for (const router of ways) {
    const begun = beginning(context, school, router, today, locked);
    const plan = begun && (await extended(context, today, school, begun, pause));
    if (!plan) continue;
    const better = best ? bestOf([best, plan])! : plan;
    best = { ...better, tried: plan.tried + (best?.tried ?? 0) };
  }
  return best;
}

async function extended(
  context: PlanContext,
  today: Option,
  school: School,
  begun: Option,
  pause: () => Promise<void>,
): Promise<SchoolPlan> {
  const candidates = candidatePlaces(context);
  let option = begun;
  let predictions = predictOption(context, option);
  const givenUp = new Set<string>();
  let tried = 0;
  while (option.units.length <= begun.units.length + MOST_MORE - 1) {
    const spot = worst(context, predictions, givenUp);
    if (!spot) break;
    const found: { option: Option; predictions: Prediction[]; score: number }[] = [];
    const now = scoreOf(predictions);
    for (const candidate of placesFor(context, school, option, spot, candidates)) {
      await pause();
      for (const kitId of school.kits) {
        const kit = kitById(kitId, context.ownKit)!;
        const unit = unitAt(
          context,
          option,
          kit,
          candidate.place,
          `school-${nextLetter(option).toLowerCase()}`,
        );
        for (const feed of feedsFor(context, school, option, unit, kit)) {
          const next = { ...option, units: [...option.units, { ...unit, feed }] };
          if (school.placing === 'asNear') {
            const heard = hopOf(context, next, { ...unit, feed })?.levelDbm;
            if (heard === null || heard === undefined || heard < HEARD_DBM) continue;
          }
          tried++;
          const then = predictOption(context, next);
          if (scoreOf(then) > now + WORTH)
            found.push({ option: next, predictions: then, score: scoreOf(then) });
        }
      }
      // As near as it goes: the first that is heard is taken.
      if (school.placing === 'asNear' && found.length > 0) break;
    }
    found.sort((a, b) => b.score - a.score);
    // Among those that do about as much, the cheapest.
    const close = found.filter((f) => f.score > found[0]!.score - 0.3).slice(0, 12);
    const priced = close.map((f) => ({ ...f, price: evaluate(context, f.option, today).price.totalMinor }));
    priced.sort((a, b) => a.price - b.price);
    const taken = priced[0];
    if (!taken) {
      givenUp.add(spot.id);
      continue;
    }
    option = taken.option;
    predictions = taken.predictions;
  }
  return { school: school.id, option, evaluation: evaluate(context, option, today), tried };
}

const scoreOf = (p: readonly Prediction[]): number =>
  p.filter((x) => x.verdict === 'serves').length + goodOf(p);

function worst(
  context: PlanContext,
  predictions: readonly Prediction[],
  skip: ReadonlySet<string>,
): Spot | null {
  const left = predictions
    .filter((p) => p.verdict !== 'serves' && !skip.has(p.spotId))
    .sort((a, b) => RANK[a.verdict] - RANK[b.verdict] || a.number - b.number)[0];
  return context.site.spots.find((s) => s.id === left?.spotId) ?? null;
}
