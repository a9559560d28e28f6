import { sampleState } from '../demo/sampleRows';
import type { EvidenceRow, Reading } from '../core/evidence/rows';
import { CATALOGUE } from '../core/kit/catalogue/catalogue';
import { constructionLossDb } from '../core/radio/materials/constructionLoss';
import { firstCause, type CauseKind } from '../core/readings/cause';
import { lineTest } from '../core/readings/line';
import { verdictsOf } from '../core/readings/spotVerdicts';
import type { ActivityId } from '../core/site/model/needs';
import type { ClientTypeId, Spot } from '../core/site/model/schema';
import { SOUND, type Faults } from '../meter/practice/faults';
import { hiddenHouse, type PracticeUnit } from '../meter/practice/hidden';
import { asValues, practiceDevice, practiceUnits } from '../meter/practiceInputs';
import { practiceJob } from '../server/jobs/practiceJob';

const RUNS = 3;
const KINDS: readonly CauseKind[] = ['line', 'device', 'signal', 'airtime'];
/** What is planted of each kind: faults of the house, a device, how much weaker the unit is. */
const PLANTED: Record<CauseKind, { faults: Faults; client?: ClientTypeId; weakerDb: number }> = {
  line: { faults: { ...SOUND, lineShare: 0.05 }, weakerDb: 0 },
  device: { faults: SOUND, client: 'smartDevice', weakerDb: 0 },
  signal: { faults: SOUND, weakerDb: 32 },
  airtime: { faults: { ...SOUND, busyBand: 0 }, client: 'oldLaptop', weakerDb: 0 },
};
const DOES: readonly ActivityId[] = ['film4k'];

interface Read {
  dead: boolean;
  named: CauseKind | null;
}

/** Reads one spot of a house under some faults and asks for the first cause. */
function read(seed: number, spot: Spot, faults: Faults, weakerDb: number, heavy: boolean): Read {
  const job = practiceJob('cause', { seed, difficulty: 'usual' });
  const own: Spot = {
    ...spot,
    activities: DOES.map((activity) => ({ activity, count: heavy ? 2 : 1 })),
  };
  const site = { ...job.site, spots: [own] };
  const { today } = job.plan;
  const house = hiddenHouse(
    site,
    { house: 'generated', seed, difficulty: 'usual' },
    (name) => constructionLossDb(name, []),
    faults,
  );
  const units: PracticeUnit[] = practiceUnits(site, { option: today, kit: CATALOGUE }).map((u) => ({
    ...u,
    eirpDbm: u.eirpDbm.map((v) => (v === null ? null : v - weakerDb)),
  }));
  const line = { ...job.brief.line, idleMs: 9 };
  const state = sampleState('now', 'before', today, { site });
  const rows: EvidenceRow[] = [state];
  const put = (id: string, values: ReturnType<typeof asValues>) =>
    rows.push({ kind: 'reading', id, at: state.at, by: '', stateId: 'now', ...values } satisfies Reading);
  for (let i = 0; i < RUNS; i++) {
    put(
      `line-${i}`,
      asValues(
        house.readLine(line, { name: `line ${i}`, hour: 11 }),
        { subject: { kind: 'line' }, device: 'wired', deviceName: '' },
        'internet',
      ),
    );
    put(
      `spot-${i}`,
      asValues(
        house.readAt(units, practiceDevice(own.client), own.place, line, { name: `spot ${i}`, hour: 11 }),
        { subject: { kind: 'spot', spotId: own.id }, device: own.client, deviceName: '' },
        'internet',
      ),
    );
  }
  const [verdict] = verdictsOf(site, rows);
  return {
    dead: verdict!.wasDead,
    named: firstCause(verdict!, lineTest(rows, 'before'))?.kind ?? null,
  };
}

/**
 * Spots that serve until one cause is planted, and what Nestle then names: a table of planted against named. Spots that are
 * dead without it, or not dead with it, are passed over.
 */
export function causes(wanted: number): void {
  const table = new Map(KINDS.map((k) => [k, new Map<CauseKind | 'none', number>()]));
  const each = Math.ceil(wanted / KINDS.length);
  for (const kind of KINDS) {
    const { faults, client, weakerDb } = PLANTED[kind];
    let found = 0;
    for (let seed = 2001; found < each && seed < 2001 + 40 * each; seed++) {
      const { spots } = practiceJob('cause', { seed, difficulty: 'usual' }).site;
      for (const spot of spots.slice(0, 6)) {
        if (found >= each) break;
        const sound: Spot = { ...spot, client: kind === 'airtime' ? 'oldLaptop' : 'laptop' };
        if (read(seed, sound, SOUND, 0, false).dead) continue;
        const planted = read(seed, client ? { ...spot, client } : sound, faults, weakerDb, kind === 'device');
        if (!planted.dead) continue;
        found++;
        const row = table.get(kind)!;
        row.set(planted.named ?? 'none', (row.get(planted.named ?? 'none') ?? 0) + 1);
      }
    }
  }
  const all = [...table].reduce((n, [, row]) => n + [...row.values()].reduce((a, b) => a + b, 0), 0);
  const right = [...table].reduce((n, [kind, row]) => n + (row.get(kind) ?? 0), 0);
  console.log(`${all} spots with one planted cause, named right in ${((100 * right) / all).toFixed(1)} %`);
  console.log(`planted \\ named  ${[...KINDS, 'none'].map((k) => k.padStart(8)).join('')}`);
  for (const [kind, row] of table)
    console.log(
      `${kind.padEnd(16)}${[...KINDS, 'none' as const].map((k) => String(row.get(k) ?? 0).padStart(8)).join('')}`,
    );
}
