import { mkdirSync, readFileSync, readdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { isMainThread } from 'node:worker_threads';
import Database from 'better-sqlite3';
import { DatabaseFault } from './faults';
import { liftRows } from './liftRows';
import { liftPlaces } from './liftPlaces';
import { liftWords } from './liftWords';
import { leftBehind } from './swapFile';

export type Db = Database.Database;

/** Where the database lies unless NESTLE_DB says otherwise. */
export function databasePath(): string {
  return process.env.NESTLE_DB ?? join(process.cwd(), 'data', 'nestle.db');
}

/** Work of a migration that SQL alone cannot do, by its number; it runs in the same transaction. */
const LIFTS: Record<number, (db: Db) => void> = { 3: liftRows, 5: liftWords, 6: liftPlaces };

function migrationFiles(): { number: number; sql: string }[] {
  const folder = join(process.cwd(), 'db', 'migrations');
  return readdirSync(folder)
    .filter((name) => /^\d{3}-.*\.sql$/.test(name))
    .sort()
    .map((name) => ({ number: Number(name.slice(0, 3)), sql: readFileSync(join(folder, name), 'utf8') }));
}

/** Migrations a database has seen. */
export const versionOf = (db: Db): number => db.pragma('user_version', { simple: true }) as number;
/** Migrations there are. */
export const newestVersion = (): number => migrationFiles().pop()?.number ?? 0;

/**
 * Runs the migrations a database has not seen yet, all in one transaction that writes from its beginning, so that several
 * first starts at once do each step only once. Forward only; a newer database is refused and not written.
 */
export function migrate(db: Db, upTo = Infinity): number {
  const files = migrationFiles().filter((f) => f.number <= upTo);
  const newest = files[files.length - 1]?.number ?? 0;
  if (versionOf(db) > newest && upTo === Infinity) throw new DatabaseFault('newer');
  if (versionOf(db) === newest) return 0;
  return db
    .transaction(() => {
      const from = versionOf(db);
      for (const { number, sql } of files) {
        if (number <= from) continue;
        db.exec(sql);
        LIFTS[number]?.(db);
        db.pragma(`user_version = ${number}`);
      }
      return versionOf(db) - from;
    })
    .immediate();
}

/** How long a process waits for another that writes, ms. */
const WAIT_MS = 5000;

/** Opens a database and brings it up to date. Each commit reaches the disk before it is answered. */
export function openDatabase(path: string): Db {
  if (path !== ':memory:') {
    const left = leftBehind(path);
    if (left.length > 0)
      throw new DatabaseFault('brokenOff', {
        what: `The database ${path} is not there, but ${left.join(' and ')} is.`,
      });
    mkdirSync(dirname(path), { recursive: true });
  }
  const db = new Database(path, { timeout: WAIT_MS });
  try {
    if (versionOf(db) > newestVersion()) throw new DatabaseFault('newer');
    // Another first start may hold the file while it is being switched over: SQLite does not wait for that by itself.
    for (let tries = 0; ; tries++)
      try {
        db.pragma('journal_mode = WAL');
        break;
      } catch (error) {
        if (tries >= 100 || !String((error as { code?: string }).code).startsWith('SQLITE_BUSY')) throw error;
        Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 20);
      }
    db.pragma('synchronous = FULL');
    db.pragma('foreign_keys = ON');
    migrate(db);
    return db;
  } catch (error) {
    db.close();
    throw error;
  }
}

// One connection a process: bundles of the server may hold this module more than once.
const shared = globalThis as typeof globalThis & { nestleDatabase?: Db };

/** How long the thread that answers everybody waits for whoever writes, ms: it does nothing else meanwhile. */
const ANSWERING_WAIT_MS = 50;

/** The one connection of this process. A fault while opening is thrown each time, so that a later try may succeed. */
export function database(): Db {
  if (shared.nestleDatabase) return shared.nestleDatabase;
  const db = openDatabase(databasePath());
  if (isMainThread) db.pragma(`busy_timeout = ${ANSWERING_WAIT_MS}`);
  return (shared.nestleDatabase = db);
}
