import { describe, expect, test } from '@jest/globals';
import { NOTHING_TYPED, runTyped, type RunTaken, type TypedRun } from './typedRun';

const spot = { id: 's1', deviceName: 'phone of Mia' };
const taken: RunTaken = { device: 'phone', band: 'free', target: 'internet' };
const run = (more: Partial<TypedRun>, at: typeof spot | null = spot, connected = true) =>
  runTyped({ ...NOTHING_TYPED, ...more }, taken, at, connected);
const valuesOf = (r: ReturnType<typeof run>) => ('values' in r ? r.values : r.wrong);

describe('a run that is typed', () => {
  test('becomes numbers, with a comma or a real minus too, and says how it was taken', () => {
    expect(valuesOf(run({ down: '24,5', up: '9', level: '−71', note: ' door shut ' }))).toMatchObject({
      downMbps: 24.5,
      upMbps: 9,
      rssiDbm: -71,
      loadedMs: null,
      device: 'phone',
      deviceName: 'phone of Mia',
      note: 'door shut',
      connected: true,
    });
  });
  test('may stand whole in the first field, and is put where it belongs', () => {
    const whole = run({ down: '-71 38/9 24' });
    expect(valuesOf(whole)).toMatchObject({ rssiDbm: -71, downMbps: 38, upMbps: 9, loadedMs: 24 });
    expect(whole.typed).toMatchObject({ down: '38', up: '9', level: '-71', loaded: '24' });
    expect(valuesOf(run({ down: '38/9 banana' }))).toMatchObject({ field: 'downMbps' });
  });
  test('bars stand where a level does, in its own field or in the first', () => {
    const bars = { shown: 3, of: 4 };
    expect(valuesOf(run({ down: '38', up: '9', level: '3of4' }))).toMatchObject({ rssiDbm: null, bars });
    const whole = run({ down: '3of4 38/9' });
    expect(valuesOf(whole)).toMatchObject({ rssiDbm: null, bars, downMbps: 38, upMbps: 9 });
    expect(whole.typed).toMatchObject({ down: '38', level: '3of4' });
    expect(valuesOf(run({ down: '3of4' }))).toMatchObject({ bars, downMbps: null });
    expect(valuesOf(run({ down: '38', level: '7of4' }))).toMatchObject({ field: 'rssiDbm' });
  });
  test('without a connection has no speed, whatever was typed, but keeps its level', () => {
    expect(valuesOf(run({ down: '12', up: '3', level: '-88' }, spot, false))).toMatchObject({
      connected: false,
      downMbps: null,
      upMbps: null,
      rssiDbm: -88,
    });
  });
  test.each([
    [{ down: 'fast' }, 'downMbps', 'not a number'],
    [{ down: '12', up: '-4' }, 'upMbps', ''],
    [{ down: '12', up: '3', level: '71' }, 'rssiDbm', ''],
  ] as const)('%p is asked about in its field', (typed, field, words) => {
    const { wrong } = run(typed) as { wrong: { field: string; words: string } };
    expect(wrong.field).toBe(field);
    expect(wrong.words).toContain(words);
  });
  test('by cable at the gateway needs both directions, and is of the wired laptop', () => {
    expect(valuesOf(run({ down: '240' }, null))).toMatchObject({ field: 'upMbps' });
    expect(valuesOf(run({ down: '240/48 30 9' }, null))).toMatchObject({
      subject: { kind: 'line' },
      device: 'wired',
      idleMs: 9,
    });
  });
});
