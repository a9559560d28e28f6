import { adaptersShared } from '../plan/cost/adapters';
import { parentIdOf } from '../plan/option/feeds';
import { kitOf } from '../plan/network/context';
import type { Unit } from '../plan/option/schema';
import { look, type Act } from './acts';
import { called, isCrept, parentOf, type Fitting } from './fitting';
import { markOfJoin, markOfPlace } from './marks';
import { lightsOf } from './lights';
import type { Step } from './step';

/** Pairs two or more adapters on a short path, before they go into the walls. */
export function pairActs(
  kind: 'powerline' | 'coax',
  units: readonly string[],
  count: number,
  pressS: number,
): Act[] {
  const all = count === 2 ? 'Both' : `All ${count}`;
  return kind === 'powerline'
    ? [
        look(`${all} straight into wall sockets near each other, never through a surge strip.`),
        {
          verb: 'pair',
          units,
          words: `Press the pair button of one for ${pressS || 1} s, of the second within 2 minutes${count > 2 ? '; each further one the same way with one that is in already' : ''}: their key is their own then.`,
        },
        look('Label which belong together.'),
      ]
    : [
        look(`${all} on one short coax lead with a two-way splitter: test them before the walls are used.`),
        {
          verb: 'pair',
          units,
          words:
            'Power on: they find each other within a minute. Where the coax is shared with neighbours, set a privacy key now.',
        },
        look('Label which belong together.'),
      ];
}

/** A unit that is a pair of adapters itself: paired on a short path, then plugged in at both its ends. */
export function pairSteps(fitting: Fitting, unit: Unit): Step[] {
  const kit = kitOf(fitting.context, unit);
  const kind = kit.kind === 'coax' ? 'coax' : 'powerline';
  const parent = parentOf(fitting, unit);
  const isPoint = kit.radios.length > 0;
  // Its adapters serve as well whatever shares their ends.
  const units = [
    unit.id,
    ...fitting.option.units
      .filter((u) => adaptersShared(fitting.context, fitting.option, u).some((a) => a.id === unit.id))
      .map((u) => u.id),
  ];
  return [
    fitting.timed(`join:${unit.id}`, `Pair the ${kind} adapters of ${called(unit)}`, {
      acts: [
        ...pairActs(kind, units, 2, kit.joining.pressS),
        ...(isPoint
          ? [
              look(
                `Far adapter: its page by a lead, admin password, then ${fitting.context.brief.policies.names === 'one' ? `name and key as on ${fitting.root.letter}` : 'a name of its own'}; address service off.`,
              ),
            ]
          : []),
      ],
      good: 'Both adapters show their link light on the short path.',
      waitLabel: `${unit.letter} pairs`,
      cautions: kind === 'powerline' ? ['strip', 'powerlineKey'] : ['coaxKey', 'supply'],
      unitId: unit.id,
      serialOf: [unit.id],
      mark: markOfJoin(unit),
      lights: lightsOf(kit, 'setUp'),
      after: kind === 'coax' ? ['network', 'coax'] : ['network'],
    }),
    fitting.timed(`place:${unit.id}`, `Plug ${unit.letter} in at ${unit.name}`, {
      acts: [
        { verb: 'unplug', unitId: unit.id, words: 'Both off the short path.' },
        {
          verb: 'adapters',
          units,
          words: `Near adapter into the ${kind === 'coax' ? 'coax outlet' : 'socket'} at ${parent ? called(parent) : 'its uplink'}, far adapter at ${unit.name}.`,
        },
        {
          verb: 'lead',
          unitId: unit.id,
          port: 'lan',
          to: parent ? { at: 'unit', unitId: parent.id } : { at: 'outlet' },
          words: `Patch lead from the near adapter into a LAN port of ${parent ? parent.letter : 'its uplink'}.`,
        },
        { verb: 'mount', unitId: unit.id, words: 'Its key and label face outwards; nothing covers it.' },
        { verb: 'power', unitId: unit.id, from: { by: 'own' }, words: 'Both have power.' },
        look('Read the link under load and enter it on its backhaul in Plan.'),
      ],
      notes: kind === 'powerline' ? ['A big adapter blocks the next socket.'] : [],
      good: 'The link light holds with a transfer running.',
      cautions: [
        kind === 'powerline' ? 'strip' : 'supply',
        ...(isCrept(fitting.context, unit.place) ? (['loft'] as const) : []),
      ],
      unitId: unit.id,
      mark: markOfPlace(unit),
      lights: lightsOf(kit, 'afterwards'),
      after: [`join:${unit.id}`, ...(parentIdOf(unit.feed) ? [`place:${parentIdOf(unit.feed)}`] : [])],
    }),
  ];
}
