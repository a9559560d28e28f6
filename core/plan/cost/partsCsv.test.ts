import { expect, test } from '@jest/globals';
import Papa from 'papaparse';
import { partsOf } from './parts';
import { partsCsv } from './partsCsv';
import { plainFeed } from '../option/feeds';
import { contextOf, gateway, NOTHING, option, place, unit } from '../../../testing/sampleHouse';

test('a list of parts goes out with every part, its count and unit, and costs that add up', () => {
  const parts = partsOf(
    contextOf({}),
    option(gateway, unit('B', place(10), plainFeed('ethernet', 'a'))),
    NOTHING,
  );
  const { data } = Papa.parse<Record<string, string>>(partsCsv(parts, 'EUR').trimEnd(), { header: true });
  expect(data.map((r) => r.part)).toEqual(parts.map((p) => p.label));
  expect(data.find((r) => r.part === 'Cat 6')!.unit).toBe('m');
  const total = data.reduce((sum, r) => sum + Math.round(100 * Number(r.cost)), 0);
  expect(total).toBe(parts.reduce((sum, p) => sum + p.costMinor, 0));
});

test('yen have no hundredths, and a name that begins like a formula is none', () => {
  const line = { label: '=cmd()', count: 2, unit: 'piece', costMinor: 1500 } as const;
  const [, row] = Papa.parse<string[]>(partsCsv([line], 'JPY').trimEnd()).data;
  expect(row).toEqual(["'=cmd()", '2', 'piece', '1500', 'JPY']);
});
