import type { StateCreator } from 'zustand';
import { sameThing, type Thing, type ThingKind } from '@/core/site/edit/things';

/** What is selected everywhere: a unit of the network, or a thing of the survey. */
export type Selection = { kind: 'unit' | ThingKind; id: string } | null;

export interface SelectionState {
  selected: Selection;
  /** Things selected together with it, in Survey. */
  also: readonly Thing[];
  select(selection: Selection): void;
  /** Adds a thing to what is selected, or takes it out again. */
  selectAlso(thing: Thing): void;
  selectAll(things: readonly Thing[]): void;
}

/** Every thing of the survey that is selected. */
export function thingsSelected({ selected, also }: Pick<SelectionState, 'selected' | 'also'>): Thing[] {
  return selected && selected.kind !== 'unit' ? [{ kind: selected.kind, id: selected.id }, ...also] : [];
}

export const selectionState: StateCreator<SelectionState> = (set) => ({
  selected: null,
  also: [],
  select: (selected) => set({ selected, also: [] }),
  selectAlso: (thing) =>
    set((s) => {
      const all = thingsSelected(s);
      const rest = all.filter((t) => !sameThing(t, thing));
      const next = rest.length < all.length ? rest : [...all, thing];
      return { selected: next[0] ?? null, also: next.slice(1) };
    }),
  selectAll: (things) => set({ selected: things[0] ?? null, also: things.slice(1) }),
});
