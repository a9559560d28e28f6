import { gatewayOf } from '../plan/option/graph';
import { isCable, parentIdOf } from '../plan/option/feeds';
import type { Option, Unit } from '../plan/option/schema';
import { kitOf, type PlanContext } from '../plan/network/context';
import { meshRootOf } from '../plan/network/routing';
import type { KitItem } from '../kit/model/schema';
import type { Mount } from '../kit/model/details';
import type { Place } from '../site/model/schema';
import type { PowerFrom } from './acts';
import { placeMark } from './marks';
import { timesOf, type Timed } from './timed';

/** What every step of a run sheet is made from. */
export interface Fitting {
  context: PlanContext;
  option: Option;
  today: Option | null;
  /** The unit on the line, and the one names, keys and joins belong on. */
  gateway: Unit;
  root: Unit;
  /** Whether the box on the line is taken out and another put in. */
  isReplaced: boolean;
  timed: Timed;
}

/** What a run sheet is made from; null where nothing is on the line. */
export function fittingOf(context: PlanContext, option: Option, today: Option | null): Fitting | null {
  const gateway = gatewayOf(option);
  if (!gateway) return null;
  return {
    context,
    option,
    today,
    gateway,
    root: meshRootOf(context, option) ?? gateway,
    isReplaced: kitOf(context, gateway).kind !== 'router',
    timed: timesOf(context, option, today),
  };
}

/** A unit by letter and place. */
export const called = (unit: Pick<Unit, 'letter' | 'name'>): string =>
  unit.name.trim() === '' ? unit.letter : `${unit.letter} (${unit.name})`;

export const parentOf = ({ option }: Pick<Fitting, 'option'>, unit: Unit): Unit | null =>
  option.units.find((u) => u.id === parentIdOf(unit.feed)) ?? null;

/** Whether the first of the mesh hangs on a unit, however many lie between. */
export function carriesRoot(fitting: Pick<Fitting, 'option' | 'root'>, unit: Unit): boolean {
  const seen = new Set<string>();
  for (let u = parentOf(fitting, fitting.root); u && !seen.has(u.id); u = parentOf(fitting, u)) {
    if (u.id === unit.id) return true;
    seen.add(u.id);
  }
  return false;
}

/** How a unit becomes part of the network. */
export type Recipe = 'switch' | 'pair' | 'bridge' | 'root' | 'accessPoint' | 'extender' | 'join';

/** What is done to bring a unit into the network: its own joining recipe, or one of those that join nothing. */
export function recipeOf(fitting: Pick<Fitting, 'context' | 'option' | 'root'>, unit: Unit): Recipe {
  const { context, root } = fitting;
  const kit = kitOf(context, unit);
  if (kit.kind === 'switch') return 'switch';
  if (kit.kind === 'powerline' || kit.kind === 'coax') return 'pair';
  if (unit.feed.kind === 'bridge') return 'bridge';
  if (unit.id === root.id) return 'root';
  if (kit.kind === 'extender') return unit.feed.kind === 'wireless' ? 'extender' : 'accessPoint';
  const family = kitOf(context, root).family;
  const isOther = kit.family !== null && family !== null && kit.family !== family;
  // What the first of the mesh hangs on is there before it, and joins nothing.
  return kit.joining.method === 'none' || isOther || carriesRoot(fitting, unit) ? 'accessPoint' : 'join';
}

/** Mounts that are fixed to something: what hangs there is tested before it is hung. */
const FIXED: readonly Mount[] = ['inWall', 'wall', 'ceiling', 'pole'];

/**
 * Whether a unit is brought into the network beside the one it joins and carried afterwards: as the job says, and always
 * what is fixed, weatherproof or powered over its cable, what is wired and joins with nothing in its ports, and what a page or
 * a pair of its own sets up.
 */
export function isOnBench(fitting: Pick<Fitting, 'context' | 'option' | 'root'>, unit: Unit): boolean {
  const { context } = fitting;
  const kit = kitOf(context, unit);
  return (
    context.brief.policies.joining === 'bench' ||
    kit.outdoor ||
    kit.poe !== null ||
    FIXED.includes(kit.mount) ||
    (unit.feed.kind !== 'wireless' && !kit.joining.cableIn) ||
    !['join', 'extender'].includes(recipeOf(fitting, unit))
  );
}

/** The unit one joins: an extender whatever it repeats, any other the first of the mesh. */
export function joinsTo(fitting: Fitting, unit: Unit): Unit {
  if (recipeOf(fitting, unit) !== 'extender') return fitting.root;
  const parent = parentOf(fitting, unit);
  return parent && kitOf(fitting.context, parent).radios.some((r) => r.role === 'access')
    ? parent
    : fitting.root;
}

/** Whether a parent gives power over the cable a unit hangs on. */
const isSource = (context: PlanContext, unit: Unit, parent: Unit | null): parent is Unit =>
  unit.feed.kind === 'ethernet' && parent !== null && kitOf(context, parent).poeSource !== null;

/** Where a unit gets its power from. */
export function powerOf(fitting: Pick<Fitting, 'context' | 'option'>, unit: Unit): PowerFrom {
  const kit = kitOf(fitting.context, unit);
  const parent = parentOf(fitting, unit);
  if (kit.poe === null || unit.feed.kind === 'line') return { by: 'own' };
  return isSource(fitting.context, unit, parent) ? { by: 'unit', unitId: parent.id } : { by: 'injector' };
}

/** Units that are powered over a cable from a unit. */
export const poweredBy = (fitting: Pick<Fitting, 'context' | 'option'>, source: Unit): Unit[] =>
  fitting.option.units.filter((u) => {
    const from = powerOf(fitting, u);
    return from.by === 'unit' && from.unitId === source.id;
  });

/** What a cable is laid as: its kind and both its ends. */
export function markOfCable(fitting: Pick<Fitting, 'option'>, unit: Unit): string {
  const parent = parentOf(fitting, unit);
  const over = isCable(unit.feed) ? (unit.feed.dataRunId ?? '') : '';
  return [unit.feed.kind, over, parent ? placeMark(parent.place) : '', placeMark(unit.place)].join(' ');
}

/** Names of storeys that are crept into rather than walked into. */
const CREPT = /\b(loft|attic|roof|eaves|crawl)/i;

/** Whether a place is on a storey that is a loft or a crawl space by its name. */
export const isCrept = (context: PlanContext, place: Place): boolean =>
  context.site.buildings.some((b) => b.storeys.some((s) => s.id === place.storeyId && CREPT.test(s.name)));

/** Where a unit stands when it is fixed, in words. */
export const mountWords = (kit: KitItem): string =>
  ({
    shelf: 'Off the floor, upright, in the open, away from metal, water and microwave ovens.',
    plugIn: 'Straight into a wall socket, upright, nothing in front of it.',
    inWall: 'On the data box in place of its plate, eight wires on its terminals, then the frame.',
    wall: 'Fix its plate level, hang it upright, cable entry downwards.',
    ceiling: 'Fix its plate under the ceiling, click the unit in, face down.',
    pole: 'Fix it upright with its entry downwards, a drip loop below it; seal the entry.',
  })[kit.mount];
