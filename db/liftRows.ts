import { liftEvidence2, liftPlan2, liftSite2 } from '@/core/job/lift';
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
      write.run(JSON.stringify(liftSite2(plot.value)), id, 'site', plot.revision);
      // What the list shows of it is counted by whoever opens it next.
      db.prepare('UPDATE job SET summary = NULL WHERE id = ?').run(id);
    }
  }
  db.exec('DROP TABLE evidence');
}
