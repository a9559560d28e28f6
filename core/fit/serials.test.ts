import { expect, test } from '@jest/globals';
import { plainFeed } from '../plan/option/feeds';
import { serialStepOf, wrongSerial } from './serials';

const B = { letter: 'B', serial: 'AB-12 34' };
const ALL = [{ letter: 'A', serial: 'ZZ99' }, B, { letter: 'C', serial: null }];

test('the serial found is the one on the label, however it is written', () => {
  expect(wrongSerial('ab1234', B, ALL)).toBeNull();
  expect(wrongSerial('AB:12:34', B, ALL)).toBeNull();
  // Nothing was noted to compare with.
  expect(wrongSerial('whatever', ALL[2]!, ALL)).toBeNull();
});

test('another is refused, with what to do: one of ours, or a stranger’s', () => {
  expect(wrongSerial('zz 99', B, ALL)!.join(' ')).toContain('the serial of A');
  expect(wrongSerial('QQ1', B, ALL)!.join(' ')).toContain('may be a neighbour’s');
  expect(wrongSerial('  ', B, ALL)!.join(' ')).toContain('Type the serial');
});

test('a serial is kept where the unit joins, that of the box on the line with the labels', () => {
  expect(serialStepOf({ id: 'a', feed: plainFeed('line', null) })).toBe('labels');
  expect(serialStepOf({ id: 'b', feed: plainFeed('wireless', 'a') })).toBe('join:b');
});
