import type { Site } from '../model/schema';

type Listed = 'walls' | 'openings' | 'rooms' | 'panels' | 'circuits' | 'outlets' | 'spots';
const LISTS: readonly Listed[] = ['walls', 'openings', 'rooms', 'panels', 'circuits', 'outlets', 'spots'];

/** Things of a site that can be guessed, by id. */
export function guessable(site: Pick<Site, Listed>): Map<string, object> {
  return new Map(LISTS.flatMap((list) => site[list].map((t): [string, object] => [t.id, t])));
}

/**
 * A site after a change by hand: what was guessed and is another thing now was looked at, and is no guess any more. What is
 * gone is dropped where a site is settled. The site itself where nothing was looked at.
 */
export function lookedAt(before: Site, after: Site): Site {
  if (after.guessed.length === 0) return after;
  const was = guessable(before);
  const is = guessable(after);
  const wasGuessed = new Set(before.guessed);
  const guessed = after.guessed.filter(
    (id) => !wasGuessed.has(id) || !was.has(id) || was.get(id) === is.get(id),
  );
  return guessed.length === after.guessed.length ? after : { ...after, guessed };
}

/** All that was guessed is so. */
export const confirmed = (site: Site): Site => ({ ...site, guessed: [] });

/** How much of each kind is guessed. */
export function guessedCounts(site: Site): { kind: string; count: number }[] {
  const ids = new Set(site.guessed);
  const count = (list: readonly { id: string }[]) => list.filter((t) => ids.has(t.id)).length;
  const openings = (kind: string) => site.openings.filter((o) => o.kind === kind);
  return [
    { kind: 'door', count: count(openings('door')) },
    { kind: 'window', count: count(openings('window')) },
    { kind: 'socket', count: count(site.outlets) },
    { kind: 'circuit', count: count(site.circuits) },
    { kind: 'panel', count: count(site.panels) },
    { kind: 'spot', count: count(site.spots) },
  ].filter((c) => c.count > 0);
}
