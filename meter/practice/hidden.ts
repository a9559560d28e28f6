import { inside, levelOf } from '../../core/site/model/levels';
import type { Place, PracticeHouseRef, Site } from '../../core/site/model/schema';
import { SHADOW_COMMON, SHADOW_DB, SHADOW_LENGTH_M, airMbps, randomField, trueLosses } from './luck';
import { faultsOf, type Faults } from './faults';
import { named, normals } from './random';
import { raysDb, type TrueLoss } from './rays';
import { surfacesOf, type Point3, type Triple } from './surfaces';
import type { Band, PracticeDevice, PracticeLight, PracticeLine, PracticeRun, PracticeUnit } from './terms';

const STRAY = { easy: 0.5, usual: 1, hard: 1.6, old: 1 } as const;
/** Devices keep to a higher band until it is weaker than a lower one by this, dB; below this level they let it go. */
const PREFERENCE_DB = 12;
const GOOD_DBM = -70;
/** Nothing holds below this, dBm. */
const FLOOR_DBM = -92;
/** What TCP makes of what radios move, and what each band's air leaves (means). */
const TCP_SHARE = 0.62;
const AIR_SHARE: Triple = [0.5, 0.8, 0.92];
/** What a neighbour that talks all day leaves of a band. */
const BUSY_SHARE = 0.3;
const EVENING = { fromHour: 17, toHour: 23 } as const;
const WIRE_SHARE = 0.9415;

/**
 * The hidden truth of a house with any units in it: rays with reflections through walls that are not what they usually are,
 * shadows no drawing holds, devices, units and air with luck of their own. The same for the same seed, whatever is asked
 * first. It knows nothing of the planner's formulas.
 */
export function hiddenHouse(
  site: Site,
  ref: PracticeHouseRef,
  nominalDb: TrueLoss,
  faults: Faults = faultsOf(ref),
) {
  const { seed } = ref;
  const stray = STRAY[ref.difficulty];
  const draw = (name: string) => normals(named(seed, name));
  const surfaces = surfacesOf(site);
  const loss = trueLosses(surfaces, nominalDb, draw('losses'), stray);
  const edgeLuck = named(seed, 'edges');
  const scatters = surfaces.edges.map(() => 18 + 10 * edgeLuck());
  const clutterDbPerM = Math.max(0.05, 0.3 + 0.1 * stray * draw('clutter')());
  const footprints = site.buildings.map((b) => b.storeys[0]!.outline);
  const pointOf = (at: Place): Point3 => ({ x: at.xM, y: at.yM, z: levelOf(site, at) });
  const luck = (name: string, sigma: number) => sigma * stray * draw(name)();
  const fields = new Map<string, ((p: Point3) => number)[]>();

  /** Shadows belong to both ends: a unit that is moved leaves them behind. */
  function fieldOf(u: Point3): ((p: Point3) => number)[] {
    const key = [u.x, u.y, u.z].map((v) => Math.round(v)).join();
    let known = fields.get(key);
    if (!known) {
      known = [0, 1, 2, 3].map((k) => randomField(named(seed, `shadow ${key} ${k}`), SHADOW_LENGTH_M));
      fields.set(key, known);
    }
    return known;
  }

  function indoorM(u: Point3, p: Point3): number {
    let count = 0;
    for (let k = 0; k < 60; k++) {
      const [x, y] = [u.x + ((k + 0.5) / 60) * (p.x - u.x), u.y + ((k + 0.5) / 60) * (p.y - u.y)];
      if (footprints.some((o) => inside(o, x, y))) count++;
    }
    return (count / 60) * Math.hypot(u.x - p.x, u.y - p.y, u.z - p.z);
  }

  const ways = new Map<string, Triple>();
  /** Loss of the way between two places, shadows included, dB by band. */
  function wayDb(from: Place, to: Place): Triple {
    const [u, p] = [pointOf(from), pointOf(to)];
    const key = [u.x, u.y, u.z, p.x, p.y, p.z].join();
    let known = ways.get(key);
    if (!known) {
      const clutter = clutterDbPerM * indoorM(u, p);
      const field = fieldOf(u);
      known = raysDb(surfaces, loss, (k) => scatters[k]!, u, p).map((db, b) => {
        const shadow =
          SHADOW_DB[b]! *
          stray *
          (Math.sqrt(SHADOW_COMMON) * field[3]!(p) + Math.sqrt(1 - SHADOW_COMMON) * field[b]!(p));
        return db + clutter - shadow;
      }) as unknown as Triple;
      ways.set(key, known);
    }
    return known;
  }

  const airShare = AIR_SHARE.map(
    (mean, b) =>
      Math.min(0.98, mean * Math.exp(luck(`air ${b}`, 0.2))) * (faults.busyBand === b ? BUSY_SHARE : 1),
  );
  const tcpShare = TCP_SHARE * Math.exp(luck('tcp', 0.12));

  const lineAt = (line: PracticeLine, hour: number): PracticeLine => {
    const evening = hour >= EVENING.fromHour && hour < EVENING.toHour;
    const share = faults.lineShare * (evening ? faults.eveningShare : 1);
    return { ...line, downMbps: 0.96 * share * line.downMbps, upMbps: 0.97 * share * line.upMbps };
  };

  /**
   * What the feed of a unit gives it, both ways alike, Mb/s; follows parents to the line. `onBand` is where what it feeds is heard: a
   * radio that sends everything twice on one band moves half of it.
   */
  function fedMbps(
    units: readonly PracticeUnit[],
    unit: PracticeUnit,
    onBand: Band | null,
    seen = new Set<string>(),
  ): number {
    if (seen.has(unit.id)) return 0;
    seen.add(unit.id);
    const { feed } = unit;
    const port = WIRE_SHARE * unit.portMbps;
    if (feed.kind === 'line') return port;
    const parent = units.find((u) => u.id === feed.parentId);
    if (!parent) return 0;
    const { mbps, band } = linkOf(unit, parent);
    const twice = feed.kind === 'air' && feed.shares && band === onBand ? 0.5 : 1;
    return Math.min(port, fedMbps(units, parent, band, seen), mbps * twice);
  }

  /** What one link gives by itself, Mb/s, and the band it goes by. */
  function linkOf(unit: PracticeUnit, parent: PracticeUnit): { mbps: number; band: Band | null } {
    const { feed } = unit;
    if (feed.kind !== 'air') return { mbps: wireMbps(unit, parent), band: null };
    const streams = Math.min(unit.streams, parent.streams);
    return feed.bands
      .map((band) => ({
        band,
        mbps:
          airMbps(heardFrom(unit, parent, band).levelDbm, unit.widthMhz[band], streams) *
          tcpShare *
          airShare[band]!,
      }))
      .reduce((best, by) => (by.mbps > best.mbps ? by : best));
  }

  function wireMbps(unit: PracticeUnit, parent: PracticeUnit): number {
    const { feed } = unit;
    if (feed.kind === 'wire') return WIRE_SHARE * Math.min(unit.portMbps, parent.portMbps);
    if (feed.kind === 'powerline') {
      const strip = feed.onStrip || (faults.surgeStrip && luck(`strip ${feed.pair}`, 1) > 0);
      const share = 0.18 * Math.exp(luck(`powerline ${feed.pair}`, 0.45));
      return feed.boxMbps * share * (feed.sameCircuit ? 1 : 0.6) * (strip ? 0.3 : 1);
    }
    if (feed.kind === 'coax')
      return feed.mostMbps * Math.exp(luck(`coax ${feed.pair}`, 0.1)) * (faults.badSplitter ? 0.12 : 0.9);
    return 0;
  }

  /** How a unit hears its parent on a band, dBm. */
  function heardFrom(unit: PracticeUnit, parent: PracticeUnit, band: Band): { levelDbm: number } {
    const eirp = parent.eirpDbm[band] ?? 20;
    const own = luck(`unit ${unit.id} ${band}`, 2) + luck(`unit ${parent.id} ${band}`, 2);
    return { levelDbm: eirp + unit.gainDbi[band] + own - wayDb(parent.place, unit.place)[band] };
  }

  /** How a device hears every radio of a network at a place, dBm. */
  function heardAt(units: readonly PracticeUnit[], device: PracticeDevice, place: Place) {
    const deviceDb = luck(`device ${device.kind}`, 4.7);
    const heard: { unit: PracticeUnit; band: Band; levelDbm: number }[] = [];
    for (const unit of units) {
      if (unit.eirpDbm.every((v) => v === null)) continue;
      const way = wayDb(unit.place, place);
      for (const band of device.bands) {
        const eirp = unit.eirpDbm[band];
        // Indoor-only channels are not used in the open.
        if (eirp === null || eirp === undefined || (band === 2 && place.storeyId === null)) continue;
        const own =
          luck(`unit ${unit.id} ${band}`, 2) + luck(`device ${device.kind} ${band}`, 1.6) + deviceDb;
        heard.push({ unit, band, levelDbm: eirp + device.gainDbi[band] - device.bodyDb + own - way[band] });
      }
    }
    return heard;
  }

  /** The strongest a device hears of each unit at a place, dBm. */
  function levelsAt(
    units: readonly PracticeUnit[],
    device: PracticeDevice,
    place: Place,
  ): Map<string, number> {
    const levels = new Map<string, number>();
    for (const { unit, levelDbm } of heardAt(units, device, place))
      levels.set(unit.id, Math.max(levels.get(unit.id) ?? -Infinity, levelDbm));
    return levels;
  }

  /** What one run says at a place. `run` counts runs there, so that each scatters for itself, and may say which unit it keeps to. */
  function readAt(
    units: readonly PracticeUnit[],
    device: PracticeDevice,
    place: Place,
    line: PracticeLine | null,
    run: { name: string; hour: number; onUnitId?: string },
  ): PracticeRun {
    const noise = draw(`run ${run.name}`);
    let best: { score: number; unit: PracticeUnit; band: 0 | 1 | 2; levelDbm: number } | null = null;
    for (const { unit, band, levelDbm } of heardAt(units, device, place)) {
      if (run.onUnitId !== undefined && unit.id !== run.onUnitId) continue;
      const score = levelDbm + (band > 0 && levelDbm >= GOOD_DBM ? PREFERENCE_DB : 0);
      if (!best || score > best.score) best = { score, unit, band, levelDbm };
    }
    const trip = (mean: number) => Math.max(1, mean * Math.exp(0.12 * noise()));
    const nothing: PracticeRun = {
      connected: false,
      band: null,
      unitId: null,
      rssiDbm: null,
      downMbps: 0,
      upMbps: 0,
      idleMs: 0,
      loadedMs: 0,
    };
    if (!best || best.levelDbm + noise() < FLOOR_DBM) return nothing;
    const { unit, band, levelDbm } = best;
    const upDbm =
      levelDbm + device.eirpDbm[band] - device.gainDbi[band] + unit.gainDbi[band] - unit.eirpDbm[band]!;
    const width = Math.min(device.widthMhz, unit.widthMhz[band]);
    const streams = Math.min(device.streams, unit.streams);
    const rate = (dbm: number) => airMbps(dbm, width, streams) * tcpShare * airShare[band]!;
    const fed = fedMbps(units, unit, band);
    const cap = (mbps: number, most: number | undefined) =>
      Math.min(mbps, fed, device.ceilingMbps, most ?? Infinity) * Math.exp(0.06 * noise());
    const now = line && lineAt(line, run.hour);
    const downMbps = cap(rate(levelDbm), now?.downMbps);
    const upMbps = cap(rate(upDbm), now?.upMbps);
    if (downMbps < 0.05 || upMbps < 0.05) return nothing;
    const idle = (line?.idleMs ?? 2) + 3;
    return {
      connected: true,
      band,
      unitId: unit.id,
      rssiDbm: levelDbm + 2 * noise(),
      downMbps,
      upMbps,
      idleMs: trip(idle),
      loadedMs: trip(idle + 22 + (faults.busyBand === band ? 60 : 0)),
    };
  }

  /** What one wired run at the gateway says. */
  function readLine(line: PracticeLine, run: { name: string; hour: number }): PracticeRun {
    const noise = draw(`run ${run.name}`);
    const now = lineAt(line, run.hour);
    return {
      connected: true,
      band: null,
      unitId: null,
      rssiDbm: null,
      downMbps: now.downMbps * Math.exp(0.012 * noise()),
      upMbps: now.upMbps * Math.exp(0.012 * noise()),
      idleMs: line.idleMs * Math.exp(0.06 * noise()),
      loadedMs: (line.idleMs + 18) * Math.exp(0.08 * noise()),
    };
  }

  /** What one run beside a unit says of its feed. */
  const readLink = (units: readonly PracticeUnit[], unit: PracticeUnit, name: string): PracticeRun =>
    wiredRun(unit, fedMbps(units, unit, null), name);

  /** What a trial of the link of a unit says, by itself, whatever feeds its parent. */
  function readTrial(units: readonly PracticeUnit[], unit: PracticeUnit, name: string): PracticeRun {
    const { feed } = unit;
    const parent = feed.kind === 'line' ? undefined : units.find((u) => u.id === feed.parentId);
    return wiredRun(unit, parent ? linkOf(unit, parent).mbps : 0, name);
  }

  function wiredRun(unit: PracticeUnit, mbps: number, name: string): PracticeRun {
    const noise = draw(`run ${name}`);
    return {
      connected: mbps > 0.05,
      band: null,
      unitId: unit.id,
      rssiDbm: null,
      downMbps: mbps * Math.exp(0.05 * noise()),
      upMbps: mbps * Math.exp(0.05 * noise()),
      idleMs: 4 * Math.exp(0.1 * noise()),
      loadedMs: 16 * Math.exp(0.15 * noise()),
    };
  }

  /** What the light of a unit says. */
  function lightOf(units: readonly PracticeUnit[], unit: PracticeUnit): PracticeLight {
    const { feed } = unit;
    if (feed.kind === 'line') return 'holds';
    const parent = units.find((u) => u.id === feed.parentId);
    if (!parent) return 'lost';
    if (fedMbps(units, parent, null) < 0.05) return 'noInternet';
    const { mbps, band } = linkOf(unit, parent);
    if (band === null) return mbps > 20 ? 'holds' : 'thin';
    const { levelDbm } = heardFrom(unit, parent, band);
    return levelDbm > -67 ? 'holds' : levelDbm > -82 ? 'thin' : 'lost';
  }

  /** The band a unit and its parent keep to; null where no air is between them. */
  function bandOf(units: readonly PracticeUnit[], unit: PracticeUnit): Band | null {
    const { feed } = unit;
    const parent = feed.kind === 'air' ? units.find((u) => u.id === feed.parentId) : undefined;
    return parent ? linkOf(unit, parent).band : null;
  }

  return { readAt, levelsAt, readLine, readLink, readTrial, bandOf, lightOf };
}
export type HiddenHouse = ReturnType<typeof hiddenHouse>;
