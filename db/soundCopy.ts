import { existsSync } from 'node:fs';
import Database from 'better-sqlite3';
import { brief } from '../core/brief/brief';
import { evidenceRow, type EvidenceRow } from '../core/evidence/rows';
import { checkEvidence } from '../core/job/references';
import { plan } from '../core/plan/option/schema';
import { site } from '../core/site/model/schema';
import { migrate, newestVersion, versionOf, type Db } from './connection';
import { rowsAfter } from './evidence';
import { faultOf } from './faults';
import { currentDocument, listJobs } from './jobs';

const words = (error: unknown): string => faultOf(error)?.message ?? (error as Error).message;

/** Everything a database is made of, by name, as it was written; but for the counter that SQLite keeps where it is needed. */
function schemaOf(db: Db): Map<string, string> {
  const rows = db
    .prepare<[], { type: string; name: string; sql: string | null }>(
      "SELECT type, name, sql FROM sqlite_master WHERE name <> 'sqlite_sequence' ORDER BY type, name",
    )
    .all();
  return new Map(rows.map((r) => [`${r.type} ${r.name}`, r.sql ?? '']));
}

/** What of a database is otherwise than this program makes one of its version, word by word; null where nothing is. */
function foreignPart(db: Db): string | null {
  const own = new Database(':memory:');
  try {
    migrate(own, versionOf(db));
    const [wanted, there] = [schemaOf(own), schemaOf(db)];
    for (const [name, sql] of there)
      if (wanted.get(name) !== sql)
        return wanted.has(name) ? `its ${name} is not the one of Nestle` : `it holds a foreign ${name}`;
    for (const name of wanted.keys()) if (!there.has(name)) return `its ${name} is missing`;
    return null;
  } finally {
    own.close();
  }
}

/**
 * What is wrong with a file as a database of Nestle, before anything in it is run: damage, a newer version, and any part that is not,
 * word by word, the one of its version (a trigger or a view may do anything to evidence). Null where it is a sound one.
 */
export function unsoundFile(path: string): string | null {
  if (!existsSync(path)) return `${path} is not there: check the name.`;
  try {
    const db = new Database(path, { readonly: true, fileMustExist: true });
    try {
      // What a schema calls is not run in our name.
      db.pragma('trusted_schema = OFF');
      const check = db.pragma('integrity_check', { simple: true });
      if (check !== 'ok') return `${path} is damaged: ${String(check)}.`;
      if (!schemaOf(db).has('table job')) return `${path} is a database, but not one of Nestle.`;
      const version = versionOf(db);
      if (version > newestVersion())
        return `${path} was written by a newer Nestle: update this program, and nothing was changed.`;
      const foreign = version < 1 ? 'it has no version' : foreignPart(db);
      if (foreign !== null) return `${path} is not a database as Nestle makes one: ${foreign}.`;
      const orphans = db.pragma('foreign_key_check') as { table: string }[];
      return orphans.length > 0 ? `${path} is damaged: rows of ${orphans[0]!.table} belong to no job.` : null;
    } finally {
      db.close();
    }
  } catch (error) {
    return `${path} cannot be read as a database: ${words(error)}`;
  }
}

const DOCUMENTS = { brief, site, plan } as const;

/** What is wrong with one job: a document or a row no schema knows, or evidence that is not what it was when it was kept. */
function unsoundJob(db: Db, jobId: string): string | null {
  const read = <T>(schema: { parse(value: unknown): T }, json: string): T => schema.parse(JSON.parse(json));
  const current = (kind: keyof typeof DOCUMENTS) => {
    const row = currentDocument(db, jobId, kind);
    if (!row) throw new Error(`it has no ${kind}`);
    try {
      return read<unknown>(DOCUMENTS[kind], row.json);
    } catch {
      throw new Error(`its ${kind} cannot be read`);
    }
  };
  try {
    current('brief');
    current('plan');
    const drawn = site.parse(current('site'));
    const rows = rowsAfter(db, jobId, 0).map((r): EvidenceRow => {
      const own = ((): EvidenceRow | null => {
        try {
          return read(evidenceRow, r.json);
        } catch {
          return null;
        }
      })();
      if (own?.kind !== r.kind || own.id !== r.row_id)
        throw new Error(`row ${r.number} of its evidence is not what was kept`);
      return { ...own, received: { number: r.number, at: r.received_at } };
    });
    const problems: string[] = [];
    checkEvidence(rows, drawn, (path, message) => problems.push(`${path} ${message}`));
    return problems[0] ?? null;
  } catch (error) {
    return words(error);
  }
}

/** What is wrong with what a database of this version holds: the first job that cannot be trusted, by its name; null where all can. */
export function unsoundContent(db: Db): string | null {
  for (const { id, name } of listJobs(db)) {
    const bad = unsoundJob(db, id);
    if (bad !== null) return `The job “${name.slice(0, 60)}” of the copy is damaged or was altered: ${bad}.`;
  }
  return null;
}
