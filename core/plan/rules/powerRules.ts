import { type PlanContext, kitOf } from '../network/context';
import type { Option } from '../option/schema';
import type { RuleNotice } from './ruleNotice';
import { portMaps } from '../links/ports';
import { POE_W, sourceFeeds } from '../../feed/poe';
import { parentIdOf } from '../option/feeds';
import { powerLoads } from '../links/power';

/** Units with more cables than ports. */
export function portNotices(context: PlanContext, option: Option): RuleNotice[] {
  return portMaps(context, option).flatMap(({ unitId, ports, used }) => {
    if (used.length <= ports) return [];
    const { letter } = option.units.find((u) => u.id === unitId)!;
    return [
      {
        unitId,
        severity: 'blocks' as const,
        words: `${letter} has ${ports} ${ports === 1 ? 'port' : 'ports'} and ${used.length} cables want in (${used.map((u) => u.what).join('; ')}): put a switch at its side.`,
      },
    ];
  });
}

const watts = (w: number) => `${w % 1 === 0 ? w : w.toFixed(1)} W`;

/** Whether each unit that takes power over its cable gets it: class, budget and ports of its source, an injector, or nothing. */
export function powerNotices(context: PlanContext, option: Option): RuleNotice[] {
  const out: RuleNotice[] = [];
  for (const unit of option.units) {
    const { poe } = kitOf(context, unit);
    if (!poe || unit.feed.kind === 'line') continue;
    const say = (severity: RuleNotice['severity'], words: string) =>
      out.push({ unitId: unit.id, severity, words });
    const parent = option.units.find((u) => u.id === parentIdOf(unit.feed));
    const source = parent && kitOf(context, parent).poeSource;
    if (unit.feed.kind !== 'ethernet' || !source)
      say(
        'check',
        `${unit.letter} takes its power over copper and ${unit.feed.kind === 'fibre' ? 'fibre carries none' : unit.feed.kind === 'ethernet' ? `${parent?.letter ?? 'its feed'} gives none` : 'this feed carries none'}: an ${POE_W[poe].label} injector near it is in the parts. No passive injector.`,
      );
    else if (!sourceFeeds(source.type, poe))
      say(
        'blocks',
        `${unit.letter} needs ${POE_W[poe].label}, ${parent.letter} gives only ${POE_W[source.type].label}: take a stronger switch or an injector.`,
      );
  }
  for (const load of powerLoads(context, option)) {
    const { letter } = option.units.find((u) => u.id === load.unitId)!;
    const say = (words: string) =>
      out.push({ unitId: load.unitId, severity: 'blocks', words: `${letter}: ${words}` });
    const both = `${watts(load.byClassW)} by class, ${watts(load.byDrawW)} by what they draw`;
    const kept = load.allocates === 'class' ? load.byClassW : load.byDrawW;
    if (load.units.length > load.poweredPorts)
      say(
        `${load.units.length} units want power and ${load.poweredPorts} ports give it: a larger switch, or an injector for ${load.units
          .slice(load.poweredPorts)
          .map((u) => u.letter)
          .join(', ')}.`,
      );
    if (kept > load.budgetW)
      say(
        `the devices need ${both}; it has ${watts(load.budgetW)} and goes by ${load.allocates === 'class' ? 'class' : 'draw'}: take a larger budget or fewer devices.`,
      );
  }
  return out;
}
