import { z } from 'zod';
import { id, place } from '../site/model/schema';
import { APART_NETWORKS } from './apart';
import { MOST_OLD_LINES, oldRouterLine } from './oldRouter';
import { paces } from './paces';
import { bandId, regionId, subBand } from '../site/model/radioTerms';

/** Most money a field holds, minor units: room for currencies with small units. */
export const MOST_MINOR = 1_000_000_000_00;
/** Largest factor of the catalogue's prices, after any number of conversions. */
export const MOST_RATE = 1e9;

/** People at home in the evening at most. */
export const MOST_PEOPLE = 20;

export const lineKind = z.enum(['fibre', 'cable', 'dsl', 'fixedWireless']);

/** Ways of working: practitioners disagree, the job decides. */
export const policies = z.strictObject({
  feed: z.enum(['wireFirst', 'wirelessFirst', 'noDrilling', 'spendLeast']),
  names: z.enum(['one', 'two']),
  placing: z.enum(['halfway', 'asNear', 'twoRooms', 'twoWalls']),
  joining: z.enum(['bench', 'inPlace']),
  families: z.enum(['one', 'mixed']),
  /** What becomes of the router that is there. */
  router: z.enum(['replace', 'behind', 'bridge']).default('replace'),
  /** Whether places on one wiring or coax share a group of adapters or have a pair each. */
  adapters: z.enum(['group', 'pairs']).default('group'),
  /** Whether the old name and key stay, so that devices come by themselves, or new ones are set. */
  key: z.enum(['keep', 'new']).default('new'),
  /** One name for all bands, or a name for each. */
  bands: z.enum(['one', 'perBand']).default('one'),
  /** How copper is ended: fixed sockets, plugs on cable from the reel, or leads in stocked lengths. */
  cables: z.enum(['sockets', 'plugs', 'leads']).default('sockets'),
  /** How many do the work on the day. */
  crew: z.enum(['one', 'two']).default('one'),
});
export type Policies = z.infer<typeof policies>;

const clock = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'a time is written 08:30');
export const consent = z.strictObject({
  id,
  what: z.enum(['drilling', 'landlord', 'listedBuilding', 'neighbour', 'electrician', 'other']),
  who: z.string().max(120),
  got: z.boolean(),
});
export const CONSENT_LABEL: Record<z.infer<typeof consent>['what'], string> = {
  drilling: 'drilling',
  landlord: 'the landlord',
  listedBuilding: 'the office for listed buildings',
  neighbour: 'the neighbour at the party wall',
  electrician: 'work by a licensed electrician',
  other: 'something else',
};
export type Consent = z.infer<typeof consent>;
export const rejoinDevice = z.strictObject({
  id,
  name: z.string().max(80),
  /** Speaks 2.4 GHz only. */
  only24: z.boolean(),
  /** Must not be long without network: an alarm, a telephone, somebody’s work. */
  matters: z.boolean().default(false),
});

/** What stands on an offer before anybody said anything of it. */
const NO_OFFER = {
  taxPercent: 0,
  taxName: 'tax',
  validDays: 30,
  travelMinor: 0,
  secondVisitMinor: null,
  exclusions: '',
  guarantee: '',
  number: '',
  date: null,
};

/** What a house was like when it was left: a later visit is held against it. */
const lastVisit = z.strictObject({
  /** Name of the job that holds its proof. */
  name: z.string().max(120),
  /** When it was read last. */
  at: z.string().max(40),
  spots: z
    .array(
      z.strictObject({
        spotId: id,
        gone: z.boolean(),
        downMbps: z.number().min(0).max(100_000),
        upMbps: z.number().min(0).max(100_000),
      }),
    )
    .max(200),
  units: z.array(z.strictObject({ id, letter: z.string().max(2), place })).max(100),
  walls: z.array(z.strictObject({ id, construction: z.string().max(64) })).max(5000),
  neighbours: z.number().int().min(0).max(300),
  /** Those heard, by band and channel; a job of an earlier version knows their number alone. */
  heard: z
    .array(z.strictObject({ band: bandId, channel: z.number().int().min(1).max(253) }))
    .max(300)
    .optional(),
});
export type LastVisit = z.infer<typeof lastVisit>;

export const brief = z.strictObject({
  customer: z.string().max(120),
  address: z.string().max(200),
  phone: z.string().max(40).default(''),
  /** Day of the visit, 2026-11-25; null is not agreed yet. */
  visitDate: z.iso.date('a day is written 2026-11-25').nullable().default(null),
  /** Who fits it, as it stands under the work. */
  installer: z.string().max(120).default(''),
  /** Name the network has when we leave; its key does not belong here. */
  networkName: z.string().max(32).default(''),
  /** Networks beside that of the house that are wanted. */
  apart: z.array(z.enum(APART_NETWORKS)).max(2).default([]),
  line: z.strictObject({
    kind: lineKind,
    /** Contract the line comes by: tariff, number, until when. */
    contract: z.string().max(160).default(''),
    /** Whether its speeds are a guess that nobody has confirmed yet. */
    guessed: z.boolean().default(false),
    downMbps: z.number().positive('the line has some speed').max(10_000),
    upMbps: z.number().positive('the line has some speed').max(10_000),
    /** Round trip of the idle line and what it rises by when both directions are full, ms; null is not known. */
    idleMs: z.number().min(0).max(2000).nullable(),
    riseMs: z.number().min(0).max(5000).nullable(),
    /** What the connection asks for when a new gateway is put on it. */
    login: z.enum(['unknown', 'automatic', 'password', 'fixedAddress']).default('unknown'),
    /** Who holds user name, password or address. The secret itself does not belong here. */
    loginHolder: z.string().max(120).default(''),
  }),
  region: regionId,
  /** Power limits the job has set itself, dBm EIRP of a unit; others are as tabled for the region. */
  ownLimitsDbm: z.partialRecord(subBand, z.number().min(0).max(36)).default({}),
  currency: z.string().regex(/^[A-Z]{3}$/, 'a currency has three letters, such as EUR'),
  /** What prices of the catalogue, minor units of EUR, are multiplied by to be minor units of the job's currency. */
  catalogueRate: z.number().positive().max(MOST_RATE).default(1),
  lengthUnit: z.enum(['metres', 'feet']),
  allowed: z.strictObject({
    drilling: z.boolean(),
    rented: z.boolean(),
    listed: z.boolean(),
    reuseOldGear: z.boolean(),
    budgetMinor: z.number().int().min(0).max(MOST_MINOR).nullable(),
    note: z.string().max(2000),
    /** Rooms nobody may enter or drill in. */
    closedRooms: z.string().max(400).default(''),
  }),
  /** Who must agree to what before work begins. */
  consents: z.array(consent).max(20).default([]),
  /** How many people are at home in the evening: each is at one spot then, and what is always on runs besides. */
  people: z
    .number()
    .int('people are counted whole')
    .min(1, 'somebody is at home')
    .max(MOST_PEOPLE)
    .default(3),
  /** Devices that must be on the new network before leaving. */
  devices: z.array(rejoinDevice).max(80).default([]),
  /** When the customer can have us in the house, 24-hour clock; null is any time. */
  hours: z.strictObject({ from: clock, to: clock }).nullable().default(null),
  oldRouter: z.strictObject({
    telephone: z.boolean(),
    alarm: z.boolean(),
    /** Whether something is reached from outside through a forwarded port. */
    forwardedPort: z.boolean().default(false),
    /** What it was set to, written down before it goes. */
    sheet: z.array(oldRouterLine).max(MOST_OLD_LINES).default([]),
  }),
  complaints: z
    .array(
      z.strictObject({
        id: z.string().min(1).max(64),
        words: z.string().max(400),
        /** The spot it is about; null is the whole house or not placed yet. */
        spotId: id.nullable().default(null),
      }),
    )
    .max(40),
  policies,
  /** How long the firm takes against the usual minutes, where that was taken from its own jobs. */
  paces: paces.default({}),
  /** The visit before this one; null where there was none. */
  lastVisit: lastVisit.nullable().default(null),
  /** Language of what the customer gets. */
  paperLanguage: z.enum(['en', 'de']).default('en'),
  /** What stands on an offer beside the options. */
  offer: z
    .strictObject({
      taxPercent: z.number().min(0).max(100),
      taxName: z.string().max(20),
      validDays: z.number().int().min(1).max(365),
      /** Going there and back for all visits, minor units; a line of its own. */
      travelMinor: z.number().int().min(0).max(MOST_MINOR).default(0),
      /** What coming a second time costs, where it is known better than by travel and labour. */
      secondVisitMinor: z.number().int().min(0).max(MOST_MINOR).nullable().default(null),
      /** What is not part of the price, in words. */
      exclusions: z.string().max(2000),
      /** What we stand for, as it is printed. */
      guarantee: z.string().max(1000).default(''),
      /** Number of the offer, and the day it was made; empty and null where nobody has said. */
      number: z.string().max(40).default(''),
      date: z.iso.date('a day is written 2026-11-25').nullable().default(null),
    })
    .default(NO_OFFER),
  labourMinorPerHour: z.number().int().min(0).max(MOST_MINOR),
  /** What each thing to check about a plan counts for when plans are searched, minor units. */
  checkMinor: z.number().int().min(0).max(MOST_MINOR).default(20_00),
});
export type Brief = z.infer<typeof brief>;

export function emptyBrief(): Brief {
  return {
    customer: '',
    address: '',
    phone: '',
    visitDate: null,
    installer: '',
    networkName: '',
    apart: [],
    line: {
      kind: 'fibre',
      contract: '',
      guessed: true,
      downMbps: 100,
      upMbps: 20,
      idleMs: null,
      riseMs: null,
      login: 'unknown',
      loginHolder: '',
    },
    region: 'europe',
    ownLimitsDbm: {},
    currency: 'EUR',
    catalogueRate: 1,
    lengthUnit: 'metres',
    allowed: {
      drilling: true,
      rented: false,
      listed: false,
      reuseOldGear: true,
      budgetMinor: null,
      note: '',
      closedRooms: '',
    },
    consents: [],
    people: 3,
    lastVisit: null,
    paperLanguage: 'en',
    devices: [],
    hours: null,
    oldRouter: { telephone: false, alarm: false, forwardedPort: false, sheet: [] },
    complaints: [],
    paces: {},
    policies: {
      feed: 'wireFirst',
      names: 'one',
      placing: 'asNear',
      joining: 'bench',
      families: 'one',
      router: 'replace',
      adapters: 'group',
      key: 'new',
      bands: 'one',
      cables: 'sockets',
      crew: 'one',
    },
    offer: { ...NO_OFFER },
    labourMinorPerHour: 55_00,
    checkMinor: 20_00,
  };
}

/** Idle round trip of a line of a kind, ms, and its rise under load where nobody measured (estimates). */
export const LINE_LATENCY_MS: Record<Brief['line']['kind'], { idleMs: number; riseMs: number }> = {
  fibre: { idleMs: 8, riseMs: 50 },
  cable: { idleMs: 15, riseMs: 60 },
  dsl: { idleMs: 22, riseMs: 60 },
  fixedWireless: { idleMs: 35, riseMs: 80 },
};
