import highsLoader from 'highs';
import { CATALOGUE, kitById } from '../core/kit/catalogue/catalogue';
import { planContext } from '../core/plan/network/context';
import { evaluate } from '../core/plan/evaluate/evaluate';
import { withMoved } from '../core/plan/network/movedUnit';
import { parentIdOf } from '../core/plan/option/feeds';
import type { Option, Unit } from '../core/plan/option/schema';
import type { Place, Spot } from '../core/site/model/schema';
import { candidatePlaces, isTaken, type Candidate } from '../core/suggest/choices/places';
import { beginning } from '../core/suggest/choices/beginning';
import { withChannels } from '../core/plan/links/channelPlan';
import { feedTo } from '../core/plan/option/placing';
import { suggest } from '../core/suggest/search/suggest';
import { solveWith, type LpSolver } from '../core/suggest/search/solver';
import { POLICIES, type Policy } from '../core/suggest/choices/policies';
import { planByRule } from '../core/suggest/questions/ruleOfThumb';
import { practiceUnits } from '../meter/practiceInputs';
import { unitAt } from '../core/suggest/choices/addedUnit';
import { benchTries } from './tries';
import { FIRST_SEED, calibrated, houseOf, servesTruly, type House } from './hiddenHouses';

const COUNT = Number(process.argv.slice(2).find((a) => /^\d+$/.test(a)) ?? 100);
/** Old houses, badly surveyed, in place of usual ones. */
const IS_HARSH = process.argv.includes('--harsh');
const MOST_TRIES = 12;
/** Tries after which one more unit is bought. */
const TRIES_A_UNIT = 6;
const MOST_UNITS = 4;
/** The same kit, feeds and way with the router for every planner. */
const KIT = ['mesh-dual'];
const wireless: Policy = { ...POLICIES.find((s) => s.id === 'wirelessFirst')!, kits: KIT };
const noPause = () => Promise.resolve();

const flatM = (a: Place, b: Place) =>
  Math.hypot(a.xM - b.xM, a.yM - b.yM) + (a.storeyId === b.storeyId ? 0 : 3);

/** One try, as it is done on the stairs: a unit with a weak light one place nearer to its parent, else one nearer to the weak spot. */
function tryAgain(
  house: House,
  option: Option,
  weak: Spot,
  places: readonly Candidate[],
  more: boolean,
): Option {
  const units = practiceUnits(house.job.site, { option, kit: CATALOGUE });
  const isFree = (c: Candidate) => option.units.every((u) => flatM(u.place, c.place) > 0.8);
  const nearer = (from: Place, to: Place) =>
    places
      .filter((c) => isFree(c) && flatM(c.place, to) < flatM(from, to))
      .sort((a, b) => flatM(a.place, from) - flatM(b.place, from))[0];
  const others = option.units.filter((u) => u.feed.kind !== 'line');
  if (more || others.length === 0) {
    const at = [...places]
      .filter(isFree)
      .sort((a, b) => flatM(a.place, weak.place) - flatM(b.place, weak.place))[0];
    if (!at) return option;
    const context = planContext(house.job);
    const unit = unitAt(context, option, kitById(KIT[0]!)!, at.place, `more-${option.units.length}`);
    return { ...option, units: [...option.units, unit] };
  }
  const thin = others.find(
    (u) =>
      house.truth.lightOf(
        units,
        units.find((x) => x.id === u.id)!,
      ) !== 'holds',
  );
  const move = (u: Unit, to: Place) => {
    const at = nearer(u.place, to);
    return at ? withMoved(house.job.site, option, u.id, at.place) : option;
  };
  if (thin) return move(thin, option.units.find((u) => u.id === parentIdOf(thin.feed))!.place);
  const nearest = [...others].sort((a, b) => flatM(a.place, weak.place) - flatM(b.place, weak.place))[0]!;
  return move(nearest, weak.place);
}

interface Score {
  dead: number;
  goneFirst: number;
  tries: number;
  allGone: number;
  costMinor: number;
  promised: number;
  promisedAndGot: number;
  /** Of the dead spots left at first placement: those the plan promised, and those it did not. */
  missed: number;
  notPromised: number;
  weak: [seed: number, left: number][];
}

function judge(house: House, seed: number, planned: Option, score: Score): void {
  const places = candidatePlaces(planContext(house.job));
  const left = (o: Option) => house.dead.filter((s) => !servesTruly(house, o, s));
  let option = planned;
  let open = left(option);
  score.dead += house.dead.length;
  score.goneFirst += house.dead.length - open.length;
  if (open.length > 0) score.weak.push([seed, open.length]);
  let tries = 0;
  while (open.length > 0 && tries < MOST_TRIES) {
    tries++;
    option = tryAgain(house, option, open[0]!, places, tries % TRIES_A_UNIT === 0);
    open = left(option);
  }
  score.tries += tries;
  score.allGone += Number(open.length === 0);
  score.costMinor += evaluate(planContext(house.job), option, house.job.plan.today).price.totalMinor;
}

/** The best a planner could do who knew the truth: unit by unit at whichever place serves the most dead spots, from the best parent. */
function byTruth(house: House): Option {
  const context = planContext(house.job);
  const kit = kitById(KIT[0]!)!;
  const base = beginning(context, wireless, 'replace', house.job.plan.today, [])!;
  const served = (o: Option) => house.dead.filter((s) => servesTruly(house, o, s)).length;
  let option = base;
  let best = served(option);
  while (option.units.length <= MOST_UNITS && best < house.dead.length) {
    let next: { option: Option; served: number } | null = null;
    for (const { place } of candidatePlaces(context)) {
      if (isTaken(option, place)) continue;
      const plain = unitAt(context, option, kit, place, `truth-${option.units.length}`);
      for (const parent of option.units) {
        const unit = { ...plain, feed: feedTo(house.job.site, 'wireless', parent, place) };
        const tried = withChannels(context, { ...option, units: [...option.units, unit] });
        const n = served(tried);
        if (n > (next?.served ?? best)) next = { option: tried, served: n };
      }
    }
    if (!next) break;
    option = next.option;
    best = next.served;
  }
  return option;
}

if (process.argv.includes('--tries')) {
  await benchTries(COUNT, IS_HARSH);
  process.exit(0);
}
const solve = solveWith((await highsLoader()) as unknown as LpSolver);
const empty = (): Score => ({
  dead: 0,
  goneFirst: 0,
  tries: 0,
  allGone: 0,
  costMinor: 0,
  promised: 0,
  promisedAndGot: 0,
  missed: 0,
  notPromised: 0,
  weak: [],
});
const scores = new Map<string, Score>();
const put = (name: string) => {
  const score = scores.get(name) ?? empty();
  scores.set(name, score);
  return score;
};
let houses = 0;
for (let seed = FIRST_SEED; houses < COUNT && seed < FIRST_SEED + 4 * COUNT; seed++) {
  const house = houseOf(seed, IS_HARSH);
  if (house.dead.length === 0) continue;
  houses++;
  const { today } = house.job.plan;
  const plain = planContext(house.job);
  for (const placing of ['halfway', 'twoRooms'] as const) {
    const plan = planByRule(plain, today, { ...wireless, placing }, []);
    judge(house, seed, plan?.option ?? today, put(placing));
  }
  judge(house, seed, byTruth(house), put('the truth at hand'));
  const read = calibrated(house, seed, IS_HARSH);
  for (const [name, context, chance] of [
    ['Nestle, nothing read', plain, undefined],
    ['Nestle, spots read', read, undefined],
    ['the same, 90 % sure', read, 0.9],
    ['the same, 97 % sure', read, 0.97],
  ] as const) {
    const found = await suggest(
      context,
      today,
      {
        policy: wireless,
        most: MOST_UNITS,
        locked: [],
        pause: noPause,
        ...(chance === undefined ? {} : { chance }),
      },
      solve,
    );
    const score = put(name);
    judge(house, seed, found?.option ?? today, score);
    for (const s of house.dead) {
      const p = found?.evaluation.predictions.find((x) => x.spotId === s.id);
      if (servesTruly(house, found?.option ?? today, s)) continue;
      if (p?.verdict === 'works') score.missed++;
      else score.notPromised++;
    }
    for (const s of found?.chance.spots ?? []) {
      if (s.chance < 0.9) continue;
      score.promised++;
      const spot = house.job.site.spots.find((x) => x.id === s.spotId)!;
      score.promisedAndGot += Number(servesTruly(house, found!.option, spot));
    }
  }
  if (houses % 10 === 0) console.error(`${houses} houses`);
}
console.log(
  `${houses} houses with dead spots${IS_HARSH ? ', old and badly surveyed' : ''}, ${scores.get('halfway')!.dead} dead spots, the same kit, places and feeds for all`,
);
console.log(
  'planner               gone at first   tries a house   all gone   cost a house   promised at 90 % and got',
);
for (const [name, s] of scores)
  console.log(
    [
      name.padEnd(22),
      `${((100 * s.goneFirst) / s.dead).toFixed(1)} %`.padEnd(16),
      (s.tries / houses).toFixed(2).padEnd(16),
      `${s.allGone}`.padEnd(11),
      (s.costMinor / houses / 100).toFixed(0).padEnd(15),
      s.promised > 0
        ? `${s.missed} missed, ${s.notPromised} not promised; ${((100 * s.promisedAndGot) / s.promised).toFixed(1)} % of ${s.promised}`
        : '–',
    ].join(''),
  );
for (const [name, s] of scores)
  console.log(
    `weakest for ${name}: ${s.weak
      .sort((a, b) => b[1] - a[1])
      .slice(0, 8)
      .map(([seed, n]) => `${seed} (${n} left)`)
      .join(', ')}`,
  );
