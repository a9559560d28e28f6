import type { KitItem, KitRadio } from './schema';

const radio = (
  band: KitRadio['band'],
  standard: KitRadio['standard'],
  streams: number,
  maxWidthMhz: KitRadio['maxWidthMhz'],
  eirpDbm: number,
  role: KitRadio['role'] = 'access',
): KitRadio => ({ band, standard, streams, maxWidthMhz, eirpDbm, role });

/** Values an item has unless it says otherwise. */
const base = {
  antenna: 'inner',
  family: null,
  poe: null,
  outdoor: false,
  powerlineBoxMbps: null,
  moca: null,
  portMbps: 1000,
} as const;

/**
 * The generic, brand-free catalogue. Prices, times and radiated powers are estimates that a job may overwrite with its
 * own items. How to add one: CONTRIBUTING.md "A kit item".
 */
export const CATALOGUE: readonly KitItem[] = [
  {
    ...base,
    id: 'provider-router',
    kind: 'router',
    label: 'Router from the line provider',
    about: 'Modem and router in one, two bands, as installed with the line.',
    radios: [radio('2.4', 'n', 2, 20, 20), radio('5', 'ac', 2, 80, 20)],
    feeds: ['line', 'ethernet'],
    costMinor: 0,
    handsMin: 5,
    waitMin: 5,
  },
  {
    ...base,
    id: 'mesh-dual',
    kind: 'node',
    label: 'Mesh node, dual band',
    about:
      'Shares its 5 GHz radio between devices and the feed: each wireless hop about halves what is left.',
    radios: [radio('2.4', 'ax', 2, 40, 20), radio('5', 'ax', 2, 80, 23)],
    family: 'mesh',
    feeds: ['line', 'ethernet', 'fibre', 'coax', 'powerline', 'wireless'],
    costMinor: 89_00,
    handsMin: 7,
    waitMin: 9,
  },
  {
    ...base,
    id: 'mesh-own-radio',
    kind: 'node',
    label: 'Mesh node, own backhaul radio',
    about: 'A third radio carries only the feed: close to full speed at one hop.',
    radios: [
      radio('2.4', 'ax', 2, 40, 20),
      radio('5', 'ax', 2, 80, 23),
      radio('5', 'ax', 4, 160, 27, 'backhaul'),
    ],
    family: 'mesh',
    feeds: ['line', 'ethernet', 'fibre', 'coax', 'powerline', 'wireless'],
    costMinor: 169_00,
    handsMin: 7,
    waitMin: 9,
  },
  {
    ...base,
    id: 'mesh-six',
    kind: 'node',
    label: 'Mesh node, three bands with 6 GHz',
    about: 'Adds 6 GHz for devices near by and for the feed within a room or two.',
    radios: [radio('2.4', 'ax', 2, 40, 20), radio('5', 'ax', 2, 160, 23), radio('6', 'ax', 2, 160, 23)],
    family: 'mesh',
    feeds: ['line', 'ethernet', 'fibre', 'coax', 'powerline', 'wireless'],
    costMinor: 219_00,
    handsMin: 7,
    waitMin: 9,
  },
  {
    ...base,
    id: 'extender-dual',
    kind: 'extender',
    label: 'Extender, dual band',
    about: 'Cheapest: repeats any router; halves on the same band and hands over poorly.',
    radios: [radio('2.4', 'n', 2, 20, 20), radio('5', 'ac', 2, 80, 20)],
    feeds: ['wireless', 'ethernet'],
    portMbps: 100,
    costMinor: 35_00,
    handsMin: 10,
    waitMin: 3,
  },
  {
    ...base,
    id: 'outdoor-poe',
    kind: 'outdoor',
    label: 'Outdoor access unit, PoE',
    about: 'Weatherproof, one cable for data and power; needs a powered switch or injector to its class.',
    radios: [radio('2.4', 'ax', 2, 20, 20), radio('5', 'ax', 2, 80, 27)],
    antenna: 'rods',
    feeds: ['ethernet', 'fibre', 'wireless'],
    poe: 'at',
    outdoor: true,
    costMinor: 149_00,
    handsMin: 45,
    waitMin: 9,
  },
  {
    ...base,
    id: 'powerline-pair',
    kind: 'powerline',
    label: 'Powerline pair, 1000 on the box',
    about: 'Two adapters on the house wiring; a device or unit plugs into the far one.',
    radios: [],
    feeds: ['powerline'],
    powerlineBoxMbps: 1000,
    costMinor: 55_00,
    handsMin: 8,
    waitMin: 2,
  },
  {
    ...base,
    id: 'powerline-ap-pair',
    kind: 'powerline',
    label: 'Powerline pair with access point',
    about: 'The far adapter is an access point as well.',
    radios: [radio('2.4', 'n', 2, 20, 20), radio('5', 'ac', 2, 80, 20)],
    feeds: ['powerline'],
    powerlineBoxMbps: 1000,
    costMinor: 85_00,
    handsMin: 10,
    waitMin: 2,
  },
  {
    ...base,
    id: 'coax-pair',
    kind: 'coax',
    label: 'Coax adapter pair, MoCA 2.5',
    about: 'Near-Ethernet speed on aerial coax that is really joined; two adapters and an entry filter.',
    radios: [],
    feeds: ['coax'],
    moca: '2.5',
    costMinor: 125_00,
    handsMin: 14,
    waitMin: 3,
  },
  {
    ...base,
    id: 'bridge-pair',
    kind: 'outdoor',
    label: 'Outdoor bridge pair, 5 GHz',
    about: 'Two aimed units from wall to wall across a yard; needs a clear view.',
    radios: [radio('5', 'ac', 2, 80, 27, 'backhaul')],
    antenna: 'directional',
    feeds: ['bridge'],
    poe: 'af',
    outdoor: true,
    costMinor: 189_00,
    handsMin: 90,
    waitMin: 10,
  },
];

const byId = new Map(CATALOGUE.map((k) => [k.id, k]));

/** An item of the catalogue or of the job's own list; undefined when neither has it. */
export function kitById(kitId: string, own: readonly KitItem[] = []): KitItem | undefined {
  return own.find((k) => k.id === kitId) ?? byId.get(kitId);
}
