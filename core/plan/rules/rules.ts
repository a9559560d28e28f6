import { COPPER_LIMIT_M, FIXED_COPPER_M } from '../../feed/ethernet';
import { placeNotices } from './placeRules';
import { areApart } from '../../site/geometry/ownBuilding';
import { fresnelRadiusM } from '../../radio/link/bridge';
import { crossingsBetween } from '../../radio/geometry/crossings';
import { briefNotices } from './briefRules';
import { buildNotices } from './buildRules';
import { kitOf, pointOf, type PlanContext } from '../network/context';
import { houseNotices } from './houseRules';
import type { RuleNotice } from './ruleNotice';
import { feedPath } from '../option/graph';
import { lengthText } from '../../site/model/lengths';
import { hopOf } from '../links/hop';
import type { Option, Unit } from '../option/schema';
import { needsRun, parentIdOf } from '../option/feeds';
import { partBecause } from '../links/partWords';
import { portNotices, powerNotices } from './powerRules';
import { socketNotices } from './socketRules';
import { routingNotices } from './routingRules';

/** Frequency of the catalogue's bridges, GHz. */
const BRIDGE_GHZ = 5.5;

function feedNotices(context: PlanContext, option: Option, unit: Unit): RuleNotice[] {
  const out: RuleNotice[] = [];
  const say = (severity: RuleNotice['severity'], words: string) =>
    out.push({ unitId: unit.id, severity, words });
  const { feed } = unit;
  const parent = option.units.find((u) => u.id === parentIdOf(feed));
  const path = feedPath(option, unit.id);
  if (!path.ok) say('blocks', path.reason);
  const hop = hopOf(context, option, unit);
  if (hop && hop.part.downMbps === 0)
    say('blocks', `${unit.letter}: ${partBecause(hop.part, context.brief.lengthUnit)}`);
  if (!parent) return out;
  if (feed.kind === 'bridge') {
    const [u, p] = [pointOf(context.site, parent.place), pointOf(context.site, unit.place)];
    const way = crossingsBetween(context.scene, u, p);
    if (way.walls.length + way.floors.length > 0 || way.leafM + way.bareM > 0)
      say(
        'blocks',
        `${unit.letter}: the bridge has no clear view of ${parent.letter}. Move an end until nothing lies between.`,
      );
    const radiusM = fresnelRadiusM(way.distanceM / 2, way.distanceM / 2, BRIDGE_GHZ);
    if (Math.min(u.z, p.z) < 0.6 * radiusM)
      say(
        'check',
        `${unit.letter}: mount the bridge at least ${lengthText(0.6 * radiusM, context.brief.lengthUnit)} up, or the ground takes part of it.`,
      );
  }
  if (feed.kind === 'ethernet' && areApart(context.site, parent.place, unit.place))
    say(
      'check',
      `${unit.letter} is fed by copper from one building to another: take fibre, or surge protection at both ends by someone licensed.`,
    );
  if (
    feed.kind === 'ethernet' &&
    needsRun(feed) &&
    hop?.lengthM &&
    hop.part.downMbps > 0 &&
    hop.lengthM > FIXED_COPPER_M
  )
    say(
      'check',
      `${unit.letter}: ${lengthText(hop.lengthM, context.brief.lengthUnit)} of fixed cable; at most ${lengthText(FIXED_COPPER_M, context.brief.lengthUnit)} and ${lengthText(COPPER_LIMIT_M - FIXED_COPPER_M, context.brief.lengthUnit)} of leads carry the full rate. A shorter way, or fibre.`,
    );
  return out;
}

/** What a practitioner would object to in an option, the gravest first. `today` is the network before, where it is known. */
export function ruleNotices(context: PlanContext, option: Option, today: Option | null = null): RuleNotice[] {
  const out: RuleNotice[] = [
    ...option.units.flatMap((u) => feedNotices(context, option, u)),
    ...powerNotices(context, option),
    ...portNotices(context, option),
    ...placeNotices(context, option),
    ...socketNotices(context, option, today),
    ...houseNotices(context, option),
    ...routingNotices(context, option, today),
    ...buildNotices(context, option, today),
    ...briefNotices(context, option),
  ];
  const families = new Set<string>();
  for (const unit of option.units) {
    const kit = kitOf(context, unit);
    if (kit.family) families.add(kit.family);
    const open = unit.place.storeyId === null;
    if (open && !kit.outdoor)
      out.push({
        unitId: unit.id,
        severity: 'blocks',
        words: `${unit.letter} is an indoor unit in the open: take an outdoor one or bring it inside.`,
      });
  }
  if (option.units.length > 0 && !option.units.some((u) => u.feed.kind === 'line'))
    out.push({
      unitId: null,
      severity: 'blocks',
      words: 'No unit is on the line: feed one of them from it.',
    });
  if (context.brief.policies.families === 'one' && families.size > 1)
    out.push({ unitId: null, severity: 'check', words: 'The job wants one family, the plan mixes two.' });
  return out.sort((a, b) => Number(b.severity === 'blocks') - Number(a.severity === 'blocks'));
}
