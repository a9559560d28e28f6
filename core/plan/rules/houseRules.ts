import { coaxTreeOf, MOCA_ADAPTER_LIMIT } from '../../feed/coax';
import { describeConstruction, wallThicknessM } from '../../site/model/constructions';
import { MOST_EDGES } from '../../radio/propagation/arrivals';
import { portalsOf } from '../../radio/propagation/portals';
import { lengthText } from '../../site/model/lengths';
import { distanceToWallM } from '../../site/geometry/rooms';
import type { Wall } from '../../site/model/schema';
import { isSlowRun } from '../../site/check/slowRun';
import type { PlanContext } from '../network/context';
import type { RuleNotice } from './ruleNotice';
import type { Option, Unit } from '../option/schema';
import { INTERFERENCE_REACH_M, disturbersOf } from '../network/surroundings';
import { dataRunOf } from '../option/feeds';

/** The wall a unit stands in, where it stands in one and not in an opening of it. */
export function wallAround({ site }: PlanContext, { place }: Unit): Wall | null {
  const within = (w: Wall): boolean => {
    if (distanceToWallM(place, w) >= wallThicknessM(w, site.customConstructions) / 2) return false;
    if (w.heightM !== null && place.heightM > w.heightM) return false;
    const lengthM = Math.hypot(w.b.xM - w.a.xM, w.b.yM - w.a.yM);
    const alongM =
      ((place.xM - w.a.xM) * (w.b.xM - w.a.xM) + (place.yM - w.a.yM) * (w.b.yM - w.a.yM)) / lengthM;
    return !site.openings.some(
      (o) => o.wallId === w.id && alongM >= o.offsetM && alongM <= o.offsetM + o.widthM,
    );
  };
  return site.walls.find((w) => w.storeyId === place.storeyId && within(w)) ?? null;
}

function nearNotices(context: PlanContext, unit: Unit): RuleNotice[] {
  const { site, brief } = context;
  const out: RuleNotice[] = [];
  const say = (words: string) => out.push({ unitId: unit.id, severity: 'check', words });
  const wall = wallAround(context, unit);
  if (wall)
    say(
      `${unit.letter} stands inside a wall (${describeConstruction(wall.construction, site.customConstructions).label}): move it in front of the side it is to serve.`,
    );
  for (const { name, distanceM } of disturbersOf(site, unit))
    say(
      `${unit.letter} stands ${lengthText(distanceM, brief.lengthUnit)} from ${name}: keep ${lengthText(INTERFERENCE_REACH_M, brief.lengthUnit)} away.`,
    );
  const run = site.dataRuns.find((r) => r.id === dataRunOf(unit.feed));
  if (run && isSlowRun(run))
    say(
      `${run.name} runs at ${run.negotiatedMbps} Mb/s: a pair is likely broken. Make its ends new before ${unit.letter} hangs on it.`,
    );
  return out;
}

/** What has to be right about the coax before adapters go on it. */
function coaxNotices({ site, brief }: PlanContext, option: Option): RuleNotice[] {
  const units = option.units.filter((u) => u.feed.kind === 'coax');
  if (units.length === 0) return [];
  const out: RuleNotice[] = [];
  const say = (severity: RuleNotice['severity'], words: string) =>
    out.push({ unitId: units[0]!.id, severity, words });
  const { coax } = site;
  if (coax.satelliteOnCable)
    say(
      'blocks',
      'Satellite TV runs on this coax: it uses the band of the adapters. Choose another backhaul.',
    );
  if (!coax.entryFilter)
    say(
      'check',
      'The coax has no entry filter yet: fit one where it enters, or neighbours hear the adapters.',
    );
  if (brief.line.kind === 'cable')
    say(
      'check',
      'The line comes by the same kind of cable: where it uses more than 1 GHz the modem needs a filter of its own.',
    );
  const perTree = new Map<string, number>();
  for (const { feed } of units) {
    if (feed.kind !== 'coax' || !feed.farCoaxId) continue;
    const tree = coaxTreeOf(coax, feed.farCoaxId);
    perTree.set(tree, (perTree.get(tree) ?? 0) + 2);
  }
  for (const adapters of perTree.values())
    if (adapters > MOCA_ADAPTER_LIMIT)
      say('blocks', `${adapters} coax adapters on one tree; it carries at most ${MOCA_ADAPTER_LIMIT}.`);
  return out;
}

/** On a plot with more edges than are followed the numbers leave some out, and that is said. */
function bendNotices({ scene }: PlanContext, option: Option): RuleNotice[] {
  const edges = portalsOf(scene).length;
  if (edges <= MOST_EDGES || option.units.length === 0) return [];
  return [
    {
      unitId: null,
      severity: 'check',
      words: `This plot has ${edges} openings and corners a signal may edge at: for each unit the nearest ${MOST_EDGES} are followed, so a way round through a far one is left out.`,
    },
  ];
}

/** What the house itself has to say against an option: walls, disturbers, old runs, outlets, coax, too many edges. */
export function houseNotices(context: PlanContext, option: Option): RuleNotice[] {
  return [
    ...option.units.flatMap((u) => nearNotices(context, u)),
    ...coaxNotices(context, option),
    ...bendNotices(context, option),
  ];
}
