import equal from 'fast-deep-equal';

/** Something both sides changed differently: a person has to say which counts. */
export interface Clash {
  /** Where in the document, such as `options › opt-1 › units › b`. */
  path: string[];
}

export interface Merged<T> {
  value: T;
  clashes: Clash[];
}

type Json = Record<string, unknown>;
const isObject = (v: unknown): v is Json => v !== null && typeof v === 'object' && !Array.isArray(v);

/** What tells a member of a list from the others: its id, the spot it wires, or a word itself. Null where nothing does. */
function keyOf(item: unknown): string | null {
  if (typeof item === 'string') return item;
  if (!isObject(item)) return null;
  const key = item.id ?? item.spotId;
  return typeof key === 'string' ? key : null;
}

/** A list as a map by key, in its order; null where its members cannot be told apart. */
function keyed(list: readonly unknown[]): Map<string, unknown> | null {
  const out = new Map<string, unknown>();
  for (const item of list) {
    const key = keyOf(item);
    if (key === null || out.has(key)) return null;
    out.set(key, item);
  }
  return out;
}

const isKeyedList = (v: unknown): boolean => Array.isArray(v) && keyed(v) !== null && v.some(isObject);

/** Fields of a thing that are lists of things of their own; all its other fields count as one. */
function listsIn(...versions: readonly Json[]): Set<string> {
  const keys = new Set(versions.flatMap((v) => Object.keys(v)));
  return new Set([...keys].filter((k) => versions.some((v) => isKeyedList(v[k]))));
}

const without = (thing: Json, keys: ReadonlySet<string>): Json =>
  Object.fromEntries(Object.entries(thing).filter(([k]) => !keys.has(k)));

/**
 * Merges two versions of a document that began from the same one, thing by thing (by id): what only one side changed is
 * taken from it; where both changed the same thing differently it is a clash and `prefer` says which stands. What both
 * sides deleted, added or changed alike is no clash. Either input comes back itself where the other changed nothing.
 */
export function merge<T>(base: T, mine: T, theirs: T, prefer: 'mine' | 'theirs' = 'mine'): Merged<T> {
  const clashes: Clash[] = [];
  const pick = (path: string[], m: unknown, t: unknown): unknown => {
    clashes.push({ path });
    return prefer === 'mine' ? m : t;
  };

  function values(b: unknown, m: unknown, t: unknown, path: string[]): unknown {
    if (m === b || equal(m, b)) return t;
    if (t === b || equal(t, b) || equal(m, t)) return m;
    if (Array.isArray(m) && Array.isArray(t) && (Array.isArray(b) || b === undefined)) {
      const lists = [b ?? [], m, t].map((l) => keyed(l as unknown[]));
      const [kb, km, kt] = lists;
      if (kb && km && kt) return members(kb, km, kt, path);
    }
    if (isObject(m) && isObject(t) && isObject(b) && keyOf(m) === null) return fields(b, m, t, path);
    return pick(path, m, t);
  }

  /** Fields of a plain part of a document, such as the line: each for itself. */
  function fields(b: Json, m: Json, t: Json, path: string[]): Json {
    const out: Json = {};
    for (const k of new Set([...Object.keys(t), ...Object.keys(m)])) {
      const value = values(b[k], m[k], t[k], [...path, k]);
      if (value !== undefined) out[k] = value;
    }
    return out;
  }

  /** One thing with an id: its own fields count as one, the lists of things in it are merged by themselves. */
  function thing(b: Json, m: Json, t: Json, path: string[]): unknown {
    if (equal(m, b)) return t;
    if (equal(t, b) || equal(m, t)) return m;
    const lists = listsIn(b, m, t);
    const own = [b, m, t].map((v) => without(v, lists));
    const chosen = (
      equal(own[1], own[0])
        ? own[2]
        : equal(own[2], own[0]) || equal(own[1], own[2])
          ? own[1]
          : pick(path, own[1], own[2])
    ) as Json;
    const out: Json = { ...chosen };
    for (const k of lists) out[k] = values(b[k], m[k], t[k], [...path, k]);
    return out;
  }

  /** Lists of things. The order is mine; what the other side added comes after what it stood behind there. */
  function members(
    b: Map<string, unknown>,
    m: Map<string, unknown>,
    t: Map<string, unknown>,
    path: string[],
  ): unknown[] {
    const kept = new Map<string, unknown>();
    for (const key of new Set([...m.keys(), ...t.keys()])) {
      const at = [...path, key];
      const [inB, inM, inT] = [b.get(key), m.get(key), t.get(key)];
      if (m.has(key) && t.has(key)) {
        kept.set(key, isObject(inM) && isObject(inT) ? thing(isObject(inB) ? inB : {}, inM, inT, at) : inM);
      } else if (!b.has(key)) kept.set(key, m.has(key) ? inM : inT);
      else {
        // One side deleted it. That stands unless the other changed it meanwhile.
        const left = m.has(key) ? inM : inT;
        if (equal(left, inB)) continue;
        const value = pick(at, m.has(key) ? inM : undefined, t.has(key) ? inT : undefined);
        if (value !== undefined) kept.set(key, value);
      }
    }
    const order = [...m.keys()].filter((k) => kept.has(k));
    const placed = new Set(order);
    let after: string | null = null;
    for (const key of t.keys()) {
      if (kept.has(key) && !placed.has(key)) {
        order.splice(after === null ? 0 : order.indexOf(after) + 1, 0, key);
        placed.add(key);
      }
      if (placed.has(key)) after = key;
    }
    return order.map((key) => kept.get(key));
  }

  return { value: values(base, mine, theirs, []) as T, clashes };
}
