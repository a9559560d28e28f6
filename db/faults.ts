/** What can be wrong with the database file, in words for whoever keeps it. */
const WORDS = {
  newer:
    'The database was written by a newer Nestle. It was opened for nothing and not changed: update this program, or give it another file in NESTLE_DB.',
  full: 'The disk is full: nothing was changed. Make room, then try again.',
  locked:
    'Another program holds the database: nothing was changed. Close what copies or repairs it, then try again.',
  readOnly:
    'The database or its folder cannot be written: nothing was changed. See to its permissions, or give another place in NESTLE_DB.',
  corrupt:
    'The database file is damaged. Stop the server, keep the file, and put the newest backup back with “nestle restore”.',
  brokenOff:
    'A “nestle restore” was broken off. No empty database was made in its place: put a copy back with “nestle restore”, or give the file that is kept its old name again, then start the server.',
  document:
    'cannot be read; no other job is touched. Stop the server, keep the file, and put the newest backup back with “nestle restore”, or go on with the other jobs.',
  other:
    'The database does not answer as it should: nothing was changed. Try again; if it stays, restart the server.',
} as const;
export type FaultKind = keyof typeof WORDS;

/** Whether words say that another program holds the database: trying again may help. */
export const isLockedWords = (words: string): boolean => words === WORDS.locked;

/** A database that cannot be used as it is. `what` begins the sentence where it says something of one thing in it. */
export class DatabaseFault extends Error {
  constructor(
    readonly kind: FaultKind,
    { what, cause }: { what?: string; cause?: unknown } = {},
  ) {
    super(what ? `${what} ${WORDS[kind]}` : WORDS[kind], { cause });
    this.name = 'DatabaseFault';
  }
}

const CODES: readonly (readonly [string, FaultKind])[] = [
  ['SQLITE_FULL', 'full'],
  ['SQLITE_IOERR', 'full'],
  ['SQLITE_BUSY', 'locked'],
  ['SQLITE_LOCKED', 'locked'],
  ['SQLITE_READONLY', 'readOnly'],
  ['SQLITE_CANTOPEN', 'readOnly'],
  ['SQLITE_PERM', 'readOnly'],
  ['SQLITE_CORRUPT', 'corrupt'],
  ['SQLITE_NOTADB', 'corrupt'],
];

/** The fault behind an error of SQLite or of the file system under it; null for any other error, which is a bug. */
export function faultOf(error: unknown): DatabaseFault | null {
  if (error instanceof DatabaseFault) return error;
  // Another bundle of the server may have thrown it.
  if (error instanceof Error && error.name === 'DatabaseFault') return error as DatabaseFault;
  const code = String((error as { code?: unknown } | null)?.code ?? '');
  if (code === 'EACCES' || code === 'EROFS' || code === 'EPERM') return new DatabaseFault('readOnly');
  if (code === 'ENOSPC') return new DatabaseFault('full');
  if (!code.startsWith('SQLITE_') || code.startsWith('SQLITE_CONSTRAINT')) return null;
  return new DatabaseFault(CODES.find(([start]) => code.startsWith(start))?.[1] ?? 'other');
}
