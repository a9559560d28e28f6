import { kitById } from '../core/kit/catalogue/catalogue';
import { withChannels } from '../core/plan/links/channelPlan';
import { planContext, type PlanContext } from '../core/plan/network/context';
import { feedTo } from '../core/plan/option/placing';
import type { Option } from '../core/plan/option/schema';
import { unitAt } from '../core/suggest/choices/addedUnit';
import { candidatePlaces, isTaken } from '../core/suggest/choices/places';
import { chanceOf, wholeChance } from '../core/suggest/search/chance';
import { named } from '../meter/practice/random';
import { FIRST_SEED, calibrated, houseOf, servesTruly } from './hiddenHouses';
import { HOUSE_KINDS, judgedJob } from '../testing/judgedHouses';
import { bestByTrying } from '../testing/outsideJudge';
import { plainChance } from '../testing/plainChance';
import { holdTruly } from './trueEvening';

const COUNT = Number(process.argv.slice(2).find((a) => /^\d+$/.test(a)) ?? 100);
/** Old houses, badly surveyed, in place of usual ones. */
const IS_HARSH = process.argv.includes('--harsh');
/** Units that are added at random, and how they are fed. */
const NETWORKS = [
  { units: 0, feed: 'wireless' },
  { units: 1, feed: 'wireless' },
  { units: 2, feed: 'wireless' },
  { units: 1, feed: 'ethernet' },
] as const;
/** Bins of what is stated, each by its upper end. */
const BINS = [0.1, 0.4, 0.6, 0.775, 0.9, 0.975, 1];

interface Bin {
  spots: number;
  stated: number;
  works: number;
}
const empty = () => BINS.map((): Bin => ({ spots: 0, stated: 0, works: 0 }));
const put = (bins: Bin[], stated: number, works: boolean) => {
  const bin = bins[BINS.findIndex((to) => stated <= to)]!;
  bin.spots++;
  bin.stated += stated;
  bin.works += Number(works);
};

/** A network with units anywhere, good or bad: promises are held to in all of them. */
function networkOf(context: PlanContext, today: Option, of: (typeof NETWORKS)[number], seed: number): Option {
  const random = named(seed, `network ${of.units} ${of.feed}`);
  const places = candidatePlaces(context);
  let option = today;
  for (let n = 0; n < of.units; n++) {
    const open = places.filter((c) => !isTaken(option, c.place));
    const at = open[Math.floor(random() * open.length)];
    if (!at) break;
    const plain = unitAt(context, option, kitById('mesh-dual')!, at.place, `added-${n}`);
    const unit = { ...plain, feed: feedTo(context.site, of.feed, option.units[0]!, at.place) };
    option = withChannels(context, { ...option, units: [...option.units, unit] });
  }
  return option;
}

/** Ten small houses whose chance is neither 0 nor 1: what is stated, and what 2,000 plain draws through the whole model give. */
function againstPlainDraws(): void {
  let houses = 0;
  let most = 0;
  for (let seed = 1; houses < 10; seed++) {
    const job = judgedJob(HOUSE_KINDS[seed % HOUSE_KINDS.length]!, seed);
    const best = bestByTrying(job);
    if (!best) continue;
    const stated = wholeChance(job.context, best.option);
    if (stated < 0.05 || stated > 0.95) continue;
    houses++;
    const plain = plainChance(job.context, best.option, 2000, 7);
    most = Math.max(most, Math.abs(stated - plain));
    console.log(`${job.name}: stated ${stated.toFixed(3)}, by plain draws ${plain.toFixed(3)}`);
  }
  console.log(`${houses} small houses, at most ${most.toFixed(3)} apart\n`);
}
if (!process.argv.includes('noPlain')) againstPlainDraws();

const tables = new Map<string, Bin[]>();
const table = (name: string) => {
  const known = tables.get(name) ?? empty();
  tables.set(name, known);
  return known;
};
for (let seed = FIRST_SEED; seed < FIRST_SEED + COUNT; seed++) {
  const house = houseOf(seed, IS_HARSH);
  const { job } = house;
  const plain = planContext(job);
  const read = calibrated(house, seed, IS_HARSH);
  for (const of of NETWORKS) {
    const option = networkOf(plain, job.plan.today, of, seed);
    const alone = new Map(job.site.spots.map((s) => [s.id, servesTruly(house, option, s)]));
    const evening = holdTruly(house, option);
    for (const [name, context] of [
      ['nothing read', plain],
      ['today’s network read', read],
    ] as const) {
      for (const s of chanceOf(context, option).spots) {
        put(table(`${name}, alone`), s.alone, alone.get(s.spotId)!);
        put(table(`${name}, at the busy hour`), s.chance, alone.get(s.spotId)! && evening.get(s.spotId)!);
      }
    }
  }
}
console.log(
  `${COUNT} houses${IS_HARSH ? ', old and badly surveyed' : ''}, ${NETWORKS.length} networks in each, units of them anywhere`,
);
for (const [name, bins] of tables) {
  console.log(`\n${name}\nstated up to   spots   stated   works`);
  bins.forEach((b, i) => {
    const percent = (v: number) => (b.spots > 0 ? `${((100 * v) / b.spots).toFixed(1)} %` : '–');
    console.log(
      `${String(BINS[i]).padEnd(15)}${String(b.spots).padEnd(8)}${percent(b.stated).padEnd(9)}${percent(b.works)}`,
    );
  });
}
