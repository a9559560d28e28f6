/** Small seeded generator (mulberry32), 0 to 1: the same practice houses and demo readings on every machine. */
export function seeded(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** Draws from the standard normal distribution (Box and Muller), from draws between 0 and 1. */
export const normals = (random: () => number) => (): number =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

/** One of a list. */
export const pick = <T>(random: () => number, list: readonly T[]): T =>
  list[Math.min(list.length - 1, Math.floor(random() * list.length))]!;

/** A generator of its own for each name: what is drawn for one thing does not hang on what was asked before it. */
export function named(seed: number, name: string): () => number {
  // FNV-1a over the name, mixed with the seed.
  let hash = (2166136261 ^ seed) >>> 0;
  for (let i = 0; i < name.length; i++) hash = Math.imul(hash ^ name.charCodeAt(i), 16777619) >>> 0;
  const random = seeded(hash);
  random();
  return random;
}
