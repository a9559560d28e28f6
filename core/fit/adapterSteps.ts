import { adapterGroups, adaptersShared, coaxWorkOf, type AdapterGroup } from '../plan/cost/adapters';
import type { PlanContext } from '../plan/network/context';
import { parentIdOf } from '../plan/option/feeds';
import type { Option, Unit } from '../plan/option/schema';
import { look } from './acts';
import type { Fitting } from './fitting';
import { ADAPTER_LIGHTS } from '../kit/catalogue/recipes';
import { pairActs } from './pairSteps';
import type { Step } from './step';

/** Key of the step that puts in the adapters of a group. */
const keyOf = (group: AdapterGroup): string => `adapters:${group.units[0]!.id}`;

/** The steps that put in the adapters a unit's backhaul runs over: those of its group, and of pairs whose ends it shares. */
export function adaptersStepsOf(context: PlanContext, option: Option, unit: Unit): string[] {
  const group = adapterGroups(context, option).find((g) => g.units.some((u) => u.id === unit.id));
  if (!group) return [];
  return [
    ...(group.outletIds.length > 0 ? [keyOf(group)] : []),
    ...adaptersShared(context, option, unit)
      // A pair that hangs on the unit itself comes after it.
      .filter((u) => parentIdOf(u.feed) !== unit.id)
      .map((u) => `place:${u.id}`),
  ];
}

/** Steps that make the coax ready, and that pair and put in the adapters that feed units. */
export function adapterSteps({ context, option, timed }: Fitting): Step[] {
  const coax = coaxWorkOf(context, option);
  const toDo = coax && [
    ...(coax.entryFilter ? ['Entry filter where the coax enters, before the first splitter.'] : []),
    ...(coax.modemFilter ? ['A filter of its own before the modem.'] : []),
    ...coax.splitters.map((s) => `${s.name}: change for a ${s.ways}-way rated to 1675 MHz.`),
    ...(coax.openPorts > 0
      ? [`Close ${coax.openPorts} open ${coax.openPorts === 1 ? 'port' : 'ports'} with a terminator.`]
      : []),
  ];
  const names = new Map(
    [...context.site.coax.outlets, ...context.site.outlets].map((o) => [o.id, o.name] as const),
  );
  return [
    ...(toDo && toDo.length > 0
      ? [
          timed('coax', 'Make the coax ready for adapters', {
            acts: toDo.map(look),
            notes: ['What is ticked in Survey (filter in, splitter rated) is left out here by itself.'],
            good: 'Filters in, splitters rated, nothing open. Tick the filter in Survey.',
            cautions: ['coaxKey'],
            mark: toDo.join(' '),
          }),
        ]
      : []),
    ...adapterGroups(context, option)
      .filter((g) => g.outletIds.length > 0)
      .map((g) => {
        const letters = g.units.map((u) => u.letter).join(', ');
        const powerline = g.kind === 'powerline';
        const places = g.outletIds.flatMap((id) => names.get(id) ?? []);
        const units = g.units.map((u) => u.id);
        return timed(keyOf(g), `Pair and plug in ${g.outletIds.length} ${g.kind} adapters for ${letters}`, {
          acts: [
            ...pairActs(g.kind, units, g.outletIds.length, 1),
            {
              verb: 'adapters',
              units,
              words: `Then to their outlets${places.length > 0 ? `: ${places.join('; ')}` : ', one beside each unit and its uplink'}.`,
            },
            look('Read the link under load with a laptop and enter it on its backhaul in Plan.'),
          ],
          notes: ['Every light is read before a unit is hung on it.'],
          good: 'Every link light holds with a transfer running.',
          waitLabel: 'The adapters find each other',
          cautions: powerline ? ['strip', 'powerlineKey'] : ['coaxKey', 'supply'],
          unitId: g.units[0]!.id,
          mark: g.outletIds.join(' '),
          lights: ADAPTER_LIGHTS,
          after: powerline ? ['network'] : ['network', 'coax'],
        });
      }),
  ];
}
