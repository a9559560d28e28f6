import { oldLineText } from '../brief/oldRouter';
import type { PlanContext } from '../plan/network/context';
import { isUnplugging } from '../plan/cost/work';
import { kitOf } from '../plan/network/context';
import { parentIdOf } from '../plan/option/feeds';
import type { Option, Unit } from '../plan/option/schema';
import { look } from './acts';
import { apartSteps } from './apartSteps';
import { adapterSteps, adaptersStepsOf } from './adapterSteps';
import { cableStep, entryStep, wireSteps } from './cableSteps';
import { called, fittingOf, isOnBench, joinsTo, recipeOf, type Fitting } from './fitting';
import { powerSteps } from './powerStep';
import { handOf } from './hand';
import { deviceLines, type DeviceLine } from './devices';
import { lineSteps } from './lineSteps';
import type { ScheduledStep, Step } from './step';
import { schedule } from './schedule';
import { joinKey } from './placing';
import { joined, unitSteps } from './unitSteps';

/** Steps that put devices back on the network, those that must not be long without it as soon as there is one. */
function deviceSteps({ context, timed }: Fitting, placed: readonly string[]): Step[] {
  const lines = deviceLines(context.brief);
  const step = (key: string, title: string, own: readonly DeviceLine[], after: readonly string[]): Step[] =>
    own.length === 0
      ? []
      : [
          timed(key, title, {
            acts: own.map((d) =>
              look([`${d.name}${d.network ? ` to “${d.network}”` : ''}.`, ...d.words].join(' ')),
            ),
            good: 'Each does what it did before.',
            mark: own.map((d) => d.id).join(' '),
            after: [...after],
          }),
        ];
  return [
    ...step(
      'devicesFirst',
      'First the devices that matter',
      lines.filter((d) => d.matters),
      ['network'],
    ),
    ...step(
      'devices',
      'The other devices, one by one',
      lines.filter((d) => !d.matters),
      placed,
    ),
  ];
}

/** Units in the order they are fed: parents first, then by letter. */
function feedOrder(option: Option): Unit[] {
  const out: Unit[] = [];
  const left = [...option.units].sort((a, b) => a.letter.localeCompare(b.letter));
  while (left.length > 0) {
    const i = left.findIndex(
      (u) => parentIdOf(u.feed) === null || out.some((p) => p.id === parentIdOf(u.feed)),
    );
    out.push(...left.splice(Math.max(0, i), 1));
  }
  return out;
}

/** Units that are joined in one step, because their kit finds several at once, by the kit. */
function batches(fitting: Fitting, units: readonly Unit[]): Unit[][] {
  const byKit = new Map<string, Unit[]>();
  for (const u of units) {
    const { joining } = kitOf(fitting.context, u);
    const isOfMany =
      joining.batch &&
      recipeOf(fitting, u) === 'join' &&
      isOnBench(fitting, u) &&
      joinsTo(fitting, u).id === fitting.root.id;
    if (isOfMany) byKit.set(u.kitId, [...(byKit.get(u.kitId) ?? []), u]);
  }
  return [...byKit.values()].filter((b) => b.length > 1);
}

/** The steps of an option in the order they are told, unscheduled; empty where nothing is on the line. */
export function stepsOf(context: PlanContext, option: Option, today: Option | null = null): Step[] {
  const fitting = fittingOf(context, option, today);
  if (!fitting) return [];
  const { gateway, timed } = fitting;
  const others = feedOrder(option).filter((u) => u.id !== gateway.id);
  const together = batches(fitting, others);
  /** Key of the step that joins a unit, where others are joined with it. */
  const joinedIn = new Map(together.flatMap((b) => b.map((u) => [joinKey(u), joinKey(b[0]!)] as const)));
  const ofUnits = others.flatMap((u) =>
    unitSteps(fitting, u, adaptersStepsOf(context, option, u)).filter((s) => !joinedIn.has(s.key)),
  );
  const steps = [
    ...lineSteps(fitting, entryStep(fitting)),
    ...ofUnits.filter((s) => s.key.startsWith('join:')),
    ...together.map((b) => joined(fitting, b)),
    ...others.flatMap((u) => cableStep(fitting, u) ?? []),
    ...adapterSteps(fitting),
    ...ofUnits.filter((s) => !s.key.startsWith('join:')),
    ...wireSteps(fitting),
    timed('names', 'Name every unit by its place', {
      acts: others.map((u) => look(called(u))),
      good: 'The set-up page shows places, not serials.',
      mark: others.map((u) => u.name).join(' '),
      after: others.flatMap((u) => [`place:${u.id}`, joinKey(u)]),
    }),
    ...powerSteps(fitting),
    ...apartSteps(fitting),
    ...deviceSteps(fitting, ['names']),
    ...(isUnplugging(context, option, today)
      ? [
          timed('old', 'Test telephone, alarm and what hung on the old router', {
            acts: [
              ...(context.brief.oldRouter.telephone ? [look('Telephone: a call out and a call in.')] : []),
              ...(context.brief.oldRouter.alarm ? [look('Alarm: a test with its centre.')] : []),
              ...(context.brief.oldRouter.forwardedPort
                ? [look('The forwarded port: reached from outside again.')]
                : []),
              look('Telephone and alarm are asked about once more, whatever the brief says.'),
              look(
                'The old router’s sheet, line by line: each is set on the new one, or not wanted any more.',
              ),
              ...context.brief.oldRouter.sheet.flatMap((l) =>
                l.became === 'dropped' ? [] : [look(`${oldLineText(l)}.`)],
              ),
            ],
            good: 'What worked before works again.',
            cautions: ['phoneAlarm'],
            after: ['names'],
          }),
        ]
      : []),
    timed('read', 'Read every spot again, and each link under load', {
      acts: [look('The line by cable first.'), look('Same place, same device, three runs a spot.')],
      notes: ['It is entered in After, and ticked by itself once every spot has its runs.'],
      good: 'Every spot that was dead has its runs in After.',
      after: [
        'names',
        'power',
        'old',
        'devices',
        'devicesFirst',
        ...option.wiredSpots.map((w) => `wire:${w.spotId}`),
      ],
    }),
  ];
  return steps.map((s) => ({
    ...s,
    hand: handOf(fitting, s),
    after: [...new Set(s.after.map((k) => joinedIn.get(k) ?? k))],
  }));
}

/**
 * The ordered run sheet of an option, as it is fitted without call-backs: boxes, labels, gateway, final name before
 * satellites, cables while units update, joining one by one or all at once as the kit has it, placing parents first.
 * Empty where nothing is planned.
 */
export const runSheet = (
  context: PlanContext,
  option: Option,
  today: Option | null = null,
): ScheduledStep[] => schedule(stepsOf(context, option, today), context.brief.policies.crew);
