import { nameOutside } from '@/core/site/edit/names';
import { placeOn } from '@/core/site/edit/plot';
import { sheetStoreys } from '@/core/site/model/levels';
import type { Place, Point, Site } from '@/core/site/model/schema';
import type { Thing } from '@/core/site/edit/things';
import type { JobState, JobStore } from '@/ui/job/store';
import { roomNameAt } from '@/core/site/geometry/roomName';
import type { Drawing, DrawingState } from './drawing';

/** The storeys one draws on at once: the open one of each building. */
export function openStoreys(site: Site, storeyId: string | null): Set<string> {
  return new Set(sheetStoreys(site, storeyId).map((r) => r.storey.id));
}

export const distanceM = (a: Point, b: Point) => Math.hypot(a.xM - b.xM, a.yM - b.yM);

/** The four corners of a box between two opposite ones. */
export const boxOf = (a: Point, b: Point): Point[] => [
  { xM: Math.min(a.xM, b.xM), yM: Math.min(a.yM, b.yM) },
  { xM: Math.max(a.xM, b.xM), yM: Math.min(a.yM, b.yM) },
  { xM: Math.max(a.xM, b.xM), yM: Math.max(a.yM, b.yM) },
  { xM: Math.min(a.xM, b.xM), yM: Math.max(a.yM, b.yM) },
];

/** "Kitchen socket", or "Kitchen socket 2" where that is taken. */
export function nameFor(site: Site, place: Place, what: string, taken: readonly { name: string }[]): string {
  return nameOutside(`${roomNameAt(site, place)} ${what}`, taken);
}

/** What every tool works with: the job, the drawing under way, and the storeys on the sheet. */
export interface Hand {
  job(): JobState;
  pen(): DrawingState;
  site(): Site;
  storeys(): Set<string>;
  say(message: string): void;
  choose(thing: Thing): void;
  place(p: Point, heightM: number): Place;
  /** Begins a line or box at a point. */
  begin(p: Point): void;
  /** Takes a second corner and does something with the first; says so where they lie in line. */
  corners(p: Point, done: (from: Place) => void): void;
}

export function handOf(store: JobStore, drawing: Drawing): Hand {
  const job = () => store.getState();
  const pen = () => drawing.getState();
  const site = () => job().site;
  const storeys = () => openStoreys(site(), job().storeyId);
  const say = (message: string) => pen().set({ message });
  const place = (p: Point, heightM: number) => placeOn(site(), storeys(), p, heightM);
  const begin = (p: Point) => pen().set({ from: place(p, 0), message: '' });
  function corners(p: Point, done: (from: Place) => void): void {
    const { from } = pen();
    if (!from) return begin(p);
    if (Math.abs(p.xM - from.xM) < 0.1 || Math.abs(p.yM - from.yM) < 0.1)
      return say('The two corners lie in line: set the other one farther off.');
    pen().set({ from: null, message: '' });
    done(from);
  }
  return { job, pen, site, storeys, say, place, begin, corners, choose: (thing) => job().select(thing) };
}
