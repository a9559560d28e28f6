import { evidenceOf } from '../evidence/fold';
import type { EvidenceRows } from '../evidence/rows';
import type { Option, Unit } from '../plan/option/schema';
import { parentIdOf } from '../plan/option/feeds';
import { median } from '../stats/median';

/** What was read beside a unit under load, in the newest network as built it was read in. */
export interface UnitLink {
  unit: Unit;
  parent: Unit | null;
  /** Median of the runs, Mb/s; null where nobody has read it. 0 where nothing comes through. */
  downMbps: number | null;
  upMbps: number | null;
  runs: number;
}

/** The backhaul of every unit as built that has one, in the order of their letters, with what was read of it. */
export function unitLinks(option: Option, rows: EvidenceRows): UnitLink[] {
  const e = evidenceOf(rows);
  return [...option.units]
    .filter((u) => u.feed.kind !== 'line')
    .sort((a, b) => a.letter.localeCompare(b.letter))
    .map((unit) => {
      const all = e.links.filter(
        (r) =>
          r.subject.kind === 'link' &&
          r.subject.unitId === unit.id &&
          r.subject.load === 'loaded' &&
          e.states.get(r.stateId)?.phase === 'after',
      );
      const newest = all[all.length - 1]?.stateId;
      const runs = all.filter((r) => r.stateId === newest);
      const of = (pick: (r: (typeof runs)[number]) => number | null) =>
        median(runs.flatMap((r) => (r.connected ? (pick(r) ?? []) : 0)));
      return {
        unit,
        parent: option.units.find((u) => u.id === parentIdOf(unit.feed)) ?? null,
        downMbps: of((r) => r.downMbps),
        upMbps: of((r) => r.upMbps),
        runs: runs.length,
      };
    });
}
