/** Shape of what a phone gets of a job: a new one where a field changes, so that a phone lets go of what an earlier version kept. */
export const WALK_SHAPE = 5;
