import { freeNumber, nextSpotNumber } from './plot';
import { moveWalls } from './walls';
import type { Place, Point, Site } from '../model/schema';

/** Kinds of thing a survey holds that can be pointed at. */
export type ThingKind =
  | 'wall'
  | 'opening'
  | 'spot'
  | 'outlet'
  | 'panel'
  | 'coaxOutlet'
  | 'splitter'
  | 'dataRun'
  | 'jack'
  | 'obstacle'
  | 'foliage'
  | 'duct'
  | 'interference'
  | 'stairs'
  | 'room'
  | 'underlay'
  | 'lineEntry';

export interface Thing {
  kind: ThingKind;
  id: string;
}

export const sameThing = (a: Thing, b: Thing) => a.kind === b.kind && a.id === b.id;

type NewId = (prefix: string) => string;
const shiftPoint =
  (dxM: number, dyM: number) =>
  <P extends Point>(p: P): P => ({
    ...p,
    xM: Math.round((p.xM + dxM) * 1e4) / 1e4,
    yM: Math.round((p.yM + dyM) * 1e4) / 1e4,
  });

/** Ids of one kind in a selection. */
const idsOf = (things: readonly Thing[], kind: ThingKind) =>
  new Set(things.filter((t) => t.kind === kind).map((t) => t.id));

/** Changes the members of a list that are chosen; the list itself stays where none is. */
function changed<T extends { id: string }>(list: T[], ids: ReadonlySet<string>, change: (t: T) => T): T[] {
  return ids.size === 0 ? list : list.map((t) => (ids.has(t.id) ? change(t) : t));
}

/** Moves everything chosen by a shift. Walls take along what is joined to them; openings slide along their wall. */
export function moveThings(site: Site, things: readonly Thing[], dxM: number, dyM: number): Site {
  const at = shiftPoint(dxM, dyM);
  const outline = <T extends { outline: Point[] }>(t: T): T => ({ ...t, outline: t.outline.map(at) });
  const placed = <T extends { place: Place }>(t: T): T => ({ ...t, place: at(t.place) });
  const ids = (kind: ThingKind) => idsOf(things, kind);
  const walls = ids('wall');
  const moved =
    walls.size > 0
      ? moveWalls(
          site,
          [...walls].map((wallId) => ({ wallId, end: 'both' as const })),
          dxM,
          dyM,
        )
      : site;
  const stairs = ids('stairs');
  return {
    ...moved,
    openings: changed(moved.openings, ids('opening'), (o) => {
      const w = moved.walls.find((x) => x.id === o.wallId)!;
      const length = Math.hypot(w.b.xM - w.a.xM, w.b.yM - w.a.yM);
      const along = ((w.b.xM - w.a.xM) * dxM + (w.b.yM - w.a.yM) * dyM) / length;
      const offsetM = Math.max(0, Math.min(length - o.widthM, o.offsetM + along));
      return { ...o, offsetM: Math.round(offsetM * 1e4) / 1e4 };
    }),
    buildings:
      stairs.size === 0
        ? moved.buildings
        : moved.buildings.map((b) => ({
            ...b,
            storeys: b.storeys.map((s) => ({ ...s, holes: changed(s.holes, stairs, outline) })),
          })),
    spots: changed(moved.spots, ids('spot'), placed),
    outlets: changed(moved.outlets, ids('outlet'), placed),
    panels: changed(moved.panels, ids('panel'), placed),
    interference: changed(moved.interference, ids('interference'), placed),
    coax: {
      ...moved.coax,
      outlets: changed(moved.coax.outlets, ids('coaxOutlet'), placed),
      splitters: changed(moved.coax.splitters, ids('splitter'), placed),
    },
    dataRuns: changed(moved.dataRuns, ids('dataRun'), (r) => ({ ...r, from: at(r.from), to: at(r.to) })),
    jacks: changed(moved.jacks, ids('jack'), placed),
    obstacles: changed(moved.obstacles, ids('obstacle'), outline),
    foliage: changed(moved.foliage, ids('foliage'), outline),
    ducts: changed(moved.ducts, ids('duct'), (d) => ({ ...d, path: d.path.map(at) })),
    rooms: changed(moved.rooms, ids('room'), (r) => ({ ...r, at: at(r.at) })),
    underlays: changed(moved.underlays, ids('underlay'), at),
    lineEntry: ids('lineEntry').size > 0 ? at(moved.lineEntry) : moved.lineEntry,
  };
}

/** Puts one thing that has a place somewhere else, on whatever storey that is. */
export function placeThing(site: Site, { kind, id }: Thing, place: Place): Site {
  const put = <T extends { id: string; place: Place }>(list: T[]): T[] =>
    list.map((t) => (t.id === id ? { ...t, place } : t));
  switch (kind) {
    case 'spot':
      return { ...site, spots: put(site.spots) };
    case 'outlet':
      return { ...site, outlets: put(site.outlets) };
    case 'panel':
      return { ...site, panels: put(site.panels) };
    case 'interference':
      return { ...site, interference: put(site.interference) };
    case 'jack':
      return { ...site, jacks: put(site.jacks) };
    case 'coaxOutlet':
      return { ...site, coax: { ...site.coax, outlets: put(site.coax.outlets) } };
    case 'splitter':
      return { ...site, coax: { ...site.coax, splitters: put(site.coax.splitters) } };
    case 'lineEntry':
      return { ...site, lineEntry: place };
    default:
      return site;
  }
}

/** Deletes everything chosen, with what cannot be without it: openings with their wall, cables with their ends. */
export function deleteThings(site: Site, things: readonly Thing[]): Site {
  const without = <T extends { id: string }>(list: T[], kind: ThingKind): T[] => {
    const ids = idsOf(things, kind);
    return ids.size === 0 ? list : list.filter((t) => !ids.has(t.id));
  };
  const walls = idsOf(things, 'wall');
  const coaxEnds = new Set([...idsOf(things, 'coaxOutlet'), ...idsOf(things, 'splitter')]);
  const panels = idsOf(things, 'panel');
  const circuits = new Set(site.circuits.filter((c) => panels.has(c.panelId)).map((c) => c.id));
  return {
    ...site,
    buildings: site.buildings.map((b) => ({
      ...b,
      storeys: b.storeys.map((s) => ({ ...s, holes: without(s.holes, 'stairs') })),
    })),
    walls: without(site.walls, 'wall'),
    openings: without(site.openings, 'opening').filter((o) => !walls.has(o.wallId)),
    spots: without(site.spots, 'spot'),
    walk: site.walk.filter((id) => !idsOf(things, 'spot').has(id)),
    panels: without(site.panels, 'panel').map((p) =>
      p.fedFromId && panels.has(p.fedFromId) ? { ...p, fedFromId: null } : p,
    ),
    circuits: site.circuits.filter((c) => !circuits.has(c.id)),
    outlets: without(site.outlets, 'outlet').map((o) =>
      o.circuitId && circuits.has(o.circuitId) ? { ...o, circuitId: null } : o,
    ),
    coax: {
      ...site.coax,
      outlets: without(site.coax.outlets, 'coaxOutlet'),
      splitters: without(site.coax.splitters, 'splitter'),
      cables: site.coax.cables.filter((c) => !coaxEnds.has(c.upId) && !coaxEnds.has(c.downId)),
    },
    dataRuns: without(site.dataRuns, 'dataRun'),
    jacks: without(site.jacks, 'jack'),
    obstacles: without(site.obstacles, 'obstacle'),
    foliage: without(site.foliage, 'foliage'),
    ducts: without(site.ducts, 'duct'),
    interference: without(site.interference, 'interference'),
    rooms: without(site.rooms, 'room'),
    underlays: without(site.underlays, 'underlay'),
  };
}

/** Copies everything chosen that can stand twice, shifted; walls come with their doors and windows. Gives the copies. */
export function copyThings(
  site: Site,
  things: readonly Thing[],
  dxM: number,
  dyM: number,
  newId: NewId,
): { site: Site; copies: Thing[] } {
  const at = shiftPoint(dxM, dyM);
  const copies: Thing[] = [];
  const copied = <T extends { id: string }>(
    list: readonly T[],
    kind: ThingKind,
    change: (t: T, id: string) => T,
  ): T[] => {
    const ids = idsOf(things, kind);
    return list
      .filter((t) => ids.has(t.id))
      .map((t) => {
        const id = newId(kind.slice(0, 3).toLowerCase());
        copies.push({ kind, id });
        return change(t, id);
      });
  };
  const placed = <T extends { id: string; place: Place }>(t: T, id: string): T => ({
    ...t,
    id,
    place: at(t.place),
  });
  const outline = <T extends { id: string; outline: Point[] }>(t: T, id: string): T => ({
    ...t,
    id,
    outline: t.outline.map(at),
  });
  const wallCopy = new Map<string, string>();
  const walls = copied(site.walls, 'wall', (w, id) => {
    wallCopy.set(w.id, id);
    return { ...w, id, a: at(w.a), b: at(w.b) };
  });
  const taken = new Set(site.spots.map((s) => s.number));
  const nextNumber = () => {
    const number = freeNumber(nextSpotNumber(site), taken);
    taken.add(number);
    return number;
  };
  const next: Site = {
    ...site,
    walls: [...site.walls, ...walls],
    openings: [
      ...site.openings,
      ...site.openings
        .filter((o) => wallCopy.has(o.wallId))
        .map((o) => ({ ...o, id: newId('ope'), wallId: wallCopy.get(o.wallId)! })),
    ],
    spots: [
      ...site.spots,
      ...copied(site.spots, 'spot', (s, id) => ({ ...placed(s, id), number: nextNumber(), complaint: '' })),
    ],
    outlets: [...site.outlets, ...copied(site.outlets, 'outlet', placed)],
    jacks: [...site.jacks, ...copied(site.jacks, 'jack', placed)],
    coax: {
      ...site.coax,
      outlets: [...site.coax.outlets, ...copied(site.coax.outlets, 'coaxOutlet', placed)],
    },
    interference: [...site.interference, ...copied(site.interference, 'interference', placed)],
    obstacles: [...site.obstacles, ...copied(site.obstacles, 'obstacle', outline)],
    foliage: [...site.foliage, ...copied(site.foliage, 'foliage', outline)],
  };
  return { site: next, copies };
}
