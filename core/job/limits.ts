/** Limits of a job. They hold at entry as in its file, so that every stored job exports and every export imports. */
export const MOST_PICTURES = 60;
/** Largest job file that is read, bytes. */
export const JOB_FILE_LIMIT_BYTES = 96 * 1024 * 1024;
/** Deepest nesting of anything read as JSON. */
export const MOST_NESTED = 40;
