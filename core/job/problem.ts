/** Something a person can mend, with its place. */
export interface Problem {
  /** Where in the file, such as `site.walls[3].construction`; empty for the whole file. */
  path: string;
  message: string;
}

/** Most problems that are listed; past them nothing is looked at. */
export const MOST_PROBLEMS = 100;

/** A list of problems short enough to be read, the last one saying that there are more. */
export function shortList(problems: readonly Problem[]): Problem[] {
  if (problems.length <= MOST_PROBLEMS) return [...problems];
  return [...problems.slice(0, MOST_PROBLEMS), { path: '', message: 'and more: mend these first.' }];
}

/** A path as people write it: `site.walls[3].construction`. */
export function pathText(path: readonly PropertyKey[]): string {
  return path.reduce<string>(
    (text, key) =>
      typeof key === 'number' ? `${text}[${key}]` : text ? `${text}.${String(key)}` : String(key),
    '',
  );
}
