import { planContext } from '../core/plan/network/context';
import { evaluate } from '../core/plan/evaluate/evaluate';
import type { Option } from '../core/plan/option/schema';
import { calibrate } from '../core/radio/learning/calibration';
import { observationsOf } from '../core/readings/observations';
import { verdictsOf } from '../core/readings/spotVerdicts';
import { quillfeatherFarm } from '../demo/farm';
import { hall } from './extremeParts';

const median = (list: readonly number[]): number => [...list].sort((a, b) => a - b)[list.length >> 1]!;

function times(count: number, work: (i: number) => void): number[] {
  return Array.from({ length: count }, (_, i) => {
    const start = performance.now();
    work(i);
    return performance.now() - start;
  });
}

const moved = (option: Option, byM: number): Option => ({
  ...option,
  units: option.units.map((u, i) =>
    i === option.units.length - 1 ? { ...u, place: { ...u.place, xM: u.place.xM + byM } } : u,
  ),
});

/** Evaluation, calibration and verdicts in this process: what a plan costs each time something changes. */
export function numbers(): void {
  const farm = quillfeatherFarm();
  const context = planContext(farm);
  const option = farm.plan.options.reduce((most, o) => (o.units.length > most.units.length ? o : most));
  evaluate(context, option, farm.plan.today);
  const known = median(times(60, () => evaluate(context, option, farm.plan.today)).slice(20));
  const after = median(
    times(60, (i) => evaluate(context, moved(option, 0.01 * (i + 1)), farm.plan.today)).slice(20),
  );
  console.log(
    `Evaluation of ${option.units.length} units and ${farm.site.spots.length} spots: ways known ${known.toFixed(1)} ms, one unit moved ${after.toFixed(1)} ms (${(after / known).toFixed(1)} times)`,
  );
  const seen = observationsOf(context, farm.evidence).list;
  const learn = median(times(40, () => calibrate(context.scene, seen)).slice(15));
  const job = hall('Hall', 200, 8, 612, 10_000);
  const large = planContext(job);
  const some = observationsOf(large, job.evidence).list;
  // The same places as heard by other devices: 1600 observations of one house.
  const many = Array.from({ length: 1600 }, (_, i) => ({ ...some[i % some.length]!, id: `o${i}` }));
  const [first] = times(1, () => calibrate(large.scene, many));
  console.log(
    `Calibration: farm, ${seen.length} observations, ${learn.toFixed(0)} ms; ${many.length} observations ${first!.toFixed(0)} ms (${(first! / learn).toFixed(0)} times)`,
  );
  const spread = hall('Hall', 200, 8, 612, 10_000);
  const one = hall('One spot', 1, 1, 4, 50_000);
  const of = (j: typeof job) => median(times(5, () => verdictsOf(j.site, [...j.evidence])));
  const [many200, many1] = [of(spread), of(one)];
  console.log(
    `Verdicts: 10 000 readings of 200 spots ${many200.toFixed(0)} ms, 50 000 of one spot ${many1.toFixed(0)} ms (${(many1 / many200).toFixed(1)} times)`,
  );
}
