import { expect, test } from '@jest/globals';
import { hoursWith, USUAL_HOURS } from './hours';

test('one end of the customer’s hours is changed, and the other kept', () => {
  expect(hoursWith({ from: '08:00', to: '12:00' }, 'to', '13:30')).toEqual({
    hours: { from: '08:00', to: '13:30' },
    holds: true,
  });
  expect(hoursWith(null, 'from', '10:00')).toEqual({ hours: { ...USUAL_HOURS, from: '10:00' }, holds: true });
});

test('hours that end before they begin, or at once, do not hold and are shown as typed', () => {
  expect(hoursWith(USUAL_HOURS, 'to', '08:00')).toEqual({
    hours: { from: '09:00', to: '08:00' },
    holds: false,
  });
  expect(hoursWith(USUAL_HOURS, 'from', '17:00')?.holds).toBe(false);
});

test('what is no time of day changes nothing', () => {
  for (const typed of ['', '9:00', '25:00', '10:75', '10:00:30', 'noon'])
    expect(hoursWith(USUAL_HOURS, 'from', typed)).toBeNull();
});
