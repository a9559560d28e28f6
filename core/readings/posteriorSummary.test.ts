import { expect, test } from '@jest/globals';
import { posteriorWords } from './posteriorSummary';

const taught = (values: Record<string, number>, queues: readonly [number, number, number] = [0, 0, 0]) =>
  posteriorWords(
    { parameters: Object.keys(values), mean: Object.values(values), covariance: [], left: [], strength: 1 },
    [],
    queues,
  );

test('what readings taught is one sentence, the greatest first, three things at most', () => {
  expect(taught({})).toContain('as its drawing says');
  expect(taught({ 'device:phone': -0.4, 'loss:rubbleStone:5': 1 })).toContain('as its drawing says');
  expect(taught({ 'device:phone': -4 })).toBe(
    'In this house the phone hears 4 dB less than its kind usually does.',
  );
  const walls = { 'loss:rubbleStone:2.4': 6, 'loss:rubbleStone:5': 7, 'loss:rubbleStone:6': 8 };
  expect(taught({ ...walls, 'device:phone': -4 })).toBe(
    'In this house rubble stone (50 cm) takes 7 dB more than usual, and the phone hears 4 dB less than its kind usually does.',
  );
  const all = taught({ ...walls, 'device:phone': 4, edge: -3, 'air:2.4': -0.3, share: -0.1 });
  expect(all.split(', and')[0]).toContain('rubble stone');
  expect(all).toContain('the phone hears 4 dB more');
  expect(all).not.toContain('corners');
});

test('airtime and the share of TCP are said as what a band moves', () => {
  expect(taught({ 'air:2.4': Math.log(0.8), share: Math.log(0.875) })).toBe(
    'In this house 2.4 GHz moves 70 % of the usual speed at its level.',
  );
});

test('a queue of the air is said with its band, before what is smaller', () => {
  expect(taught({ 'device:phone': -4 }, [61, 0, 0])).toBe(
    'In this house 2.4 GHz keeps a loaded run waiting 61 ms longer than the line does, and the phone hears 4 dB less than its kind usually does.',
  );
});
