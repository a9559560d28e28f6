import { liftEvidence2, liftPlan2, liftSite2 } from '@/core/job/lift';
import { evidenceRows } from '@/core/evidence/rows';
import { headlineOf, verdictsOf } from '@/core/readings/verdict';
import { site } from '@/core/site/model/schema';
import type Database from 'better-sqlite3';

const LISTS: Record<string, string> = {
  state: 'states',
  reading: 'readings',
  voided: 'voided',
  stepEvent: 'stepEvents',
};

interface OldRow {
  kind: string;
  json: string;
}

/** The headline of a lifted job for the list; null where it cannot be read, which the list survives. */
function headline(siteJson: unknown, rows: unknown): string | null {
  const [plot, evidence] = [site.safeParse(siteJson), evidenceRows.safeParse(rows)];
  if (!plot.success || !evidence.success) return null;
  return JSON.stringify(headlineOf(verdictsOf(plot.data, evidence.data)));
}

/** Lifts the rows and documents of every job from the second to the third version of the database. */
export function liftRows(db: Database.Database): void {
  const jobs = db.prepare<[], { id: string }>('SELECT id FROM job').all();
  const newest = db.prepare<[string, string], { revision: number; json: string }>(
    'SELECT revision, json FROM document WHERE job_id = ? AND kind = ? ORDER BY revision DESC LIMIT 1',
  );
  const write = db.prepare('UPDATE document SET json = ? WHERE job_id = ? AND kind = ? AND revision = ?');
  const old = db.prepare<[string], OldRow>('SELECT kind, json FROM evidence WHERE job_id = ? ORDER BY seq');
  const insert = db.prepare(
    'INSERT OR IGNORE INTO evidence_row (job_id, number, kind, row_id, received_at, json) VALUES (?, ?, ?, ?, ?, ?)',
  );
  for (const { id } of jobs) {
    const read = (kind: string) => {
      const row = newest.get(id, kind);
      return row && { revision: row.revision, value: JSON.parse(row.json) as unknown };
    };
    const [plan, plot] = [read('plan'), read('site')];
    const lists: Record<string, unknown[]> = { states: [], readings: [], voided: [], stepEvents: [] };
    for (const { kind, json } of old.all(id)) lists[LISTS[kind]!]!.push(JSON.parse(json));
    const rows = liftEvidence2(lists, plan?.value, plot?.value) as {
      kind: string;
      id: string;
      received: { number: number; at: string };
    }[];
    for (const { received, ...row } of rows)
      insert.run(id, received.number, row.kind, row.id, received.at ?? '', JSON.stringify(row));
    if (plan) write.run(JSON.stringify(liftPlan2(plan.value)), id, 'plan', plan.revision);
    if (plot) {
      const lifted = liftSite2(plot.value);
      write.run(JSON.stringify(lifted), id, 'site', plot.revision);
      db.prepare('UPDATE job SET summary = ? WHERE id = ?').run(headline(lifted, rows), id);
    }
  }
  db.exec('DROP TABLE evidence');
}
