import { evenings, type BusyHour, type Pipes } from '../links/busyHour';
import { houseOf } from '../links/house';
import { mediaOf } from '../links/media';
import type { PlanContext } from '../network/context';
import type { Option } from '../option/schema';
import { decided, type Prediction } from './prediction';

/** What the device at each spot goes over, in the order of predictions; null where it has no connection. */
export const pipesOf = (predictions: readonly Prediction[]): Pipes =>
  predictions.map((p) => (p.downMbps > 0 && p.upMbps > 0 ? p.pipe : null));

/** Predictions with what each spot gets at the busy hour beside what it gets alone, and the busy hour of the house. */
export function atBusyHour(
  context: PlanContext,
  option: Option,
  alone: readonly Prediction[],
): { predictions: Prediction[]; busyHour: BusyHour } {
  const house = houseOf(context);
  const { spots, media, shortAtOnce } = evenings(house, mediaOf(context, option), pipesOf(alone));
  return {
    predictions: alone.map((p, i) => decided({ ...p, evening: spots[i]! })),
    busyHour: {
      people: house.people,
      evenings: house.evenings.length,
      media,
      shortAtOnce,
      lineShort: house.lineShort,
    },
  };
}
