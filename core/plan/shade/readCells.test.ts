import { expect, test } from '@jest/globals';
import { smallHouse } from '../../../testing/smallHouse';
import { cellX, cellY, gridOver, layersOf } from '../../radio/coverage/layers';
import { plotBox } from '../../site/model/levels';
import { VERDICTS } from '../../site/model/verdict';
import { seatsOf } from './eveningFloor';
import { markRead, type ReadPlace } from './readCells';

const { site } = smallHouse(1);
const grid = gridOver(plotBox(site, 0), 0.5);
const layers = layersOf(site, ['g'], grid, false);
const seats = seatsOf(site, ['g'], grid, layers);
const need = { downMbps: 10, upMbps: 2, latencyMs: 100 };
const needs = { indoors: need, outdoors: need };
const spot = site.spots[0]!;
const read = (downMbps: number, more: Partial<ReadPlace> = {}): ReadPlace => {
  const got = { downMbps, upMbps: 5, latencyMs: 20 };
  return { seat: 1, xM: spot.place.xM, yM: spot.place.yM, middle: got, low: got, holds: true, ...more };
};
/** Verdicts of cells by how far they are from the spot, with those that were touched. */
function marked(place: ReadPlace) {
  const verdicts = new Uint8Array(grid.columns * grid.rows).fill(9);
  markRead(verdicts, [place], { needs, seats, grid, layers });
  return [...verdicts.entries()]
    .filter(([, v]) => v !== 9)
    .map(([cell, v]) => ({
      verdict: VERDICTS[v]!,
      seat: seats[cell]!,
      offM: Math.hypot(
        cellX(grid, cell % grid.columns) - spot.place.xM,
        cellY(grid, Math.floor(cell / grid.columns)) - spot.place.yM,
      ),
    }));
}

test('around a place that was read the sheet says what was read, a step to the side and no further', () => {
  const cells = marked(read(3));
  expect(cells.length).toBeGreaterThan(4);
  for (const c of cells) expect(c).toMatchObject({ verdict: 'tooSlow', seat: 1 });
  expect(Math.max(...cells.map((c) => c.offM))).toBeLessThanOrEqual(1.5);
});

test('what was read to work is tight there where the evening does not hold it', () => {
  expect(new Set(marked(read(40)).map((c) => c.verdict))).toEqual(new Set(['works']));
  expect(new Set(marked(read(40, { holds: false })).map((c) => c.verdict))).toEqual(new Set(['tight']));
});
