/**
 * Causes: practice houses with one planted fault each, read after the work as an installer would, and what is named first.
 * `npm run bench:truth -- --causes [houses a fault] [--unread] [--remedies]`.
 */
import type { EvidenceRow } from '../core/evidence/rows';
import { predictOption } from '../core/plan/predict/predict';
import { feedTo } from '../core/plan/option/placing';
import { emptyPlan, type Option } from '../core/plan/option/schema';
import { constructionLossDb } from '../core/radio/materials/constructionLoss';
import type { CauseKind, SpotCause } from '../core/readings/causes';
import { causesOf } from '../core/readings/causesOf';
import { learntContext } from '../core/readings/learn';
import { lineTest } from '../core/readings/line';
import { verdictsOf } from '../core/readings/spotVerdicts';
import { remediesOf, type Remedy } from '../core/suggest/questions/remedies';
import type { ClientTypeId, Site, Spot } from '../core/site/model/schema';
import { SOUND, mendedFaults } from '../meter/practice/faults';
import { hiddenHouse } from '../meter/practice/hidden';
import { practiceJob } from '../demo/practiceJob';
import { DAY, PLANTED, networkIn, readAll, truly, works, type Line, type Planted } from './causeHouses';

const FIRST_SEED = 7001;
const MOST_SEEDS = 900;

interface Job {
  site: Site;
  option: Option;
  seed: number;
}

/** The first remedy that is told for a cause; null where there is none. */
async function firstRemedy(job: Job, rows: readonly EvidenceRow[], cause: SpotCause): Promise<Remedy | null> {
  const list = await remediesOf(contextIn(job, rows), job.option, job.option, cause.spotId, cause.first, () =>
    Promise.resolve(),
  );
  return list[0] ?? null;
}

/** Whether a remedy makes the spot work in the truth; null where none was found. */
function mendedIn(
  p: Planted,
  { site, option, seed, line }: Job & { line: Line },
  spot: Spot,
  remedy: Remedy | null,
) {
  if (!remedy) return null;
  const acts = new Set(remedy.act ? [remedy.act as string] : []);
  // A newer device is a laptop here, and one that lets go is wherever it hears best.
  const device: ClientTypeId = acts.has('newDevice') ? 'laptop' : (p.client ?? spot.client);
  const clingsTo = acts.has('letGo') ? undefined : p.clingsTo;
  const ref = { house: 'generated', seed, difficulty: 'usual' } as const;
  const house = hiddenHouse(site, ref, (name) => constructionLossDb(name, []), mendedFaults(p.faults, acts));
  const then = remedy.proposal?.option ?? option;
  if (then.wiredSpots.some((w) => w.spotId === spot.id)) return true;
  return works(house, truly(site, then, clingsTo), { ...spot, client: device }, line, p.hour);
}

function contextIn(job: Job, rows: readonly EvidenceRow[]) {
  const { brief } = practiceJob('cause', { seed: job.seed, difficulty: 'usual' });
  return learntContext({
    brief: { ...brief, line: { ...brief.line, downMbps: 250, upMbps: 50 } },
    site: job.site,
    plan: emptyPlan(),
    evidence: rows,
  }).context;
}

/** What is said of the spots of a house that fail. */
function causesIn(job: Job, rows: readonly EvidenceRow[]): SpotCause[] {
  const context = contextIn(job, rows);
  const lines = { before: lineTest(rows, 'before'), after: lineTest(rows, 'after') };
  const verdicts = verdictsOf(job.site, rows);
  const predictions = predictOption(context, job.option);
  return causesOf(
    { context, rows, verdicts, lines },
    'after',
    { option: job.option, kit: [] },
    { predictions },
  );
}

const NAMES: readonly (CauseKind | 'none')[] = [
  'line',
  'device',
  'backhaul',
  'signal',
  'band',
  'congestion',
  'sticking',
  'none',
];

function tell(title: string, rows: readonly [string, Map<string, number>][]) {
  console.log(`\n${title}\n${'planted \\ named'.padEnd(22)}${NAMES.map((n) => n.padStart(11)).join('')}`);
  for (const [name, row] of rows)
    console.log(`${name.padEnd(22)}${NAMES.map((n) => String(row.get(n) ?? 0).padStart(11)).join('')}`);
}

/** Planted faults against what is named first, and what is named in houses without any. */
export async function causes(wanted: number, readsBeside: boolean, withRemedies: boolean): Promise<void> {
  const remedied = new Map<string, (boolean | null)[]>();
  const table: [string, Map<string, number>][] = [];
  let [right, all] = [0, 0];
  for (const p of PLANTED) {
    const row = new Map<string, number>();
    table.push([p.name, row]);
    let found = 0;
    for (let seed = FIRST_SEED; found < wanted && seed < FIRST_SEED + MOST_SEEDS; seed++) {
      const plain = networkIn(seed, p.feed);
      const ref = { house: 'generated', seed, difficulty: 'usual' } as const;
      const loss = (name: Parameters<typeof constructionLossDb>[0]) => constructionLossDb(name, []);
      const sound = hiddenHouse(plain.site, ref, loss, SOUND);
      const house = hiddenHouse(plain.site, ref, loss, p.faults);
      const units = truly(plain.site, plain.option, undefined);
      const wired: Option = {
        ...plain.option,
        units: plain.option.units.map((u) =>
          u.id === 'b' ? { ...u, feed: feedTo(plain.site, 'ethernet', plain.option.units[0]!, u.place) } : u,
        ),
      };
      const unitsThen = p.weakHop ? truly(plain.site, wired, undefined) : units;
      const spot = plain.site.spots.find((s) => {
        const then = p.client ? { ...s, client: p.client } : s;
        return (
          works(sound, unitsThen, s, plain.line, DAY) &&
          !works(house, truly(plain.site, plain.option, p.clingsTo), then, plain.line, p.hour)
        );
      });
      if (!spot) continue;
      const site: Site = {
        ...plain.site,
        spots: plain.site.spots.map((s) => (s.id === spot.id && p.client ? { ...s, client: p.client } : s)),
      };
      const unitsAt = (s: Spot) => (s.id === spot.id ? truly(site, plain.option, p.clingsTo) : units);
      const rows = readAll(house, site, plain.option, plain.line, p.hour, unitsAt, readsBeside);
      // What it is judged by is other runs than those of the reading.
      if (verdictsOf(site, rows).find((v) => v.spotId === spot.id)!.after!.verdict === 'works') continue;
      found++;
      const named = causesIn({ site, option: plain.option, seed }, rows).find((c) => c.spotId === spot.id);
      if (named && withRemedies) {
        const remedy = await firstRemedy({ site, option: plain.option, seed }, rows, named);
        const told = mendedIn(p, { site, option: plain.option, seed, line: plain.line }, spot, remedy);
        remedied.set(p.name, [...(remedied.get(p.name) ?? []), told]);
      }
      const kind = named?.first.kind ?? 'none';
      row.set(kind, (row.get(kind) ?? 0) + 1);
      all++;
      if (kind === p.right) right++;
    }
  }
  tell(`Planted faults, units ${readsBeside ? '' : 'not '}read beside under load`, table);
  console.log(`named right ${right} of ${all}, ${((100 * right) / all).toFixed(0)} %`);
  for (const [name, list] of remedied) {
    const told = list.filter((v) => v !== null);
    console.log(
      `${name.padEnd(22)} first remedy mends the spot in ${told.filter(Boolean).length} of ${told.length}, none was found in ${list.length - told.length}`,
    );
  }
  const sound = new Map<string, number>();
  let alarms = 0;
  for (let seed = FIRST_SEED; seed < FIRST_SEED + wanted; seed++) {
    const plain = networkIn(seed, 'ethernet');
    const house = hiddenHouse(
      plain.site,
      { house: 'generated', seed, difficulty: 'usual' },
      (name) => constructionLossDb(name, []),
      SOUND,
    );
    const units = truly(plain.site, plain.option, undefined);
    const rows = readAll(house, plain.site, plain.option, plain.line, DAY, () => units, readsBeside);
    const said = causesIn({ ...plain, seed }, rows);
    for (const c of said) sound.set(c.first.kind, (sound.get(c.first.kind) ?? 0) + 1);
    // In a house without a fault what fails fails for want of signal, or on a band that is slow by itself.
    if (said.some((c) => c.first.kind !== 'signal' && c.first.kind !== 'band')) alarms++;
  }
  tell('Houses without a fault: spots that fail', [['none', sound]]);
  console.log(`${alarms} of ${wanted} such houses with a false alarm`);
}
