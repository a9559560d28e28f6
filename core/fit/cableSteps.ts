import { lengthText } from '../site/model/lengths';
import type { PlanContext } from '../plan/evaluate/context';
import { hopOf } from '../plan/evaluate/hop';
import type { Option, Unit } from '../plan/option/schema';
import { ductBetween } from '../plan/evaluate/surroundings';
import { buildingAt } from '../site/model/levels';
import type { DataRun, Duct } from '../site/model/schema';
import { isSlowRun } from '../site/check/slowRun';
import type { CautionId } from './cautions';
import type { Step } from './schedule';
import type { Timed } from './steps';
import { categoryLabel, dataRunOf, parentIdOf } from '../plan/option/feeds';

function betweenBuildings(context: PlanContext, a: Unit, b: Unit): boolean {
  const at = (u: Unit) => buildingAt(context.site, u.place.xM, u.place.yM)?.id ?? null;
  return at(a) !== at(b);
}

const ductOf = (context: PlanContext, a: Unit, b: Unit): Duct | null => {
  const at = (u: Unit) => buildingAt(context.site, u.place.xM, u.place.yM)?.id ?? '';
  return ductBetween(context.site, at(a), at(b));
};

/** A run that is already in the house is tested instead of laid. */
function runStep(context: PlanContext, run: DataRun, unit: Unit, timed: Timed): Step {
  const slow = isSlowRun(run);
  return timed(`cable:${unit.id}`, `Test ${run.name} for ${unit.letter}`, {
    detail: [
      `${lengthText(run.lengthM, context.brief.lengthUnit)}, ${run.evidence}. Find both ends with a tester, label them.`,
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
  const lengthM = hopOf(context, option, unit)?.lengthM ?? 0;
  const across = betweenBuildings(context, parent, unit);
  const { allowed } = context.brief;
  const cautions: CautionId[] = ['drilling'];
  if (allowed.rented || allowed.listed || !allowed.drilling) cautions.push('consent');
  const duct = across ? ductOf(context, parent, unit) : null;
  if (across) cautions.push(...(kind === 'ethernet' ? (['copperBetween'] as const) : []));
  if (across) cautions.push(...(duct ? [] : (['buried'] as const)), 'outdoorCable');
  if (kind === 'fibre') cautions.push('fibre');
  const what = kind === 'fibre' ? 'fibre' : categoryLabel(unit.feed);
  return timed(`cable:${unit.id}`, `Run ${what} from ${parent.letter} to the place of ${unit.letter}`, {
    detail: [
      `${lengthText(lengthM, context.brief.lengthUnit)} with slack${across ? ', from building to building' : ''}.`,
      ...(duct ? [`Pull it through ${duct.name} (${duct.evidence}).`] : []),
      ...(allowed.closedRooms ? [`Closed to us: ${allowed.closedRooms}`] : []),
      kind === 'fibre'
        ? 'A media converter at each end; check the link light on both.'
        : 'Solid copper, tested wire by wire before the unit is hung.',
    ],
    good:
      kind === 'fibre'
        ? 'Both converters show link.'
        : 'Tester shows all eight wires; the port negotiates its full rate.',
    cautions,
    unitId: unit.id,
  });
}
