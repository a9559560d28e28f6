import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { quickRun } from './quickRun';

const run = (text: string) => {
  const read = quickRun(text);
  if (!read.ok) throw new Error(read.words);
  return read.run;
};

describe('a run in one line', () => {
  test.each([
    ['-71 38/9 24', { rssiDbm: -71, downMbps: 38, upMbps: 9, loadedMs: 24, idleMs: null, connected: true }],
    ['38/9', { rssiDbm: null, downMbps: 38, upMbps: 9, loadedMs: null }],
    ['  −71   38,5/9.25 ', { rssiDbm: -71, downMbps: 38.5, upMbps: 9.25 }],
    ['/9', { downMbps: null, upMbps: 9 }],
    ['38/', { downMbps: 38, upMbps: null }],
    ['38/9 24 11', { loadedMs: 24, idleMs: 11 }],
    ['24 -60', { loadedMs: 24, rssiDbm: -60, downMbps: null }],
    ['3of4 38/9', { rssiDbm: null, bars: { shown: 3, of: 4 }, downMbps: 38, upMbps: 9 }],
    ['none', { connected: false, downMbps: null }],
    ['X', { connected: false }],
  ])('%s', (text, expected) => expect(run(text)).toMatchObject(expected));
  test.each([
    ['', 'Type a run'],
    ['/', 'not understood'],
    ['fast', '“fast” is not understood'],
    ['-71 -72', 'a second level'],
    ['-71 3of4', 'a second level'],
    ['5of4 38/9', 'not understood'],
    ['38/9 40/8', 'a second pair'],
    ['1 2 3', 'one number too many'],
    ['1e5/3', 'not understood'],
    ['NaN/3', 'not understood'],
  ])('%s is asked about', (text, words) => {
    const read = quickRun(text);
    expect(read.ok ? 'read' : read.words).toContain(words);
  });
  test('what is written is read back, and nothing throws', () => {
    const level = fc.integer({ min: -110, max: -1 });
    const speed = fc.integer({ min: 0, max: 99_999 });
    fc.assert(
      fc.property(level, speed, speed, fc.nat({ max: 5000 }), (dbm, down, up, ms) => {
        expect(run(`${dbm} ${down}/${up} ${ms}`)).toMatchObject({
          rssiDbm: dbm,
          downMbps: down,
          upMbps: up,
          loadedMs: ms,
        });
      }),
    );
    fc.assert(fc.property(fc.string(), (text) => void quickRun(text)));
  });
});
