import equal from 'fast-deep-equal';
import type { Documents } from './settle';

/** Lists of things in the documents and what one of them is called. */
const NAMES: Record<string, string> = {
  walls: 'wall',
  openings: 'door or window',
  rooms: 'room',
  obstacles: 'obstacle',
  foliage: 'hedge or tree',
  panels: 'panel',
  circuits: 'circuit',
  outlets: 'socket',
  cables: 'coax cable',
  splitters: 'splitter',
  dataRuns: 'data run',
  jacks: 'jack',
  spots: 'spot',
  neighbours: 'neighbour',
  ducts: 'duct',
  interference: 'disturber',
  underlays: 'picture',
  buildings: 'building',
  customConstructions: 'own construction',
  units: 'unit',
  options: 'option',
  ownKit: 'kit item',
  complaints: 'complaint',
  consents: 'consent',
  devices: 'device',
  wiredSpots: 'lead to a spot',
};

type Json = Record<string, unknown>;
const isObject = (v: unknown): v is Json => v !== null && typeof v === 'object' && !Array.isArray(v);

interface Counts {
  added: number;
  deleted: number;
  changed: number;
  name: string | null;
}

const keyOf = (t: Json) => String(t.id ?? t.spotId);

/** Counts what differs between two versions of a document, list by list; deeper lists before the thing they are in. */
function compare(before: unknown, after: unknown, into: Map<string, Counts>): void {
  if (before === after || !isObject(before) || !isObject(after)) return;
  for (const key of Object.keys(after)) {
    const [b, a] = [before[key], after[key]];
    if (a === b) continue;
    if (!Array.isArray(a) || !Array.isArray(b) || !NAMES[key]) {
      compare(b, a, into);
      continue;
    }
    const old = new Map(b.filter(isObject).map((t) => [keyOf(t), t]));
    const now = new Map(a.filter(isObject).map((t) => [keyOf(t), t]));
    const counts: Counts = { added: 0, deleted: 0, changed: 0, name: null };
    const note = (t: Json) => {
      counts.name = String(t.letter ?? t.name ?? t.number ?? '') || null;
    };
    for (const [id, t] of now) {
      const was = old.get(id);
      if (!was) counts.added++;
      else if (was !== t && !equal(was, t)) {
        const size = into.size;
        compare(was, t, into);
        if (into.size > size) continue;
        counts.changed++;
      } else continue;
      note(t);
    }
    for (const [id, t] of old)
      if (!now.has(id)) {
        counts.deleted++;
        note(t);
      }
    if (counts.added + counts.deleted + counts.changed > 0) into.set(key, counts);
  }
}

const many = (n: number, what: string, name: string | null) =>
  n === 1
    ? `${what}${name ? ` ${name}` : ''}`
    : `${n} ${what === 'hedge or tree' ? 'hedges or trees' : `${what}s`}`;

/** What an act did, in a few words: "2 walls added", "unit B changed"; for the button that takes it back. */
export function changeWords(before: Documents, after: Documents): string {
  const counts = new Map<string, Counts>();
  for (const kind of ['site', 'plan', 'brief'] as const) compare(before[kind], after[kind], counts);
  const words = [...counts].flatMap(([key, { added, deleted, changed, name }]) => [
    ...(added > 0 ? [`${many(added, NAMES[key]!, name)} added`] : []),
    ...(deleted > 0 ? [`${many(deleted, NAMES[key]!, name)} deleted`] : []),
    ...(changed > 0 ? [`${many(changed, NAMES[key]!, name)} changed`] : []),
  ]);
  if (words.length > 0) return words.slice(0, 2).join(', ');
  if (before.brief !== after.brief) return 'the brief changed';
  return before.site !== after.site ? 'the survey changed' : 'the plan changed';
}
