import { adapterGroups, coaxWorkOf, type AdapterGroup } from '../plan/cost/adapters';
import type { PlanContext } from '../plan/network/context';
import type { Option } from '../plan/option/schema';
import type { Step } from './schedule';
import type { Timed } from './steps';

/** Key of the step that puts in the adapters of a group. */
const keyOf = (group: AdapterGroup): string => `adapters:${group.units[0]!.id}`;

/** The step that puts in the adapters a unit's feed runs over; null where its feed has none of its own. */
export function adaptersStepOf(context: PlanContext, option: Option, unitId: string): string | null {
  const group = adapterGroups(context, option).find((g) => g.units.some((u) => u.id === unitId));
  return group && group.outletIds.length > 0 ? keyOf(group) : null;
}

/** Steps that make the coax ready, and that pair and put in the adapters that feed units. */
export function adapterSteps(context: PlanContext, option: Option, timed: Timed): Step[] {
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
            detail: toDo,
            good: 'Filters in, splitters rated, nothing open. Tick the filter in Survey.',
            cautions: ['coaxKey'],
          }),
        ]
      : []),
    ...adapterGroups(context, option)
      .filter((g) => g.outletIds.length > 0)
      .map((g) => {
        const letters = g.units.map((u) => u.letter).join(', ');
        const powerline = g.kind === 'powerline';
        const places = g.outletIds.flatMap((id) => names.get(id) ?? []);
        return timed(keyOf(g), `Pair and plug in ${g.outletIds.length} ${g.kind} adapters for ${letters}`, {
          detail: [
            powerline
              ? 'All into the wall near each other; pair the first two within 2 minutes, then each further one.'
              : 'Test the adapters on a short lead before using the walls. All in one group.',
            ...(places.length > 0 ? [`Then to: ${places.join('; ')}.`] : []),
            'Label them. Read the link under load and enter it on its feed in Plan.',
          ],
          good: 'Every link light holds with a transfer running.',
          waitLabel: 'The adapters find each other',
          cautions: powerline ? ['strip', 'mains', 'powerlineKey'] : ['coaxKey'],
          unitId: g.units[0]!.id,
          after: powerline ? ['network'] : ['network', 'coax'],
        });
      }),
  ];
}
