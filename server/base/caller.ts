/** What a caller may do: look, add evidence, change documents, and create, take in or put away whole jobs. */
export type Right = 'see' | 'record' | 'change' | 'administer';

/** Whoever asks for something, and what they may. */
export interface Caller {
  name: string;
  rights: ReadonlySet<Right>;
}

/** The person at the machine that runs Nestle: requests reach us by its own names only, so that is who they come from. */
export const OWNER: Caller = {
  name: 'owner',
  rights: new Set<Right>(['see', 'record', 'change', 'administer']),
};
