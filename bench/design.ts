import highsLoader from 'highs';
import { planContext, type PlanContext } from '../core/plan/network/context';
import { emptyPlan, type Option } from '../core/plan/option/schema';
import { POLICIES, learn, solveWith, suggest, type LpSolver, type Suggestion } from '../core';
import type { SearchAsk } from '../core/suggest/search/judged';
import { beginning } from '../core/suggest/choices/beginning';
import { leastByTrying, smallHouse, smallToday } from '../testing/smallHouse';
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
      `${name}: ${(ms / 1000).toFixed(1)} s (first answer ${((firstMs ?? ms) / 1000).toFixed(2)} s, solver ${(solverMs / 1000).toFixed(1)} s), ${d.proof.places} places, ${d.proof.columns} columns, ${d.proof.solved} solved, ${d.proof.judged} judged; serves ${servedOf(d.evaluation.predictions).length} of ${d.evaluation.predictions.length} with ${d.option.units.length} units for ${(d.evaluation.price.totalMinor / 100).toFixed(0)}; ${d.proof.isProven ? 'proven' : `open ${(100 * d.proof.gap).toFixed(2)} %`}${d.proof.isWhole ? '' : ', not all second hops in the table'}`,
    );
  return d;
}

/** Small houses in which every network is tried: whether any is worth more than what was suggested. */
async function againstTrying(count: number): Promise<void> {
  const policy = { ...policyOf('replace'), kits: ['mesh-dual', 'mesh-own-radio'] };
  let same = 0;
  const added = new Map<number, number>();
  for (let seed = 101; seed < 101 + count; seed++) {
    const context = smallHouse(seed, { rooms: 7 + (seed % 3), outlets: 8, coax: true });
    const ask = { policy, most: 3, locked: [], pause: () => Promise.resolve() };
    const found = (await suggest(context, smallToday, ask, solve))!;
    const base = beginning(context, policy, 'replace', smallToday, [])!;
    const bases = policy.kits.map((kitId) => ({ ...base, units: base.units.map((u) => ({ ...u, kitId })) }));
    const least = leastByTrying(context, bases, policy, 3, found.proof.cheapestMinor);
    same += Number(least === found.proof.cheapestMinor && found.proof.isProven);
    if (least !== found.proof.cheapestMinor || !found.proof.isProven)
      console.log(
        `house ${seed}: suggested ${found.proof.cheapestMinor}, by trying ${least}, proven ${found.proof.isProven}`,
      );
    const n = found.option.units.length - 1;
    added.set(n, (added.get(n) ?? 0) + 1);
  }
  const spread = [...added].sort(([a], [b]) => a - b).map(([n, k]) => `${k} with ${n} new`);
  console.log(
    `Against every network of 8 places, 2 kits, 3 feeds and 3 new units: ${same} of ${count} houses proven and equal (${spread.join(', ')})`,
  );
}

await againstTrying(Number(process.argv[4] ?? 20));
const farm = quillfeatherFarm();
const { context } = learn(farm);
const { today } = farm.plan;
for (const id of ['wireFirst', 'wirelessFirst', 'free', 'oneFamily']) {
  const found = await search(`Farm, ${id}`, context, today, { policy: policyOf(id), most: 4 });
  // After one more reading everything that was learnt is learnt anew; the search begins with the plan at hand.
  const again = learn({ ...farm, evidence: farm.evidence.slice(0, -1) }).context;
  if (found)
    await search(`Farm, ${id}, again after a reading`, again, today, {
      policy: policyOf(id),
      most: 4,
      from: found.option,
    });
}
const [farms, outlets, spots] = [Number(process.argv[2] ?? 6), 300, 80];
const big = estateJob(farms, outlets, spots);
const over = planContext({ site: big.site, brief: big.brief, plan: emptyPlan() });
for (const id of (process.argv[3] ?? 'wireFirst').split(','))
  await search(`Estate of ${outlets} outlets and ${spots} spots, ${id}`, over, big.today, {
    policy: policyOf(id),
    most: 24,
  });
