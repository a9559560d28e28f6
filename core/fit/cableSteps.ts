import { lengthText } from '../site/model/lengths';
import type { PlanContext } from '../plan/network/context';
import { crossesYard, cableRunOf, entryLeadOf, spotCable, type CableRun } from '../plan/network/cableRun';
import type { Option, Unit } from '../plan/option/schema';
import type { DataRun } from '../site/model/schema';
import { isSlowRun } from '../site/check/slowRun';
import { inSentence } from '../site/model/constructions';
import { drillFor, type Hole } from '../site/cable/holes';
import type { CautionId } from './cautions';
import type { Step } from './schedule';
import type { Timed } from './steps';
import { categoryLabel, dataRunOf, parentIdOf } from '../plan/option/feeds';
import { gatewayOf } from '../plan/option/graph';

/** "2 walls and a floor to drill", or nothing. */
function drillWords({ walls, floors, holes }: CableRun): string[] {
  const thickest = holes.reduce<Hole | null>((a, b) => (a && a.thicknessM >= b.thicknessM ? a : b), null);
  const drillM = thickest && drillFor(thickest);
  const drill = thickest
    ? [
        `The thickest is ${inSentence(thickest.label)}, ${Math.round(thickest.thicknessM * 100)} cm: ${drillM ? `a drill of ${Math.round(drillM * 1000)} mm` : 'longer than any stocked drill, from both sides'}.`,
      ]
    : [];
  const parts = [
    ...(walls > 0 ? [`${walls} ${walls === 1 ? 'wall' : 'walls'}`] : []),
    ...(floors > 0 ? [`${floors} ${floors === 1 ? 'floor' : 'floors'}`] : []),
  ];
  return parts.length > 0
    ? [`${parts.join(' and ')} to pass: look for a way that is there before drilling.`, ...drill]
    : [];
}

/** What laying a cable raises: cautions beside its step. */
function cautionsOf(context: PlanContext, run: CableRun, fibre: boolean): CautionId[] {
  const { allowed } = context.brief;
  return [
    // Whatever holds a cable is fixed to something, also where no wall is passed.
    'drilling',
    ...(allowed.rented || allowed.listed || !allowed.drilling ? (['consent'] as const) : []),
    ...(run.across && !fibre ? (['copperBetween'] as const) : []),
    // What hangs off its own wall is not over the yard.
    ...(crossesYard(run) ? (['buried'] as const) : []),
    ...(run.entries > 0 ? (['outdoorCable'] as const) : []),
    ...(fibre ? (['fibre'] as const) : []),
  ];
}

/** A run that is already in the house is tested instead of laid. */
function runStep(context: PlanContext, run: DataRun, unit: Unit, timed: Timed): Step {
  const slow = isSlowRun(run);
  return timed(`cable:${unit.id}`, `Test ${run.name} for ${unit.letter}`, {
    detail: [
      `${lengthText(run.lengthM, context.brief.lengthUnit)}, ${run.certainty}. Find both ends with a tester, label them.`,
      ...(slow ? ['It only reached 100 Mb/s: a pair is likely broken. Make both ends new, test again.'] : []),
    ],
    good: 'Tester shows all eight wires; the port negotiates its full rate. Enter it in Survey.',
    unitId: unit.id,
  });
}

/** The step that lays a unit's cable, or tests the run it uses; null for other feeds. */
export function cableStep(context: PlanContext, option: Option, unit: Unit, timed: Timed): Step | null {
  const parent = option.units.find((u) => u.id === parentIdOf(unit.feed));
  const { kind } = unit.feed;
  if (!parent || (kind !== 'ethernet' && kind !== 'fibre')) return null;
  const run = context.site.dataRuns.find((r) => r.id === dataRunOf(unit.feed));
  if (run) return runStep(context, run, unit, timed);
  const found = cableRunOf(context, option, unit);
  if (!found) return null;
  const { allowed } = context.brief;
  const fibre = kind === 'fibre';
  const what = unit.feed.kind === 'ethernet' ? categoryLabel(unit.feed) : 'fibre';
  return timed(`cable:${unit.id}`, `Run ${what} from ${parent.letter} to the place of ${unit.letter}`, {
    detail: [
      `${lengthText(found.lengthM, context.brief.lengthUnit)} with slack${found.entries > 0 ? ', partly in the open' : ''}.`,
      ...drillWords(found),
      ...(found.duct ? [`Pull it through ${found.duct.name} (${found.duct.certainty}).`] : []),
      ...(found.entries > 0 ? ['A drip loop before each entry, and a seal in it.'] : []),
      ...(allowed.closedRooms ? [`Closed to us: ${allowed.closedRooms}`] : []),
      fibre
        ? 'A media converter at each end; check the link light on both.'
        : `Solid copper, tested wire by wire before the unit is hung.${found.across ? ' Surge protection at both ends.' : ''}`,
    ],
    good: fibre
      ? 'Both converters show link.'
      : 'Tester shows all eight wires; the port negotiates its full rate.',
    cautions: cautionsOf(context, found, fibre),
    unitId: unit.id,
  });
}

/** The step that brings the line to a gateway that stands elsewhere than its entry; null where none is needed. */
export function entryStep(
  context: PlanContext,
  option: Option,
  today: Option | null,
  timed: Timed,
): Step | null {
  const lead = entryLeadOf(context, option, today);
  const gateway = gatewayOf(option);
  if (!lead || !gateway) return null;
  const { lengthUnit } = context.brief;
  const title = `Bring the line from its entry to ${gateway.letter}`;
  if (lead.by === 'run')
    return timed('entry', title, {
      detail: [`Over ${lead.name}, ${lengthText(lead.lengthM, lengthUnit)}: find both ends with a tester.`],
      good: 'A laptop at the far end has the line at its full speed.',
      unitId: gateway.id,
    });
  if (lead.by === 'coax')
    return timed('entry', title, {
      detail: ['The modem moves to the coax outlet there: try its level before anything else is moved.'],
      good: 'The modem locks and keeps its rate.',
      unitId: gateway.id,
    });
  return timed('entry', title, {
    detail: [`${lengthText(lead.run.lengthM, lengthUnit)} with slack.`, ...drillWords(lead.run)],
    good: 'Tester shows all eight wires; a laptop at the far end has the line at its full speed.',
    cautions: cautionsOf(context, lead.run, false),
    unitId: gateway.id,
  });
}

/** A step for each device that gets a wire. */
export function wireSteps(context: PlanContext, option: Option, timed: Timed): Step[] {
  return option.wiredSpots.flatMap(({ spotId }) => {
    const cable = spotCable(context, option, spotId);
    const spot = context.site.spots.find((s) => s.id === spotId);
    if (!cable || !spot) return [];
    const { unit, run, lead, runName } = cable;
    const { lengthUnit } = context.brief;
    const reach =
      runName !== null
        ? `Over ${runName}.`
        : lead
          ? 'A ready-made lead.'
          : `${lengthText(run.lengthM, lengthUnit)} with slack.`;
    return [
      timed(`wire:${spotId}`, `Wire the device at ${spot.number} ${spot.name} to ${unit.letter}`, {
        detail: [reach, ...(lead || runName !== null ? [] : drillWords(run))],
        good: 'The device says it is on the cable, and its air is off.',
        cautions: lead || runName !== null ? [] : cautionsOf(context, run, false),
        unitId: unit.id,
        after: [`place:${unit.id}`],
      }),
    ];
  });
}
