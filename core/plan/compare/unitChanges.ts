import equal from 'fast-deep-equal';
import { parentIdOf } from '../option/feeds';
import type { Option, Unit } from '../option/schema';

/** What becomes of the units where one network takes the place of another. */
export interface UnitChanges {
  /** Ids, in the new network, of units that were not there, or stand, are or are fed otherwise. */
  changed: ReadonlySet<string>;
  /** Units of the old network that are gone, or stand elsewhere. */
  gone: readonly Unit[];
}

/** Where a unit stands and what it is: two of a kind at one place are one unit, whatever their ids. */
const sameThere = (a: Unit, b: Unit): boolean => a.kitId === b.kitId && equal(a.place, b.place);

/** The ends of a backhaul, with who feeds it by another name; what was measured on it is no part of what it is. */
const endsOf = ({ feed }: Unit, parentId: string | null) => ({
  ...feed,
  parentId,
  measuredDownMbps: null,
  measuredUpMbps: null,
});

/** What becomes of each unit of one network in another. */
export function unitChanges(now: Option | null, then: Option): UnitChanges {
  const old = now?.units ?? [];
  const twin = new Map(
    then.units.flatMap((u) => {
      const was = old.find((o) => o.id === u.id && sameThere(o, u)) ?? old.find((o) => sameThere(o, u));
      return was ? [[u.id, was] as const] : [];
    }),
  );
  const kept = new Set([...twin.values()].map((u) => u.id));
  const isChanged = (u: Unit): boolean => {
    const was = twin.get(u.id);
    if (!was || was.feed.kind !== u.feed.kind) return true;
    const parentId = parentIdOf(u.feed);
    // The parent is told apart by where it stands too.
    const parentWas = parentId === null ? null : (twin.get(parentId)?.id ?? parentId);
    return !equal(endsOf(u, parentWas), endsOf(was, parentIdOf(was.feed)));
  };
  return {
    changed: new Set(then.units.filter(isChanged).map((u) => u.id)),
    gone: old.filter((u) => !kept.has(u.id)),
  };
}
