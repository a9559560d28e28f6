import { expect, test } from '@jest/globals';
import { expectedOf } from './expected';
import type { Prediction } from '../plan/predict/prediction';

const p = { rssiDbm: -63, downRangeMbps: [20, 45] } as unknown as Prediction;

test.each([
  [p, { places: 4 }, { rssiDbm: -63, downLowMbps: 20, downHighMbps: 45 }],
  [p, { places: 3 }, null],
  [p, null, null],
  [undefined, { places: 9 }, null],
])(
  'readings are held against a model once it has learnt the house: %#',
  (prediction, calibration, expected) => expect(expectedOf(prediction, calibration)).toEqual(expected),
);
