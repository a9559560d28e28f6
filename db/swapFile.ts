import {
  closeSync,
  constants,
  copyFileSync,
  existsSync,
  fsyncSync,
  linkSync,
  openSync,
  readdirSync,
  renameSync,
  rmSync,
} from 'node:fs';
import { basename, dirname, join } from 'node:path';

/** The few acts on files that putting a database in its place needs; a test fails or ends the process at each of them. */
export interface FileActs {
  /** Gives a file a second name; nothing of the first changes. Fails where the name is taken. */
  keep(path: string, as: string): void;
  /** Gives a file another name in one step, in place of whatever had it. */
  rename(path: string, to: string): void;
  remove(path: string): void;
  /** Waits until a file, or the names in a folder, have reached the disk. */
  sync(path: string): void;
}

const sync = (path: string): void => {
  const file = openSync(path, 'r');
  try {
    fsyncSync(file);
  } finally {
    closeSync(file);
  }
};

export const FILE_ACTS: FileActs = {
  keep: (path, as) => {
    try {
      linkSync(path, as);
    } catch (error) {
      if ((error as { code?: string }).code === 'EEXIST') throw error;
      // A file system without links gets a copy.
      try {
        copyFileSync(path, as, constants.COPYFILE_EXCL);
        sync(as);
      } catch (failed) {
        if ((failed as { code?: string }).code !== 'EEXIST') rmSync(as, { force: true });
        throw failed;
      }
    }
  },
  rename: renameSync,
  remove: (path) => rmSync(path, { force: true }),
  sync,
};

/** What SQLite keeps beside a database, by the ends of its names. */
export const BESIDE = ['-wal', '-shm'] as const;

/** Where what was there before a restore is kept, and what a new database is called until it is whole. */
export const partOf = (path: string): string => `${path}.part`;
export const keptOf = (path: string, at: Date): string =>
  `${path}.before-${at.toISOString().replace(/[:.]/g, '-')}`;

/**
 * Files beside a database that is not there that a restore left behind, newest last: what was there before, and what
 * was to take its place. Empty where the database is there.
 */
export function leftBehind(path: string): string[] {
  const folder = dirname(path);
  if (existsSync(path) || !existsSync(folder)) return [];
  const name = basename(path);
  return readdirSync(folder)
    .filter((n) => n === `${name}.part` || (n.startsWith(`${name}.before-`) && !/-(wal|shm)$/.test(n)))
    .sort()
    .map((n) => join(folder, n));
}

/** A file could neither be put in place nor everything be put back. */
export class HalfSwapped extends Error {}

/**
 * Puts a whole, closed database file in the place of another, which is kept under a name of its own first. At every moment
 * the place holds the old or the new one: the old is linked, not moved, and the new takes the name in one rename. What
 * fails is taken back and thrown.
 *
 * @param settle writes what lies beside the old database into it; it throws while anybody has it open
 * @throws the error of the act that failed, everything being as before; `HalfSwapped` where taking back failed as well
 */
export function swapFile(
  part: string,
  to: string,
  kept: string,
  settle: () => void,
  acts: FileActs = FILE_ACTS,
): void {
  const undo: (() => void)[] = [];
  const folder = dirname(to);
  try {
    acts.sync(part);
    const replaces = existsSync(to);
    if (replaces) {
      // Before it is opened: SQLite drops the journal of a file that it finds damaged.
      for (const end of ['', '-wal']) {
        if (!existsSync(to + end)) continue;
        acts.keep(to + end, kept + end);
        undo.push(() => acts.remove(kept + end));
        undo.push(() => existsSync(to + end) || acts.keep(kept + end, to + end));
      }
      settle();
      acts.sync(folder);
    }
    // A journal of the old database would be taken for one of the new.
    for (const end of BESIDE) if (existsSync(to + end)) acts.remove(to + end);
    acts.rename(part, to);
    undo.push(() => (replaces ? acts.rename(kept, to) : acts.remove(to)));
    acts.sync(folder);
  } catch (error) {
    try {
      for (const back of undo.reverse()) back();
    } catch (second) {
      throw new HalfSwapped((second as Error).message, { cause: error });
    }
    throw error;
  }
}
