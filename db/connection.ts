import { mkdirSync, readFileSync, readdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import Database from 'better-sqlite3';

export type Db = Database.Database;

/** Where the database lies unless NESTLE_DB says otherwise. */
export function databasePath(): string {
  return process.env.NESTLE_DB ?? join(process.cwd(), 'data', 'nestle.db');
}

function migrationFiles(): { number: number; sql: string }[] {
  const folder = join(process.cwd(), 'db', 'migrations');
  return readdirSync(folder)
    .filter((name) => /^\d{3}-.*\.sql$/.test(name))
    .sort()
    .map((name) => ({ number: Number(name.slice(0, 3)), sql: readFileSync(join(folder, name), 'utf8') }));
}

/** Runs the migrations a database has not seen yet, each in a transaction of its own. Forward only. */
export function migrate(db: Db): number {
  const from = db.pragma('user_version', { simple: true }) as number;
  let at = from;
  for (const { number, sql } of migrationFiles()) {
    if (number <= at) continue;
    db.transaction(() => {
      db.exec(sql);
      db.pragma(`user_version = ${number}`);
    })();
    at = number;
  }
  return at - from;
}

/** Opens a database and brings it up to date. Each commit reaches the disk before it is answered. */
export function openDatabase(path: string): Db {
  if (path !== ':memory:') mkdirSync(dirname(path), { recursive: true });
  const db = new Database(path);
  db.pragma('journal_mode = WAL');
  db.pragma('synchronous = FULL');
  db.pragma('foreign_keys = ON');
  migrate(db);
  return db;
}

let shared: Db | null = null;

/** The one connection of this process. */
export function database(): Db {
  shared ??= openDatabase(databasePath());
  return shared;
}
