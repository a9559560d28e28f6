import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { farmSite } from '../../../demo/farmSite';
import { CONSTRUCTIONS, type BuiltInConstruction } from '../../site/model/constructions';
import { BANDS, type Band } from '../link/bands';
import {
  LOSS_BAND_CORRELATION,
  asLoss,
  priorCovariance,
  priorSigma,
  withOtherBands,
} from '../learning/beliefs';
import { lossParameter, pathFeatures } from '../propagation/features';
import { calibrate, type Observation } from '../learning/calibration';
import { beliefsOf } from '../learning/posterior';
import { crossingsBetween } from '../geometry/crossings';
import { LOSS_DB, constructionLossDb, lossSigmaDb, thicknessShare } from '../materials/constructionLoss';
import { correctedLossDb, straightLossDb } from './pathLoss';
import { radioPath } from './path';
import { buildScene } from '../geometry/scene';

const names = Object.keys(CONSTRUCTIONS) as BuiltInConstruction[];
const INSIDE = { x: 7, y: 3, z: 1.2 };
const NORTH = { x: 7, y: -2, z: 1.2 };
const measured = (thicknessM: number | undefined) =>
  buildScene({
    ...farmSite(),
    openings: [],
    obstacles: [],
    walls: farmSite().walls.map((w) => (w.id === 'fg-1' ? { ...w, thicknessM } : w)),
  });

describe('a wall measured thicker than usual', () => {
  test('takes more in proportion where it is one mass, and no more where it is boards or sheet', () => {
    expect(thicknessShare('rubbleStone', 0.75)).toBeCloseTo(1.5, 9);
    expect(thicknessShare('brickSingle', 0.05)).toBeCloseTo(0.5, 9);
    expect(thicknessShare('rubbleStone', undefined)).toBe(1);
    for (const name of ['plasterboard', 'metalSheet', 'foilTaped', 'glazingClear', 'custom-own'])
      expect(thicknessShare(name, 1)).toBe(1);
    // A slip of the hand does not make a wall of a hundred metres.
    expect(thicknessShare('rubbleStone', 3)).toBe(4);
    expect(thicknessShare('rubbleStone', 0.01)).toBe(0.25);
  });
  test('changes the path through it by just that, and no other', () => {
    const loss = (m: number | undefined, band: Band) => {
      const scene = measured(m);
      return straightLossDb(scene, crossingsBetween(scene, INSIDE, NORTH), band);
    };
    BANDS.forEach((band, b) => {
      expect(loss(0.75, band) - loss(undefined, band)).toBeCloseTo(0.5 * LOSS_DB.rubbleStone[b]!, 6);
      expect(loss(0.5, band)).toBeCloseTo(loss(undefined, band), 9);
    });
  });
  test('leans on its construction by its thickness, so that a reading through it teaches as much', () => {
    const scene = measured(0.75);
    const features = pathFeatures(scene, crossingsBetween(scene, INSIDE, NORTH), '5', undefined);
    expect(features.get('loss:rubbleStone:5')).toBeCloseTo(-1.5, 9);
    const c = scene.constructionNames.findIndex(
      (n, i) => n === 'rubbleStone' && scene.thicknessShares[i] === 1.5,
    );
    const correction = {
      id: 't',
      deltaDb: new Map([['rubbleStone', [2, 4, 6] as const]]),
      clutterDbPerM: 0,
      diffractionDb: 0,
    };
    expect(correctedLossDb(scene, c, '5', correction)).toBeCloseTo(1.5 * (LOSS_DB.rubbleStone[1] + 4), 6);
  });
});

describe('what is believed about losses', () => {
  test('every construction has a loss at each band that does not fall with frequency, and a spread', () => {
    for (const name of names) {
      const [a, b, c] = LOSS_DB[name];
      expect(a <= b && b <= c).toBe(true);
      expect(lossSigmaDb(name, b)).toBeGreaterThanOrEqual(name === 'open' ? 0 : 2);
      expect(constructionLossDb(name, [])).toEqual(LOSS_DB[name]);
    }
    expect(lossSigmaDb('rubbleStone', 27)).toBeCloseTo(8.1, 9);
    expect(lossSigmaDb('metalSheet', 30)).toBeCloseTo(12, 9);
    expect(lossSigmaDb('plasterboard', 4)).toBe(2);
  });
  test('bands of one construction hang together, different constructions do not', () => {
    const scene = buildScene(farmSite());
    expect(withOtherBands('loss:rubbleStone:5')).toEqual(BANDS.map((b) => lossParameter('rubbleStone', b)));
    expect(withOtherBands('device:phone:5')).toEqual(['device:phone:5']);
    expect(asLoss('loss:custom-own_1:2.4')).toEqual({ construction: 'custom-own_1', band: '2.4' });
    expect(asLoss('clutter')).toBeNull();
    const [s5, s24] = ['5', '2.4'].map((b) => priorSigma(lossParameter('rubbleStone', b as Band), scene));
    expect(priorCovariance('loss:rubbleStone:5', 'loss:rubbleStone:2.4', scene)).toBeCloseTo(
      LOSS_BAND_CORRELATION * s5! * s24!,
      9,
    );
    expect(priorCovariance('loss:rubbleStone:5', 'loss:brickSingle:5', scene)).toBe(0);
    expect(priorCovariance('loss:rubbleStone:5', 'unit:a:5', scene)).toBe(0);
    expect(priorCovariance('unit:a:5', 'unit:a:5', scene)).toBe(4);
  });
  test('the prior covariance is one: no combination of losses has a negative spread', () => {
    const scene = buildScene(farmSite());
    const parameters = ['rubbleStone', 'brickSingle'].flatMap((n) => BANDS.map((b) => lossParameter(n, b)));
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -3, max: 3, noNaN: true }), { minLength: 6, maxLength: 6 }),
        (weights) => {
          let variance = 0;
          parameters.forEach((a, i) =>
            parameters.forEach(
              (b, j) => (variance += weights[i]! * weights[j]! * priorCovariance(a, b, scene)),
            ),
          );
          expect(variance).toBeGreaterThanOrEqual(-1e-9);
        },
      ),
    );
  });
});

test('readings at 5 GHz teach 2.4 GHz most of what they say, and 5 GHz all of it', () => {
  const scene = measured(undefined);
  const observe = (band: Band, i: number, offDb: number): Observation => {
    const at = { x: 7 + 0.3 * i, y: -2, z: 1.2 };
    const predict: Observation['predict'] = (beliefs) => {
      const path = radioPath(scene, INSIDE, at, band, beliefs.correction);
      return { value: 20 - path.lossDb, features: path.features };
    };
    const { value } = predict(
      beliefsOf(scene, { parameters: [], mean: [], covariance: [], left: [], strength: 1 }),
    );
    return {
      id: `o${i}`,
      predict,
      of: 'level',
      measured: value + offDb,
      kind: 'exact',
      noise: 0.5,
      band,
      unitId: `u${i}`,
      from: INSIDE,
      ...at,
    };
  };
  const list = Array.from({ length: 12 }, (_, i) => observe('5', i, -6));
  const { posterior } = calibrate(scene, list, { shadowingDb: [0, 0, 0] })!;
  const mean = (band: Band) => posterior.mean[posterior.parameters.indexOf(`loss:rubbleStone:${band}`)]!;
  const spread = (band: Band) => {
    const i = posterior.parameters.indexOf(`loss:rubbleStone:${band}`);
    return Math.sqrt(posterior.covariance[i]![i]!) / priorSigma(`loss:rubbleStone:${band}`, scene);
  };
  expect(mean('5')).toBeGreaterThan(4.5);
  expect(mean('2.4')).toBeGreaterThan(1.5);
  expect(mean('2.4')).toBeLessThan(mean('5'));
  expect(spread('5')).toBeLessThan(spread('2.4'));
  expect(spread('2.4')).toBeLessThan(0.8);
});
