import { describe, expect, test } from '@jest/globals';
import { CALCULATORS, CALCULATOR_USAGE, isCalculator } from './calculators';

type Name = keyof typeof CALCULATORS;
const ask = (name: Name, args: string) => CALCULATORS[name](args.split(' ').filter(Boolean));
const value = (name: Name, args: string): Record<string, unknown> => {
  const result = ask(name, args);
  if (!result.ok) throw new Error(result.message);
  return result.value;
};

describe('link rates', () => {
  test.each([
    ['--standard n --width 20 --streams 1 --mcs 7', 72.2],
    ['--standard n --width 40 --streams 2 --mcs 7', 300],
    ['--standard ac --width 80 --streams 2 --mcs 9', 866.7],
    ['--standard ac --width 160 --streams 2 --mcs 9', 1733.3],
    ['--standard ac --width 80 --streams 2 --mcs 9 --guard 0.8', 780],
    ['--standard ax --width 80 --streams 2 --mcs 11', 1201],
    ['--standard ax --width 160 --streams 2 --mcs 11', 2402],
    ['--standard ax --width 20 --streams 1 --mcs 11 --guard 3.2', 121.9],
    ['--standard be --width 320 --streams 2 --mcs 13', 5765],
  ])('%s: %d Mb/s', (args, mbps) => {
    expect(value('rate', args).rateMbps).toBeCloseTo(mbps, 0);
  });
});

describe('walls', () => {
  test.each([
    ['--material concrete --thickness 0.1 --ghz 2.44', 8.1],
    ['--material concrete --thickness 0.1 --ghz 6.2', 15.3],
    ['--material brick --thickness 0.215 --ghz 5.5', 6.8],
    ['--material plasterboard --thickness 0.0125 --ghz 2.44', 1.1],
    ['--material glass --thickness 0.006 --ghz 5.5', 3.3],
    ['--material chipboard --thickness 0.022 --ghz 6.2', 2.8],
  ])('%s: %d dB', (args, db) => {
    expect(value('wall', args).lossDb as number).toBeCloseTo(db, 1);
  });
  test.each([
    ['rubbleStone', 0.75, 27 * 1.5],
    ['rubbleStone', 0.5, 27],
    ['plasterboard', 0.3, 4],
  ])('%s of %d m at 5.5 GHz: %d dB', (name, thickness, db) => {
    const args = `--construction ${name} --thickness ${thickness} --ghz 5.5`;
    expect(value('wall', args).lossDb as number).toBeCloseTo(db, 6);
  });
  test.each([
    ['rubbleStone', 2.44, 18],
    ['rubbleStone', 5.5, 27],
    ['rubbleStone', 6.2, 31],
    ['rubbleStone', 9, 31],
    ['rubbleStone', 1, 18],
    ['plasterboard', 5.85, 4.5],
  ])('%s at %d GHz: %d dB', (name, ghz, db) => {
    expect(value('wall', `--construction ${name} --ghz ${ghz}`).lossDb as number).toBeCloseTo(db, 6);
  });
});

describe('cables and adapters', () => {
  test.each<[Name, string, string, number]>([
    ['coax', '--length 20', 'attenuationDb', 5.4],
    ['coax', '--cable rg59 --length 20', 'attenuationDb', 6.6],
    ['coax', '--length 0 --splitter 2', 'attenuationDb', 4.5],
    ['coax', '--length 0 --splitter 8 --across', 'attenuationDb', 22],
    ['coax', '--length 0 --splitter 8 --across --unrated', 'attenuationDb', 44],
    ['coax', '--length 10 --moca 2.0 --port 1000', 'mbps', 400],
    ['coax', '--length 10 --moca 1.1 --port 100', 'mbps', 94.15],
    ['coax', '--length 200 --port 2500', 'mbps', 690],
    ['powerline', '--box 1000', 'mbps', 180],
    ['powerline', '--box 1000 --boundaries 2 --legs --old', 'mbps', 43.2],
    ['powerline', '--box 1200 --port 100', 'mbps', 94.15],
    ['poe', '--devices af,af,at --switch at --budget 65', 'neededW', 60.8],
  ])('%s %s: %s %d', (name, args, field, expected) => {
    expect(value(name, args)[field] as number).toBeCloseTo(expected, 6);
  });
});

describe('what cannot be answered says what and what to do', () => {
  test.each<[Name, string, string]>([
    ['rate', '', '--standard must be'],
    ['rate', '--standard ax --width 80 --streams 2', '--mcs is needed'],
    ['rate', '--standard ax --width 80 --streams 2 --mcs 12', 'has no MCS 12'],
    ['rate', '--standard ax --width 90 --streams 2 --mcs 1', 'has no MCS 1'],
    ['rate', '--standard ax --width 320 --streams 2 --mcs 1', 'at 320 MHz'],
    ['rate', '--standard ax --width 80 --streams 9 --mcs 1', '--streams must be a number from 1 to 8'],
    ['rate', '--standard ax --width 80 --streams 2 --mcs 1 --guard 0.4', '--guard must be 0.8 or 1.6 or 3.2'],
    ['rate', '--standard ac --width 80 --streams 3 --mcs 6', 'has no MCS 6'],
    ['wall', '--material concrete --ghz 5', '--thickness is needed'],
    ['wall', '--material mud --thickness 0.1 --ghz 5', '--material must be one of'],
    ['wall', '--material concrete --thickness 0.1 --ghz 99', '--ghz must be a number from 1 to 10'],
    ['coax', '--cable rg11 --length 3', '--cable must be'],
    ['coax', '--length 5 --splitter 3', '--splitter must be 2, 4 or 8'],
    ['coax', '--length 5 --moca 9', '--moca must be'],
    ['coax', '--length -3', '--length'],
    ['powerline', '', '--box is needed'],
    ['powerline', '--box 10', '--box must be a number from 50'],
    ['poe', '--switch at --budget 30', '--devices is needed'],
    ['poe', '--devices af --switch zz --budget 30', '--switch must be'],
    ['poe', '--devices af --switch at', '--budget is needed'],
  ])('%s %s: %s', (name, args, words) => {
    const result = ask(name, args);
    expect(result.ok).toBe(false);
    expect(!result.ok && result.message).toContain(words);
  });
  test('a budget that does not hold is an answer, with what to change', () => {
    const result = ask('poe', '--devices bt3,at --switch at --budget 45');
    expect(result.ok && result.words).toContain('take a stronger switch');
    expect(result.ok && result.words).toContain('take a larger budget');
  });
});

test('the usage names every calculator, and only those are known', () => {
  for (const name of Object.keys(CALCULATORS)) {
    expect(CALCULATOR_USAGE).toContain(`nestle ${name}`);
    expect(isCalculator(name)).toBe(true);
  }
  expect(isCalculator('predict')).toBe(false);
});
