import { CEILING_SHARE, CLIENT_TYPES } from '../radio/link/clients';
import { BAND_INDEX, type PerBand } from '../radio/link/bands';
import { SPEED_DB_PER_LN, speedFeatures, type Beliefs } from '../radio/learning/beliefs';
import type { Observation } from '../radio/learning/calibration';
import { choiceDbm, unchosenBelowDbm } from '../plan/links/choice';
import type { PlanContext } from '../plan/network/context';
import { SILENT_MBPS } from '../plan/links/judge';
import { linksOf } from '../plan/links/pipe';
import { levelOfBars, middleBars, type BarsLevel } from '../site/model/bars';
import { evidenceOf } from '../evidence/fold';
import { thawed } from '../evidence/frozenNetwork';
import { spotIdOf, type EvidenceRows, type Reading } from '../evidence/rows';
import { isReadAt, placeNow } from '../evidence/takenAt';
import type { ClientTypeId, Spot } from '../site/model/schema';
import { median } from '../stats/median';
import { backhaulsRead } from './backhaulRead';
import {
  allHeard,
  levelForSpeed,
  likelihoods,
  lostBelowDbm,
  usualMbps,
  type ReceivedLevel,
  type ReadNetwork,
} from './receivedLevel';

/** Spread of one reading of a level, of a level told from a speed, and of limits, dB (estimates). */
const LEVEL_NOISE_DB = 2;
const SPEED_NOISE_DB = 4;
const LOST_NOISE_DB = 3;
/** The same of what was not chosen, by band: when a device falls back on 2.4 GHz hangs on its habits more than when it stays higher. */
const UNCHOSEN_NOISE_DB: PerBand = [5, 2.5, 2.5];
/** A device sticks to a unit it has, so another that was not chosen may have been this much stronger, dB (estimate). */
const STICKS_DB = 4;
/** Spread of a speed beside its level, as a natural logarithm (estimate): runs, neighbours, the steps of rates. */
const SPEED_NOISE_LN = 0.2;
/** Ways less likely than this say nothing. */
const LEAST_LIKELY = 0.05;
/** A limit this far above what is expected says nothing, dB. */
const SAYS_NOTHING_DB = 15;

/** Spread that an even chance of having come another way adds: to a level, dB, and to a speed, as a natural logarithm. */
const UNLIKELY = { level: 8, speed: 1 } as const;

/** Most groups of readings a job learns from; of more the newest count. Learning from so many takes a second or two. */
export const MOST_OBSERVATIONS = 1600;

export interface Observed {
  list: Observation[];
  /** Groups of readings, the oldest, that are left out because there are more than a job learns from. */
  leftOut: number;
  /** Whether it is unsure over which unit or band some came: learning once tells more of that. */
  unsure: boolean;
}

/** A network as it was read, with what came through the backhauls of its units, Mb/s. */
type FedNetwork = ReadNetwork & { fedMbps: ReadonlyMap<string, number> };

/** Runs of one device, band and network at a spot: they count once, with their median. */
type Group = readonly Reading[];

/** Where a reading was taken, as a key; null where it says nothing of the air there. */
function whereOf(r: Reading): string | null {
  const { subject } = r;
  if (subject.kind === 'trialPlace')
    return subject.parentId === undefined
      ? null
      : `trial ${subject.parentId} ${JSON.stringify(subject.place)}`;
  return spotIdOf(r);
}

/** The place of a trial as a spot, so that it is heard like one. */
function trialSpot({ subject, device }: Reading): Spot | undefined {
  if (subject.kind !== 'trialPlace' || device === 'wired') return undefined;
  const { place } = subject;
  return {
    id: whereOf({ subject } as Reading)!,
    number: 0,
    name: 'trial',
    place,
    client: device,
    deviceName: '',
    activities: [],
    complaint: '',
  };
}

function groupsOf(rows: readonly Reading[]): Group[] {
  const groups = new Map<string, Reading[]>();
  for (const r of rows) {
    const where = whereOf(r);
    if (where === null || r.device === 'wired') continue;
    const at = JSON.stringify(r.takenAt?.place ?? null);
    const key = [where, at, r.stateId, r.device, r.band, r.bandSeen ?? '', r.connected].join('|');
    const group = groups.get(key);
    if (group) {
      group.push(r);
      // The newest last, by the newest reading of each.
      groups.delete(key);
      groups.set(key, group);
    } else groups.set(key, [r]);
  }
  return [...groups.values()];
}

const levelAt = (heard: ReceivedLevel) => ({
  unitId: heard.unit.id,
  from: heard.from,
  band: heard.band,
  ...heard.at,
});

/** No connection: every unit on every band the device could have used was too weak. */
function lostOver(ways: readonly ReceivedLevel[], id: string): Observation[] {
  return ways.flatMap((heard): Observation[] => {
    const measured = lostBelowDbm(heard);
    if (heard.levelDbm < measured - SAYS_NOTHING_DB) return [];
    const { predict } = heard;
    return [
      {
        ...levelAt(heard),
        id: `${id} ${heard.unit.id} ${heard.band}`,
        of: 'level',
        predict,
        measured,
        kind: 'atMost',
        noise: LOST_NOISE_DB,
      },
    ];
  });
}

/** What was not chosen was weaker than what was, as surely as the level of that is known. */
function unchosen(
  ways: readonly ReceivedLevel[],
  chosen: ReceivedLevel,
  { dbm: chosenDbm, noiseDb }: { dbm: number; noiseDb: number },
  id: string,
): Observation[] {
  return ways.flatMap((heard): Observation[] => {
    if (heard === chosen) return [];
    const other = heard.unit !== chosen.unit;
    const measured =
      unchosenBelowDbm(heard.band, choiceDbm(chosen.band, chosenDbm)) + (other ? STICKS_DB : 0);
    if (heard.levelDbm < measured - SAYS_NOTHING_DB) return [];
    const { predict } = heard;
    return [
      {
        ...levelAt(heard),
        id: `${id} not ${heard.unit.id} ${heard.band}`,
        of: 'level',
        predict,
        measured,
        kind: 'atMost',
        noise: Math.hypot(UNCHOSEN_NOISE_DB[BAND_INDEX[heard.band]], noiseDb),
      },
    ];
  });
}

/** How fast a speed rises with its level on the ladder of rates, dB for a factor of e. */
function dbPerLn(heard: ReceivedLevel, mbps: number): number {
  const [low, high] = [levelForSpeed(heard, mbps * 0.75), levelForSpeed(heard, mbps * 1.25)];
  return low === null || high === null ? SPEED_DB_PER_LN : Math.max(2, (high - low) / Math.log(1.25 / 0.75));
}

/** The level a speed was read at; null where it gives so much at any level above one. */
function exactLevelFor(heard: ReceivedLevel, mbps: number): number | null {
  const level = levelForSpeed(heard, mbps);
  return level === null || levelForSpeed(heard, mbps / CEILING_SHARE) === null ? null : level;
}

/** What the bars of a group say of its level: those of its middle run; null where no run has any. */
function barsOf(group: Group): BarsLevel | null {
  const middle = middleBars(group);
  return middle ? levelOfBars(middle) : null;
}

/** What a group of connected runs says over one way it may have come by. */
function readOver(
  context: PlanContext,
  heard: ReceivedLevel,
  group: Group,
  device: ClientTypeId,
  id: string,
  /** What was read of the backhaul of its unit, Mb/s: its air was not asked for more. */
  fedMbps: number,
): Observation[] {
  const levels = group.map((r) => r.rssiDbm).filter((v) => v !== null);
  const bars = levels.length === 0 ? barsOf(group) : null;
  const speed = median(group.map((r) => r.downMbps).filter((v) => v !== null));
  const ceiling = Math.min(context.line.downMbps, CLIENT_TYPES[device].ceilingMbps, fedMbps);
  const capped = speed !== null && speed >= CEILING_SHARE * ceiling;
  const { predict } = heard;
  if (levels.length > 0) {
    const measured = median(levels)!;
    const noise = Math.max(1, LEVEL_NOISE_DB / Math.sqrt(levels.length));
    const out: Observation[] = [
      { ...levelAt(heard), id, of: 'level', predict, measured, kind: 'exact', noise },
    ];
    if (speed !== null && speed > 0) {
      const usual = usualMbps(heard, measured);
      if (usual > 0)
        out.push({
          ...levelAt(heard),
          id: `${id} speed`,
          of: 'speed',
          predict: () => ({ value: 0, features: speedFeatures(heard.band) }),
          measured: Math.log(speed / usual),
          kind: capped ? 'atLeast' : 'exact',
          noise: Math.hypot(SPEED_NOISE_LN, noise / dbPerLn(heard, usual)),
        });
    }
    return out;
  }
  if (bars)
    return [
      {
        ...levelAt(heard),
        id: `${id} bars`,
        of: 'level',
        predict,
        measured: bars.dbm,
        kind: bars.kind,
        noise: bars.sigmaDb,
      },
    ];
  if (speed === null || speed <= 0) return [];
  // More than any level usually gives: the airtime is better than thought, and the level is somewhere up there.
  const level = levelForSpeed(heard, speed);
  const top = level === null || levelForSpeed(heard, speed / CEILING_SHARE) === null;
  const measured = level ?? levelForSpeed(heard, usualMbps(heard, -35) * CEILING_SHARE)!;
  const k = dbPerLn(heard, speed);
  return [
    {
      ...levelAt(heard),
      id,
      of: 'level',
      predict: (beliefs: Beliefs) => {
        const { value, features } = predict(beliefs);
        const all = new Map(features);
        for (const [name, by] of speedFeatures(heard.band)) all.set(name, k * by);
        return { value, features: all };
      },
      measured,
      kind: capped || top ? 'atLeast' : 'exact',
      noise: SPEED_NOISE_DB,
    },
  ];
}

/** What one group says, over each way it may have come by. */
function observationsOfGroup(
  read: FedNetwork,
  ways: readonly ReceivedLevel[],
  group: Group,
): { list: Observation[]; unsure: boolean } {
  const first = group[0]!;
  const device = first.device as ClientTypeId;
  const fixed = first.band === 'free' ? first.bandSeen : first.band;
  const open = ways.filter((w) => first.band === 'free' || w.band === first.band);
  if (!first.connected) return { list: lostOver(open, first.id), unsure: false };
  const possible = ways.filter((w) => fixed === null || w.band === fixed);
  if (possible.length === 0) return { list: [], unsure: false };
  const levels = group.map((r) => r.rssiDbm).filter((v) => v !== null);
  const speed = median(group.map((r) => r.downMbps).filter((v) => v !== null));
  const measured = median(levels);
  const bars = levels.length === 0 ? barsOf(group) : null;
  // Of a bound the level itself says nothing of which way it came: the speed tells more.
  const said = measured ?? (bars?.kind === 'exact' ? bars.dbm : null);
  const levelOf = (heard: ReceivedLevel) =>
    said ?? (speed === null ? heard.levelDbm : levelForSpeed(heard, speed));
  const noise = measured !== null ? LEVEL_NOISE_DB : said !== null ? bars!.sigmaDb : SPEED_NOISE_DB;
  const weights = likelihoods(possible, levelOf, noise);
  const list: Observation[] = [];
  possible.forEach((heard, i) => {
    const weight = weights[i]!;
    if (weight < LEAST_LIKELY) return;
    const name = possible.length === 1 ? first.id : `${first.id} ${heard.unit.id} ${heard.band}`;
    const fedMbps = read.fedMbps.get(heard.unit.id) ?? Infinity;
    const over = readOver(read.context, heard, group, device, weight > 0.5 ? first.id : name, fedMbps);
    // A way that is only likely counts as a reading that is less sure.
    for (const o of over)
      list.push(weight > 0.99 ? o : { ...o, noise: Math.hypot(o.noise, (1 / weight - 1) * UNLIKELY[o.of]) });
    if (weight > 0.5 && first.band === 'free') {
      // A speed at its ceiling says of the level that it is no less, and so nothing of what was weaker.
      const level = said ?? (speed === null || bars ? null : exactLevelFor(heard, speed));
      const noiseDb = measured !== null ? 0 : noise;
      if (level !== null) list.push(...unchosen(ways, heard, { dbm: level, noiseDb }, first.id));
    }
  });
  return { list, unsure: weights.some((w) => w >= LEAST_LIKELY && w <= 1 - LEAST_LIKELY) };
}

/** A spot where something was read there: at the place it stood at then, though it has been moved since. */
function whereRead(
  { site }: PlanContext,
  spots: ReadonlyMap<string, Spot>,
  reading: Reading,
): Spot | undefined {
  const spot = spots.get(spotIdOf(reading)!);
  if (!spot || isReadAt(site, reading, spot.place)) return spot;
  return { ...spot, place: placeNow(site, reading.takenAt!) };
}

/**
 * A job's readings as observations. Readings by cable, at spots that are gone, or that no unit could have served say nothing.
 * `context` says what is believed so far; over which unit and band a reading came is judged by it.
 */
export function observationsOf(context: PlanContext, rows: EvidenceRows): Observed {
  const e = evidenceOf(rows);
  const groups = groupsOf(e.valid);
  const newest = groups.slice(-MOST_OBSERVATIONS);
  const spots = new Map(context.site.spots.map((s) => [s.id, s]));
  const networks = new Map<string, FedNetwork>();
  const networkOf = (stateId: string): FedNetwork | null => {
    const known = networks.get(stateId);
    const state = e.states.get(stateId);
    if (known || !state) return known ?? null;
    const { option, kit } = thawed(context.site, state);
    const then = { ...context, ownKit: kit };
    const fedMbps = backhaulsRead(e, stateId, option);
    const read = { context: then, option, links: linksOf(then, option), fedMbps };
    networks.set(stateId, read);
    return read;
  };
  const heardAt = new Map<string, ReceivedLevel[]>();
  const list: Observation[] = [];
  let unsure = false;
  for (const group of newest) {
    const { stateId, device } = group[0]!;
    const first = group[0]!;
    const spot = first.subject.kind === 'trialPlace' ? trialSpot(first) : whereRead(context, spots, first);
    const read = networkOf(stateId);
    if (!spot || !read || device === 'wired') continue;
    const key = `${stateId} ${spot.id} ${JSON.stringify(spot.place)} ${device}`;
    let ways = heardAt.get(key);
    if (!ways) heardAt.set(key, (ways = allHeard(read, spot, device)));
    const { subject } = first;
    // A trial was of one unit alone; where that was only meant, its level says nothing of what stands there.
    if (subject.kind === 'trialPlace') ways = ways.filter((w) => w.unit.id === subject.parentId);
    // No connection through a unit that has lost its own way says nothing of its signal.
    if (!first.connected) ways = ways.filter((w) => (read.fedMbps.get(w.unit.id) ?? Infinity) >= SILENT_MBPS);
    if (ways.length === 0) continue;
    const said = observationsOfGroup(read, ways, group);
    list.push(...said.list);
    unsure ||= said.unsure;
  }
  return { list, leftOut: groups.length - newest.length, unsure };
}
