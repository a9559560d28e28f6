import { seeded } from './seeded';

/**
 * Groups of `size` out of `count`, none twice in one group, drawn so that each is in as many groups as each other, one more or less.
 * There are `groups` of them, or as many more as it takes for each to be in at least `least`; the same for the same seed.
 */
export function drawGroups(
  count: number,
  size: number,
  { groups, least, seed }: { groups: number; least: number; seed: number },
): number[][] {
  if (count === 0 || size === 0) return [];
  const each = Math.min(size, count);
  const next = seeded(seed);
  const left: number[] = [];
  const shuffleIn = () => {
    const order = Array.from({ length: count }, (_, i) => i);
    for (let i = count - 1; i > 0; i--) {
      const k = Math.floor(next() * (i + 1));
      [order[i], order[k]] = [order[k]!, order[i]!];
    }
    left.push(...order);
  };
  return Array.from({ length: Math.max(groups, Math.ceil((least * count) / each)) }, () => {
    const group: number[] = [];
    while (group.length < each) {
      const at = left.findIndex((i) => !group.includes(i));
      if (at < 0) shuffleIn();
      else group.push(...left.splice(at, 1));
    }
    return group;
  });
}
