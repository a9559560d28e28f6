/** Networks beside that of the house, whose devices reach the internet and nothing in the house. */
export const APART_NETWORKS = ['guest', 'children'] as const;
export type ApartNetwork = (typeof APART_NETWORKS)[number];

export const APART_WORDS: Readonly<Record<ApartNetwork, string>> = {
  guest: 'guest network',
  children: 'children’s network',
};
