import type { ApartNetwork } from '@/core/brief/apart';
import type { Brief } from '@/core/brief/brief';
import { OLD_BECAME_LABEL, OLD_ROUTER_LABEL, type OldRouterLine } from '@/core/brief/oldRouter';
import type { CauseWord, RemedyAct } from '@/core/evidence/agreement';
import type { Isolated } from '@/core/evidence/isolation';
import { KEY_KIND_LABEL } from '@/core/job/keyBox';
import type { FeedKind } from '@/core/kit/model/schema';
import type { Light } from '@/core/kit/model/details';
import type { ActivityId } from '@/core/site/model/needs';
import type { ClientTypeId } from '@/core/site/model/schema';
import type { Verdict } from '@/core/site/model/verdict';
import type { CautionId } from '@/core/fit/cautions';
import { CAUTIONS_KEPT_EN } from './workEn';

/**
 * Every text of the papers for the customer in English. Another language is one more file of this shape: what it must hold is the
 * type of this one.
 */
export const en = {
  /** For numbers, dates and money by Intl. */
  locale: 'en-GB',
  name: 'English',
  mbps: 'Mb/s',
  /** A part or unit by its name in the catalogue, and how a light looks. */
  goods: (label: string): string => label,
  light: (shows: string): string => shows,
  /** A step of the run sheet by its key, by what it is called there and by the unit or spot it is about. */
  step: (_key: string, told: string, _about: string): string => told,
  notRead: 'not read',
  notNoted: 'not noted',
  noConnection: 'no connection',
  fittedBy: (who: string) => `Fitted by ${who}`,
  practice: 'Practice: readings of this job come from a made-up house and prove nothing of a real one.',
  allGone: (n: number) => (n === 1 ? 'The one dead spot is gone.' : `All ${n} dead spots are gone.`),
  someGone: (gone: number, dead: number) => `${gone} of ${dead} dead spots are gone.`,
  noneDead: 'No dead spot was read before the work.',
  worse: (spots: string) => `Worse than before: ${spots}.`,
  notAccepted: 'No option is accepted yet: the units below are a plan.',
  nothingPlanned: 'Nothing is planned or fitted yet.',
  openSteps: (n: number, next: string) =>
    `Not fitted or not ticked yet: ${n} ${n === 1 ? 'step' : 'steps'}, the next “${next}”.`,
  missingDevices: (names: string) => `Not on the new network yet: ${names}.`,
  unread: (spots: string) => `Not read after the work: ${spots}.`,
  wrong: 'What was wrong',
  done: 'What was done',
  shown: 'Shown besides',
  proof: 'Before and after, spot by spot',
  columns: {
    number: 'No',
    where: 'Where, what for',
    before: 'Before',
    after: 'After',
    result: 'Result',
    unit: 'Unit',
    kind: 'Kind',
    place: 'Place',
    backhaul: 'Backhaul',
    serial: 'Serial',
    light: 'Light when all is well',
    price: 'Price',
    test: 'Test',
    atLeast: 'At least',
    less: 'Less means',
    when: 'When',
    what: 'What',
    who: 'Who',
  },
  needs: (down: string, up: string, ms: number) => `needs ${down} down, ${up} up Mb/s, at most ${ms} ms`,
  noTrip: 'round trip not measured',
  speeds: (down: string, up: string) => `${down} down, ${up} up Mb/s`,
  readAs: (down: string, up: string, ms: number | null) =>
    `${down} down, ${up} up Mb/s, ${ms === null ? 'round trip not measured' : `${ms} ms`}`,
  works: (what: string, where: string, read: string, need: string, unit: string) =>
    `${what} at ${where}: ${read} of ${need} ${unit} needed, it works`,
  fails: (what: string, where: string, read: string, need: string, unit: string) =>
    `${what} at ${where}: ${read} of ${need} ${unit} needed, not enough`,
  gone: 'dead spot gone',
  notProven: (why: string) => `not proven: ${why}`,
  deadUnread: 'dead spot, not read after',
  worseNow: (verdict: string) => `worse than before: ${verdict}`,
  beforeOnly: (verdict: string) => `${verdict} before`,
  method:
    'Medians of several runs; the round trip is under load. Gone means: at least three of three runs (or three of four) meet the need after, on the same kind of device.',
  /** What was done against a spot that did not work, as it was told or by what it was. */
  remedy: (told: string, _act: RemedyAct | null, _unit: string): string => told,
  atOnce: (phones: number, spots: string) =>
    `${phones} devices at once, in the house and without the line, at ${spots}: each got what it needs.`,
  atOnceShort: (phones: number, met: number, spots: string) =>
    `${phones} devices at once, in the house and without the line: ${met} of ${phones} got what they need. Not enough at ${spots}.`,
  walkChanged: (from: string, to: string, gap: string) =>
    `Walking from ${from} to ${to} a phone changes over by itself${gap === '' ? ', without a gap' : `; nothing comes for ${gap}`}.`,
  walkSticks: (from: string, to: string) =>
    `Walking from ${from} to ${to} the phone tested kept to a far unit: its Wi-Fi off and on makes it change.`,
  seconds: (s: string) => `${s} s`,
  line: 'The line, by cable at the gateway',
  lineText: (paid: string, before: string, after: string) =>
    `Paid for: ${paid} Mb/s. Before: ${before}. After: ${after}.`,
  notTested: 'not tested',
  lineTest: (down: string, up: string, rise: string | null, runs: number) =>
    `${down} down, ${up} up Mb/s${rise === null ? '' : `, ${rise} ms more under load`}, median of ${runs}`,
  drawings: 'The plan, storey by storey',
  yard: 'The plot',
  drawingKey: 'Lamp with letter: unit. Numbered square: spot.',
  units: 'Where each unit is, its backhaul and its light',
  outdoors: 'outdoors',
  from: (letter: string) => `from ${letter}`,
  noUnits: 'No unit is planned.',
  stay: 'What must stay as it is',
  stayUnits: (units: string) =>
    `${units} stay where they are, upright, in the open and switched on: moving one ends the proof of the spots it serves.`,
  stayBetween: (unit: string, spots: string) =>
    `Between ${unit} and ${spots}: no large metal, mirror, fish tank or full cupboard.`,
  doorBetween: (one: string, other: string) =>
    one === other ? `a door in ${one}` : `the door between ${one} and ${other}`,
  stayThings: (unit: string, things: string) =>
    `On the way from ${unit}, as it was read: ${things}. They stay as they are.`,
  stayDoors: 'Doors were as they usually are; a door of metal or with foil counts as a wall when it is shut.',
  limits: 'What your devices can do at most',
  limit: (device: string, mbps: string) =>
    `${device}: at most about ${mbps} Mb/s, whatever the network gives`,
  left: 'What was left, and why',
  leftSpot: (spot: string, why: string) => `${spot}: ${why}`,
  leftUnit: (unit: string) => `${unit} was not fitted.`,
  causes: {
    line: 'the line itself gives no more; that is a matter for the provider',
    device: 'the device moves no more; a newer one, or a cable to it, would',
    backhaul: 'the way to the unit that serves it is too slow',
    signal: 'the signal is too weak here',
    band: 'the device stays on the slow band',
    congestion: 'others fill the air here',
    sticking: 'the device clings to a unit that is far off',
  } satisfies Record<CauseWord, string>,
  notKnown: 'why is not known yet',
  trades: 'Consents and notes of the work',
  consents: {
    drilling: 'Drilling',
    landlord: 'The landlord',
    listedBuilding: 'Work on a listed building',
    neighbour: 'The neighbour',
    electrician: 'Work for a licensed electrician',
    other: 'Consent',
  } satisfies Record<Brief['consents'][number]['what'], string>,
  consent: (what: string, who: string, got: boolean) =>
    `${what}${who ? `, ${who}` : ''}: ${got ? 'given' : 'not given yet'}`,
  kept: 'Cautions that stay',
  cautions: CAUTIONS_KEPT_EN as Readonly<Record<CautionId, string | null>>,
  trouble: 'When something stops working',
  troubleItems: (gateway: string) => [
    'A unit whose light has changed: see that it has power, wait three minutes. Still wrong: switch it off for ten seconds.',
    `Everything is slow: test by cable at unit ${gateway} first. Slow there means the line, not the house.`,
    'Leave a unit alone while it updates.',
    'One device is slow and others beside it are not: switch its Wi-Fi off and on.',
  ],
  triage: 'Which link has failed: two tests',
  triageText:
    'By any speed test, with nobody else using the line. Test first by cable at the gateway, then beside a unit (two metres, by Wi-Fi).',
  byCable: (unit: string) => `by cable at ${unit}`,
  beside: (unit: string) => `beside ${unit}`,
  lessLine: 'the line: call the provider',
  lessBackhaul: (backhaul: string) => `the backhaul of this unit (${backhaul})`,
  lessElse:
    'Both as printed and one place is still slow: that place, its device or what stands in the way has changed.',
  network: 'The network',
  apartNetworks: {
    guest: 'The guest network',
    children: 'The children’s network',
  } satisfies Record<ApartNetwork, string>,
  apartShown: (network: string, shown: Isolated | null, when: string) =>
    shown === 'apart'
      ? `${network} is apart from the house: shown on ${when} by a phone that reached the internet from there and nothing in the house.`
      : shown === 'notApart'
        ? `${network} is not apart: on ${when} the house was reached from there.`
        : `${network}: not shown to be apart.`,
  networkName: (name: string) => `Its name: ${name}. The key is yours alone: it stands on no paper of ours.`,
  keySheet: {
    title: 'Names and keys',
    scan: 'Point a phone’s camera at a code to join.',
    note: 'Whoever holds this sheet is let in. It is printed once; keep it where guests do not see it.',
    kinds: KEY_KIND_LABEL,
    name: 'Name',
    key: 'Key',
  },
  price: 'Price',
  agreed: (option: string, by: string, when: string) =>
    `“${option}” was accepted${by ? ` by ${by}` : ''} on ${when}. Its parts and price stand as they were then.`,
  estimate: 'An estimate: no option was accepted.',
  parts: 'Parts',
  fitting: (hours: string) => `Fitting, ${hours} of hands-on work`,
  measuring: (hours: string) => `Measuring before and after, ${hours}`,
  net: 'Before tax',
  travel: 'Travel',
  extra: (what: string, by = '') => `Extra: ${what}${by ? `, agreed by ${by}` : ''}`,
  tax: (name: string, percent: string) => `${name} ${percent} %`,
  total: 'In all',
  exclusions: 'Not part of the price',
  guarantee: 'Guarantee',
  signedTitle: 'Signed',
  signed: (who: string, when: string) => `Signed by ${who}, ${when}.`,
  signedFor: (gone: number, dead: number) => `Signed for: ${gone} of ${dead} dead spots gone.`,
  changedSince: 'What stands above is not what was signed for: something was read or changed since.',
  installer: 'Installer',
  customer: 'Customer',
  signHere: (who: string) => `${who}, place and date`,
  page: (n: number, of: number) => `Page ${n} of ${of}`,
  offer: 'Offer',
  offerNumber: (number: string, date: string) => `Offer ${number}, ${date}`,
  offerFrom: (who: string) => `From ${who}`,
  offerHolds: (days: number) => `It holds for ${days} days. Speeds are estimates until they are read.`,
  offerServes: (served: number, spots: number, people: number) =>
    `${served} of ${spots} spots work, with ${people} at home in the evening.`,
  offerShort: (spots: string) => `Not surely: ${spots}.`,
  offerWork: (hours: string, cable: string | null, holes: number) =>
    `${hours} of hands-on work, ${cable === null ? 'no new cable' : `${cable} of new cable, ${holes} ${holes === 1 ? 'hole' : 'holes'}`}.`,
  offerNothing: 'There is nothing to offer yet: no option has a unit.',
  verdicts: {
    works: 'works',
    tight: 'tight',
    tooSlow: 'too slow',
    noSignal: 'no signal',
  } satisfies Record<Verdict, string>,
  activities: {
    messages: 'messages',
    web: 'web',
    music: 'music',
    hdFilm: 'HD films',
    film4k: '4K films',
    hdCall: 'calls',
    teaching: 'teaching',
    workFiles: 'work files',
    game: 'games',
    camera: 'the camera',
    smartDevice: 'smart devices',
  } satisfies Record<ActivityId, string>,
  devices: {
    phone: 'phone',
    tablet: 'tablet',
    laptop: 'laptop',
    newLaptop: 'new laptop',
    oldLaptop: 'old laptop',
    smartDevice: 'smart device, 2.4 GHz only',
    camera: 'camera',
  } satisfies Record<ClientTypeId, string>,
  wired: 'by cable',
  feeds: {
    line: 'the line',
    ethernet: 'Ethernet cable',
    fibre: 'fibre',
    coax: 'coax',
    powerline: 'powerline',
    wireless: 'wireless',
    bridge: 'outdoor bridge',
  } satisfies Record<FeedKind, string>,
  lights: {
    starting: 'starting',
    ready: 'ready',
    joining: 'joining',
    updating: 'updating',
    holds: 'all is well',
    thin: 'holds badly',
    lost: 'lost',
    noInternet: 'no internet',
    switchedOff: 'no power',
  } satisfies Record<Light, string>,
  record: 'Installer’s record',
  recordRound: (n: number) => `as built, round ${n}`,
  recordBefore: 'as it was',
  recordPhoto: 'a photo',
  recordUndone: (step: string) => `Not done after all: ${step}`,
  recordMoved: (unit: string) => `${unit} was built otherwise than planned, or as planned again`,
  recordJoined: (device: string) => `On the new network: ${device}`,
  recordSetAside: (why: string) => `A run was set aside: ${why}`,
  recordTakenBack: 'A run that was set aside counts again',
  recordForecast: 'Forecast at acceptance against what came',
  forecastRange: (low: string, high: string) => `${low} to ${high} down`,
  forecastHeld: 'held',
  forecastLess: 'less than forecast',
  forecastBroken: 'said to work and does not',
  withOthers: (phones: number) => `${phones} at once`,
  recordRuns: 'All runs that count',
  recordOld: 'The old router’s sheet',
  oldLines: OLD_ROUTER_LABEL,
  oldBecame: OLD_BECAME_LABEL as Readonly<Record<OldRouterLine['became'], string>>,
  recordSteps: 'Steps, notes and tries',
  recordChannels: 'Channels',
  recordPortsShort: 'Ports',
  recordPorts: 'Ports and channels',
  channel: (band: string, channel: number | null, widthMhz: number | null, powerDbm: number | null) =>
    `${band} GHz: ${[channel === null ? '' : `channel ${channel}`, widthMhz === null ? '' : `${widthMhz} MHz`, powerDbm === null ? '' : `${powerDbm} dBm`].filter(Boolean).join(', ') || 'automatic'}`,
};

/** What a language of the papers must say. */
export type PaperWords = typeof en;
