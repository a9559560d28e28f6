import type { BuiltInConstruction } from '../../core/site/model/constructions';
import {
  emptySite,
  type Opening,
  type Place,
  type Point,
  type Site,
  type Wall,
} from '../../core/site/model/schema';
import { pick, seeded } from './random';

/** A small house as a survey would have drawn it, with places for two units and places to read at. */
export interface PracticeHouse {
  seed: number;
  site: Site;
  /** The gateway and a second unit. */
  units: readonly [Place, Place];
  /** Places all over the house, its outbuilding and the yard, in random order. */
  places: readonly Place[];
}

/** What outer and inner walls are made of. */
export const OUTER: readonly BuiltInConstruction[] = [
  'brickCavity',
  'brickCavity',
  'rubbleStone',
  'block',
  'timberCladding',
  'reinforcedConcrete',
];
export const INNER: readonly BuiltInConstruction[] = ['plasterboard', 'brickSingle', 'lathPlaster', 'block'];

const rectangle = (x0: number, y0: number, x1: number, y1: number): Point[] => [
  { xM: x0, yM: y0 },
  { xM: x1, yM: y0 },
  { xM: x1, yM: y1 },
  { xM: x0, yM: y1 },
];

/** A seeded house of one to three storeys, four or six rooms each, half of them with an outbuilding. */
export function practiceHouse(seed: number): PracticeHouse {
  const random = seeded(seed);
  const between = (low: number, high: number) => low + (high - low) * random();
  const width = between(8, 14);
  const depth = between(7, 10);
  const storeyCount = pick(random, [1, 2, 2, 3]);
  const outer = pick(random, OUTER);
  const inner = pick(random, INNER);
  const floor =
    outer === 'reinforcedConcrete'
      ? 'concreteSlab'
      : pick(random, ['timberFloor', 'timberFloor', 'concreteSlab'] as const);
  const glass = pick(random, ['glazingClear', 'glazingClear', 'glazingCoated'] as const);
  const walls: Wall[] = [];
  const openings: Opening[] = [];
  const addWall = (storeyId: string, a: Point, b: Point, construction: BuiltInConstruction): Wall => {
    const wall = { id: `w${walls.length}`, storeyId, a, b, construction, heightM: null };
    walls.push(wall);
    return wall;
  };
  const addOpening = (
    wall: Wall,
    kind: Opening['kind'],
    construction: BuiltInConstruction,
    along: number,
    widthM: number,
    sillM: number,
    heightM: number,
  ) => {
    const lengthM = Math.hypot(wall.b.xM - wall.a.xM, wall.b.yM - wall.a.yM);
    const offsetM = Math.max(0.1, Math.min(lengthM - widthM - 0.1, along * lengthM - widthM / 2));
    openings.push({
      id: `o${openings.length}`,
      wallId: wall.id,
      kind,
      construction,
      offsetM,
      widthM,
      sillM,
      heightM,
    });
  };
  const columns = width > 11 ? 3 : 2;
  const xs = Array.from({ length: columns + 1 }, (_, i) =>
    i === 0 ? 0 : i === columns ? width : (width * i) / columns + between(-0.6, 0.6),
  );
  const middleY = depth / 2 + between(-0.7, 0.7);
  const stairs = rectangle(xs[1]! - 1.4, middleY - 3, xs[1]! - 0.3, middleY - 0.4);
  const storeys = Array.from({ length: storeyCount }, (_, s) => ({
    id: `s${s}`,
    name: `Storey ${s}`,
    floorLevelM: 2.75 * s,
    heightM: 2.5,
    outline: rectangle(0, 0, width, depth),
    floor: s === 0 ? null : floor,
    holes: s === 0 ? [] : [{ id: `h${s}`, name: 'Stairs', outline: stairs }],
  }));
  for (const { id, outline } of storeys) {
    outline.forEach((a, k) => {
      const wall = addWall(id, a, outline[(k + 1) % 4]!, outer);
      const windows = k % 2 === 0 ? columns : 2;
      for (let n = 0; n < windows; n++)
        addOpening(wall, 'window', glass, (n + between(0.35, 0.65)) / windows, between(0.8, 1.6), 0.9, 1.3);
      if (id === 's0' && k === 0)
        addOpening(wall, 'door', 'timberDoor', 1 / (2 * columns) + 0.28, 0.95, 0, 2.1);
    });
    const door = () => (random() < 0.5 ? 'open' : 'timberDoor');
    for (let c = 1; c < columns; c++) {
      const [low, high] = [
        { xM: xs[c]!, yM: 0 },
        { xM: xs[c]!, yM: depth },
      ];
      const middle = { xM: xs[c]!, yM: middleY };
      addOpening(addWall(id, low, middle, inner), 'door', door(), between(0.3, 0.8), 0.85, 0, 2);
      addOpening(addWall(id, middle, high, inner), 'door', door(), between(0.2, 0.7), 0.85, 0, 2);
    }
    for (let c = 0; c < columns; c++)
      addOpening(
        addWall(id, { xM: xs[c]!, yM: middleY }, { xM: xs[c + 1]!, yM: middleY }, inner),
        'door',
        door(),
        between(0.2, 0.8),
        0.85,
        0,
        2,
      );
  }
  const buildings: Site['buildings'] = [
    { id: 'house', name: 'House', roof: { construction: 'tileRoof', riseM: 2.5 }, storeys },
  ];
  const away = random() < 0.5 ? between(5, 14) : null;
  if (away !== null) {
    const [x0, y0] = [width + away, between(-2, depth - 4)];
    const outline = rectangle(x0, y0, x0 + between(3.5, 6), y0 + between(3, 5));
    const construction = pick(random, ['timberCladding', 'brickSingle', 'metalSheet', 'block'] as const);
    buildings.push({
      id: 'shed',
      name: 'Outbuilding',
      roof: { construction: construction === 'metalSheet' ? 'metalRoof' : 'tileRoof', riseM: 1 },
      storeys: [
        { id: 'shed0', name: 'Ground', floorLevelM: 0, heightM: 2.4, outline, floor: null, holes: [] },
      ],
    });
    outline.forEach((a, k) => {
      const wall = addWall('shed0', a, outline[(k + 1) % 4]!, construction);
      if (k === 3) addOpening(wall, 'window', 'glazingClear', 0.3, 0.9, 1, 1);
      if (k === 3)
        addOpening(wall, 'door', construction === 'metalSheet' ? 'metalDoor' : 'timberDoor', 0.75, 0.9, 0, 2);
    });
  }
  const onStorey = (s: number, low: number, high: number): Place => ({
    storeyId: `s${s}`,
    xM: between(0.06, 0.94) * width,
    yM: between(0.06, 0.94) * depth,
    heightM: between(low, high),
  });
  const anyStorey = () => Math.floor(random() * storeyCount);
  const units = [onStorey(0, 0.4, 1.6), onStorey(storeyCount - 1, 0.4, 1.6)] as const;
  const places = Array.from({ length: 72 }, (): Place => {
    const kind = random();
    const shed = buildings[1]?.storeys[0];
    if (kind < 0.12 && shed) {
      const [a, , b] = shed.outline;
      return {
        storeyId: shed.id,
        xM: a!.xM + (b!.xM - a!.xM) * between(0.15, 0.85),
        yM: a!.yM + (b!.yM - a!.yM) * between(0.15, 0.85),
        heightM: between(0.7, 1.4),
      };
    }
    if (kind < 0.25) {
      const side = random() < 0.5 ? -1 : 1;
      return {
        storeyId: null,
        xM: between(-2, width + 2),
        yM: depth / 2 + side * (depth / 2 + between(1, 9)),
        heightM: between(0.8, 1.5),
      };
    }
    return onStorey(anyStorey(), 0.6, 1.5);
  });
  return { seed, site: { ...emptySite(), buildings, walls, openings, lineEntry: units[0] }, units, places };
}
