/** Who of two does a step. */
export type Who = 'first' | 'second' | 'both';
export const WHO_WORDS: Readonly<Record<Who, string>> = {
  first: 'the first',
  second: 'the second',
  both: 'both of you',
};
