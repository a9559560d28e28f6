import { powerRunOf } from '../plan/network/cableRun';
import { kitOf } from '../plan/network/context';
import { roleOf } from '../plan/network/routing';
import { radarWait } from '../plan/cost/work';
import type { Unit } from '../plan/option/schema';
import { parentIdOf } from '../plan/option/feeds';
import { look, type Act } from './acts';
import type { CautionId } from './cautions';
import {
  called,
  carriesRoot,
  isCrept,
  isOnBench,
  joinsTo,
  parentOf,
  powerOf,
  poweredBy,
  recipeOf,
  type Fitting,
} from './fitting';
import { markOfJoin, markOfPlace } from './marks';
import { lightsOf } from './lights';
import { pairSteps } from './pairSteps';
import { accessPointActs, bringToPlace, joinActs, showsOf, toJoinBench } from './recipes';
import type { Step } from './step';

/** Keys of the steps of a unit. */
export const joinKey = (unit: { id: string }): string => `join:${unit.id}`;
export const placeKey = (unit: { id: string }): string => `place:${unit.id}`;

/** What to say of a unit that is silent at first on a radar-checked channel. */
function radarWords({ context }: Fitting, unit: Unit): string[] {
  const wait = radarWait(context, unit);
  if (!wait) return [];
  return [`Channel ${wait.channel} is checked for radar: silent ${wait.min} min after start. Not a fault.`];
}

/** What carries a wired unit, in a word. */
const backhaulWord = (unit: Unit): string =>
  unit.feed.kind === 'coax' || unit.feed.kind === 'powerline'
    ? `${unit.feed.kind} adapters`
    : unit.feed.kind === 'fibre'
      ? 'fibre'
      : 'cable';

/** Cautions of fixing a unit where it goes. */
function placeCautions(fitting: Fitting, unit: Unit): CautionId[] {
  const kit = kitOf(fitting.context, unit);
  const from = powerOf(fitting, unit);
  const isHigh = kit.outdoor || kit.mount === 'pole' || kit.mount === 'ceiling';
  return [
    ...(isHigh ? (['ladder'] as const) : []),
    ...(kit.mount === 'ceiling' ? (['overhead'] as const) : []),
    ...(kit.mount === 'wall' || powerRunOf(fitting.context, fitting.option, unit)
      ? (['drilling'] as const)
      : []),
    ...(kit.mount === 'inWall' ? ([kit.poe === null ? 'mains' : 'dataPlate'] as const) : []),
    ...(kit.outdoor || unit.place.storeyId === null ? (['outdoorCable', 'radio'] as const) : []),
    ...(isCrept(fitting.context, unit.place) ? (['loft'] as const) : []),
    ...(kit.mount === 'plugIn' ? (['strip'] as const) : []),
    ...(from.by === 'injector' || (from.by === 'own' && kit.mount !== 'plugIn') ? (['supply'] as const) : []),
  ];
}

/** Reads the light at the place, and goes on from what it says. */
function readsAtPlace(fitting: Fitting, unit: Unit): Pick<Step, 'good' | 'notes'> {
  const kit = kitOf(fitting.context, unit);
  const holds = showsOf(kit, 'holds', 'afterwards');
  const isWireless = unit.feed.kind === 'wireless';
  return {
    good: `Its light says that it holds${holds ? `: ${holds}` : ''}; its page names the backhaul that was planned.`,
    notes: [
      isWireless
        ? 'Give it 1 to 3 minutes. Lost: one step back towards its uplink, wait, read again.'
        : `Confirm that it really uses its ${backhaulWord(unit)} and has not fallen back to wireless.`,
      ...radarWords(fitting, unit),
    ],
  };
}

/** A unit is joined once the final name is set, beside a root that is where it stays; what the root hangs on comes before. */
const afterName = (fitting: Fitting, unit: Unit): string[] => {
  const { root, gateway } = fitting;
  if (carriesRoot(fitting, unit)) return ['gateway'];
  return ['network', ...(root.id === gateway.id ? [] : [placeKey(root)])];
};

/** What a unit's place waits for: its cable, its adapters, and the unit it is fed by. */
const beforePlace = (unit: Unit, adapters: readonly string[]): string[] => [
  `cable:${unit.id}`,
  ...adapters,
  ...(parentIdOf(unit.feed) ? [`place:${parentIdOf(unit.feed)}`] : []),
];

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

/** Two aimed units: set up and linked across the room, then fixed at both ends and aimed. */
function bridgeSteps(fitting: Fitting, unit: Unit): Step[] {
  const { context, root } = fitting;
  const kit = kitOf(context, unit);
  const parent = parentOf(fitting, unit) ?? root;
  return [
    fitting.timed(joinKey(unit), `Set up both ends of ${called(unit)} on the bench`, {
      acts: [
        look(
          `Both ends beside ${root.letter}, some metres apart and not facing each other closely; label them near and far.`,
        ),
        {
          verb: 'power',
          unitId: unit.id,
          from: powerOf(fitting, unit),
          words: 'Each on its own injector: data side to the laptop, powered side to the unit.',
        },
        look('Set the country first, then an admin password of its own on each.'),
        {
          verb: 'set',
          unitId: unit.id,
          what: 'bridgeEnds',
          words:
            'Near end: serves, with a name and key of its own. Far end: connects to it. Channel as planned, both as a bridge that hands out no addresses.',
        },
        look(
          'Lower the power for the test if a page asks for it, and put it back: the limit of the country holds.',
        ),
      ],
      good: 'They link across the room, and a laptop behind the far end reaches the internet.',
      waitLabel: `${unit.letter} updates`,
      cautions: ['updating', 'poe', 'radio'],
      unitId: unit.id,
      serialOf: [unit.id],
      mark: markOfJoin(unit),
      lights: lightsOf(kit, 'setUp'),
      after: afterName(fitting, unit),
    }),
    fitting.timed(
      placeKey(unit),
      `Fix both ends of ${unit.letter}, at ${called(parent)} and at ${unit.name}, and aim them`,
      {
        acts: [
          { verb: 'unplug', unitId: unit.id, words: 'Both ends off the bench: their updates are over.' },
          {
            verb: 'carry',
            unitId: unit.id,
            words: `Near end to ${called(parent)}, far end to ${unit.name}.`,
          },
          { verb: 'mount', unitId: unit.id, words: mountOfBridge },
          {
            verb: 'lead',
            unitId: unit.id,
            port: 'lan',
            to: { at: 'unit', unitId: parent.id },
            words: `Near end: the data side of its injector to a LAN port of ${parent.letter}.`,
          },
          { verb: 'power', unitId: unit.id, from: powerOf(fitting, unit), words: 'Both injectors on.' },
          look(
            'Aim: turn one end slowly side to side, then up and down, for the best level; fix it; then the other.',
          ),
        ],
        notes: [
          'A clear view from end to end, well above heads, carts and leaves.',
          ...radarWords(fitting, unit),
        ],
        good: 'The level is within 3 dB of what was expected, and a transfer holds.',
        waitLabel: `${unit.letter} settles`,
        cautions: [...placeCautions(fitting, unit), 'poe'],
        unitId: unit.id,
        mark: markOfPlace(unit),
        lights: lightsOf(kit, 'afterwards'),
        after: [
          joinKey(unit),
          `cable:${unit.id}`,
          ...(parentIdOf(unit.feed) ? [`place:${parentIdOf(unit.feed)}`] : []),
        ],
      },
    ),
  ];
}

const mountOfBridge = 'Fix each upright with its entry downwards, a drip loop below it; seal the entry.';
