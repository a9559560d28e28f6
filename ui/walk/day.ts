import { progressOf, type DayStep, type Progress } from '@/core/fit/progress';
import type { Tick } from '@/core/evidence/fold';
import { markOfPlace } from '@/core/fit/marks';
import { placeAt, triedOf, type Tried } from '@/core/readings/tries';
import type { Place } from '@/core/site/model/schema';
import type { WalkStep, WalkTries, WalkView } from '@/server/walk/view';
import type { KeptRow } from './kept';

/** A step on the phone as the day goes. */
export type WalkDayStep = DayStep & Pick<WalkStep, 'held'>;

type TryRow = Parameters<typeof triedOf>[1][number];

const isOwn = (r: KeptRow, view: WalkView, act: readonly string[]): boolean =>
  r.row.kind === 'step' &&
  r.jobId === view.jobId &&
  r.row.optionId === view.optionId &&
  r.state !== 'refused' &&
  act.includes(r.row.act as string);

/** What is ticked: by the laptop, and by what is still on this phone, the newest of each. */
export function ticksOn(view: WalkView, rows: readonly KeptRow[]): Map<string, Tick> {
  const ticks = new Map(view.ticks);
  for (const r of rows) {
    if (!isOwn(r, view, ['done', 'undone'])) continue;
    const key = r.row.stepKey as string;
    if (r.row.act === 'done') ticks.set(key, { at: r.at, mark: r.row.text as string });
    else ticks.delete(key);
  }
  return ticks;
}

/** The serials noted, those that are still on this phone among them. */
export function serialsOn(view: WalkView, rows: readonly KeptRow[]): WalkView['serials'] {
  const own = new Map(
    rows
      .filter((r) => isOwn(r, view, ['serial']))
      .map((r) => [r.row.stepKey as string, r.row.text as string]),
  );
  return view.serials.map((s) => ({ ...s, serial: own.get(s.stepKey) ?? s.serial }));
}

/** Where a unit was put on this phone, the newest of it; null where it was not moved here. */
function movedHere({ table }: WalkTries, view: WalkView, rows: readonly KeptRow[]): Place | null {
  const moves = ownOf(table.unitId, view, rows).filter((r) => r.row.kind === 'move');
  const last = moves[moves.length - 1];
  return last ? ((last.row.place as Place | null) ?? table.places[0]!.place) : null;
}

/** What is still on this phone of a unit. */
const ownOf = (unitId: string, view: WalkView, rows: readonly KeptRow[]): KeptRow[] =>
  rows.filter((r) => r.jobId === view.jobId && r.state !== 'refused' && r.row.unitId === unitId);

/** A step as it is ticked: where its unit was moved on this phone, for where it stands now, though the sheet does not know yet. */
function asMoved(step: WalkStep, view: WalkView, rows: readonly KeptRow[]): WalkStep {
  const { held } = step;
  const tries = held && view.tries.find((t) => t.table.unitId === held.unitId);
  const place = tries ? movedHere(tries, view, rows) : null;
  if (!held || !place) return step;
  const mark = markOfPlace({ kitId: held.kitId, place });
  return { ...step, ticks: step.ticks.map((t) => ({ ...t, mark })) };
}

/** The day as it goes, planned anew on the phone itself: it needs no network for it. */
export function dayOn(
  view: WalkView,
  rows: readonly KeptRow[],
  nowMs: number,
): Omit<Progress, 'day' | 'current'> & { day: WalkDayStep[]; current: WalkDayStep | undefined } {
  const settled = new Map(view.settled);
  const steps = view.steps.map((s) => asMoved(s, view, rows));
  const progress = progressOf(steps, ticksOn(view, rows), nowMs, view.beginsMs, settled);
  const held = new Map(view.steps.map((s) => [s.key, s.held]));
  const day = progress.day.map((s) => ({ ...s, held: held.get(s.key) ?? null }));
  return { ...progress, day, current: day.find((s) => s.key === progress.current?.key) };
}

/** The tries of a unit and where it stands, those that are still on this phone among them. */
export function triesOn(
  { table, tried, at }: WalkTries,
  view: WalkView,
  rows: readonly KeptRow[],
): { tried: Tried[]; at: number | null } {
  const tries = ownOf(table.unitId, view, rows)
    .filter((r) => r.row.kind === 'try')
    .map((r) => r.row as unknown as TryRow);
  const place = movedHere({ table, tried, at }, view, rows);
  return { tried: [...tried, ...triedOf(table, tries)], at: place ? placeAt(table, place) : at };
}

/** Devices that are back on the network, those ticked on this phone among them. */
export function devicesOn(view: WalkView, rows: readonly KeptRow[]): ReadonlySet<string> {
  const joined = new Set(view.devices.filter((d) => d.joined).map((d) => d.id));
  for (const r of rows) {
    if (r.jobId !== view.jobId || r.state === 'refused' || r.row.kind !== 'device') continue;
    if (r.row.joined === true) joined.add(r.row.deviceId as string);
    else joined.delete(r.row.deviceId as string);
  }
  return joined;
}
