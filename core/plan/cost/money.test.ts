import { expect, test } from '@jest/globals';
import { minorDigits, moneyText } from './money';

test.each([
  [19_99, 'EUR', 'EUR 19.99'],
  [1_234_00, 'EUR', 'EUR 1,234'],
  [1_234_50, 'GBP', 'GBP 1,234.50'],
  [8_900, 'JPY', 'JPY 8,900'],
  [0, 'USD', 'USD 0'],
])('%d minor units of %s read %s', (minor, currency, text) =>
  expect(moneyText(minor, currency).replaceAll('\u00a0', ' ')).toBe(text),
);

test('minor units are those of the currency', () => {
  expect(['EUR', 'JPY', 'TND'].map(minorDigits)).toEqual([2, 0, 3]);
});
