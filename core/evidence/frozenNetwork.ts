import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import { z } from 'zod';
import { PLAIN_ITEM, kitItem, type KitItem } from '../kit/model/schema';
import { feed, option, unit, type Feed, type Option, type Unit } from '../plan/option/schema';
import { frame, id, label, place } from '../site/model/schema';
import { STILL, inverse, throughFrame, type Frame } from '../site/geometry/frames';
import type { Site } from '../site/model/schema';

/**
 * What of a kit item is physical: powers, bands, streams, ports and role, as it was that day. What else an item says
 * (price, times, lights, plugs) never ends a proof.
 */
export const physicalKit = kitItem.pick({
  id: true,
  kind: true,
  radios: true,
  antenna: true,
  feeds: true,
  portMbps: true,
  family: true,
  poe: true,
  poeSource: true,
  outdoor: true,
  powerlineBoxMbps: true,
  moca: true,
});
type PhysicalKit = z.infer<typeof physicalKit>;

/** A unit as a thing in the house: what it is, where it is, what feeds it, on which channels. */
export const physicalUnit = unit.omit({ letter: true, name: true }).extend({ kitId: id, place, feed });

/** A frozen network: all that is physical in it, and nothing else. Where buildings stood then is kept by their id. */
export const network = z.strictObject({
  units: z.array(physicalUnit).max(60),
  wiredSpots: option.shape.wiredSpots,
  kit: z.array(physicalKit).max(60),
  frames: z.array(z.strictObject({ buildingId: id, frame })).max(20),
});
export type Network = z.infer<typeof network>;

/** What the things of a frozen network were called that day, and what their links were measured to give. */
export const networkLabels = z.strictObject({
  name: label,
  units: z
    .array(
      z.strictObject({
        id,
        letter: unit.shape.letter,
        name: label,
        measuredDownMbps: z.number().min(0).max(10_000).nullable(),
        measuredUpMbps: z.number().min(0).max(10_000).nullable(),
      }),
    )
    .max(60),
  kit: z.array(z.strictObject({ id, label })).max(60),
});
export type NetworkLabels = z.infer<typeof networkLabels>;

/** A network with its labels, as it is handed to whoever freezes it. */
export interface Frozen {
  network: Network;
  labels: NetworkLabels;
}

/** A feed without what was measured on it and without the way its cable lies: neither changes what it is. */
function unmeasured(f: Feed): Feed {
  if (f.kind === 'line') return { kind: 'line' };
  if (f.kind !== 'ethernet' && f.kind !== 'fibre')
    return { ...f, measuredDownMbps: null, measuredUpMbps: null };
  const { via: _, ...rest } = f;
  return { ...rest, measuredDownMbps: null, measuredUpMbps: null };
}

/** The frames of a site's buildings as a list. */
export const framesList = (site: Pick<Site, 'buildings'>): Network['frames'] =>
  site.buildings.filter((b) => b.frame).map((b) => ({ buildingId: b.id, frame: b.frame! }));

const framesById = (list: Network['frames']): ReadonlyMap<string, Frame> =>
  new Map(list.map((f) => [f.buildingId, f.frame]));

const PHYSICAL = Object.keys(physicalKit.shape) as (keyof PhysicalKit)[];

/** An item without what is not physical in it. */
const physicalOf = (item: KitItem): PhysicalKit =>
  Object.fromEntries(PHYSICAL.map((key) => [key, item[key]])) as PhysicalKit;

/** Splits an option into what is physical and what things are called. `kit` holds every item the option uses. */
export function freeze(site: Pick<Site, 'buildings'>, of: Option, kit: readonly KitItem[]): Frozen {
  const used = [...new Set(of.units.map((u) => u.kitId))].map((kitId) => kit.find((k) => k.id === kitId)!);
  return {
    network: {
      // A bridged box is silent: of what a box can be, that alone is physical.
      units: of.units.map(({ id: unitId, kitId, place: at, feed: f, radios, turned, role }) => ({
        id: unitId,
        kitId,
        place: at,
        feed: unmeasured(f),
        radios,
        ...(turned ? { turned } : {}),
        ...(role === 'bridge' ? { role } : {}),
      })),
      wiredSpots: of.wiredSpots,
      kit: used.map(physicalOf),
      frames: framesList(site),
    },
    labels: {
      name: of.name,
      units: of.units.map(({ id: unitId, letter, name, feed: f }) => ({
        id: unitId,
        letter,
        name,
        measuredDownMbps: f.kind === 'line' ? null : f.measuredDownMbps,
        measuredUpMbps: f.kind === 'line' ? null : f.measuredUpMbps,
      })),
      kit: used.map((k) => ({ id: k.id, label: k.label })),
    },
  };
}

/** Keys in order and numbers as they are: the same thing always gives the same text. */
function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join()}]`;
  if (value === null || typeof value !== 'object') return JSON.stringify(value) ?? 'null';
  const entries = Object.entries(value).filter(([, v]) => v !== undefined);
  entries.sort(([a], [b]) => (a < b ? -1 : 1));
  return `{${entries.map(([k, v]) => `${JSON.stringify(k)}:${canonical(v)}`).join()}}`;
}

/** Places are told apart to a millimetre. */
const round = (m: number) => Math.round(m * 1000) / 1000 + 0;

/**
 * Identity of a network: SHA-256 over what is physical in it, hex. Units in the order of their ids, each with its kit as
 * it was, places within the building they are in, so that a building moved on the plot is still the same network.
 */
export function networkHash(n: Network, site: Pick<Site, 'buildings'>): string {
  const frames = framesById(n.frames);
  const buildingOf = new Map(site.buildings.flatMap((b) => b.storeys.map((s) => [s.id, b.id] as const)));
  const kit = new Map(n.kit.map(({ id: kitId, ...physical }) => [kitId, physical]));
  const units = n.units.map((u) => {
    const building = u.place.storeyId === null ? undefined : buildingOf.get(u.place.storeyId);
    const at = throughFrame(inverse((building && frames.get(building)) || STILL), u.place);
    return {
      id: u.id,
      kit: kit.get(u.kitId),
      place: {
        storeyId: u.place.storeyId,
        xM: round(at.xM),
        yM: round(at.yM),
        heightM: round(u.place.heightM),
      },
      feed: unmeasured(u.feed),
      radios: u.radios,
      turned: u.turned,
      role: u.role === 'bridge' ? u.role : undefined,
    };
  });
  units.sort((a, b) => (a.id < b.id ? -1 : 1));
  const wired = [...n.wiredSpots].sort((a, b) => (a.spotId < b.spotId ? -1 : 1));
  return bytesToHex(sha256(utf8ToBytes(canonical({ units, wired }))));
}

/** A frozen network as an option again, with its units where they would be today: a unit moves with its building. */
export function thawed(site: Site, frozen: Frozen): { option: Option; kit: KitItem[] } {
  const { network: n, labels } = frozen;
  const frames = framesById(n.frames);
  const storeys = new Map(site.buildings.flatMap((b) => b.storeys.map((s) => [s.id, b] as const)));
  const units = n.units.map((u): Unit => {
    const called = labels.units.find((x) => x.id === u.id);
    const building = u.place.storeyId === null ? undefined : storeys.get(u.place.storeyId);
    const moved = building && sameFrame(frames.get(building.id), building.frame) === false;
    const at = moved
      ? {
          ...u.place,
          ...throughFrame(
            building.frame ?? STILL,
            throughFrame(inverse(frames.get(building.id) ?? STILL), u.place),
          ),
        }
      : u.place;
    const { measuredDownMbps = null, measuredUpMbps = null } = called ?? {};
    return {
      ...u,
      // A storey that is gone leaves its units in the yard.
      place: at.storeyId === null || building ? at : { ...at, storeyId: null },
      letter: called?.letter ?? 'X',
      name: called?.name ?? 'Unit',
      feed: u.feed.kind === 'line' ? u.feed : { ...u.feed, measuredDownMbps, measuredUpMbps },
    };
  });
  const spots = new Set(site.spots.map((s) => s.id));
  return {
    option: {
      id: 'frozen',
      name: labels.name,
      units,
      wiredSpots: n.wiredSpots.filter((w) => spots.has(w.spotId)),
    },
    kit: n.kit.map((k) => ({
      ...PLAIN_ITEM,
      ...k,
      label: labels.kit.find((x) => x.id === k.id)?.label ?? k.id,
    })),
  };
}

function sameFrame(a: Frame | undefined, b: Frame | undefined): boolean {
  const [p, q] = [a ?? STILL, b ?? STILL];
  return p.xM === q.xM && p.yM === q.yM && p.turnDeg === q.turnDeg;
}
