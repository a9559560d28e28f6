import { kitOf, type PlanContext } from '../../plan/network/context';
import { powerOfRadio, settingKey } from '../../plan/network/radios';
import { MOST_POWER_STEPS, POWER_STEP_DB, loweredUnit } from '../../plan/network/radioPower';
import type { Option, Unit } from '../../plan/option/schema';
import { withChannels } from '../../plan/links/channelPlan';
import { predictOption } from '../../plan/predict/predict';
import type { Prediction } from '../../plan/predict/prediction';
import { meets } from '../../plan/links/judge';
import type { Band } from '../../radio/link/bands';

/** Units that are tried, those most stick to first. */
const MOST_UNITS = 8;

/** A radio that is to send with less. */
export interface Lowered {
  unitId: string;
  letter: string;
  band: Band;
  fromDbm: number;
  toDbm: number;
}

/** A spot whose device may stay on a unit that does not give it what it needs. */
export interface Stuck {
  spotId: string;
  number: number;
  name: string;
  unitId: string;
}

/** Where devices would stay on a unit that is no good to them, and the least power that makes them let go. */
export interface LeastPower {
  now: Stuck[];
  /** What still sticks with that power. */
  then: Stuck[];
  lowered: Lowered[];
  /** Units devices stick to that were not tried: those fewest stick to. */
  untried: number;
  /** The option with it set; the very same where nothing is to be gained. */
  option: Option;
}

/** Spots that work, and would not on the unit their device may stay on. */
const stuckIn = (predictions: readonly Prediction[]): Stuck[] =>
  predictions.flatMap((p) =>
    p.stuck && p.alone === 'works' && !meets({ ...p.stuck, latencyMs: 0 }, p.need)
      ? [{ spotId: p.spotId, number: p.number, name: p.name, unitId: p.stuck.unitId }]
      : [],
  );

const works = (p: Prediction): number => Number(p.alone === 'works') + Number(p.verdict === 'works');
/** Whether no spot is worse for a change, alone or at the busy hour, and none that fails already loses its connection. */
const isNoWorse = (now: readonly Prediction[], then: readonly Prediction[]): boolean =>
  now.every(
    (p, i) => works(then[i]!) >= works(p) && (p.verdict === 'noSignal' || then[i]!.verdict !== 'noSignal'),
  );

/** Radios that send with less in one state of a unit than in another. */
const loweredIn = (context: PlanContext, was: Unit, is: Unit): Lowered[] =>
  kitOf(context, was).radios.flatMap((radio): Lowered[] => {
    const [fromDbm, toDbm] = [powerOfRadio(was, radio), powerOfRadio(is, radio)];
    return toDbm < fromDbm ? [{ unitId: was.id, letter: was.letter, band: radio.band, fromDbm, toDbm }] : [];
  });

/**
 * The least that units have to be turned down so that devices let go of them where another serves better, every spot working as
 * before: unit by unit, the one most stick to first, each as little as frees most. At most `MOST_POWER_STEPS` predictions a unit; `pause`
 * is awaited between them.
 */
export async function leastPower(
  context: PlanContext,
  asked: Option,
  pause: () => Promise<void>,
): Promise<LeastPower> {
  // A power is set with a channel: what is on automatic gets its channel first.
  const isTuned = asked.units.every((u) =>
    kitOf(context, u).radios.every((r) => r.role !== 'access' || u.radios[settingKey(r)]),
  );
  const option = isTuned ? asked : withChannels(context, asked);
  const start = predictOption(context, option);
  const now = stuckIn(start);
  let best = { option, stuck: now };
  const held = new Map<string, number>();
  for (const s of now) held.set(s.unitId, (held.get(s.unitId) ?? 0) + 1);
  const order = [...held].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1)).map(([id]) => id);
  const lowered: Lowered[] = [];
  for (const unitId of order.slice(0, MOST_UNITS)) {
    const unit = option.units.find((u) => u.id === unitId)!;
    let found: { option: Option; stuck: Stuck[]; radios: Lowered[] } | null = null;
    for (let step = 1; step <= MOST_POWER_STEPS; step++) {
      await pause();
      const less = loweredUnit(unit, kitOf(context, unit), step * POWER_STEP_DB);
      const radios = loweredIn(context, unit, less);
      if (radios.length === 0) break;
      const tried = { ...best.option, units: best.option.units.map((u) => (u.id === unitId ? less : u)) };
      const then = predictOption(context, tried);
      if (!isNoWorse(start, then)) break;
      const stuck = stuckIn(then);
      if (stuck.length < (found?.stuck.length ?? best.stuck.length)) found = { option: tried, stuck, radios };
    }
    if (!found) continue;
    best = found;
    lowered.push(...found.radios);
  }
  const untried = Math.max(0, order.length - MOST_UNITS);
  return { now, then: best.stuck, lowered, untried, option: lowered.length === 0 ? asked : best.option };
}
