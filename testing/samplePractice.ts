import type { PracticeDevice, PracticeFeed, PracticeUnit } from '../meter/practice/terms';

/** A laptop, a line, and a unit of two bands at a place of a practice house. */
export const practiceDevice: PracticeDevice = {
  kind: 'laptop',
  bands: [0, 1],
  eirpDbm: [15, 15, 15],
  gainDbi: [0, 0, 0],
  bodyDb: 0,
  streams: 2,
  widthMhz: 80,
  ceilingMbps: 900,
};
export const practiceLine = { downMbps: 200, upMbps: 50, idleMs: 9 };
export const practiceUnit = (id: string, place: PracticeUnit['place'], feed: PracticeFeed): PracticeUnit => ({
  id,
  place,
  eirpDbm: [20, 20, null],
  gainDbi: [2, 3, 3],
  widthMhz: [20, 80, 160],
  streams: 2,
  portMbps: 1000,
  feed,
});
