/** Most small requests of one walk: five minutes at the pace they are sent. */
export const MOST_TRIPS = 3000;
/** Most places somebody says to have passed. */
export const MOST_MARKS = 60;
/** Longest walk, ms. */
export const LONGEST_WALK_MS = 900_000;
