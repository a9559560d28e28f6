import type { Brief } from '../brief/brief';
import { freeLetter } from '../plan/option/placing';
import type { Feed, Option, Plan, Unit } from '../plan/option/schema';
import { guessable } from '../site/edit/guesses';
import { freeNumber } from '../site/edit/plot';
import type { Place, Site } from '../site/model/schema';

/** The three documents of a job. */
export interface Documents {
  brief: Brief;
  site: Site;
  plan: Plan;
}

/** A list with each member mended; the list itself where none had to be. */
function mended<T>(list: T[], mend: (t: T) => T | null): T[] {
  let changed = false;
  const out: T[] = [];
  for (const t of list) {
    const next = mend(t);
    if (next !== t) changed = true;
    if (next !== null) out.push(next);
  }
  return changed ? out : list;
}

/** A thing with some fields replaced; itself where they are what they were. */
function withFields<T extends object>(thing: T, fields: Partial<T>): T {
  const changed = (Object.keys(fields) as (keyof T)[]).some((k) => fields[k] !== thing[k]);
  return changed ? { ...thing, ...fields } : thing;
}

const ids = (list: readonly { id: string }[]) => new Set(list.map((t) => t.id));
const known = (set: ReadonlySet<string>, id: string | null): string | null =>
  id !== null && set.has(id) ? id : null;

function settledSite(site: Site): Site {
  const storeys = ids(site.buildings.flatMap((b) => b.storeys));
  const place = (p: Place): Place =>
    p.storeyId === null || storeys.has(p.storeyId) ? p : { ...p, storeyId: null };
  const placed = <T extends { place: Place }>(list: T[]): T[] =>
    mended(list, (t) => withFields<{ place: Place }>(t, { place: place(t.place) }) as T);
  const onStorey = <T extends { storeyId: string | null }>(list: T[]): T[] =>
    mended(list, (t) => (t.storeyId === null || storeys.has(t.storeyId) ? t : null));
  const walls = onStorey(site.walls);
  const wallIds = ids(walls);
  const panels = placed(site.panels);
  const panelIds = ids(panels);
  const circuits = mended(site.circuits, (c) => (panelIds.has(c.panelId) ? c : null));
  const circuitIds = ids(circuits);
  const outlets = placed(site.coax.outlets);
  const splitters = placed(site.coax.splitters);
  const coaxIds = ids([...outlets, ...splitters]);
  const taken = new Set<number>();
  // Two windows may have put in a spot at once, each with the next number: the later one takes a free one.
  const spots = mended(placed(site.spots), (s) => {
    const number = freeNumber(s.number, taken);
    taken.add(number);
    return withFields(s, { number });
  });
  const spotIds = ids(spots);
  const openings = mended(site.openings, (o) => (wallIds.has(o.wallId) ? o : null));
  const { rooms, outlets: sockets } = site;
  // Ids of what can be guessed are gathered only where anything is.
  const isThere =
    site.guessed.length > 0 &&
    guessable({ walls, openings, rooms, panels, circuits, outlets: sockets, spots });
  return withFields(site, {
    walls,
    openings,
    rooms: onStorey(site.rooms),
    obstacles: onStorey(site.obstacles),
    underlays: onStorey(site.underlays),
    panels: mended(panels, (p) => withFields(p, { fedFromId: known(panelIds, p.fedFromId) })),
    circuits,
    outlets: mended(placed(site.outlets), (o) =>
      withFields(o, { circuitId: known(circuitIds, o.circuitId) }),
    ),
    coax: withFields(site.coax, {
      outlets,
      splitters,
      cables: mended(site.coax.cables, (c) => (coaxIds.has(c.upId) && coaxIds.has(c.downId) ? c : null)),
    }),
    dataRuns: mended(site.dataRuns, (r) => withFields(r, { from: place(r.from), to: place(r.to) })),
    jacks: placed(site.jacks),
    spots,
    walk: mended(site.walk, (id) => (spotIds.has(id) ? id : null)),
    interference: placed(site.interference),
    guessed: isThere ? mended(site.guessed, (id) => (isThere.has(id) ? id : null)) : site.guessed,
    lineEntry: place(site.lineEntry),
  });
}

function settledFeed(feed: Feed, units: ReadonlySet<string>, site: Site): Feed {
  if (feed.kind === 'line') return feed;
  const parentId = known(units, feed.parentId);
  switch (feed.kind) {
    case 'ethernet':
    case 'fibre':
      return withFields(feed, { parentId, dataRunId: known(ids(site.dataRuns), feed.dataRunId) });
    case 'coax': {
      const outlets = ids([...site.coax.outlets, ...site.coax.splitters]);
      return withFields(feed, {
        parentId,
        nearCoaxId: known(outlets, feed.nearCoaxId),
        farCoaxId: known(outlets, feed.farCoaxId),
      });
    }
    case 'powerline': {
      const outlets = ids(site.outlets);
      return withFields(feed, {
        parentId,
        nearOutletId: known(outlets, feed.nearOutletId),
        farOutletId: known(outlets, feed.farOutletId),
      });
    }
    default:
      return withFields(feed, { parentId });
  }
}

function settledOption(option: Option, site: Site, storeys: ReadonlySet<string>): Option {
  const unitIds = ids(option.units);
  const letters = new Set<string>();
  const used = new Set(option.units.map((u) => u.letter));
  const units = mended(option.units, (u): Unit => {
    const letter = letters.has(u.letter) ? freeLetter(used) : u.letter;
    letters.add(letter);
    used.add(letter);
    const place =
      u.place.storeyId === null || storeys.has(u.place.storeyId) ? u.place : { ...u.place, storeyId: null };
    return withFields(u, { letter, place, feed: settledFeed(u.feed, unitIds, site) });
  });
  const spots = ids(site.spots);
  const runs = ids(site.dataRuns);
  return withFields(option, {
    units,
    wiredSpots: mended(option.wiredSpots, (w) => {
      if (!spots.has(w.spotId) || !unitIds.has(w.unitId)) return null;
      // A run that is gone leaves the device on a lead or a cable of its own.
      if (!w.dataRunId || runs.has(w.dataRunId)) return w;
      return { spotId: w.spotId, unitId: w.unitId };
    }),
    ...(option.locks ? { locks: mended(option.locks, (l) => (unitIds.has(l) ? l : null)) } : {}),
  });
}

/**
 * The documents with nothing that refers to what is gone: a spot that was wired, a storey units stood on, an outlet a
 * pair was in. Whatever deletes something is one act with this, over all documents. Documents come back themselves where
 * nothing in them dangled.
 */
export function settled(docs: Documents): Documents {
  const site = settledSite(docs.site);
  const storeys = ids(site.buildings.flatMap((b) => b.storeys));
  const spots = ids(site.spots);
  const rooms = ids(site.rooms);
  const plan = withFields(docs.plan, {
    today: settledOption(docs.plan.today, site, storeys),
    options: mended(docs.plan.options, (o) => settledOption(o, site, storeys)),
    keptOut: mended(docs.plan.keptOut, (r) => (rooms.has(r) ? r : null)),
  });
  const brief = withFields(docs.brief, {
    complaints: mended(docs.brief.complaints, (c) => withFields(c, { spotId: known(spots, c.spotId) })),
  });
  return site === docs.site && plan === docs.plan && brief === docs.brief ? docs : { brief, site, plan };
}
