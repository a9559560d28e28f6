import type { Expected } from './doubts';
import type { Prediction } from '../plan/predict/prediction';

/** Places a model has to have learnt from before a reading is held against it: fewer teach the device, not the house. */
const PLACES_LEARNT = 4;

/** What a calibrated model lets expect of a run at a spot; null before it has learnt enough. A wire has no level. */
export const expectedOf = (
  p: Prediction | undefined,
  calibration: { places: number } | null,
): Expected | null =>
  p && calibration && calibration.places >= PLACES_LEARNT
    ? { rssiDbm: p.rssiDbm, downLowMbps: p.downRangeMbps[0], downHighMbps: p.downRangeMbps[1] }
    : null;
