import { parentIdOf } from '../../plan/option/feeds';
import { gatewayOf } from '../../plan/option/graph';
import { nextLetter } from '../../plan/option/placing';
import type { Option, Unit } from '../../plan/option/schema';
import { standKey, type Column, type LinkTable } from './columns';

/** Networks one choice is tried as, at most: a unit may hang on any of several that were chosen. */
const MOST_WAYS = 8;

/** The networks a choice of columns can be: each unit hung on one of what was chosen at its parents' places, the best first. */
export function optionsOf(
  table: LinkTable,
  chosen: readonly Column[],
): { options: Option[]; isWhole: boolean } {
  // Parents come before what hangs on them.
  const first = chosen.filter((c) => c.parents === null);
  const under = chosen.flatMap((c) => {
    if (c.parents === null) return [];
    const standing = c.parents.flatMap(
      (p) => first.find((f) => standKey(f.place, f.unit.kitId) === p)?.unit.id ?? [],
    );
    return [{ column: c, standing }];
  });
  let ways: string[][] = [[]];
  let isWhole = true;
  for (const { standing } of under) {
    const more = ways.flatMap((w) => standing.map((id) => [...w, id]));
    isWhole &&= more.length <= MOST_WAYS;
    ways = more.slice(0, MOST_WAYS);
  }
  const gatewayId = gatewayOf(table.base)!.id;
  const options = ways.map((way) => {
    let option: Option = table.base;
    const put = ({ unit }: Column, parentId: string | null) => {
      const { feed } = unit;
      const hung: Unit = {
        ...unit,
        letter: nextLetter(option),
        feed: feed.kind === 'line' ? feed : { ...feed, parentId: parentId ?? gatewayId },
      };
      option = { ...option, units: [...option.units, hung] };
    };
    for (const column of first) put(column, parentIdOf(column.unit.feed));
    under.forEach(({ column }, i) => put(column, way[i]!));
    return option;
  });
  return { options, isWhole };
}
