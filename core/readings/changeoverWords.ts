import type { Option } from '../plan/option/schema';
import { levelText } from '../site/model/levelText';
import { percentText } from '../stats/percent';
import type { WalkJudged } from './changeover';

const letterOf = (option: Pick<Option, 'units'>, unitId: string) =>
  option.units.find((u) => u.id === unitId)?.letter ?? '?';

/** Which unit the device was on at the end of a walk, with what that rests on and what would settle it. */
export function changeoverWords(walk: WalkJudged, option: Pick<Option, 'units'>): string {
  return walk.stands
    ? endWords(walk, option)
    : `${endWords(walk, option)} That was in another network than stands now.`;
}

function endWords(walk: WalkJudged, option: Pick<Option, 'units'>): string {
  const to = letterOf(option, walk.toUnitId);
  const read = walk.end.levelDbm === null ? '' : ` (${levelText(walk.end.levelDbm)} beside ${to})`;
  const settle =
    walk.end.levelDbm === null
      ? `Paste what the device prints about its link beside ${to}: its level settles it.`
      : `Walk it once more with the meter beside ${to}.`;
  if (walk.sticksChance === null) return `Not known whether it changed over to ${to}. ${settle}`;
  if (walk.changeover === 'changed') return `Changed over to ${to}${read}.`;
  if (walk.changeover === 'sticks')
    return `Sticks: beside ${to} it was still on another unit${read}, ${percentText(walk.sticksChance)} sure.`;
  return `Perhaps it sticks, ${percentText(walk.sticksChance)}${read}. ${settle}`;
}
