/** The seven stops of a job, in working order. */
export const STOPS = [
  { id: 'brief', label: 'Brief' },
  { id: 'survey', label: 'Survey' },
  { id: 'before', label: 'Before' },
  { id: 'plan', label: 'Plan' },
  { id: 'fit', label: 'Fit' },
  { id: 'after', label: 'After' },
  { id: 'handover', label: 'Hand over' },
] as const;
export type StopId = (typeof STOPS)[number]['id'];

export function isStop(text: string): text is StopId {
  return STOPS.some((s) => s.id === text);
}
