import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { farmSite } from '../../../demo/farmSite';
import { emptySite, type Site, type Wall } from '../../site/model/schema';
import { sampleBuilding, sampleRectangle, sampleWall } from '../../../testing/sampleSite';
import { reflectedParts } from '../coverage/mirrored';
import { strongestReflections, reflectedCrossings } from './reflections';
import { crossingsBetween, type Spot3 } from '../geometry/crossings';
import { REFLECTION_REACH_M, imagesOf, inFront, reflectedFrom } from './mirrors';
import { factsOf, pathWords, radioPath } from './path';
import { crossedAllDb, freeSpaceDb } from './pathLoss';
import { buildScene, type Scene } from '../geometry/scene';
import { faceReflectivity } from '../materials/slant';
import { REFLECTED_SHARE } from '../materials/reflectionLoss';

const FAR = [150, 150, 150] as const;
const at = (x: number, y: number, z = 1): Spot3 => ({ x, y, z });
const metres = (m: number) => `${m.toFixed(1)} m`;

type Opening = Site['openings'][number];

/** Walls in an open hall of forty metres, 2.5 m high, with no floor or roof. */
const hall = (walls: readonly Wall[], openings: Opening[] = []): Scene =>
  buildScene({
    ...emptySite(),
    buildings: [sampleBuilding('hall', ['s'], sampleRectangle(-20, -20, 20, 20))],
    walls: [...walls],
    openings,
  });
const wall = (ax: number, ay: number, bx: number, by: number, construction?: string) =>
  sampleWall(`${ax} ${ay} ${bx} ${by} ${construction}`, 's', [ax, ay, bx, by], construction);

/** A brick wall along the x axis. */
const along = { ...wall(-10, 0, 10, 0), id: 'along' };
const opening = (more: Partial<Opening>): Opening => ({
  id: 'o',
  wallId: 'along',
  kind: 'door',
  offsetM: 9,
  widthM: 2,
  sillM: 0,
  heightM: 2.4,
  construction: 'glazingClear',
  ...more,
});
const back = (scene: Scene, u: Spot3, p: Spot3) => strongestReflections(scene, u, p, FAR);

describe('a way that one wall reflects', () => {
  test('is as long as over the mirror and loses what Fresnel takes at its angle', () => {
    const scene = hall([along]);
    const ways = back(scene, at(-4, 3), at(4, 3));
    // Ten metres over the wall, met at a cosine of 0.6, and clutter.
    const taken = -10 * Math.log10(REFLECTED_SHARE * faceReflectivity(3.91, 0.6));
    [2437, 5500, 6200].forEach((mhz, b) => {
      expect(ways[b]).toMatchObject({ round: 'face', lengthM: 10, through: [] });
      expect(ways[b]!.lossDb).toBeCloseTo(freeSpaceDb(10, mhz) + taken + 0.3 * 10, 2);
    });
  });
  test('beside the straight line adds the power of both', () => {
    const scene = hall([along]);
    const [u, p] = [at(-4, 3), at(4, 3)];
    const straight = freeSpaceDb(8, 2437) + 0.3 * 8;
    const reflectedDb = back(scene, u, p)[0]!.lossDb;
    const both = -10 * Math.log10(10 ** (-straight / 10) + 10 ** (-reflectedDb / 10));
    const path = radioPath(scene, u, p, '2.4');
    // Round the corners of the hall next to nothing comes.
    expect(path.lossDb).toBeCloseTo(both, 3);
    expect(path.ray).toBeNull();
  });
  test.each([
    ['from behind', hall([along]), at(-4, 3), at(4, -3)],
    ['past its end', hall([wall(12, 0, 18, 0)]), at(-4, 3), at(4, 3)],
    ['over its top', hall([{ ...along, heightM: 2 }]), at(-4, 3, 2.4), at(4, 3, 2.4)],
    ['off a short one', hall([wall(-0.4, 0, 0.4, 0)]), at(-4, 3), at(4, 3)],
    ['off an open doorway', hall([along], [opening({ construction: 'open' })]), at(-4, 3), at(4, 3)],
    ['from the line of the wall', hall([wall(2, 0, 10, 0)]), at(-4, 0), at(4, 3)],
    ['out of reach', hall([wall(-20, -19, 20, -19)]), at(-19, 3), at(19, 3)],
  ])('comes not %s', (_, scene, u, p) => {
    expect(back(scene, u, p)).toEqual([null, null, null]);
  });
  test('off a pane is reflected as glass does', () => {
    const [brick, pane] = [hall([along]), hall([along], [opening({})])].map(
      (scene) => back(scene, at(-4, 3), at(4, 3))[1]!.lossDb,
    );
    const of = (epsilon: number) => 10 * Math.log10(faceReflectivity(epsilon, 0.6));
    expect(brick! - pane!).toBeCloseTo(of(6.31) - of(3.91), 2);
  });
  test('passes what stands in its legs, once each, and where a wall ends at the mirror that wall once', () => {
    const screen = (x: number, y: number) => wall(x, 0, x, y);
    const clear = back(hall([along]), at(-4, 3), at(4, 3))[0]!.lossDb;
    // One leg goes through a wall two metres long, the other past one of one.
    const one = hall([along, screen(-2, 2), screen(3, 1.1)]);
    expect(back(one, at(-4, 3), at(4, 3))[0]!.lossDb).toBeCloseTo(clear + 6, 6);
    // The very point of the mirror is where a wall ends: one leg or the other passes it.
    const ends = hall([along, screen(0, 2)]);
    expect(back(ends, at(-4, 3), at(4, 3))[0]!.lossDb).toBeCloseTo(clear + 6, 3);
    // What goes on behind the mirror does not count.
    const behind = hall([along, wall(0, -3, 0, 2)]);
    expect(back(behind, at(-4, 3), at(4, 3))[0]!.lossDb).toBeCloseTo(clear + 6, 3);
  });
  test('is said where it leads: round a wall of stone by a wall of metal', () => {
    const scene = hall([
      { ...along, construction: 'metalSheet' },
      wall(0, 1, 0, 20, 'rubbleStone'),
      { ...wall(0, 1, 0, 20, 'rubbleStone'), id: 'another' },
    ]);
    const path = radioPath(scene, at(-4, 3), at(4, 3), '5');
    expect(path.ray?.round).toBe('face');
    expect(pathWords(factsOf(scene, path), metres)).toBe(
      'reflected by a wall or floor: nothing in the way, 10.0 m',
    );
    // It leans on nothing but the clutter; the stone has next to no share.
    expect(path.features.get('clutter')!).toBeCloseTo(-10, 0);
    expect(Math.abs(path.features.get('loss:rubbleStone:5')!)).toBeLessThan(0.01);
  });
});

describe('ways reflected on the farm', () => {
  const scene = buildScene(farmSite());
  const place = fc.record({
    x: fc.double({ min: -3, max: 40, noNaN: true }),
    y: fc.double({ min: -3, max: 28, noNaN: true }),
    z: fc.double({ min: 0.3, max: 7, noNaN: true }),
  });
  test('are the same from either end', () => {
    fc.assert(
      fc.property(place, place, (u, p) => {
        const [there, again] = [back(scene, u, p), back(scene, p, u)];
        there.forEach((way, b) => {
          expect(way === null).toBe(again[b] === null);
          if (way) expect(way.lossDb).toBeCloseTo(again[b]!.lossDb, 6);
        });
      }),
      { numRuns: 200 },
    );
  });
  test('begin and end before their mirror, within reach of it, and are as long as their legs', () => {
    fc.assert(
      fc.property(place, place, (u, p) => {
        for (const image of imagesOf(scene, u)) {
          const { mirror, side } = image;
          expect(side * inFront(mirror, u)).toBeGreaterThan(0);
          expect(side * inFront(mirror, image.at)).toBeCloseTo(-side * inFront(mirror, u), 9);
          const reflected = reflectedFrom(scene, image, p);
          if (!reflected) continue;
          expect(side * inFront(mirror, p)).toBeGreaterThan(0);
          expect(reflected.part * reflected.lengthM).toBeLessThanOrEqual(REFLECTION_REACH_M);
          expect(reflected.lossDb).toBeGreaterThan(-10 * Math.log10(REFLECTED_SHARE) - 1e-9);
        }
      }),
      { numRuns: 100 },
    );
  });
  // Beside all that is drawn: what only touches counts half, and a leg may touch what a line passes.
  const beside = (min: number, max: number) =>
    fc.integer({ min: 1000 * min, max: 1000 * max }).map((mm) => mm / 1000 + 0.000317);
  const off = fc.record({ x: beside(-3, 40), y: beside(-3, 28), z: beside(0.3, 7) });
  test('are straight lines through what is mirrored: what both legs meet is what the line from the image meets', () => {
    fc.assert(
      fc.property(off, off, (u, p) => {
        for (const image of imagesOf(scene, u)) {
          const reflected = reflectedFrom(scene, image, p);
          if (!reflected) continue;
          const legs = reflectedCrossings(scene, image, reflected.part, u, p);
          const mirrored = { ...scene, parts: reflectedParts(scene.parts, image.mirror, image.side) };
          const line = crossingsBetween(mirrored, image.at, p);
          crossedAllDb(scene, legs).forEach((db, b) =>
            expect(db).toBeCloseTo(crossedAllDb(scene, line)[b]!, 4),
          );
          expect(legs.distanceM).toBeCloseTo(line.distanceM, 9);
        }
      }),
      { numRuns: 60 },
    );
  });
});
