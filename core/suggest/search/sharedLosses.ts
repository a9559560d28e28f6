import { withChannels } from '../../plan/links/channelPlan';
import type { PlanContext } from '../../plan/network/context';
import { predictOption } from '../../plan/predict/predict';
import { optionsOf } from './chosenOptions';
import { standKey, type LinkTable } from './columns';
import { attached, STEPS, type Loss } from './program';
import { withSwitches } from './switches';
import { VERDICT_RANK, type Verdict } from '../../site/model/verdict';

/** Networks looked at for what was lost in one, at most. */
const MOST_LOOKS = 60;

/** What every spot gets while some columns stand, by the full model; null where they cannot stand alone, or in several ways. */
function verdictsOf(context: PlanContext, table: LinkTable, standing: readonly number[]): Verdict[] | null {
  const { options } = optionsOf(
    table,
    standing.map((j) => table.columns[j]!),
  );
  // Where a unit could hang in several ways nothing is said: another might lose less.
  if (options.length !== 1) return null;
  const full = withChannels(context, withSwitches(context, options[0]!));
  const byId = new Map(predictOption(context, full).map((p) => [p.spotId, p.verdict]));
  return table.spots.map((s) => byId.get(s.id)!);
}

/**
 * What a choice loses by standing together: spots that get less in it than each of its columns alone gives, with as few of the
 * columns as lose as much. Whoever stands beside them only takes more of the air, so that no choice that has them all gives
 * the spot more, unless something is better heard there.
 */
export function sharedLosses(context: PlanContext, table: LinkTable, chosen: readonly number[]): Loss[] {
  let looks = MOST_LOOKS;
  const known = new Map<string, Verdict[] | null>();
  const look = (standing: readonly number[]): Verdict[] | null => {
    const key = standing.join();
    if (!known.has(key)) {
      if (looks-- <= 0) return null;
      known.set(key, verdictsOf(context, table, standing));
    }
    return known.get(key)!;
  };
  const whole = look(chosen);
  if (!whole) return [];
  const { columns } = table;
  // What hangs on others goes before these do.
  const order = [...chosen].sort(
    (a, b) => Number(columns[b]!.parents !== null) - Number(columns[a]!.parents !== null),
  );
  return table.spots.flatMap((_, spot): Loss[] => {
    const { j, verdict: alone } = attached(table, chosen, spot);
    const got = whole[spot]!;
    if (j < 0 || VERDICT_RANK[got] >= VERDICT_RANK[alone]) return [];
    let standing = [...chosen];
    for (const u of order) {
      const isNeeded =
        u === j ||
        (columns[j]!.parents?.includes(standKey(columns[u]!.place, columns[u]!.unit.kitId)) ?? false);
      if (isNeeded) continue;
      const without = standing.filter((x) => x !== u);
      const then = look(without);
      if (then && VERDICT_RANK[then[spot]!] <= VERDICT_RANK[got]) standing = without;
    }
    return STEPS.filter(
      ([v]) => VERDICT_RANK[v] > VERDICT_RANK[got] && VERDICT_RANK[v] <= VERDICT_RANK[alone],
    ).map(([verdict]) => ({ spot, verdict, column: j, standing }));
  });
}
