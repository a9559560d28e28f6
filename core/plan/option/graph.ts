import type { Option, Unit } from './schema';
import { parentIdOf } from './feeds';

export type FeedPath = { ok: true; units: Unit[] } | { ok: false; reason: string };

/** Units from the gateway to one unit, in that order; a reason where they do not reach it. */
export function feedPath(option: Option, unitId: string): FeedPath {
  const path: Unit[] = [];
  for (let at: string | null = unitId; at !== null;) {
    const unit: Unit | undefined = option.units.find((u) => u.id === at);
    if (!unit) {
      const last = path[0];
      return {
        ok: false,
        reason: `${last ? `Unit ${last.letter}` : 'The unit'} is fed from a unit that is not there.`,
      };
    }
    if (path.includes(unit))
      return {
        ok: false,
        reason: `The backhauls run in a circle: ${[unit, ...path.slice(0, path.indexOf(unit) + 1)].map((u) => u.letter).join(' → ')}.`,
      };
    path.unshift(unit);
    // The line ends the way, whatever parent was left behind in the feed.
    at = unit.feed.kind === 'line' ? null : parentIdOf(unit.feed);
  }
  const head = path[0]!;
  if (head.feed.kind !== 'line') return { ok: false, reason: `Unit ${head.letter} is fed from nothing.` };
  return { ok: true, units: path };
}

/** The unit on the line, if there is one. */
export function gatewayOf(option: Option): Unit | null {
  return option.units.find((u) => u.feed.kind === 'line') ?? null;
}

/** Everything fed through a unit, itself included. */
export function fedThrough(option: Option, unitId: string): Set<string> {
  const out = new Set([unitId]);
  // A set grows while it is walked: what hangs on a unit that was just added is found too.
  for (const above of out) for (const u of option.units) if (parentIdOf(u.feed) === above) out.add(u.id);
  return out;
}
