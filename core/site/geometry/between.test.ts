import { expect, test } from '@jest/globals';
import { emptySite, type Site } from '../model/schema';
import { between } from './between';

const place = (xM: number, yM: number, storeyId: string | null = 'g') => ({ storeyId, xM, yM, heightM: 1 });
const wall = (id: string, ax: number, ay: number, bx: number, by: number) => ({
  id,
  storeyId: 'g',
  a: { xM: ax, yM: ay },
  b: { xM: bx, yM: by },
  construction: 'plasterboard' as const,
  heightM: null,
});
const site = {
  ...emptySite(),
  walls: [wall('w', 5, 0, 5, 4)],
  openings: [
    {
      id: 'd',
      wallId: 'w',
      kind: 'door',
      construction: 'timberDoor',
      offsetM: 1,
      widthM: 0.9,
      sillM: 0,
      heightM: 2,
    },
    {
      id: 'n',
      wallId: 'w',
      kind: 'window',
      construction: 'open',
      offsetM: 3,
      widthM: 0.9,
      sillM: 1,
      heightM: 1,
    },
  ],
  rooms: [
    { id: 'r1', storeyId: 'g', name: 'Hall', at: { xM: 2, yM: 2 } },
    { id: 'r2', storeyId: 'g', name: 'Study', at: { xM: 8, yM: 2 } },
  ],
  obstacles: [
    {
      id: 'm',
      name: 'Hall mirror',
      storeyId: 'g',
      outline: [place(3, 2), place(3.1, 2), place(3.1, 3)],
      construction: 'mirror',
      baseM: 1,
      heightM: 1,
    },
  ],
} as unknown as Site;

test('a door the straight way goes through is told by its rooms, what stands beside the way by its name', () => {
  const found = between(site, place(1, 1.5), place(9, 1.5));
  expect(found.doors.map((d) => [...d.rooms].sort())).toEqual([['Hall', 'Study']]);
  expect(found.things.map((t) => t.name)).toEqual(['Hall mirror']);
});

test('beside the door, through a window, on another storey: nothing', () => {
  expect(between(site, place(1, 0.4), place(9, 0.4))).toEqual({ doors: [], things: [] });
  expect(between(site, place(1, 3.4), place(9, 3.4)).doors).toEqual([]);
  expect(between(site, place(1, 1.5, 'u'), place(9, 1.5, 'u'))).toEqual({ doors: [], things: [] });
});
