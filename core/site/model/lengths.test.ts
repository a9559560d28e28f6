import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { areaText, exactLengthText, lengthInput, lengthText, parseLength, type LengthUnit } from './lengths';

const metres = (text: string, unit: LengthUnit = 'metres') => {
  const parsed = parseLength(text, unit);
  return parsed.ok ? parsed.lengthM : parsed.message;
};

describe('lengths as people write them', () => {
  test.each<[string, number]>([
    ['3.2', 3.2],
    ['3,2', 3.2],
    ['3.2 m', 3.2],
    ['3m20', 3.2],
    ['3 m 20', 3.2],
    ['3m2', 3.2],
    ['3 m 5 cm', 3.05],
    ['320cm', 3.2],
    ['3200 mm', 3.2],
    ['.5', 0.5],
    [`10' 6"`, 3.2004],
    ['10′ 6″', 3.2004],
    ['10’6', 3.2004],
    ['10ft 6in', 3.2004],
    ['10 feet 6 inches', 3.2004],
    ["10'", 3.048],
    ['10.5 ft', 3.2004],
    ['6"', 0.1524],
    [`10' 6 1/2"`, 3.2131],
    ['10′ 6½″', 3.2131],
    [`3/4"`, 0.01905],
  ])('%s is %f m', (text, expected) => expect(metres(text)).toBeCloseTo(expected, 6));
  test.each<[string, number]>([
    ['10', 3.048],
    ['10.5', 3.2004],
    ['10 6', 3.2004],
    ['10-6', 3.2004],
    ['3.2 m', 3.2],
    ['3m20', 3.2],
  ])('in a job in feet %s is %f m', (text, expected) =>
    expect(metres(text, 'feet')).toBeCloseTo(expected, 6),
  );
  test.each(['', 'wide', '3..2', '10 6', '3x4', '-3', '1e3', '99999', `10' x"`])(
    '"%s" is refused with a way to write it',
    (text) => {
      const parsed = parseLength(text, 'metres');
      expect(parsed.ok).toBe(false);
      expect(!parsed.ok && parsed.message).toMatch(/write it as|needed|unit right/);
    },
  );
});

test('what is shown in a field reads back as the same length', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 4_000_000 }), (mm) => {
      const length = mm / 1000;
      expect(metres(lengthInput(length, 'metres'))).toBeCloseTo(length, 9);
      const back = metres(lengthInput(length, 'feet'), 'feet');
      expect(Math.abs(Number(back) - length)).toBeLessThanOrEqual(0.0064);
    }),
  );
});

test('lengths and areas for reading', () => {
  expect(lengthText(3.24, 'metres')).toBe('3.2 m');
  expect(lengthText(14.4, 'metres')).toBe('14 m');
  expect(lengthText(3.2004, 'feet')).toBe('10′ 6″');
  expect(exactLengthText(3.2131, 'feet')).toBe('10′ 6½″');
  expect(exactLengthText(3.2, 'metres')).toBe('3.20 m');
  expect(areaText(12.34, 'metres')).toBe('12.3 m²');
  expect(areaText(9.2903, 'feet')).toBe('100 ft²');
});
