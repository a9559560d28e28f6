import type { Act } from '../core/fit/acts';
import type { ScheduledStep } from '../core/fit/step';
import { kitById } from '../core/kit/catalogue/catalogue';
import type { Joining } from '../core/kit/model/details';
import type { KitItem } from '../core/kit/model/schema';
import { parentIdOf } from '../core/plan/option/feeds';
import { gatewayOf } from '../core/plan/option/graph';
import type { Option, Unit } from '../core/plan/option/schema';

/** How one unit stands while a sheet is carried out. */
interface UnitState {
  unit: Unit;
  kit: KitItem;
  where: 'box' | 'bench' | 'place';
  powered: boolean;
  ready: boolean;
  mounted: boolean;
  /** What its data lead hangs on; null for none. */
  lead: string | null;
  /** Until when it updates, starts or pairs by itself, min. */
  busyUntilMin: number;
  joined: boolean;
  settings: Set<string>;
}

/** What has to be true of a joining, as its kit says it: nothing here knows how steps are made. */
function joinFaults(joining: Joining, u: UnitState, beside: boolean, isPlaceFirst: boolean): string[] {
  const { letter } = u.unit;
  return [
    ...(u.powered ? [] : [`${letter} is joined without power`]),
    ...(u.ready ? [] : [`${letter} is joined before it has started`]),
    ...(beside || isPlaceFirst ? [] : [`${letter} is joined ${joining.distanceM} m and more away`]),
    ...(joining.cableIn && u.lead === null ? [`${letter} joins on its cable and has none`] : []),
    ...(!joining.cableIn && u.kit.poe === null && u.lead !== null
      ? [`${letter} joins with a cable in its ports`]
      : []),
  ];
}

/**
 * Carries out the acts of a run sheet on units that behave as their kit says: power and its source, start, name, search and
 * press within the window, update, uplink, place. Answers what would have gone wrong; nothing where every unit ends joined,
 * at its place, on its backhaul.
 */
export function carryOut(
  sheet: readonly ScheduledStep[],
  option: Option,
  { isPlaceFirst, isReplaced }: { isPlaceFirst: boolean; isReplaced: boolean },
): string[] {
  const faults: string[] = [];
  const gateway = gatewayOf(option)!;
  const units = new Map(
    option.units.map((unit) => {
      const isGateway = unit.id === gateway.id;
      const there = isGateway && !isReplaced;
      return [
        unit.id,
        {
          unit,
          kit: kitById(unit.kitId, [])!,
          where: isGateway ? 'place' : 'box',
          powered: there,
          ready: there,
          mounted: isGateway,
          lead: null,
          busyUntilMin: 0,
          joined: isGateway,
          settings: new Set(),
        } satisfies UnitState as UnitState,
      ];
    }),
  );
  const of = (id: string): UnitState => units.get(id)!;
  const isAdapter = (u: UnitState) => u.kit.kind === 'powerline' || u.kit.kind === 'coax';
  const line = { on: !isReplaced, settledAtMin: 0, oldRouterIn: isReplaced };
  const paired = new Set<string>();
  const plugged = new Set<string>();
  let networkSet = false;

  for (const step of [...sheet].sort((a, b) => a.startMin - b.startMin || a.handsEndMin - b.handsEndMin)) {
    const now = step.startMin;
    /** What was searched from and pressed in this step: both must fall into one window. */
    const searched = new Set<string>();
    const pressed = new Set<string>();
    const touched = new Set<string>();
    const fault = (words: string) => faults.push(`${step.key}: ${words}`);
    const touch = (u: UnitState) => {
      if (now < u.busyUntilMin) fault(`${u.unit.letter} is touched while it is busy`);
      touched.add(u.unit.id);
    };
    const joins = (u: UnitState, root: UnitState) => {
      const beside = u.where === 'bench' && (root.where === 'bench' || root.where === 'place');
      for (const f of joinFaults(u.kit.joining, u, beside, isPlaceFirst)) fault(f);
      if (!root.powered) fault(`${root.unit.letter} has no power while ${u.unit.letter} joins it`);
      if (now < root.busyUntilMin) fault(`${root.unit.letter} is busy while ${u.unit.letter} joins it`);
      // A router that stays has its name already.
      if (!networkSet && root.kit.kind !== 'router')
        fault(`${u.unit.letter} joins before the final name is set`);
      u.joined = true;
    };
    const power = (u: UnitState, from: Extract<Act, { verb: 'power' }>['from']) => {
      touch(u);
      const wants = u.kit.poe !== null && u.unit.feed.kind !== 'line';
      if (wants && from.by === 'own') fault(`${u.unit.letter} takes its power over a cable`);
      if (!wants && from.by !== 'own') fault(`${u.unit.letter} has a supply of its own`);
      if (from.by === 'unit') {
        const source = of(from.unitId);
        if (!source.powered) fault(`${source.unit.letter} has no power to give`);
        if (!source.kit.poeSource) fault(`${source.unit.letter} gives no power`);
        if (u.lead !== source.unit.id) fault(`${u.unit.letter} hangs on no port of ${source.unit.letter}`);
      }
      if (u.where === 'box') u.where = 'bench';
      if (u.where === 'place' && u.unit.id !== gateway.id && !u.mounted)
        fault(`${u.unit.letter} is powered before it is fixed`);
      u.powered = true;
      if (u.kit.kind === 'switch') u.ready = true;
    };
    for (const act of step.acts) {
      switch (act.verb) {
        case 'look':
          break;
        case 'modem':
          line.on = act.power === 'on';
          if (line.on && of(gateway.id).lead !== 'modem')
            fault('the modem comes on before the new router hangs on it');
          if (line.on && line.oldRouterIn) fault('the modem comes on with the old router on it');
          if (line.on) line.settledAtMin = step.waitEndMin;
          break;
        case 'takeOut':
          line.oldRouterIn = false;
          break;
        case 'power': {
          const u = of(act.unitId);
          if (u.unit.id === gateway.id && (!line.on || now < line.settledAtMin))
            fault('the router is powered before the line has settled');
          power(u, act.from);
          break;
        }
        case 'unplug': {
          const u = of(act.unitId);
          touch(u);
          u.powered = false;
          u.ready = false;
          u.lead = null;
          break;
        }
        case 'lead': {
          const u = of(act.unitId);
          touch(u);
          const to = act.to.at === 'unit' ? act.to.unitId : act.to.at;
          if (act.to.at === 'adapter' && !(paired.has(u.unit.id) && plugged.has(u.unit.id)))
            fault(`${u.unit.letter} hangs on adapters that are not in yet`);
          if (
            act.to.at === 'unit' &&
            u.where === 'place' &&
            of(to).where !== 'place' &&
            u.unit.feed.kind !== 'line'
          )
            fault(`${u.unit.letter} hangs on ${of(to).unit.letter}, which is not at its place`);
          u.lead = to;
          break;
        }
        case 'unlead': {
          const u = of(act.unitId);
          touch(u);
          if (u.lead === 'wan') fault(`${u.unit.letter} has a cable in its WAN port`);
          break;
        }
        case 'await': {
          const u = of(act.unitId);
          if (!u.powered) fault(`${u.unit.letter} is waited for without power`);
          if (now < u.busyUntilMin) fault(`${u.unit.letter} is waited for while it is busy`);
          u.ready = true;
          break;
        }
        case 'set': {
          const u = of(act.unitId);
          touch(u);
          if (!u.powered) fault(`${u.unit.letter} is set without power`);
          u.settings.add(act.what);
          if (act.what === 'network') networkSet = true;
          if (act.what === 'uplink') {
            if (u.kit.joining.method !== 'page') fault(`${u.unit.letter} has no page to join by`);
            const parent = units.get(parentIdOf(u.unit.feed) ?? '') ?? of(gateway.id);
            joins(u, parent);
          }
          break;
        }
        case 'search': {
          const root = of(act.rootId);
          touch(root);
          searched.add(act.rootId);
          for (const id of pressed) if (of(id).kit.joining.first === 'new') joins(of(id), root);
          break;
        }
        case 'press': {
          const u = of(act.unitId);
          const { joining } = u.kit;
          touch(u);
          pressed.add(act.unitId);
          if (joining.method !== 'button') fault(`${u.unit.letter} is not joined by a button`);
          if (act.pressS !== joining.pressS)
            fault(`${u.unit.letter} is pressed for ${act.pressS} s, not ${joining.pressS}`);
          if (joining.first === 'root' && searched.size === 0)
            fault(`${u.unit.letter} is pressed before what it joins`);
          for (const root of joining.first === 'new' ? [] : searched) joins(u, of(root));
          break;
        }
        case 'found':
          for (const id of act.units) {
            const u = of(id);
            if (!['app', 'cable'].includes(u.kit.joining.method))
              fault(`${u.unit.letter} is not found by a search`);
            if (searched.size === 0) fault(`${u.unit.letter} is found without a search`);
            for (const root of searched) joins(u, of(root));
          }
          break;
        case 'pair':
          for (const id of act.units) {
            paired.add(id);
            const u = of(id);
            if (isAdapter(u)) {
              touch(u);
              if (u.where === 'box') u.where = 'bench';
              u.powered = true;
              u.joined = true;
            }
          }
          break;
        case 'adapters':
          for (const id of act.units) {
            if (!paired.has(id)) fault('adapters go into the walls before they are paired');
            plugged.add(id);
            const u = of(id);
            if (isAdapter(u)) {
              if (u.powered) fault(`${u.unit.letter} is carried under power`);
              u.where = 'place';
            }
          }
          break;
        case 'carry': {
          const u = of(act.unitId);
          touch(u);
          if (u.powered) fault(`${u.unit.letter} is carried under power`);
          if (u.where === 'place') fault(`${u.unit.letter} is carried twice`);
          u.where = 'place';
          break;
        }
        case 'mount': {
          const u = of(act.unitId);
          touch(u);
          if (u.where !== 'place') fault(`${u.unit.letter} is fixed elsewhere`);
          if (u.mounted) fault(`${u.unit.letter} is fixed twice`);
          const isFixed = ['ceiling', 'wall', 'inWall', 'pole'].includes(u.kit.mount);
          if (
            (isFixed || u.kit.outdoor) &&
            !u.joined &&
            u.unit.feed.kind !== 'bridge' &&
            !u.settings.has('accessPoint')
          )
            fault(`${u.unit.letter} is fixed before it was tested`);
          u.mounted = true;
          break;
        }
      }
    }
    if (step.waitMin > 0)
      for (const id of new Set([...step.serialOf, ...(step.unitId ? [step.unitId] : [])]))
        if (touched.has(id)) of(id).busyUntilMin = step.waitEndMin;
  }

  for (const u of units.values()) {
    const { letter, feed } = u.unit;
    if (u.kit.kind === 'switch') u.joined = true;
    if (u.settings.has('accessPoint') || u.settings.has('bridgeEnds') || u.settings.has('router'))
      u.joined = true;
    if (!u.joined) faults.push(`end: ${letter} is not part of the network`);
    if (!u.powered) faults.push(`end: ${letter} has no power`);
    if (u.where !== 'place') faults.push(`end: ${letter} is not at its place`);
    if (!u.mounted) faults.push(`end: ${letter} is not fixed`);
    if (!['line', 'wireless'].includes(feed.kind) && u.lead === null)
      faults.push(`end: ${letter} hangs on no lead`);
    if (feed.kind === 'wireless' && u.lead !== null && u.kit.poe === null)
      faults.push(`end: ${letter} has a lead beside its air`);
  }
  if (!networkSet) faults.push('end: the network has no final name');
  return faults;
}
