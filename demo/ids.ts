/** The sample jobs by their ids, in the order in which they are put in. */
export const DEMO_IDS = ['farm', 'larkspur', 'alder'] as const;
export type DemoId = (typeof DEMO_IDS)[number];
