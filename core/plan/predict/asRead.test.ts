import { expect, test } from '@jest/globals';
import { smallHouse, smallToday } from '../../../testing/smallHouse';
import { mediaOf } from '../links/media';
import { planContext } from '../network/context';
import type { SpotRead } from '../network/read';
import { emptyPlan } from '../option/schema';
import { asRead } from './asRead';
import { predictOption } from './predict';

const { site, brief } = smallHouse(1);
const line = { ...brief.line, downMbps: 6, upMbps: 3 };
const context = planContext({ site, brief: { ...brief, line }, plan: emptyPlan() });
const [p] = predictOption(context, smallToday);
const read = (downMbps: number, upMbps: number): SpotRead => ({
  downMbps,
  upMbps,
  downRangeMbps: [downMbps, downMbps],
  upRangeMbps: [upMbps, upMbps],
  latencyMs: 30,
  rssiDbm: null,
  bandSeen: null,
  runs: 3,
  device: 'laptop',
});
const airOf = (pipe: typeof p extends undefined ? never : NonNullable<typeof p>['pipe']) =>
  pipe.find((part) => part.kind === 'air')!;

test('where the line held back what was read the air carries what it is reckoned to, in the evening too', () => {
  const reckoned = airOf(p!.pipe);
  expect(reckoned.downMbps).toBeGreaterThan(12);
  const full = asRead(p!, read(5.8, 2.9));
  expect(full).toMatchObject({ downMbps: 5.8, upMbps: 2.9 });
  expect(airOf(full.pipe)).toMatchObject({ downMbps: 5.8, measured: true });
  expect(airOf(full.pipe).carries).toEqual({ downMbps: reckoned.downMbps, upMbps: reckoned.upMbps });
  // Read at a sixth of what the line gives it is the air that is so slow.
  const slow = asRead(p!, read(1, 0.5));
  expect(airOf(slow.pipe).carries).toEqual({ downMbps: 1, upMbps: 0.5 });
  const need = { downMbps: 1, upMbps: 0 };
  const airtime = ({ pipe }: typeof full) => Math.max(...mediaOf(context, smallToday).flow(pipe, need).times);
  expect(airtime(full)).toBeCloseTo(1 / reckoned.downMbps, 6);
  expect(airtime(slow)).toBeCloseTo(1, 6);
});
