import { expect, test } from '@jest/globals';
import { FOOT_PX, frameOf } from './seen';

const box = { minXM: -2, minYM: 1, maxXM: 18, maxYM: 11 };

test('a plot that fits is framed by the whole sheet above its foot, the plot in the middle of it', () => {
  const frame = frameOf(box, 10, { w: 500, h: 400 });
  // The middle of the plot is at 80, 60 px; the sheet is 500 px wide.
  expect([(frame.x0 + frame.x1) / 2, frame.x1 - frame.x0]).toEqual([80, 494]);
  expect(frame.y0).toBeLessThan(10);
  expect(frame.y1).toBeGreaterThan(110);
  expect(frame.y1 - frame.y0).toBeLessThanOrEqual(400 - FOOT_PX);
});
test('a plot larger than the sheet is framed by itself: one pans to what is not seen', () => {
  expect(frameOf(box, 100, { w: 500, h: 400 })).toEqual({ x0: -200, x1: 1800, y0: 100, y1: 1100 });
});
