import type { BuiltInConstruction } from '../model/constructions';

/** How houses of an age are mostly built: what is drawn before anybody has looked (estimates). */
export interface UsualAge {
  label: string;
  outerWall: BuiltInConstruction;
  innerWall: BuiltInConstruction;
  floor: BuiltInConstruction;
  roof: BuiltInConstruction;
  window: { construction: BuiltInConstruction; widthM: number; sillM: number; heightM: number };
  door: { widthM: number; heightM: number };
  /** Sockets of a lived-in room, and of a kitchen. */
  sockets: { room: number; kitchen: number };
  oldWiring: boolean;
}

const DOOR = { widthM: 0.8, heightM: 2 };

export const AGES = {
  before1919: {
    label: 'before 1919',
    outerWall: 'brickCavity',
    innerWall: 'lathPlaster',
    floor: 'timberFloor',
    roof: 'tileRoof',
    window: { construction: 'glazingClear', widthM: 1.1, sillM: 0.7, heightM: 1.7 },
    door: DOOR,
    sockets: { room: 2, kitchen: 3 },
    oldWiring: true,
  },
  to1960: {
    label: '1919 to 1960',
    outerWall: 'brickCavity',
    innerWall: 'brickSingle',
    floor: 'timberFloor',
    roof: 'tileRoof',
    window: { construction: 'glazingClear', widthM: 1.4, sillM: 0.8, heightM: 1.3 },
    door: DOOR,
    sockets: { room: 2, kitchen: 3 },
    oldWiring: true,
  },
  to1990: {
    label: '1960 to 1990',
    outerWall: 'brickCavity',
    innerWall: 'block',
    floor: 'concreteSlab',
    roof: 'tileRoof',
    window: { construction: 'glazingClear', widthM: 1.6, sillM: 0.9, heightM: 1.2 },
    door: DOOR,
    sockets: { room: 2, kitchen: 4 },
    oldWiring: false,
  },
  since1990: {
    label: 'since 1990',
    outerWall: 'brickCavity',
    innerWall: 'plasterboard',
    floor: 'timberFloor',
    roof: 'tileRoofFoil',
    window: { construction: 'glazingCoated', widthM: 1.4, sillM: 0.9, heightM: 1.2 },
    door: DOOR,
    sockets: { room: 2, kitchen: 4 },
    oldWiring: false,
  },
} as const satisfies Record<string, UsualAge>;
export type AgeId = keyof typeof AGES;
