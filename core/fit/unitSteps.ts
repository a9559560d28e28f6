import { kitOf } from '../plan/network/context';
import { roleOf } from '../plan/network/routing';
import type { Unit } from '../plan/option/schema';
import { look, type Act } from './acts';
import { bridgeSteps } from './bridgeSteps';
import {
  called,
  isCrept,
  isOnBench,
  joinsTo,
  parentOf,
  powerOf,
  poweredBy,
  recipeOf,
  type Fitting,
} from './fitting';
import { lightsOf } from './lights';
import { markOfJoin, markOfPlace } from './marks';
import { pairSteps } from './pairSteps';
import {
  afterName,
  beforePlace,
  joinKey,
  placeCautions,
  placeKey,
  radarWords,
  readsAtPlace,
} from './placing';
import { accessPointActs, bringToPlace, joinActs, showsOf, toJoinBench } from './recipes';
import type { Step } from './step';

/** Steps that bring one unit into the network and to its place, in whichever order the job and its kit ask for. */
export function unitSteps(
  fitting: Fitting,
  unit: Unit,
  /** Steps that put in the adapters its backhaul runs over. */
  adapters: readonly string[],
): Step[] {
  switch (recipeOf(fitting, unit)) {
    case 'switch':
      return switchSteps(fitting, unit, adapters);
    case 'pair':
      return pairSteps(fitting, unit);
    case 'bridge':
      return bridgeSteps(fitting, unit);
    case 'root':
      return rootSteps(fitting, unit, adapters);
    case 'accessPoint':
      return [accessPointStep(fitting, unit), carried(fitting, unit, adapters, true)];
    default:
      return isOnBench(fitting, unit)
        ? [joined(fitting, [unit]), carried(fitting, unit, adapters, true)]
        : placedFirst(fitting, unit, adapters);
  }
}

/** The step that joins units of one kit on the bench: several at once where the kit finds several. */
export function joined(fitting: Fitting, units: readonly Unit[]): Step {
  const [first] = units;
  const unit = first!;
  const kit = kitOf(fitting.context, unit);
  const to = joinsTo(fitting, unit);
  const isFar = to.id !== fitting.root.id;
  const title = `Join ${units.map(called).join(', ')} beside ${to.letter}`;
  return {
    ...fitting.timed(joinKey(unit), title, {
      acts: [...units.flatMap((u) => toJoinBench(fitting, u)), ...joinActs(fitting, units)],
      notes:
        kit.kind === 'extender' && kit.joining.method === 'button'
          ? [
              `The button joins one band with some routers: look on its page that both bands of ${to.letter} are taken, else enter the missing one there.`,
            ]
          : [],
      good: `Steady light${units.length > 1 ? 's' : ''}, and the serial found is the one on the label.`,
      cautions: ['updating', ...(kit.poe ? (['poe'] as const) : [])],
      after: [...afterName(fitting, unit), ...(isFar ? [placeKey(to)] : [])],
    }),
    ...joinFields(fitting, units),
  };
}

/** What a joining step has beside its words. */
function joinFields(fitting: Fitting, units: readonly Unit[]) {
  const [first] = units;
  const kit = kitOf(fitting.context, first!);
  const works = units.map((u) => fitting.timed(joinKey(u), ''));
  return {
    ticks: units.map((u) => ({ key: joinKey(u), mark: markOfJoin(u) })),
    unitId: first!.id,
    serialOf: units.map((u) => u.id),
    handsMin: works.reduce((sum, w) => sum + w.handsMin, 0),
    waitMin: Math.max(...works.map((w) => w.waitMin)),
    waitLabel: `${units.map((u) => u.letter).join(', ')} ${units.length === 1 ? 'updates' : 'update'}`,
    lights: lightsOf(kit, 'setUp'),
    joins: {
      joining: kit.joining,
      root: joinsTo(fitting, first!).letter,
      joiners: units.map((u) => u.letter),
      joinMin: kit.joining.joinMin,
      updateMin: kit.waitMin,
    },
  };
}

/** The step that carries a unit from the bench to its place. */
function carried(fitting: Fitting, unit: Unit, adapters: readonly string[], wasPowered: boolean): Step {
  return fitting.timed(
    placeKey(unit),
    `Carry ${unit.letter} to ${unit.name || 'its place'}, read its light`,
    {
      ...readsAtPlace(fitting, unit),
      acts: bringToPlace(fitting, unit, wasPowered),
      waitLabel: `${unit.letter} settles`,
      cautions: placeCautions(fitting, unit),
      unitId: unit.id,
      mark: markOfPlace(unit),
      lights: lightsOf(kitOf(fitting.context, unit), 'afterwards'),
      after: [joinKey(unit), ...beforePlace(unit, adapters)],
    },
  );
}

/** Place first: it is stood where it stays, and joined there; what is not found comes one step closer. */
function placedFirst(fitting: Fitting, unit: Unit, adapters: readonly string[]): Step[] {
  const kit = kitOf(fitting.context, unit);
  const to = joinsTo(fitting, unit);
  const parent = parentOf(fitting, unit);
  const readsFirst: Act[] = [
    {
      verb: 'await',
      unitId: unit.id,
      light: 'ready',
      words: `Wait until ${unit.letter} has started${showsOf(kit, 'ready', 'setUp') ? ` (${showsOf(kit, 'ready', 'setUp')})` : ''}.`,
    },
  ];
  return [
    fitting.timed(placeKey(unit), `Put ${unit.letter} in its place: ${unit.name || 'as planned'}`, {
      acts: bringToPlace(fitting, unit, false),
      notes: radarWords(fitting, unit),
      good: 'It has power and has started.',
      waitLabel: `${unit.letter} starts`,
      cautions: placeCautions(fitting, unit),
      unitId: unit.id,
      mark: markOfPlace(unit),
      lights: lightsOf(kit, 'setUp'),
      after: ['network', ...beforePlace(unit, adapters)],
    }),
    {
      ...fitting.timed(joinKey(unit), `Join ${called(unit)} where it stands`, {
        acts: [...readsFirst, ...joinActs(fitting, [unit])],
        notes: ['Not found: one step closer to its uplink, and start again.'],
        good: `${readsAtPlace(fitting, unit).good} The serial found is the one on the label.`,
        cautions: ['updating'],
        after: [
          ...afterName(fitting, unit),
          placeKey(unit),
          // What it is fed by has joined before it, or nothing finds it.
          ...(parent && parent.id !== to.id ? [joinKey(parent)] : []),
          ...(to.id !== fitting.root.id ? [joinKey(to)] : []),
        ],
      }),
      ...joinFields(fitting, [unit]),
    },
  ];
}

function switchSteps(fitting: Fitting, unit: Unit, adapters: readonly string[]): Step[] {
  const kit = kitOf(fitting.context, unit);
  const hanging = poweredBy(fitting, unit);
  return [
    fitting.timed(placeKey(unit), `Fix ${unit.letter} at ${unit.name} and power it`, {
      acts: bringToPlace(fitting, unit, hanging.length > 0),
      notes: [
        'It needs no joining. One cable to its uplink, never two: that is a loop.',
        ...(kit.poeSource ? ['Powered ports: nothing but standard devices on them.'] : []),
      ],
      good: 'Link light at the rate of the port on both ends of its backhaul.',
      cautions: [
        ...(kit.poeSource ? (['poe'] as const) : []),
        'supply',
        ...(isCrept(fitting.context, unit.place) ? (['loft'] as const) : []),
      ],
      unitId: unit.id,
      mark: markOfPlace(unit),
      // What is tried on the bench with this very switch is tried before it is fixed.
      after: [...hanging.map(joinKey), ...beforePlace(unit, adapters)],
    }),
  ];
}

/** A box that joins nothing: set up on its page, then put on its cable. */
function accessPointStep(fitting: Fitting, unit: Unit): Step {
  const kit = kitOf(fitting.context, unit);
  return fitting.timed(joinKey(unit), `Set up ${called(unit)} as an access point: it joins nothing`, {
    acts: accessPointActs(fitting, unit),
    good: 'A laptop on its lead gets its address from the router, and the serial is the one on the label.',
    waitLabel: `${unit.letter} updates`,
    cautions: ['updating', 'keys', ...(kit.poe ? (['poe'] as const) : [])],
    unitId: unit.id,
    serialOf: [unit.id],
    mark: markOfJoin(unit),
    lights: lightsOf(kit, 'setUp'),
    after: afterName(fitting, unit),
  });
}

/** The first unit of a mesh behind the box on the line: set up, not joined. */
function rootSteps(fitting: Fitting, unit: Unit, adapters: readonly string[]): Step[] {
  const { context, gateway } = fitting;
  const kit = kitOf(context, unit);
  const bridged = gateway.role === 'bridge';
  const routes = roleOf(context, fitting.option, unit) === 'router';
  return [
    fitting.timed(joinKey(unit), `Set up ${called(unit)} as the first of the mesh`, {
      acts: [
        look(`Stand ${unit.letter} beside ${gateway.letter}.`),
        {
          verb: 'lead',
          unitId: unit.id,
          port: 'wan',
          to: { at: 'unit', unitId: gateway.id },
          words: `A lead from a LAN port of ${gateway.letter} into the WAN port of ${unit.letter}${bridged ? '' : '; in access-point mode it still goes there on most kit'}.`,
        },
        {
          verb: 'power',
          unitId: unit.id,
          from: powerOf(fitting, unit),
          words: `Power ${unit.letter} on; it is set up, it joins nothing.`,
        },
        ...(routes
          ? [
              {
                verb: 'set' as const,
                unitId: unit.id,
                what: 'router' as const,
                words: bridged
                  ? `In its app: it routes, ${gateway.letter} is bridged.`
                  : `In its app: it routes, behind ${gateway.letter} which routes too: two routers in a row, as planned.`,
              },
            ]
          : []),
      ],
      good: 'Its light is steady and a laptop on it reaches the internet.',
      waitLabel: `${unit.letter} updates`,
      cautions: ['updating'],
      unitId: unit.id,
      serialOf: [unit.id],
      mark: markOfJoin(unit),
      lights: lightsOf(kit, 'setUp'),
      // A box that is to be bridged is so before another routes behind it.
      after: ['gateway', ...(bridged ? ['roles'] : [])],
    }),
    {
      ...carried(fitting, unit, adapters, true),
      title: `Put ${unit.letter} in its place: ${unit.name || 'as planned'}`,
      notes: [],
      // Names and joins are done beside it, and it stays there while they are.
      after: [joinKey(unit), 'network', ...beforePlace(unit, adapters)],
    },
  ];
}
