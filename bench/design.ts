import highsLoader from 'highs';
import { planContext, type PlanContext } from '../core/plan/network/context';
import { emptyPlan, type Option } from '../core/plan/option/schema';
import { narrowerOf } from '../core/suggest/choices/policies';
import { POLICIES, learn, solveWith, suggest, type LpSolver, type Suggestion } from '../core';
import type { SearchAsk } from '../core/suggest/search/judged';
import { HOUSE_KINDS, judgedJob } from '../testing/judgedHouses';
import { bestByTrying, valueOfWorth } from '../testing/outsideJudge';
import { quillfeatherFarm } from '../demo/farm';
import { estateJob } from './estateJob';
import { servedOf } from '../core/site/model/verdict';

const solver = (await highsLoader()) as unknown as LpSolver;
let solverMs = 0;
const plainSolve = solveWith(solver);
const solve: typeof plainSolve = async (lp) => {
  const start = performance.now();
  const answer = await plainSolve(lp);
  solverMs += performance.now() - start;
  return answer;
};
const policyOf = (id: string) => POLICIES.find((s) => s.id === id)!;

/** One search, timed to its first answer and to its end. */
async function search(
  name: string,
  context: PlanContext,
  today: Option,
  ask: Omit<SearchAsk, 'locked' | 'pause' | 'progress'>,
): Promise<Suggestion | null> {
  const start = performance.now();
  solverMs = 0;
  let firstMs: number | null = null;
  const d = await suggest(
    context,
    today,
    {
      ...ask,
      locked: [],
      pause: () => Promise.resolve(),
      progress: (p) => {
        if (p.best) firstMs ??= performance.now() - start;
      },
    },
    solve,
  );
  const ms = performance.now() - start;
  if (!d) console.log(`${name}: nothing`);
  else
    console.log(
      `${name}: ${(ms / 1000).toFixed(1)} s (first answer ${((firstMs ?? ms) / 1000).toFixed(2)} s, solver ${(solverMs / 1000).toFixed(1)} s), ${d.proof.places} places, ${d.proof.columns} columns, ${d.proof.solved} solved, ${d.proof.judged} judged; serves ${servedOf(d.evaluation.predictions).length} of ${d.evaluation.predictions.length} with ${d.option.units.length} units for ${(d.evaluation.price.totalMinor / 100).toFixed(0)}; ${d.proof.isProven ? 'proven' : `open ${(100 * d.proof.gap).toFixed(2)} %`}${d.proof.isWhole ? '' : ', not every place looked at'}`,
    );
  return d;
}

/** Small houses of four kinds in which an outside judge tries every network: whether any is worth more than what was proven. */
async function againstTrying(seeds: number): Promise<void> {
  let [houses, proven, wrong, tried] = [0, 0, 0, 0];
  for (const kind of HOUSE_KINDS)
    for (let seed = 1; seed <= seeds; seed++) {
      const job = judgedJob(kind, seed);
      const policy = { ...policyOf('free'), kits: job.kits, router: 'replace' as const };
      const ask = { policy, most: job.most, locked: job.locked, pause: () => Promise.resolve() };
      const found = (await suggest(job.context, job.today, ask, solve))!;
      const best = bestByTrying(job);
      houses++;
      tried += best?.tried ?? 0;
      proven += Number(found.proof.isProven);
      // Where nothing fits the budget what is there from the start is kept, and nothing is worth more.
      const isFalse =
        best !== null && found.proof.isProven && found.proof.cheapestMinor > valueOfWorth(best.worth, job);
      wrong += Number(isFalse);
      if (isFalse || !found.proof.isProven)
        console.log(`${job.name}: ${isFalse ? 'falsely proven' : 'not proven'}`);
    }
  console.log(
    `Against an outside judge who tried ${tried} networks in ${houses} small houses: ${proven} proven, ${wrong} of them falsely`,
  );
}

await againstTrying(Number(process.argv[4] ?? 50));
const farm = quillfeatherFarm();
const { context } = learn(farm);
const { today } = farm.plan;
const minor = new Map<string, number>();
for (const id of ['wireFirst', 'wirelessFirst', 'noDrilling', 'spendLeast', 'free', 'replace', 'oneFamily']) {
  const found = await search(`Farm, ${id}`, context, today, { policy: policyOf(id), most: 4 });
  if (found) minor.set(id, found.proof.cheapestMinor);
  // After one more reading everything that was learnt is learnt anew; the search begins with the plan at hand.
  const again = learn({ ...farm, evidence: farm.evidence.slice(0, -1) }).context;
  if (found)
    await search(`Farm, ${id}, again after a reading`, again, today, {
      policy: policyOf(id),
      most: 4,
      from: found.option,
    });
}
// What is bound by less is never worse than what is bound by more.
for (const [id, least] of minor)
  for (const narrow of narrowerOf(policyOf(id)))
    if ((minor.get(narrow.id) ?? Infinity) < least)
      console.log(`Farm: ${id} is worth less than ${narrow.id}, which it contains`);
const [farms, outlets, spots] = [Number(process.argv[2] ?? 6), 300, 80];
const big = estateJob(farms, outlets, spots);
const over = planContext({ site: big.site, brief: big.brief, plan: emptyPlan() });
for (const id of (process.argv[3] ?? 'wireFirst').split(','))
  await search(`Estate of ${outlets} outlets and ${spots} spots, ${id}`, over, big.today, {
    policy: policyOf(id),
    most: 24,
  });
