import { z } from 'zod';
import { condition } from './conditions';
import { constructionId, customConstruction } from './constructions';
import { activityCount, activityId, needLimits } from './needs';
import { bandId, channelNumber, widthMhz } from './radioTerms';
import { roof } from './roof';

/** Farthest coordinate a plot may have from its origin, m. A site larger than this is a typing error. */
export const PLOT_LIMIT_M = 2000;
/** Shortest wall that means anything, m. */
export const SHORTEST_WALL_M = 0.05;

export const id = z
  .string()
  .min(1, 'an id may not be empty')
  .max(64, 'an id has at most 64 characters')
  .regex(/^[A-Za-z0-9_-]+$/, 'an id has only letters, digits, - and _');
export const label = z.string().trim().min(1, 'give it a name').max(80, 'a name has at most 80 characters');
export const note = z.string().max(2000, 'a note has at most 2000 characters');

export const coordinateM = z
  .number()
  .min(-PLOT_LIMIT_M, `lies outside the plot (at most ${PLOT_LIMIT_M} m from its origin)`)
  .max(PLOT_LIMIT_M, `lies outside the plot (at most ${PLOT_LIMIT_M} m from its origin)`);

export const point = z.strictObject({ xM: coordinateM, yM: coordinateM });
export type Point = z.infer<typeof point>;

/** Where a thing is: on a storey, or in the open (`storeyId` null); height above that floor or the ground. */
export const place = z.strictObject({
  storeyId: id.nullable(),
  xM: coordinateM,
  yM: coordinateM,
  heightM: z
    .number()
    .min(-3, 'is more than 3 m under its floor')
    .max(30, 'is more than 30 m above its floor'),
});
export type Place = z.infer<typeof place>;

export const polygon = z.array(point).min(3, 'an outline needs three corners or more').max(200);

export const storey = z.strictObject({
  id,
  name: label,
  floorLevelM: z.number().min(-20).max(60),
  heightM: z.number().min(1, 'a storey is at least 1 m high').max(20),
  outline: polygon,
  /** What one passes going down out of this storey; null where it lies on the ground. */
  floor: constructionId.nullable(),
  /** Stairs and voids: holes in that floor. */
  holes: z.array(z.strictObject({ id, name: label, outline: polygon })).max(50),
});
export type Storey = z.infer<typeof storey>;

/** Where a building has been moved to since it was drawn: core/site/model/frames.ts. */
export const frame = z.strictObject({
  xM: z.number().min(-20_000).max(20_000),
  yM: z.number().min(-20_000).max(20_000),
  turnDeg: z.number().min(-360).max(360),
});

/** Most storeys of a building. */
export const MOST_STOREYS = 12;

export const building = z.strictObject({
  id,
  name: label,
  frame: frame.optional(),
  roof: roof.nullable(),
  storeys: z.array(storey).min(1, 'a building has at least one storey').max(MOST_STOREYS),
});
export type Building = z.infer<typeof building>;

export const wall = z
  .strictObject({
    id,
    storeyId: id,
    a: point,
    b: point,
    construction: constructionId,
    /** Height above the storey's floor where it does not reach the ceiling; null means full height. */
    heightM: z.number().min(0.1).max(20).nullable(),
    /** Measured thickness where it is not that of its construction, m; a thicker wall of one mass takes more signal. */
    thicknessM: z.number().min(0.01).max(3).optional(),
    /** Whether nothing may be drilled through it or fixed to it: a listed front, a party wall. */
    isBarred: z.boolean().optional(),
  })
  .refine((w) => Math.hypot(w.b.xM - w.a.xM, w.b.yM - w.a.yM) >= SHORTEST_WALL_M, {
    message: `the wall has no length: its ends are less than ${SHORTEST_WALL_M} m apart. Move one end or delete it`,
  });
export type Wall = z.infer<typeof wall>;

export const opening = z.strictObject({
  id,
  wallId: id,
  kind: z.enum(['door', 'window', 'opening']),
  construction: constructionId,
  /** From end a of its wall to the near side of the opening. */
  offsetM: z.number().min(0).max(PLOT_LIMIT_M),
  widthM: z.number().min(0.1, 'an opening is at least 0.1 m wide').max(20),
  sillM: z.number().min(0).max(10),
  heightM: z.number().min(0.1, 'an opening is at least 0.1 m high').max(10),
});
export type Opening = z.infer<typeof opening>;

export const obstacle = z.strictObject({
  id,
  name: label,
  storeyId: id.nullable(),
  outline: polygon,
  construction: constructionId,
  baseM: z.number().min(0).max(20),
  heightM: z.number().min(0.05).max(20),
});
export type Obstacle = z.infer<typeof obstacle>;
export const foliage = z.strictObject({
  id,
  name: label,
  outline: polygon,
  heightM: z.number().min(0.2).max(40),
  inLeaf: z.boolean(),
});
export type Foliage = z.infer<typeof foliage>;
export const panel = z.strictObject({ id, name: label, place, fedFromId: id.nullable() });
export type Panel = z.infer<typeof panel>;
export const circuit = z.strictObject({
  id,
  name: label,
  panelId: id,
  /** Phase or leg of the supply, as written in the panel. */
  leg: z.enum(['L1', 'L2', 'L3']),
  protection: z.enum(['none', 'rcd', 'afci']),
  oldWiring: z.boolean(),
});
export type Circuit = z.infer<typeof circuit>;
export const outlet = z.strictObject({
  id,
  name: label,
  place,
  circuitId: id.nullable(),
  freeSockets: z.number().int().min(0).max(12),
  strip: z.boolean(),
});
export type Outlet = z.infer<typeof outlet>;

/** How well something in the wall is known. */
export const certainty = z.enum(['guessed', 'traced', 'proven']);

export const coaxPoint = z.strictObject({ id, name: label, place });
export type CoaxPoint = z.infer<typeof coaxPoint>;
export const splitter = z.strictObject({
  id,
  name: label,
  place,
  ways: z.union([z.literal(2), z.literal(3), z.literal(4), z.literal(8)]),
  /** Rated up to 1675 MHz; one that is not rated above 1 GHz loses double. */
  ratedMoca: z.boolean(),
  amplifier: z.enum(['none', 'bypass', 'noBypass']),
});
export type Splitter = z.infer<typeof splitter>;
/** A cable joins `upId` (towards the entry: an output of a splitter) with `downId` (away from it). */
export const coaxCable = z.strictObject({
  id,
  upId: id,
  downId: id,
  cable: z.enum(['rg6', 'rg59']),
  lengthM: z.number().min(0.1).max(500),
  certainty,
});
export type CoaxCable = z.infer<typeof coaxCable>;
export const coaxPlant = z.strictObject({
  outlets: z.array(coaxPoint).max(100),
  splitters: z.array(splitter).max(50),
  cables: z.array(coaxCable).max(200),
  entryFilter: z.boolean(),
  satelliteOnCable: z.boolean(),
});
export type CoaxPlant = z.infer<typeof coaxPlant>;
/** A data jack nobody knows the far end of yet; once it is known it becomes an end of a data run. */
export const jack = z.strictObject({ id, name: label, place });
export type Jack = z.infer<typeof jack>;
/** A fixed data run already in the house: two jacks and what was negotiated on it. */
export const dataRun = z.strictObject({
  id,
  name: label,
  from: place,
  to: place,
  category: z.enum(['cat5e', 'cat6', 'cat6a', 'fibre']),
  lengthM: z.number().min(0.1).max(5000),
  negotiatedMbps: z.number().min(10).max(10_000).nullable(),
  certainty,
});
export type DataRun = z.infer<typeof dataRun>;
/** A duct or buried pipe between buildings through which a cable can be pulled. */
export const duct = z.strictObject({
  id,
  name: label,
  path: z.array(point).min(2, 'a duct has two ends').max(20),
  /** Whether it is full or blocked: nothing more is pulled through it. */
  isFull: z.boolean().default(false),
  certainty,
});
export type Duct = z.infer<typeof duct>;
/** Something that disturbs radio by itself. */
export const interferenceKind = z.enum(['microwave', 'cordlessPhone', 'babyMonitor', 'videoSender', 'other']);
export const interference = z.strictObject({ id, name: label, kind: interferenceKind, place });
export type Interference = z.infer<typeof interference>;

/** A picture of a storey to trace over, laid on the plot: its top left corner, scale and turn. */
export const underlay = z.strictObject({
  id,
  storeyId: id,
  pictureId: id,
  name: label,
  widthPx: z.number().int().min(1).max(20_000),
  heightPx: z.number().int().min(1).max(20_000),
  xM: coordinateM,
  yM: coordinateM,
  mPerPx: z.number().positive().max(10),
  /** Clockwise on the sheet about its top left corner, degrees. */
  turnDeg: z.number().min(-360).max(360),
  /** 0 is gone, 1 is full strength. */
  strength: z.number().min(0).max(1),
});
export type Underlay = z.infer<typeof underlay>;

export const clientType = z.enum([
  'phone',
  'tablet',
  'laptop',
  'newLaptop',
  'oldLaptop',
  'smartDevice',
  'camera',
]);
export type ClientTypeId = z.infer<typeof clientType>;

/** What runs at one spot or in one room at most. */
export const MOST_ACTIVITIES = 12;

/** Largest number of a spot; more than a site has spots, so that one is always free. */
export const MOST_SPOT_NUMBER = 999;

export const spot = z.strictObject({
  id,
  number: z.number().int().min(1).max(MOST_SPOT_NUMBER),
  name: label,
  place,
  client: clientType,
  deviceName: z.string().max(80),
  activities: z.array(activityCount).max(MOST_ACTIVITIES),
  /** Whether it runs whoever is at home; without it where nothing but cameras and smart devices is there. */
  alwaysOn: z.boolean().optional(),
  complaint: z.string().max(400),
});
export type Spot = z.infer<typeof spot>;

export const room = z.strictObject({
  id,
  storeyId: id,
  name: label,
  at: point,
  activities: z.array(activityCount).max(MOST_ACTIVITIES).nullable(),
  /** What it asks of what stands in it; a plain dry room asks nothing. */
  conditions: z.array(condition).max(5).optional(),
});
export type Room = z.infer<typeof room>;

export const neighbour = z.strictObject({
  id,
  band: bandId,
  channel: channelNumber,
  levelDbm: z.number().min(-110).max(0),
  /** Null where nobody knows: a listing without it says nothing about it. */
  widthMhz: widthMhz.nullable(),
});
export type Neighbour = z.infer<typeof neighbour>;

/** Which made-up house a practice job is played in: its hidden truth follows from this alone, whatever is drawn. */
export const practiceHouse = z.strictObject({
  /** The demo houses, or one that is generated from the seed. */
  house: z.enum(['farm', 'row', 'generated']),
  seed: z.number().int().min(1).max(1_000_000),
  /** How far the truth strays from the usual, and how much is wrong with it; an old house is badly surveyed besides. */
  difficulty: z.enum(['easy', 'usual', 'hard', 'old']),
});
export type PracticeHouseRef = z.infer<typeof practiceHouse>;

export const site = z.strictObject({
  buildings: z.array(building).max(20),
  walls: z.array(wall).max(3000),
  openings: z.array(opening).max(2000),
  rooms: z.array(room).max(400),
  obstacles: z.array(obstacle).max(300),
  foliage: z.array(foliage).max(200),
  panels: z.array(panel).max(20),
  circuits: z.array(circuit).max(100),
  outlets: z.array(outlet).max(400),
  coax: coaxPlant,
  dataRuns: z.array(dataRun).max(200),
  jacks: z.array(jack).max(200).default([]),
  spots: z.array(spot).max(200),
  /** Spots in the order they are walked; spots that are missing come after, by number. */
  walk: z.array(id).max(200).default([]),
  neighbours: z.array(neighbour).max(300),
  ducts: z.array(duct).max(50).default([]),
  interference: z.array(interference).max(100).default([]),
  underlays: z.array(underlay).max(30).default([]),
  /** Ids of things that were put in as it usually is and that nobody has looked at yet. */
  guessed: z.array(id).max(5000).default([]),
  /** Where the line enters. */
  lineEntry: place,
  customConstructions: z.array(customConstruction).max(60),
  /** Changed defaults of what an activity needs. */
  activityLimits: z.partialRecord(activityId, needLimits),
  /** Set where the house is made up, to practise in. */
  practice: practiceHouse.optional(),
});
export type Site = z.infer<typeof site>;

/** A plot with nothing on it yet. */
export function emptySite(): Site {
  return {
    buildings: [],
    walls: [],
    openings: [],
    rooms: [],
    obstacles: [],
    foliage: [],
    panels: [],
    circuits: [],
    outlets: [],
    coax: { outlets: [], splitters: [], cables: [], entryFilter: false, satelliteOnCable: false },
    dataRuns: [],
    jacks: [],
    spots: [],
    walk: [],
    neighbours: [],
    ducts: [],
    interference: [],
    underlays: [],
    guessed: [],
    lineEntry: { storeyId: null, xM: 0, yM: 0, heightM: 1 },
    customConstructions: [],
    activityLimits: {},
  };
}
