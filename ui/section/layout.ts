import type { BlockedBox } from '@/ui/sheet/labels';

const overlap = (a: BlockedBox, b: BlockedBox): boolean =>
  a.x0 < b.x1 && a.x1 > b.x0 && a.y0 < b.y1 && a.y1 > b.y0;

/**
 * Which of some names can be written without one lying over another or over what is drawn: the first has the first choice.
 * On an estate of many buildings the rest is told by the button that each storey is.
 */
export function namesThatFit(
  wishes: readonly { id: string; at: BlockedBox }[],
  drawn: readonly BlockedBox[],
): Set<string> {
  const taken = [...drawn];
  const fit = new Set<string>();
  for (const { id, at } of wishes) {
    if (taken.some((t) => overlap(t, at))) continue;
    taken.push(at);
    fit.add(id);
  }
  return fit;
}
