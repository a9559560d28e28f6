/** Something a person can mend, with its place. */
export interface Problem {
  /** Where in the file, such as `site.walls[3].construction`; empty for the whole file. */
  path: string;
  message: string;
}
