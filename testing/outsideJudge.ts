import { kitById } from '../core/kit/catalogue/catalogue';
import { evaluate, type Evaluation } from '../core/plan/evaluate/evaluate';
import { withChannels } from '../core/plan/links/channelPlan';
import type { PlanContext } from '../core/plan/network/context';
import type { Feed, Option, Unit } from '../core/plan/option/schema';
import type { Place, Site } from '../core/site/model/schema';
import { PENALTY_MINOR } from '../core/suggest/search/penalty';

import type { JudgedJob } from './judgedHouses';

/** What an outside judge holds against each other: most spots that work, then price with a sum for each thing to check. */
export interface Worth {
  works: number;
  noSignal: number;
  tooSlow: number;
  minor: number;
}

export function worthOf(e: Evaluation, { brief }: PlanContext): Worth | null {
  if (e.notices.some((n) => n.severity === 'blocks')) return null;
  if (brief.allowed.budgetMinor !== null && e.price.totalMinor > brief.allowed.budgetMinor) return null;
  const count = (v: string) => e.predictions.filter((p) => p.verdict === v).length;
  return {
    works: count('works'),
    noSignal: count('noSignal'),
    tooSlow: count('tooSlow'),
    minor: e.price.totalMinor + brief.checkMinor * e.notices.filter((n) => n.severity === 'check').length,
  };
}

/** Whether one plan is worth more than another; money counts only where the spots are the same. */
export const isBetter = (a: Worth, b: Worth): boolean =>
  a.works !== b.works
    ? a.works > b.works
    : a.noSignal !== b.noSignal
      ? a.noSignal < b.noSignal
      : a.tooSlow !== b.tooSlow
        ? a.tooSlow < b.tooSlow
        : a.minor < b.minor;

/**
 * The best of every network of a few new units, found by trying each with `evaluate` alone: every kit at every outlet and coax outlet,
 * by air from any unit that is there or was added, by cable, fibre, coax and powerline from the gateway. Shares nothing with the search.
 */
export function bestByTrying(job: JudgedJob): { worth: Worth; option: Option; tried: number } | null {
  const { context, today } = job;
  const { site, brief } = context;
  const outlets = site.outlets.map((o) => o.place);
  const standing = [
    ...outlets,
    ...site.coax.outlets
      .map((o) => o.place)
      .filter((p) =>
        outlets.every((q) => q.storeyId !== p.storeyId || Math.hypot(q.xM - p.xM, q.yM - p.yM) >= 1.2),
      ),
  ].map((p): Place => ({ ...p, heightM: 1.2 }));
  const isOff = (p: Place, q: Place) =>
    p.storeyId !== q.storeyId || Math.hypot(p.xM - q.xM, p.yM - q.yM) > 0.8;
  let places: Place[] = [];
  const buildingOf = (p: Place) => site.buildings.find((b) => b.storeys.some((s) => s.id === p.storeyId))!.id;
  const nearCoax = (p: Place) =>
    [...site.coax.outlets]
      .filter((o) => o.place.storeyId === p.storeyId)
      .map((o) => ({ o, m: Math.hypot(o.place.xM - p.xM, o.place.yM - p.yM) }))
      .filter(({ m }) => m <= 6)
      .sort((a, b) => a.m - b.m)[0]?.o.id ?? null;
  const measured = { measuredDownMbps: null, measuredUpMbps: null };
  const nearnessM = (o: Site['outlets'][number], p: Place) =>
    Math.abs(o.place.xM - p.xM) + Math.abs(o.place.yM - p.yM) + (o.place.storeyId === p.storeyId ? 1 : 100);
  // A lead into the next room would be a hole: an outlet behind a wall is none.
  const isBehindWall = (o: Site['outlets'][number], p: Place) =>
    site.walls.some((w) => {
      const side = (q: { xM: number; yM: number }) =>
        Math.sign((w.b.xM - w.a.xM) * (q.yM - w.a.yM) - (w.b.yM - w.a.yM) * (q.xM - w.a.xM));
      const across = (q: { xM: number; yM: number }) =>
        Math.sign((p.xM - o.place.xM) * (q.yM - o.place.yM) - (p.yM - o.place.yM) * (q.xM - o.place.xM));
      return w.storeyId === p.storeyId && side(o.place) !== side(p) && across(w.a) !== across(w.b);
    });
  const feedsOf = (kitId: string, gateway: Unit, place: Place): Feed[] => {
    const takes = kitById(kitId, context.ownKit)!.feeds;
    const out: Feed[] = [];
    const kind = buildingOf(gateway.place) === buildingOf(place) ? 'ethernet' : 'fibre';
    const cable = { parentId: gateway.id, ...measured, lengthM: null, dataRunId: null };
    if (brief.allowed.drilling && takes.includes(kind))
      out.push(kind === 'fibre' ? { kind, ...cable } : { kind, ...cable, category: 'cat6' });
    const ends = { nearCoaxId: nearCoax(gateway.place), farCoaxId: nearCoax(place) };
    if (takes.includes('coax') && ends.nearCoaxId && ends.farCoaxId)
      out.push({ kind: 'coax', parentId: gateway.id, ...measured, ...ends });
    if (takes.includes('powerline') && site.circuits.length > 0) {
      const near = [...site.outlets].sort(
        (a, b) => nearnessM(a, gateway.place) - nearnessM(b, gateway.place),
      );
      for (const far of site.outlets.filter(
        (o) => nearnessM(o, place) < 7 && o !== near[0] && !isBehindWall(o, place),
      ))
        out.push({
          kind: 'powerline',
          parentId: gateway.id,
          ...measured,
          nearOutletId: near[0]!.id,
          farOutletId: far.id,
        });
    }
    return out;
  };
  let best: { worth: Worth; option: Option } | null = null;
  let tried = 0;
  const judge = (option: Option) => {
    tried++;
    const worth = worthOf(evaluate(context, withChannels(context, option), today), context);
    if (worth && (!best || isBetter(worth, best.worth))) best = { worth, option };
  };
  const grow = (option: Option, left: number, from: number) => {
    judge(option);
    if (left === 0) return;
    places.forEach((place, p) => {
      if (option.units.some((u) => u.id.startsWith(`p${p}-`))) return;
      for (const kitId of job.kits) {
        const letter = String.fromCharCode(65 + option.units.length);
        const plain = { id: `p${p}-${kitId}`, letter, kitId, name: `Place ${p}`, place, radios: {} };
        const gateway = option.units[0]!;
        const add = (feed: Feed, then: number) =>
          grow({ ...option, units: [...option.units, { ...plain, feed }] }, left - 1, then);
        const air = (parent: Unit): Feed => ({ kind: 'wireless', parentId: parent.id, ...measured });
        const there = [
          gateway,
          ...option.units.filter((u) => job.locked.some((l) => l.id === u.id) && u !== gateway),
        ];
        if (p >= from)
          for (const feed of [...there.map(air), ...feedsOf(kitId, gateway, place)]) add(feed, p + 1);
        // What hangs on another that was added comes last: it is no parent itself.
        for (const parent of option.units.filter((u) => !there.includes(u)))
          if (
            parent.feed.kind !== 'wireless' ||
            there.some((t) => parent.feed.kind === 'wireless' && t.id === parent.feed.parentId)
          )
            add(air(parent), places.length);
      }
    });
  };
  const first = today.units[0]!;
  const from = (units: Unit[]) => {
    places = standing.filter((p) => units.every((u) => isOff(p, u.place)));
    const option: Option = { ...today, id: 'o', units };
    // Units only add to a price: a network that alone costs more than one with which all works is not looked into.
    const { totalMinor } = evaluate(context, option, today).price;
    const found = best as { worth: Worth } | null;
    if (found?.worth.works === site.spots.length && totalMinor > found.worth.minor) return;
    grow(option, job.most, 0);
  };
  if (job.locked.length > 0) from([...job.locked]);
  else {
    for (const kitId of job.kits) from([{ ...first, id: 'first', kitId }]);
    // The box at every other place, by whatever way of the line to it the job takes by itself.
    for (const place of standing.filter((p) => isOff(p, first.place)))
      for (const kitId of job.kits) from([{ ...first, id: 'first', kitId, place }]);
  }
  return best && { ...(best as { worth: Worth; option: Option }), tried };
}

/** The same as one number, as the search counts it: what spots weigh that do not work, and the money. */
export function valueOfWorth({ works, noSignal, tooSlow, minor }: Worth, { context }: JudgedJob): number {
  const tight = context.site.spots.length - works - noSignal - tooSlow;
  return (
    minor + tight * PENALTY_MINOR.tight + tooSlow * PENALTY_MINOR.tooSlow + noSignal * PENALTY_MINOR.noSignal
  );
}
