import { expect, test } from '@jest/globals';
import { parseListing } from '../core/intake/neighbourText';
import { readDxf } from '../core/intake/dxf';
import { TARGETS, fuzz } from './mutants';

test.each(TARGETS.map((t) => [t.name, t] as const))('mutants of %s are read without a fault', (_, target) => {
  expect(fuzz(target, 400, 7).bad).toEqual([]);
});

test.each([
  ['a line of blanks', ' '.repeat(160_000)],
  ['blank lines', '\n'.repeat(160_000)],
  ['a mark said over and over', `BSS 02:00:00:00:00:01\n${'VHT operation: '.repeat(30_000)}`],
  ['names of nothing but the marks of a column', 'Infra '.repeat(40_000)],
  ['digits and blanks', '1 '.repeat(120_000)],
])('a listing of %s is read at once', (_, text) => {
  // The patterns of before took minutes: this would not come back within the time a test has.
  expect(parseListing(text).networks).toEqual([]);
});

test('a drawing without a part for lines says so, and a head of nothing but blanks is no drawing', () => {
  const empty = readDxf('  0\nSECTION\n  2\nHEADER\n  0\nENDSEC\n  0\nEOF\n');
  expect(!empty.ok && empty.message).toContain('ENTITIES');
  const blank = readDxf(`0${'\n'.repeat(3900)}`);
  expect(!blank.ok && blank.message).toContain('not a DXF drawing');
});
