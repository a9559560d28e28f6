import { existsSync, renameSync, rmSync } from 'node:fs';
import Database from 'better-sqlite3';
import { databasePath, openDatabase } from '../db/connection';
import { faultOf } from '../db/faults';
import { LAST_BACKUP, noteFact } from '../db/jobs';
import { unsoundContent, unsoundFile } from '../db/soundCopy';
import { BESIDE, FILE_ACTS, HalfSwapped, keptOf, partOf, swapFile, type FileActs } from '../db/swapFile';

export type Done = { ok: true; words: string } | { ok: false; message: string };

const words = (error: unknown): string => faultOf(error)?.message ?? (error as Error).message;

/** Removes a database file with what SQLite keeps beside it. */
function remove(path: string): void {
  for (const end of ['', ...BESIDE]) rmSync(path + end, { force: true });
}

/**
 * Writes a consistent copy of the live database to a file, by SQLite's own backup, while the server may go on writing. A
 * file that is there is not overwritten.
 */
export async function backup(to: string | undefined, from = databasePath()): Promise<Done> {
  if (!to) return { ok: false, message: 'Say where the copy goes: nestle backup FILE' };
  if (existsSync(to)) return { ok: false, message: `${to} is there already: choose another name.` };
  if (!existsSync(from)) return { ok: false, message: `There is no database at ${from} yet.` };
  // A copy that is not whole never has the name of one that is.
  const part = partOf(to);
  try {
    remove(part);
    const db = new Database(from, { readonly: true, fileMustExist: true, timeout: 5000 });
    try {
      await db.backup(part);
    } finally {
      db.close();
    }
    const bad = unsoundFile(part);
    if (bad) return { ok: false, message: bad };
    renameSync(part, to);
    noteBackup(from);
    return { ok: true, words: `The database is copied to ${to}.` };
  } catch (error) {
    return { ok: false, message: `The copy could not be made: ${words(error)}` };
  } finally {
    remove(part);
  }
}

/** Notes when the database was copied last: the list of jobs says how long ago that is. The copy is made, whether it can be noted or not. */
function noteBackup(path: string): void {
  try {
    const db = new Database(path, { fileMustExist: true, timeout: 2000 });
    try {
      noteFact(db, LAST_BACKUP, new Date().toISOString());
    } finally {
      db.close();
    }
  } catch {
    // An older database has no place for it, and one that is held by somebody else is noted next time.
  }
}

/** Writes what lies beside the database into it, alone on the file; throws while anybody else has it open. */
function settle(path: string): void {
  const live = new Database(path, { timeout: 0 });
  try {
    live.pragma('locking_mode = EXCLUSIVE');
    live.exec('BEGIN EXCLUSIVE; COMMIT');
    live.pragma('wal_checkpoint(TRUNCATE)');
  } catch (error) {
    // What is damaged has nothing to settle, and is why one restores.
    if (faultOf(error)?.kind !== 'corrupt') throw error;
  } finally {
    live.close();
  }
}

/**
 * Puts a copy in the place of the database; what was there is kept beside it. The server must be stopped: a database that
 * somebody has open is refused. Nothing is moved before the copy has been opened, lifted and checked by this program, and
 * at every moment the old or the new database is in its place.
 */
export function restore(
  from: string | undefined,
  now: Date,
  to = databasePath(),
  acts: FileActs = FILE_ACTS,
): Done {
  if (!from) return { ok: false, message: 'Say which copy to put back: nestle restore FILE' };
  const bad = unsoundFile(from);
  if (bad) return { ok: false, message: bad };
  const part = partOf(to);
  const kept = keptOf(to, now);
  try {
    remove(part);
    const copy = new Database(from, { readonly: true, fileMustExist: true });
    try {
      copy.pragma('trusted_schema = OFF');
      copy.exec(`VACUUM INTO '${part.replaceAll("'", "''")}'`);
    } finally {
      copy.close();
    }
    // What was copied is what was looked at: the file may have been changed in between.
    const changed = unsoundFile(part);
    if (changed) throw new Error(changed);
    // Lifts what is older.
    const lifted = openDatabase(part);
    try {
      const altered = unsoundContent(lifted);
      if (altered) throw new Error(altered);
    } finally {
      lifted.close();
    }
    const spoilt = unsoundFile(part);
    if (spoilt) throw new Error(spoilt);
    const replaces = existsSync(to);
    swapFile(part, to, kept, () => settle(to), acts);
    return {
      ok: true,
      words: `The copy is in place${replaces ? `; what was there is kept as ${kept}` : ''}. Start the server again.`,
    };
  } catch (error) {
    if (error instanceof HalfSwapped)
      return {
        ok: false,
        message: `The copy could not be put back (${words(error.cause)}), and neither could everything be undone (${words(error)}). ${to} is whole; what was there before is ${existsSync(kept) ? kept : 'in its place'}. Look at both before the server is started.`,
      };
    const message =
      faultOf(error)?.kind === 'locked'
        ? 'The server is still running on this database: stop it first.'
        : `The copy could not be put back, and nothing was changed: ${words(error)}`;
    return { ok: false, message };
  } finally {
    remove(part);
  }
}
