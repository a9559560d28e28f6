/**
 * A small cache: a thing is made when it is first asked for and then kept; of more than `most` things the one asked for
 * longest ago goes. Which caches there are, by which key and for how long stands in docs/architecture.md.
 */
export interface Lru<K, V> {
  (key: K, make: () => V): V;
  has(key: K): boolean;
  values(): V[];
  clear(): void;
}

export function lru<K, V extends NonNullable<unknown> | null>(most: number): Lru<K, V> {
  const things = new Map<K, V>();
  const get = (key: K, make: () => V): V => {
    let thing = things.get(key);
    if (thing === undefined) {
      thing = make();
      if (things.size >= most) things.delete(things.keys().next().value!);
    } else things.delete(key);
    things.set(key, thing);
    return thing;
  };
  return Object.assign(get, {
    has: (key: K) => things.has(key),
    values: () => [...things.values()],
    clear: () => things.clear(),
  });
}

/** What belongs to an owner: made once for it, and gone with it. */
export function ownedBy<O extends object, V extends NonNullable<unknown>>(
  make: (owner: O) => V,
): (owner: O) => V {
  const known = new WeakMap<O, V>();
  return (owner) => {
    let value = known.get(owner);
    if (value === undefined) known.set(owner, (value = make(owner)));
    return value;
  };
}

let count = 0;

/** A number for a thing that is replaced when it changes, for keys of caches: the same as long as it is the same thing. */
export const numberOf: (thing: object) => number = ownedBy(() => ++count);
