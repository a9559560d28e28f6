import { listBlocks, type Block } from './blocks';
import type { PaperGround } from './job';
import { spotList } from './spots';

/** What was shown with several phones at once, and on walks from unit to unit: the newest of each, in the network as it stands. */
export function togetherBlocks({ job, words, units, number }: PaperGround): Block[] {
  const { together, walks } = job.derived;
  const run = together.find((r) => r.phase === 'after' && r.stands && r.spots.length >= r.phones);
  const short = run?.spots.filter((s) => !s.met) ?? [];
  const letter = (id: string) => units.find((u) => u.id === id)?.letter ?? '?';
  const told = new Set<string>();
  const walked = walks.flatMap((w) => {
    const pair = `${w.fromUnitId} ${w.toUnitId}`;
    if (w.phase !== 'after' || !w.stands || w.changeover === 'open' || told.has(pair)) return [];
    told.add(pair);
    const [from, to] = [letter(w.fromUnitId), letter(w.toUnitId)];
    if (w.changeover === 'sticks') return [words.walkSticks(from, to)];
    const worst = w.gaps[0];
    return [words.walkChanged(from, to, worst ? words.seconds(number(worst.ms / 1000, 1)) : '')];
  });
  return listBlocks(words.shown, [
    ...(run
      ? [
          short.length === 0
            ? words.atOnce(run.phones, spotList(run.spots))
            : words.atOnceShort(run.phones, run.spots.length - short.length, spotList(short)),
        ]
      : []),
    ...walked,
  ]);
}
