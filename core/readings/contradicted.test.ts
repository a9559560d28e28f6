import { describe, expect, test } from '@jest/globals';
import { drawn, readIn } from '../../testing/wrongWall';
import { drawnAs, paintWalls } from '../site/edit/walls';
import type { Site, Spot } from '../site/model/schema';
import { contradictions } from './contradicted';
import { learntContext } from './learn';

/** What is asked of a house that is truly otherwise than its drawing. */
function askedOf(truth: Site, extraDb?: (spot: Spot) => number) {
  const { context, calibration } = learntContext(readIn(truth, extraDb));
  return contradictions(context, calibration!);
}

describe('what readings contradict in a drawing', () => {
  test('a house that is as drawn is asked about nothing', () => {
    expect(askedOf(drawn)).toEqual([]);
  });

  test('a wall of stone drawn as brick is asked about by the rooms on its sides, and drawn so by one press', () => {
    const truth = paintWalls(drawn, new Set(['g-8']), 'reinforcedConcrete');
    const [first, ...others] = askedOf(truth);
    // What the wall explains is not asked of the rooms beside it as well.
    expect(others).toEqual([]);
    expect(first).toMatchObject({ kind: 'wall', id: 'g-8', storeyId: 'g', at: { xM: 8, yM: 2.5 } });
    expect(first!.words).toMatch(
      /^The wall between (Hall and Bedroom|Bedroom and Hall) takes \d+ dB more than single brick \(10 cm\), readings at 12 places say so: is it /,
    );
    expect(first!.moreDb).toBeGreaterThan(8);
    const after = drawnAs(drawn, first!.drawAs!);
    expect(after.walls.find((w) => w.id === 'g-8')!.construction).toBe(first!.drawAs!.construction);
    expect(after.walls.filter((w) => w.id !== 'g-8')).toEqual(drawn.walls.filter((w) => w.id !== 'g-8'));
  });

  test('a wall takes no less than nothing: what is more than all of it is an opening', () => {
    const truth: Site = { ...drawn, walls: drawn.walls.filter((w) => w.id !== 'g-8') };
    const wall = askedOf(truth, (s) => (s.place.xM > 8 ? 8 : 0)).find((c) => c.id === 'g-8')!;
    expect(wall.moreDb).toBeGreaterThan(-10);
    expect(wall.moreDb).toBeLessThan(-5);
    expect(wall.words).toMatch(/dB less than single brick .*opening that is not drawn\?$/);
  });

  test('what ails all of one room is said of the room where no wall of it is always passed', () => {
    const names = askedOf(drawn, (s) => (s.place.xM > 4 && s.place.xM < 8 ? -14 : 0)).map((c) => [
      c.kind,
      c.id,
    ]);
    expect(names).toContainEqual(['room', 'r2']);
  });

  test('a construction that is otherwise wherever it stands is named as a whole', () => {
    const truth: Site = {
      ...drawn,
      walls: drawn.walls.map((w) => ({ ...w, construction: 'rubbleStone' })),
    };
    const kinds = askedOf(truth);
    expect(kinds[0]).toMatchObject({ kind: 'construction', id: 'brickSingle', storeyId: null });
    expect(kinds[0]!.drawAs!.wallIds).toEqual(drawn.walls.map((w) => w.id));
  });
});

test('the floor of a storey is drawn as something else, and nothing beside it', () => {
  const after = drawnAs(drawn, { construction: 'concreteSlab', wallIds: [], storeyId: 'g' });
  expect(after.buildings[0]!.storeys[0]!.floor).toBe('concreteSlab');
  expect(after.buildings[1]).toEqual(drawn.buildings[1]);
  expect(after.walls).toEqual(drawn.walls);
});
