/**
 * The rule for "gone" in practice houses, tidy and harsh: every spot of a house is read again and again, its need set so that its true
 * middle is so many times it, and what the rule makes of the runs an installer would take is held against that.
 * `npm run bench:truth -- --gone [houses of a kind]`.
 */
import { sampleReading } from '../demo/sampleRows';
import { practiceJob } from '../demo/practiceJob';
import { judgeRuns } from '../core/readings/judgeRuns';
import { CATALOGUE } from '../core/kit/catalogue/catalogue';
import { constructionLossDb } from '../core/radio/materials/constructionLoss';
import { median } from '../core/stats/median';
import { seeded } from '../core/stats/seeded';
import { SOUND } from '../meter/practice/faults';
import { truthOf } from '../meter/practice/oldHouse';
import type { PracticeRun } from '../meter/practice/terms';
import { practiceDevice, practiceUnits } from '../meter/practiceInputs';

const FIRST_SEED = 8001;
/** Runs that tell the truth of a spot, and draws of a need for each. */
const TRUE_RUNS = 61;
const DRAWS = 25;
const RUNS = 3;
const MOST_RUNS = 8;
const HOUR = 11;
const WIDE = { runs: 3, downMbps: 100_000, upMbps: 100_000, idleMs: 0, riseMs: 0 };

/** Kinds of spots by how their true middle stands to their need. */
const KINDS = {
  'just below (0.8 to 1.0)': [0.8, 1],
  'below 0.8': [0.3, 0.8],
  'above, nine runs in ten meet': [1, 2],
} as const;
type Kind = keyof typeof KINDS;

type Criterion = 'down' | 'up' | 'trip';
const CRITERIA: readonly Criterion[] = ['down', 'up', 'trip'];
/** How good a run is in one criterion: more is better. */
const good = (r: PracticeRun, c: Criterion): number =>
  c === 'down' ? r.downMbps : c === 'up' ? r.upMbps : r.loadedMs > 0 ? 1 / r.loadedMs : 0;

interface Tally {
  spots: number;
  gone: number;
}

/** What the rule makes of runs that come one after another, one more where it is asked for. */
function isGone(
  next: () => PracticeRun,
  need: { downMbps: number; upMbps: number; latencyMs: number },
): boolean {
  const readings = [];
  for (;;) {
    const r = next();
    readings.push(
      sampleReading({
        connected: r.connected,
        downMbps: r.downMbps,
        upMbps: r.upMbps,
        loadedMs: r.loadedMs,
        idleMs: null,
      }),
    );
    if (readings.length < RUNS) continue;
    const result = judgeRuns(readings, WIDE, need)!;
    const wantsMore = result.missing.length > 0 || result.oneMore;
    if (!wantsMore || readings.length === MOST_RUNS) return result.verdict === 'works';
  }
}

function houseTallies(seed: number, difficulty: 'usual' | 'old', tallies: Record<Kind, Tally>): void {
  const { site, plan } = practiceJob('gone', { seed, difficulty });
  const truth = truthOf(
    site,
    { house: 'generated', seed, difficulty },
    (n) => constructionLossDb(n, []),
    SOUND,
  );
  const units = practiceUnits(site, { option: plan.today, kit: CATALOGUE });
  const random = seeded(seed);
  for (const spot of site.spots) {
    const device = practiceDevice(spot.client);
    const line = { downMbps: 1000, upMbps: 1000, idleMs: 9 };
    const read = (name: string) =>
      truth.readAt(units, device, spot.place, line, { name: `${name} ${spot.id}`, hour: HOUR });
    const known = Array.from({ length: TRUE_RUNS }, (_, i) => read(`truth ${i}`));
    if (known.filter((r) => r.connected).length < TRUE_RUNS) continue;
    const middle = Object.fromEntries(
      CRITERIA.map((c) => [c, median(known.map((r) => good(r, c)))!]),
    ) as Record<Criterion, number>;
    for (const [kind, [low, high]] of Object.entries(KINDS) as [Kind, readonly [number, number]][])
      for (let k = 0; k < DRAWS; k++) {
        const worst = CRITERIA[Math.floor(3 * random())]!;
        const ratio = low + (high - low) * random();
        const ratioOf = (c: Criterion) => (c === worst ? ratio : ratio * (1 + 2 * random()));
        const least = {
          down: middle.down / ratioOf('down'),
          up: middle.up / ratioOf('up'),
          trip: middle.trip / ratioOf('trip'),
        };
        const meets = known.filter((r) => CRITERIA.every((c) => good(r, c) >= least[c])).length;
        if (low === 1 && meets < 0.9 * TRUE_RUNS) continue;
        let n = 0;
        const gone = isGone(() => read(`${kind} ${k} ${n++}`), {
          downMbps: least.down,
          upMbps: least.up,
          latencyMs: 1 / least.trip,
        });
        tallies[kind].spots++;
        tallies[kind].gone += Number(gone);
      }
  }
}

/** Prints, for tidy and harsh houses, the share of each kind of spot that the rule declares gone. */
export function goneInHouses(count: number): void {
  for (const [name, difficulty] of [
    ['tidy', 'usual'],
    ['harsh', 'old'],
  ] as const) {
    const tallies = Object.fromEntries(Object.keys(KINDS).map((k) => [k, { spots: 0, gone: 0 }])) as Record<
      Kind,
      Tally
    >;
    for (let i = 0; i < count; i++) houseTallies(FIRST_SEED + i, difficulty, tallies);
    console.log(`Gone in ${count} ${name} practice houses, of their spots with a need drawn for each:`);
    for (const [kind, { spots, gone }] of Object.entries(tallies))
      console.log(
        `  ${kind.padEnd(30)} ${gone} of ${spots} declared gone, ${((100 * gone) / Math.max(1, spots)).toFixed(2)} %`,
      );
  }
}
