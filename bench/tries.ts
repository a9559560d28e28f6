/**
 * Tries on the stairs: until the light of a unit holds and what it is for works. How many places are tried until it does, by halving the distance to its uplink and by the table of tries; and how often the
 * table says stop though a place was left that would have served. `npm run bench:houses -- --tries [houses] [--harsh]`.
 */
import highsLoader from 'highs';
import { CATALOGUE } from '../core/kit/catalogue/catalogue';
import { kitOf, type PlanContext } from '../core/plan/network/context';
import { withMoved } from '../core/plan/network/movedUnit';
import { parentIdOf } from '../core/plan/option/feeds';
import type { Option, Unit } from '../core/plan/option/schema';
import { judgeTries, type Tried } from '../core/readings/tries';
import type { Place, Spot } from '../core/site/model/schema';
import { fits, isTaken, placesFor } from '../core/suggest/choices/places';
import { POLICIES, type Policy } from '../core/suggest/choices/policies';
import { solveWith, type LpSolver } from '../core/suggest/search/solver';
import { suggest } from '../core/suggest/search/suggest';
import { spotsOver, tryTable } from '../core/suggest/tries/tryTable';
import { predictOption } from '../core/plan/predict/predict';
import { practiceUnits } from '../meter/practiceInputs';
import { FIRST_SEED, calibrated, houseOf, servesTruly, type House } from './hiddenHouses';

const MOST_TRIES = 8;
const wireless: Policy = { ...POLICIES.find((s) => s.id === 'wirelessFirst')!, kits: ['mesh-dual'] };
const flatM = (a: Place, b: Place) =>
  Math.hypot(a.xM - b.xM, a.yM - b.yM) + (a.storeyId === b.storeyId ? 0 : 3);

/** A unit at a place as it truly is there: its light, and whether each spot that goes over it works. */
interface Truth {
  light: Tried['light'];
  served: boolean;
}

function trulyAt(house: House, option: Option, unit: Unit, place: Place, spots: readonly Spot[]): Truth {
  const moved = withMoved(house.job.site, option, unit.id, place);
  const units = practiceUnits(house.job.site, { option: moved, kit: CATALOGUE });
  const light = house.truth.lightOf(
    units,
    units.find((u) => u.id === unit.id)!,
  );
  return { light, served: spots.every((s) => servesTruly(house, moved, s)) };
}

/**
 * Tries by halving: first halfway between its uplink and the weak spot, then half the distance towards the uplink while the
 * light does not hold, towards the spot once it does; of the places given, the nearest to where it would go.
 */
function byHalving(
  places: readonly Place[],
  uplink: Place,
  spots: readonly Spot[],
  truth: (i: number) => Truth,
): { n: number; found: boolean } {
  const between = (a: Place, b: Place): Place => ({ ...a, xM: (a.xM + b.xM) / 2, yM: (a.yM + b.yM) / 2 });
  const nearestTo = (to: Place, tried: ReadonlySet<number>) =>
    places
      .map((p, i) => ({ i, m: flatM(p, to) }))
      .filter(({ i }) => !tried.has(i))
      .sort((a, b) => a.m - b.m)[0];
  let at = nearestTo(between(spots[0]!.place, uplink), new Set())!.i;
  const tried = new Set<number>([at]);
  for (let n = 1; ; n++) {
    const t = truth(at);
    if (t.served || n >= MOST_TRIES) return { n, found: t.served };
    const here = places[at]!;
    const to = t.light === 'holds' ? (spots[0]?.place ?? uplink) : uplink;
    const next = nearestTo(between(here, to), tried);
    if (!next) return { n, found: false };
    tried.add(next.i);
    at = next.i;
  }
}

interface Count {
  cases: number;
  notEnough: number;
  tries: number;
  /** Of the places of Nestle's own table, which it worked out to be worth a try. */
  halving: number;
  /** Of all places of the house the unit fits, as one without the table does. */
  halvingAnywhere: number;
  foundAnywhere: number;
  found: number;
  foundHalving: number;
  stops: number;
  wrongStops: number;
}

/** Every unit by air that a dead spot hangs on: tried from where the plan puts it, and from halfway. */
function run(house: House, context: PlanContext, option: Option, count: Count): void {
  const predictions = predictOption(context, option);
  for (const unit of option.units) {
    const table = tryTable(context, option, unit);
    if (!table) continue;
    const over = new Set(spotsOver(predictions, unit.id));
    const spots = house.dead.filter((s) => over.has(s.id));
    const uplink = option.units.find((u) => u.id === parentIdOf(unit.feed))!.place;
    if (spots.length === 0) continue;
    const truthOver = (places: readonly Place[]) => {
      const known = new Map<number, Truth>();
      return (i: number): Truth => {
        const t = known.get(i) ?? trulyAt(house, option, unit, places[i]!, spots);
        known.set(i, t);
        return t;
      };
    };
    const listed = table.places.map((p) => p.place);
    const truth = truthOver(listed);
    count.cases++;
    count.notEnough += Number(!truth(0).served);
    const halving = byHalving(listed, uplink, spots, truth);
    count.halving += halving.n;
    const kit = kitOf(context, unit);
    const others = { ...option, units: option.units.filter((u) => u.id !== unit.id) };
    const anywhere = placesFor(context, [kit])
      .filter((c) => fits(kit, c) && !isTaken(others, c.place))
      .map((c) => c.place);
    const alone = byHalving(anywhere, uplink, spots, truthOver(anywhere));
    count.halvingAnywhere += alone.n;
    count.foundAnywhere += Number(alone.found);
    const tries: Tried[] = [];
    let at = 0;
    for (let n = 1; n <= MOST_TRIES; n++) {
      const t = truth(at);
      tries.push({
        at,
        light: t.light,
        levelDbm: null,
        served: t.light === 'holds' ? t.served : null,
      });
      count.tries++;
      if (t.served) {
        count.found++;
        break;
      }
      const said = judgeTries(table, tries);
      if (said.says === 'stop' || said.at === null) {
        count.stops++;
        const left = table.places.some((_, i) => !tries.some((x) => x.at === i) && truth(i).served);
        count.wrongStops += Number(left);
        break;
      }
      at = said.at;
    }
    count.foundHalving += Number(halving.found);
  }
}

/** Tries over so many houses with dead spots, printed. */
export async function benchTries(houses: number, isHarsh: boolean): Promise<void> {
  const solve = solveWith((await highsLoader()) as unknown as LpSolver);
  const count: Count = {
    cases: 0,
    notEnough: 0,
    tries: 0,
    halving: 0,
    halvingAnywhere: 0,
    foundAnywhere: 0,
    found: 0,
    foundHalving: 0,
    stops: 0,
    wrongStops: 0,
  };
  let seen = 0;
  for (let seed = FIRST_SEED; seen < houses && seed < FIRST_SEED + 4 * houses; seed++) {
    const house = houseOf(seed, isHarsh);
    if (house.dead.length === 0) continue;
    seen++;
    const context = calibrated(house, seed, isHarsh);
    const found = await suggest(
      context,
      house.job.plan.today,
      { policy: wireless, most: 2, locked: [], pause: () => Promise.resolve() },
      solve,
    );
    if (found) run(house, context, found.option, count);
    if (seen % 10 === 0) console.error(`${seen} houses, ${JSON.stringify(count)}`);
  }
  const share = (a: number, b: number) => (b === 0 ? '–' : `${((100 * a) / b).toFixed(1)} %`);
  console.log(
    `${seen} houses${isHarsh ? ', old and badly surveyed' : ''}: ${count.cases} units by air, ${count.notEnough} of them not good enough where they were planned`,
  );
  console.log(
    `tries by halving ${count.halvingAnywhere} (found ${count.foundAnywhere}), by the table ${count.tries} (found ${count.found}): ${share(count.tries, count.halvingAnywhere)}`,
  );
  console.log(
    `tries by halving among the places of the table alone ${count.halving}: ${share(count.tries, count.halving)}`,
  );
  console.log(
    `moves after the first place: ${count.halving - count.cases} and ${count.tries - count.cases}: ${share(count.tries - count.cases, count.halving - count.cases)}`,
  );
  console.log(`a place that serves found by halving ${count.foundHalving}, by the table ${count.found}`);
  console.log(
    `stops ${count.stops}, though a place was left that would have served ${count.wrongStops}: ${share(count.wrongStops, count.cases)} of cases`,
  );
}
