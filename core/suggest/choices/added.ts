import type { Option, Unit } from '../../plan/option/schema';

/** A network somebody may adopt, with the units in it that were not there before. */
export interface Proposal {
  option: Option;
  /** Ids of the units that were put in: they get ids of their own when it is adopted. */
  addedUnitIds: readonly string[];
}

/** A network with what it adds to those that were given. */
export function proposed(option: Option, given: readonly (Pick<Option, 'units'> | undefined)[]): Proposal {
  const there = new Set(given.flatMap((o) => o?.units.map((u: Unit) => u.id) ?? []));
  return { option, addedUnitIds: option.units.flatMap((u) => (there.has(u.id) ? [] : [u.id])) };
}

/**
 * A proposal as an option of the job: its new units get ids of their own, what was there keeps what it has.
 *
 * @param newId makes an id that nothing has, for a unit or an option
 */
export function adopted(
  { option, addedUnitIds }: Proposal,
  name: string,
  newId: (kind: 'unit' | 'opt') => string,
): Option {
  const fresh = new Map(addedUnitIds.map((id) => [id, newId('unit')]));
  const of = (id: string): string => fresh.get(id) ?? id;
  return {
    ...option,
    id: newId('opt'),
    name: name.slice(0, 80),
    units: option.units.map((u) => ({
      ...u,
      id: of(u.id),
      feed:
        u.feed.kind === 'line' || u.feed.parentId === null
          ? u.feed
          : { ...u.feed, parentId: of(u.feed.parentId) },
    })),
    wiredSpots: option.wiredSpots.map((w) => ({ ...w, unitId: of(w.unitId) })),
    ...(option.locks ? { locks: option.locks.map(of) } : {}),
  };
}

/** An option after a proposal was taken in its place: it stays the option it is, with the locks it has. */
export function takenInto(
  option: Option,
  proposal: Proposal,
  newId: (kind: 'unit' | 'opt') => string,
): Option {
  const { id, name, locks } = option;
  const { locks: _, ...rest } = adopted(proposal, name, newId);
  return { ...rest, id, name, ...(locks ? { locks } : {}) };
}
