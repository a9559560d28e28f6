import { lengthText } from '../site/model/lengths';
import type { PlanContext } from '../plan/network/context';
import { crossesYard, cableRunOf, entryLeadOf, spotCable, type CableRun } from '../plan/network/cableRun';
import { adapterLeadsOf } from '../plan/network/adapterLeads';
import type { Unit } from '../plan/option/schema';
import type { DataRun, Place } from '../site/model/schema';
import { isSlowRun } from '../site/check/slowRun';
import { inSentence } from '../site/model/constructions';
import { drillFor, type Hole } from '../site/cable/holes';
import type { CautionId } from './cautions';
import { look } from './acts';
import { called, isCrept, markOfCable, type Fitting } from './fitting';
import { markOfPlace } from './marks';
import type { Step } from './step';
import { categoryLabel, dataRunOf, parentIdOf } from '../plan/option/feeds';

/** "2 walls and a floor to drill", or nothing. */
export function drillWords({ walls, floors, holes }: CableRun): string[] {
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
export function cautionsOf(context: PlanContext, run: CableRun, fibre: boolean): CautionId[] {
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

/** Cautions of the storeys a cable lies in. */
const creptBy = (context: PlanContext, run: CableRun, ends: readonly Place[]): CautionId[] =>
  ends.some((p) => isCrept(context, p)) ||
  run.route?.legs.some((l) => isCrept(context, { ...ends[0]!, storeyId: l.from.storeyId }))
    ? ['loft']
    : [];

/** A run that is already in the house is tested instead of laid. */
function runStep(fitting: Fitting, run: DataRun, unit: Unit): Step {
  const { context, timed } = fitting;
  const slow = isSlowRun(run);
  return timed(`cable:${unit.id}`, `Test ${run.name} for ${unit.letter}`, {
    acts: [
      look('Find both ends with a tester, label them.'),
      ...(slow
        ? [look('It only reached 100 Mb/s: a pair is likely broken. Make both ends new, test again.')]
        : []),
      look('Enter what the tester says in Survey.'),
    ],
    notes: [`${lengthText(run.lengthM, context.brief.lengthUnit)}, ${run.certainty}.`],
    good: 'Tester shows all eight wires; the port negotiates its full rate.',
    // Its plates come off to make the ends new.
    cautions: slow ? ['dataPlate'] : [],
    unitId: unit.id,
    mark: markOfCable(fitting, unit),
  });
}

/** A unit at the side of its uplink hangs on a patch lead. */
const leadStep = (fitting: Fitting, unit: Unit, parent: Unit): Step =>
  fitting.timed(`cable:${unit.id}`, `A patch lead from ${parent.letter} to ${unit.letter}`, {
    acts: [look(`From a free LAN port of ${parent.letter}; label both ends.`)],
    good: 'Link light at the full rate of the port.',
    unitId: unit.id,
    mark: markOfCable(fitting, unit),
  });

/** Cables from adapters to what hangs on them, where no lead reaches; null where leads do. */
function adapterLeadStep(fitting: Fitting, unit: Unit, parent: Unit): Step | null {
  const { context, option, timed } = fitting;
  const leads = adapterLeadsOf(context, option, unit);
  if (leads.length === 0) return null;
  const toward = (end: 'near' | 'far') => called(end === 'near' ? parent : unit);
  return timed(
    `cable:${unit.id}`,
    `Run a cable from the adapter for ${unit.letter}: ${leads.map((l) => `${l.outletName} to ${toward(l.end)}`).join(', ')}`,
    {
      acts: [
        look('No lead reaches: the outlet is in another room or too far off.'),
        look('Both ends made and labelled; tested wire by wire before anything is hung on it.'),
      ],
      notes: leads.flatMap(({ run }) => [
        `${lengthText(run.lengthM, context.brief.lengthUnit)} with slack.`,
        ...drillWords(run),
      ]),
      good: 'Tester shows all eight wires.',
      cautions: [
        ...new Set(
          leads.flatMap(({ run }) => [
            ...cautionsOf(context, run, false),
            ...creptBy(context, run, [parent.place, unit.place]),
          ]),
        ),
      ],
      unitId: unit.id,
      mark: [markOfCable(fitting, unit), ...leads.map((l) => l.outletId)].join(' '),
    },
  );
}

/** The step that lays a unit's cable, or tests the run it uses; null for other backhauls. */
export function cableStep(fitting: Fitting, unit: Unit): Step | null {
  const { context, option } = fitting;
  const parent = option.units.find((u) => u.id === parentIdOf(unit.feed));
  const { kind } = unit.feed;
  if (!parent) return null;
  if (kind !== 'ethernet' && kind !== 'fibre') return adapterLeadStep(fitting, unit, parent);
  const run = context.site.dataRuns.find((r) => r.id === dataRunOf(unit.feed));
  if (run) return runStep(fitting, run, unit);
  const found = cableRunOf(context, option, unit);
  if (!found) return leadStep(fitting, unit, parent);
  const { allowed } = context.brief;
  const fibre = kind === 'fibre';
  const what = unit.feed.kind === 'ethernet' ? categoryLabel(unit.feed) : 'fibre';
  return fitting.timed(
    `cable:${unit.id}`,
    `Run ${what} from ${called(parent)} to the place of ${called(unit)}`,
    {
      acts: [
        ...(found.duct ? [look(`Pull it through ${found.duct.name} (${found.duct.certainty}).`)] : []),
        ...(found.entries > 0 ? [look('A drip loop before each entry, and a seal in it.')] : []),
        look(
          fibre
            ? 'A media converter at each end, each on its own supply; check the link light on both.'
            : 'Both ends made and labelled; tested wire by wire before the unit is hung.',
        ),
        ...(found.across && !fibre
          ? [look('Surge protection at both ends, bonded as the local code asks.')]
          : []),
      ],
      notes: [
        `${lengthText(found.lengthM, context.brief.lengthUnit)} with slack${found.entries > 0 ? ', partly in the open' : ''}${fibre ? '' : '; solid copper'}.`,
        ...drillWords(found),
        ...(allowed.closedRooms ? [`Closed to us: ${allowed.closedRooms}`] : []),
      ],
      good: fibre
        ? 'Both converters show link.'
        : 'Tester shows all eight wires; the port negotiates its full rate.',
      cautions: [
        ...cautionsOf(context, found, fibre),
        ...creptBy(context, found, [parent.place, unit.place]),
        ...(fibre ? (['supply'] as const) : []),
      ],
      unitId: unit.id,
      mark: markOfCable(fitting, unit),
    },
  );
}

/** The step that brings the line to a gateway that stands elsewhere than its entry; null where none is needed. */
export function entryStep({ context, option, today, gateway, timed }: Fitting): Step | null {
  const lead = entryLeadOf(context, option, today);
  if (!lead) return null;
  const { lengthUnit } = context.brief;
  const title = `Bring the line from its entry to ${called(gateway)}`;
  const mark = markOfPlace(gateway);
  if (lead.by === 'run')
    return timed('entry', title, {
      acts: [
        look(`Over ${lead.name}, ${lengthText(lead.lengthM, lengthUnit)}: find both ends with a tester.`),
      ],
      good: 'A laptop at the far end has the line at its full speed.',
      unitId: gateway.id,
      mark,
    });
  if (lead.by === 'coax')
    return timed('entry', title, {
      acts: [look('The modem moves to the coax outlet there: try its level before anything else is moved.')],
      good: 'The modem locks and keeps its rate.',
      unitId: gateway.id,
      mark,
    });
  return timed('entry', title, {
    acts: [look('Lay it, make and label both ends, test wire by wire.')],
    notes: [`${lengthText(lead.run.lengthM, lengthUnit)} with slack.`, ...drillWords(lead.run)],
    good: 'Tester shows all eight wires; a laptop at the far end has the line at its full speed.',
    cautions: [
      ...cautionsOf(context, lead.run, false),
      ...creptBy(context, lead.run, [context.site.lineEntry, gateway.place]),
    ],
    unitId: gateway.id,
    mark,
  });
}

/** A step for each device that gets a wire. */
export function wireSteps({ context, option, timed }: Fitting): Step[] {
  return option.wiredSpots.flatMap(({ spotId }) => {
    const cable = spotCable(context, option, spotId);
    const spot = context.site.spots.find((s) => s.id === spotId);
    if (!cable || !spot) return [];
    const { unit, run, lead, runName } = cable;
    const { lengthUnit } = context.brief;
    const isLaid = !lead && runName === null;
    return [
      timed(`wire:${spotId}`, `Wire the device at ${spot.number} ${spot.name} to ${unit.letter}`, {
        acts: [
          look(
            runName !== null
              ? `Over ${runName}: test it, a patch lead at each end.`
              : lead
                ? 'A patch lead of its own length, along the wall.'
                : 'Lay it, make and label both ends, test wire by wire.',
          ),
          look('Plug the device in and switch its Wi-Fi off.'),
        ],
        notes: isLaid ? [`${lengthText(run.lengthM, lengthUnit)} with slack.`, ...drillWords(run)] : [],
        good: 'The device says that it is on the cable.',
        cautions: isLaid
          ? [...cautionsOf(context, run, false), ...creptBy(context, run, [unit.place, spot.place])]
          : [],
        unitId: unit.id,
        after: [`place:${unit.id}`],
      }),
    ];
  });
}
