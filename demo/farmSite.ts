import { emptySite, type Site } from '@/core/site/model/schema';
import type { Condition } from '@/core/site/model/conditions';
import { at, box, does, spot, storey } from './build';
import { BARN, HOUSE, STUDIO, farmhouse, outbuildings } from './farmWalls';

/** Rooms that ask more of what stands in them than a dry room does. */
const ROUGH: Record<string, readonly Condition[]> = {
  'Kiln room': ['dust'],
  Byre: ['damp', 'dust', 'frost', 'animals'],
  'Hay loft': ['dust', 'frost'],
};

/** The plot of Quillfeather Farm: stone farmhouse, brick studio 9 m across the yard, timber barn 19 m away. */
export function farmSite(): Site {
  const house = farmhouse();
  const out = outbuildings();
  const site = emptySite();
  return {
    ...site,
    buildings: [
      {
        id: 'farmhouse',
        name: 'Farmhouse',
        roof: { construction: 'tileRoof', riseM: 1.4 },
        storeys: [
          storey('f-ground', 'Ground', 0, 2.6, HOUSE, null),
          storey('f-upper', 'Upper', 2.85, 2.5, HOUSE, 'timberFloor'),
          storey('f-attic', 'Attic', 5.6, 2.2, HOUSE, 'timberFloor'),
        ].map((s) => ({
          ...s,
          holes:
            s.id === 'f-upper'
              ? [{ id: 'stairs', name: 'Stairs', outline: box(6.2, 7.6, 8.8, 9.6) }]
              : s.id === 'f-attic'
                ? [{ id: 'ladder', name: 'Ladder stairs', outline: box(2.4, 6.6, 3.2, 8) }]
                : [],
        })),
      },
      {
        id: 'studio',
        name: 'Pottery studio',
        roof: { construction: 'tileRoof', riseM: 1.3 },
        storeys: [storey('s-ground', 'Studio', 0, 2.8, STUDIO, null)],
      },
      {
        id: 'barn',
        name: 'Goat barn',
        roof: { construction: 'metalRoof', riseM: 1.2 },
        storeys: [
          storey('b-byre', 'Byre', 0, 2.6, BARN, null),
          {
            ...storey('b-loft', 'Hay loft', 2.75, 1.9, BARN, 'timberFloor'),
            holes: [{ id: 'hatch', name: 'Hatch', outline: box(31, 25, 32, 26) }],
          },
        ],
      },
    ],
    walls: [...house.walls, ...out.walls],
    openings: [...house.openings, ...out.openings],
    rooms: (
      [
        ['f-ground', 'Kitchen', 2.5, 1.3],
        ['f-ground', 'Snug', 7.2, 1.3],
        ['f-ground', 'Dairy pantry', 11.8, 4.2],
        ['f-ground', 'Porch', 1.5, 6.9],
        ['f-ground', 'Hall', 6, 9.3],
        ['f-ground', 'Parlour', 11.5, 6.8],
        ['f-upper', 'Main bedroom', 3, 1.2],
        ['f-upper', 'Back bedroom', 10, 1.2],
        ['f-upper', 'Landing', 6.8, 5.6],
        ['f-upper', 'Bathroom', 2.2, 7],
        ['f-upper', 'Guest room', 11.5, 6],
        ['f-attic', 'Store', 3.5, 3],
        ['f-attic', 'Study', 10.5, 2.6],
        ['s-ground', 'Glaze bench', 25, 2],
        ['s-ground', 'Kiln room', 29, 2],
        ['b-byre', 'Byre', 34.7, 21.4],
        ['b-loft', 'Hay loft', 34.7, 21.4],
      ] as const
    ).map(([storeyId, name, x, y], i) => ({
      id: `room-${i + 1}`,
      storeyId,
      name,
      at: at(x, y),
      activities: null,
      ...(name in ROUGH ? { conditions: [...ROUGH[name]!] } : {}),
    })),
    obstacles: [
      {
        id: 'range',
        name: 'Iron range',
        storeyId: 'f-ground',
        outline: box(0.4, 3.2, 1.1, 4.6),
        construction: 'fridge',
        baseM: 0,
        heightM: 1,
      },
      {
        id: 'cupboard',
        name: 'Metal meter cupboard',
        storeyId: 'f-ground',
        outline: box(0.3, 9, 0.9, 9.6),
        construction: 'fridge',
        baseM: 0.3,
        heightM: 1.4,
      },
      {
        id: 'kiln',
        name: 'Kiln',
        storeyId: 's-ground',
        outline: box(29.6, 6, 30.6, 7),
        construction: 'fridge',
        baseM: 0,
        heightM: 1.4,
      },
    ],
    foliage: [
      { id: 'hedge', name: 'Hawthorn hedge', outline: box(16, 15, 27, 16), heightM: 1.8, inLeaf: true },
    ],
    panels: [
      {
        id: 'p-main',
        name: 'Main panel',
        place: { storeyId: 'f-ground', xM: 2.8, yM: 6.3, heightM: 1.6 },
        fedFromId: null,
      },
      {
        id: 'p-studio',
        name: 'Studio sub-panel',
        place: { storeyId: 's-ground', xM: 23.3, yM: 7.4, heightM: 1.5 },
        fedFromId: 'p-main',
      },
    ],
    circuits: [
      {
        id: 'c-ground',
        name: 'Ground sockets',
        panelId: 'p-main',
        leg: 'L1',
        protection: 'rcd',
        oldWiring: true,
      },
      {
        id: 'c-upper',
        name: 'Upper sockets',
        panelId: 'p-main',
        leg: 'L2',
        protection: 'rcd',
        oldWiring: true,
      },
      {
        id: 'c-studio',
        name: 'Studio sockets',
        panelId: 'p-studio',
        leg: 'L1',
        protection: 'rcd',
        oldWiring: false,
      },
    ],
    outlets: (
      [
        ['o-porch', 'Porch socket', 'f-ground', 0.4, 8.8, 'c-ground', 1, true],
        ['o-hall', 'Hall socket', 'f-ground', 8.6, 9.7, 'c-ground', 2, false],
        ['o-snug', 'Snug socket', 'f-ground', 5.4, 5.6, 'c-ground', 1, false],
        ['o-landing', 'Landing socket', 'f-upper', 4.8, 9.2, 'c-upper', 2, false],
        ['o-study', 'Study socket', 'f-attic', 13.4, 6, 'c-upper', 2, false],
        ['o-glaze', 'Glaze bench socket', 's-ground', 23.4, 2.4, 'c-studio', 2, false],
        ['o-kiln', 'Kiln room socket', 's-ground', 27.4, 7.4, 'c-studio', 1, false],
        ['o-shelf', 'Porch shelf socket', 'f-ground', 1.1, 7.5, 'c-ground', 2, false],
        ['o-stair', 'Stair head socket', 'f-upper', 8.8, 5.6, 'c-upper', 2, false],
        ['o-parlour', 'Parlour window socket', 'f-ground', 13.7, 8.2, 'c-ground', 2, false],
      ] as const
    ).map(([id, name, storeyId, x, y, circuitId, freeSockets, strip]) => ({
      id,
      name,
      place: { storeyId, xM: x, yM: y, heightM: 0.3 },
      circuitId,
      freeSockets,
      strip,
    })),
    coax: {
      outlets: (
        [
          ['x-snug', 'Snug aerial socket', 'f-ground', 9.1, 0.5],
          ['x-landing', 'Landing aerial socket', 'f-upper', 8.7, 5],
          ['x-attic', 'Attic aerial socket', 'f-attic', 8, 2],
        ] as const
      ).map(([id, name, storeyId, x, y]) => ({ id, name, place: { storeyId, xM: x, yM: y, heightM: 0.3 } })),
      splitters: [
        {
          id: 'x-split',
          name: 'Splitter under the ridge',
          place: { storeyId: 'f-attic', xM: 6.5, yM: 5, heightM: 1.9 },
          ways: 4,
          ratedMoca: false,
          amplifier: 'none',
        },
      ],
      cables: [
        { id: 'x-c1', upId: 'x-split', downId: 'x-snug', cable: 'rg59', lengthM: 14, certainty: 'traced' },
        { id: 'x-c2', upId: 'x-split', downId: 'x-landing', cable: 'rg59', lengthM: 8, certainty: 'traced' },
        { id: 'x-c3', upId: 'x-split', downId: 'x-attic', cable: 'rg6', lengthM: 5, certainty: 'proven' },
      ],
      entryFilter: false,
      satelliteOnCable: false,
    },
    spots: [
      spot(1, 'Kitchen table', 'f-ground', 3.2, 3.4, 'phone', 'her phone', does('web', 'music')),
      spot(2, 'Snug sofa', 'f-ground', 7.2, 3.4, 'tablet', 'the tablet', does('hdFilm', 'web')),
      spot(3, 'Parlour', 'f-ground', 11.8, 8.4, 'phone', 'her phone', does('hdFilm', 'music')),
      spot(
        4,
        'Attic study',
        'f-attic',
        11.2,
        5.2,
        'laptop',
        'work laptop',
        does('workFiles', 'hdCall'),
        'Large files take all night; calls freeze.',
      ),
      spot(5, 'Dairy scale', 'f-ground', 12.6, 1.6, 'smartDevice', 'milk scale', does('smartDevice')),
      spot(6, 'Hall desk', 'f-ground', 6.4, 7.6, 'oldLaptop', 'old laptop', does('web')),
      spot(
        7,
        'Kiln room',
        's-ground',
        29,
        4.6,
        'tablet',
        'lesson tablet',
        does('teaching', 'web'),
        'The lesson drops out as soon as I film the kiln.',
      ),
      spot(
        8,
        'Glaze bench',
        's-ground',
        25.4,
        4.4,
        'phone',
        'her phone',
        does('hdCall'),
        'Calls only work in the doorway.',
      ),
      spot(
        9,
        'Yard bench',
        null,
        18.5,
        0.5,
        'phone',
        'her phone',
        does('messages'),
        'Messages arrive when I am back inside.',
      ),
      spot(10, 'Back bedroom', 'f-upper', 10, 3, 'phone', 'her phone', does('music')),
      spot(
        11,
        'Hay loft camera',
        'b-loft',
        36.5,
        23.5,
        'camera',
        'goat camera',
        does('camera'),
        'The goat camera never comes up.',
        1.5,
      ),
      spot(12, 'Landing', 'f-upper', 6.2, 7, 'phone', 'her phone', does('music')),
      spot(13, 'Main bedroom', 'f-upper', 3, 3, 'tablet', 'the tablet', does('hdFilm')),
      spot(14, 'Guest room', 'f-upper', 12, 8, 'phone', 'her phone', does('web')),
    ],
    neighbours: [
      { id: 'n-1', band: '2.4', channel: 6, levelDbm: -82, widthMhz: 20 },
      { id: 'n-2', band: '2.4', channel: 11, levelDbm: -88, widthMhz: 20 },
    ],
    ducts: [
      {
        id: 'duct-studio',
        name: 'Duct with draw cord, 40 mm',
        path: [at(14, 7), at(18.5, 7.2), at(23, 6.4)],
        isFull: false,
        certainty: 'proven',
      },
    ],
    interference: [
      {
        id: 'microwave',
        name: 'Microwave oven',
        kind: 'microwave',
        place: { storeyId: 'f-ground', xM: 4.4, yM: 0.6, heightM: 1.2 },
      },
    ],
    dataRuns: [
      {
        id: 'run-hall',
        name: 'Old run, porch to hall',
        from: { storeyId: 'f-ground', xM: 2.7, yM: 9.6, heightM: 0.3 },
        to: { storeyId: 'f-ground', xM: 8.2, yM: 9.6, heightM: 0.3 },
        category: 'cat5e',
        lengthM: 9,
        negotiatedMbps: 100,
        certainty: 'traced',
      },
    ],
    lineEntry: { storeyId: 'f-ground', xM: 0.6, yM: 9.3, heightM: 0.6 },
  };
}
