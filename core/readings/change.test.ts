import { expect, test } from '@jest/globals';
import { sampleReading } from '../../demo/sampleRows';
import type { Forecast } from '../evidence/agreement';
import { changeOf, changeWords } from './change';
import { forecastsHeld, heldWords } from './forecastHeld';
import { judgeRuns } from './judgeRuns';
import type { SpotVerdict } from './spotVerdicts';

const line = { runs: 3, downMbps: 500, upMbps: 50, idleMs: 10, riseMs: 10 };
const need = { downMbps: 10, upMbps: 5, latencyMs: 100 };
const read = (downs: readonly number[], up = 20) =>
  judgeRuns(
    downs.map((downMbps) => sampleReading({ downMbps, upMbps: up, loadedMs: 40 })),
    line,
    need,
  );
const verdict = (more: Partial<SpotVerdict>) =>
  ({ spotId: 's', number: 4, name: 'Barn', ...more }) as SpotVerdict;

test('a change has its middle, its spread and what it is faster by at least', () => {
  const c = changeOf({ before: read([2, 1.8, 2.4]), after: read([34, 31, 36]) })!;
  expect(changeWords(c)).toBe(
    'from 2.0 (1.8 to 2.4) to 34 (31 to 36) Mb/s ↓: faster by at least 12.9 times, 75 % sure by ranks',
  );
  expect(changeOf({ before: null, after: read([3]) })).toBeNull();
});

test('what was silent before is told without a factor', () => {
  const c = changeOf({ before: read([0, 0, 0], 0), after: read([34, 31, 36]) })!;
  expect(changeWords(c)).toBe('from 0.0 to 34 (31 to 36) Mb/s ↓');
});

test('the forecast is held against what came, and what was promised and broken is named', () => {
  const forecast = (spotId: string): Forecast => ({
    spotId,
    verdict: 'works',
    downMbps: 40,
    upMbps: 20,
    downLowMbps: 30,
    downHighMbps: 50,
    upLowMbps: 10,
    upHighMbps: 30,
  });
  const list = forecastsHeld(
    [forecast('a'), forecast('b'), forecast('c')],
    [
      verdict({ spotId: 'a', after: read([44, 45, 46]) }),
      verdict({ spotId: 'b', after: read([6, 6, 7]) }),
      verdict({ spotId: 'c', after: null }),
    ],
  );
  expect(list.map((f) => [f.spotId, f.held, f.broken])).toEqual([
    ['a', true, false],
    ['b', false, true],
  ]);
  expect(heldWords(list)).toBe(
    'The forecast at acceptance held at 1 of 2 spots read; said to work and does not: 4 Barn (forecast 30 to 50 ↓, read 6.0).',
  );
  expect(heldWords([])).toBeNull();
});
