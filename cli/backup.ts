import { existsSync, renameSync, rmSync } from 'node:fs';
import Database from 'better-sqlite3';
import { databasePath, openDatabase } from '../db/connection';
import { faultOf } from '../db/faults';

export type Done = { ok: true; words: string } | { ok: false; message: string };

const words = (error: unknown): string => faultOf(error)?.message ?? (error as Error).message;

/** What is wrong with a file as a database of Nestle; null where it is a sound one. */
function unsound(path: string): string | null {
  if (!existsSync(path)) return `${path} is not there: check the name.`;
  try {
    const db = new Database(path, { readonly: true, fileMustExist: true });
    try {
      const [check] = db.pragma('integrity_check') as { integrity_check: string }[];
      if (check?.integrity_check !== 'ok')
        return `${path} is damaged: ${check?.integrity_check ?? 'unknown'}.`;
      const jobs = db.prepare("SELECT count(*) AS n FROM sqlite_master WHERE name = 'job'").get() as {
        n: number;
      };
      return jobs.n === 1 ? null : `${path} is a database, but not one of Nestle.`;
    } finally {
      db.close();
    }
  } catch (error) {
    return `${path} cannot be read as a database: ${words(error)}`;
  }
}

/**
 * Writes a consistent copy of the live database to a file, by SQLite's own backup, while the server may go on writing. A
 * file that is there is not overwritten.
 */
export async function backup(to: string | undefined, from = databasePath()): Promise<Done> {
  if (!to) return { ok: false, message: 'Say where the copy goes: nestle backup FILE' };
  if (existsSync(to)) return { ok: false, message: `${to} is there already: choose another name.` };
  if (!existsSync(from)) return { ok: false, message: `There is no database at ${from} yet.` };
  const part = `${to}.part`;
  try {
    rmSync(part, { force: true });
    const db = new Database(from, { readonly: true, fileMustExist: true, timeout: 5000 });
    try {
      await db.backup(part);
    } finally {
      db.close();
    }
    // A copy that is not whole never has the name of one that is.
    const bad = unsound(part);
    if (bad) return { ok: false, message: bad };
    renameSync(part, to);
    return { ok: true, words: `The database is copied to ${to}.` };
  } catch (error) {
    rmSync(part, { force: true });
    return { ok: false, message: `The copy could not be made: ${words(error)}` };
  }
}

/**
 * Puts a copy in the place of the database; what was there is kept beside it. The server must be stopped: a database that
 * somebody is writing to is refused.
 */
export function restore(from: string | undefined, now: Date, to = databasePath()): Done {
  if (!from) return { ok: false, message: 'Say which copy to put back: nestle restore FILE' };
  const bad = unsound(from);
  if (bad) return { ok: false, message: bad };
  try {
    let kept: string | null = null;
    if (existsSync(to)) {
      const live = new Database(to, { timeout: 0 });
      try {
        // Alone on the file, or not at all.
        live.pragma('locking_mode = EXCLUSIVE');
        live.exec('BEGIN EXCLUSIVE; COMMIT');
        live.pragma('wal_checkpoint(TRUNCATE)');
      } finally {
        live.close();
      }
      kept = `${to}.before-${now.toISOString().replace(/[:.]/g, '-')}`;
      renameSync(to, kept);
      for (const end of ['-wal', '-shm']) rmSync(to + end, { force: true });
    }
    const copy = new Database(from, { readonly: true, fileMustExist: true });
    try {
      copy.exec(`VACUUM INTO '${to.replaceAll("'", "''")}'`);
    } finally {
      copy.close();
    }
    openDatabase(to).close();
    return {
      ok: true,
      words: `The copy is in place${kept ? `; what was there is kept as ${kept}` : ''}. Start the server again.`,
    };
  } catch (error) {
    const code = String((error as { code?: string }).code);
    if (code.startsWith('SQLITE_BUSY') || code.startsWith('SQLITE_LOCKED'))
      return { ok: false, message: 'The server is still running on this database: stop it first.' };
    return { ok: false, message: `The copy could not be put back: ${words(error)}` };
  }
}
