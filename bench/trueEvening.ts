import { CATALOGUE } from '../core/kit/catalogue/catalogue';
import type { Option, Unit } from '../core/plan/option/schema';
import { needOf } from '../core/site/model/needs';
import { practiceDevice, practiceUnits } from '../meter/practiceInputs';
import { named } from '../meter/practice/random';
import type { House } from './hiddenHouses';

/** Evenings that are lived through, with whoever is at home anywhere. */
const EVENINGS = 200;
/** What may be used of a channel's time and of any other medium's before queues build up: what "holds" means. */
const MOST_AIR = 0.7;
const MOST_WIRE = 0.8;
const NINE_OF_TEN = 0.9;
/** A port wider than any air: what is left of a run is then the air's. */
const WIDE_MBPS = 100_000;
const TRUE_LINE = { down: 0.96, up: 0.97 };
const PORT_SHARE = 0.9415;

/** What a device at a spot asks of one medium at its full need: share of its whole time. */
type Asks = ReadonlyMap<string, number>;

const channelOf = (unit: Unit, band: 0 | 1 | 2) => {
  const name = (['2.4', '5', '6'] as const)[band];
  return `air ${name} ${unit.radios[name]?.channel ?? 'unset'}`;
};

/**
 * Whether each spot of a house holds at its busy hour, by the hidden truth and nothing of the planner: people sit at spots at random,
 * each medium is filled evenly until it is full or all have what they need. Every radio on a channel is taken to hear every other.
 */
export function holdTruly(house: House, option: Option): ReadonlyMap<string, boolean> {
  const { job, truth } = house;
  const units = practiceUnits(job.site, { option, kit: CATALOGUE });
  const onWideLine = units.map((u) => ({ ...u, portMbps: WIDE_MBPS, feed: { kind: 'line' as const } }));
  const unitOf = new Map(option.units.map((u) => [u.id, u]));
  const line = { down: TRUE_LINE.down * job.brief.line.downMbps, up: TRUE_LINE.up * job.brief.line.upMbps };
  const asks = job.site.spots.map((spot): Asks | null => {
    const need = needOf(spot.activities);
    const device = practiceDevice(spot.client);
    const air = truth.readAt(onWideLine, device, spot.place, null, { name: `evening ${spot.id}`, hour: 11 });
    if (!air.connected || air.band === null || air.unitId === null) return null;
    const times = new Map<string, number>();
    const load = (medium: string, share: number) => times.set(medium, (times.get(medium) ?? 0) + share);
    const own = unitOf.get(air.unitId)!;
    load(channelOf(own, air.band), need.downMbps / air.downMbps + need.upMbps / air.upMbps);
    load('line down', need.downMbps / line.down);
    load('line up', need.upMbps / line.up);
    for (let unit = units.find((u) => u.id === air.unitId)!; unit.feed.kind !== 'line';) {
      const { feed } = unit;
      const parent = units.find((u) => u.id === feed.parentId);
      if (!parent) return null;
      const link = truth.readTrial(units, unit, `evening ${unit.id}`).downMbps;
      if (link < 0.05) return null;
      const both = (need.downMbps + need.upMbps) / link;
      if (feed.kind === 'wire') {
        load(`wire ${unit.id} down`, need.downMbps / link);
        load(`wire ${unit.id} up`, need.upMbps / link);
      } else if (feed.kind === 'powerline') load('powerline', both);
      else if (feed.kind === 'coax') load('coax', both);
      else if (feed.shares) load(channelOf(unitOf.get(unit.id)!, truth.bandOf(units, unit) ?? 1), both);
      else load(`backhaul ${unit.id}`, both);
      unit = parent;
    }
    const port = PORT_SHARE * Math.min(...units.filter((u) => u.feed.kind === 'line').map((u) => u.portMbps));
    load('port down', need.downMbps / port);
    load('port up', need.upMbps / port);
    return times;
  });
  const random = named(5, `evenings of ${job.name} ${job.site.spots.length}`);
  const counts = job.site.spots.map(() => ({ used: 0, held: 0 }));
  for (let k = 0; k < EVENINGS; k++) {
    const seats = job.site.spots.map((_, i) => ({ i, at: random() })).sort((a, b) => a.at - b.at);
    const there = seats.slice(0, job.brief.people).map(({ i }) => i);
    const got = filled(there.map((i) => asks[i] ?? new Map<string, number>()));
    there.forEach((i, n) => {
      counts[i]!.used++;
      if (asks[i] && got[n]! >= 0.99) counts[i]!.held++;
    });
  }
  return new Map(
    job.site.spots.map((s, i) => [
      s.id,
      asks[i] !== null && counts[i]!.held >= NINE_OF_TEN * counts[i]!.used,
    ]),
  );
}

/** Time of its fullest medium that each gets in one turn. */
const TURN = 0.002;

/** Shares of their needs when all who still want more take turns of the same time until what they go over is full. */
function filled(flows: readonly Asks[]): number[] {
  const used = new Map<string, number>();
  const got = flows.map(() => 0);
  const limitOf = (medium: string) => (/^(air|backhaul)/.test(medium) ? MOST_AIR : MOST_WIRE);
  const most = flows.map((f) => Math.max(0, ...f.values()));
  let open = flows.map((_, i) => i).filter((i) => most[i]! > 0);
  while (open.length > 0)
    open = open.filter((f) => {
      const share = Math.min(TURN / most[f]!, 1 - got[f]!);
      const fits = [...flows[f]!].every(([m, s]) => (used.get(m) ?? 0) + s * share <= limitOf(m) + 1e-9);
      if (!fits) return false;
      for (const [m, s] of flows[f]!) used.set(m, (used.get(m) ?? 0) + s * share);
      got[f]! += share;
      return got[f]! < 1 - 1e-9;
    });
  return got;
}
