import { z } from 'zod';
import { condition } from '../../site/model/conditions';

/** What a box can be in the network. */
export const kitRole = z.enum(['modem', 'router', 'accessPoint', 'bridge']);
export type KitRole = z.infer<typeof kitRole>;

/** How it stands or hangs. */
export const mount = z.enum(['shelf', 'plugIn', 'inWall', 'wall', 'ceiling', 'pole']);
export type Mount = z.infer<typeof mount>;
export const MOUNT_LABEL: Record<Mount, string> = {
  shelf: 'on a shelf',
  plugIn: 'in a socket',
  inWall: 'in the wall',
  wall: 'on a wall',
  ceiling: 'under a ceiling',
  pole: 'on a wall or pole outdoors',
};

/** What the light of a unit says, in our own words whatever its colours. */
export const light = z.enum([
  'starting',
  'ready',
  'joining',
  'updating',
  'holds',
  'thin',
  'lost',
  'noInternet',
  'switchedOff',
]);
export type Light = z.infer<typeof light>;

/** How a unit joins the network: what is pressed where, how long, how near, and what it then does by itself. */
export const joining = z.strictObject({
  method: z.enum(['none', 'button', 'app', 'page', 'cable']),
  first: z.enum(['root', 'new', 'either']),
  pressS: z.number().min(0).max(30),
  windowS: z.number().min(0).max(3600),
  /** Farthest from the unit it joins while joining, m. */
  distanceM: z.number().min(0).max(100),
  /** Whether its cable is in while it joins. */
  cableIn: z.boolean(),
  /** Whether several are found at once. */
  batch: z.boolean(),
  /** Minutes it takes to join; what it then updates is `waitMin` of the item. */
  joinMin: z.number().min(0).max(60),
});
export type Joining = z.infer<typeof joining>;

/** A light of a unit: the same colour may mean one thing during set-up and another afterwards. */
export const lightSign = z.strictObject({
  shows: z.string().trim().min(1).max(60),
  when: z.enum(['setUp', 'afterwards', 'always']),
  means: light,
});
export type LightSign = z.infer<typeof lightSign>;

/** More than one of an item in a box, at a price of their own. */
export const pack = z.strictObject({
  pieces: z.number().int().min(2).max(20),
  costMinor: z.number().int().min(0).max(1_000_000_000_00),
});
export type Pack = z.infer<typeof pack>;

export const NO_JOINING: Joining = {
  method: 'none',
  first: 'either',
  pressS: 0,
  windowS: 0,
  distanceM: 0,
  cableIn: false,
  batch: false,
  joinMin: 0,
};

/**
 * What matters of an item beside its radios: nothing in it changes what a network gives, so none of it is part of the
 * identity of a network that was read. Each has a default, so that items of older jobs stay what they were.
 */
export const kitDetails = z.strictObject({
  roles: z.array(kitRole).max(4).default([]),
  /** Whether it hands devices over to its neighbours. */
  roams: z.boolean().default(false),
  /** Ethernet ports in all, the one towards the line among them. */
  ports: z.number().int().min(0).max(60).default(2),
  /** Real draw, W, as a source of power sees it. */
  drawW: z.number().min(0).max(200).default(10),
  /** Ports that give power, and whether power is kept aside by class or by what is really drawn. */
  poweredPorts: z.number().int().min(0).max(60).default(0),
  allocates: z.enum(['class', 'draw']).default('class'),
  /** What it stands beside a dry room. */
  stands: z.array(condition).max(5).default([]),
  mount: mount.default('shelf'),
  /** Sockets its plug or supply takes away: its own, and those it covers. */
  socketsTaken: z.number().int().min(0).max(4).default(1),
  /** Length of its own lead to the socket, m. */
  supplyLeadM: z.number().min(0).max(10).default(1.5),
  /** Most units in one mesh, outdoor ones counted; null says nothing. */
  mostInMesh: z.number().int().min(1).max(60).nullable().default(null),
  /** Boxes it is sold in beside singles. */
  packs: z.array(pack).max(6).default([]),
  joining: joining.default(NO_JOINING),
  lights: z.array(lightSign).max(20).default([]),
  /** What it asks for: an app, an account, permissions. */
  asksFor: z.array(z.string().trim().min(1).max(60)).max(8).default([]),
});
export type KitDetails = z.infer<typeof kitDetails>;

/** The details of an item nobody has said more about. */
export const PLAIN_DETAILS: KitDetails = kitDetails.parse({});
