import type { Prediction } from '../plan/evaluate/predict';
import type { Expected } from './doubts';

/** What a calibrated model lets expect of a run at a spot; null before it has learnt anything. A wire has no level. */
export const expectedOf = (p: Prediction | undefined, calibrated: boolean): Expected | null =>
  p && calibrated
    ? { rssiDbm: p.rssiDbm, downLowMbps: p.downRangeMbps[0], downHighMbps: p.downRangeMbps[1] }
    : null;
