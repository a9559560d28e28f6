import { radioEnd } from '../network/radios';
import { powerLimit } from '../../radio/link/regions';
import { roomsOn, distanceToWallM } from '../../site/geometry/rooms';
import { CONDITION_LABEL, type Condition } from '../../site/model/conditions';
import { describeConstruction } from '../../site/model/constructions';
import { underSlopeM } from '../../site/geometry/slopes';
import { inside } from '../../site/model/levels';
import { lengthText } from '../../site/model/lengths';
import type { Obstacle } from '../../site/model/schema';
import { kitOf, type PlanContext } from '../network/context';
import { WEAK_DBM } from '../../radio/link/levels';
import { hopOf, isRoundEdge } from '../links/hop';
import { feedPath } from '../option/graph';
import type { Option, Unit } from '../option/schema';
import { outletWithin, reachOf, wantsSocket } from '../links/sockets';
import type { RuleNotice } from './ruleNotice';

/** A unit lower than this stands on the floor, m (estimate). */
const FLOOR_M = 0.3;
/** Metal and water this near to a unit spoil it, m (estimate). */
const BESIDE_M = 0.5;
/** Wireless hops after which a call suffers, whatever the speed (estimate). */
const MOST_AIR_HOPS = 2;
/** Most units in one mesh where kit says nothing. */
const MESH_LIMIT = 5;

const METAL_OR_WATER: readonly string[] = ['fridge', 'waterTank', 'mirror'];

function besideM(unit: Unit, o: Obstacle): number {
  const { xM, yM } = unit.place;
  if (inside(o.outline, xM, yM)) return 0;
  return Math.min(
    ...o.outline.map((a, i) => distanceToWallM(unit.place, { a, b: o.outline[(i + 1) % o.outline.length]! })),
  );
}

/** What the room or yard a unit stands in asks of it. */
export function conditionsAt(
  context: PlanContext,
  unit: Unit,
): { asks: readonly Condition[]; where: string } {
  const { site } = context;
  if (unit.place.storeyId === null) return { asks: ['weather'], where: 'the open' };
  const room = roomsOn(site, unit.place.storeyId).find((r) =>
    inside(r.outline, unit.place.xM, unit.place.yM),
  )?.named;
  return { asks: room?.conditions ?? [], where: room?.name ?? 'its room' };
}

/** What is said at the lamp about where it sits. */
function seatNotices(context: PlanContext, unit: Unit): RuleNotice[] {
  const { site, brief } = context;
  const kit = kitOf(context, unit);
  const out: RuleNotice[] = [];
  const say = (severity: RuleNotice['severity'], words: string) =>
    out.push({ unitId: unit.id, severity, words });
  const { letter, place } = unit;
  if (kit.radios.length > 0 && place.heightM < FLOOR_M && kit.mount !== 'plugIn' && kit.mount !== 'inWall')
    say(
      'check',
      `${letter} stands on the floor: half a metre up at least, furniture and people are in its way.`,
    );
  if (kit.radios.length > 0)
    for (const o of site.obstacles) {
      if (o.storeyId !== place.storeyId) continue;
      const m = besideM(unit, o);
      const upright = place.heightM >= o.baseM && place.heightM <= o.baseM + o.heightM;
      if (m === 0 && upright) say('check', `${letter} sits in ${o.name}: out of it, into the open.`);
      else if (m < BESIDE_M && upright && METAL_OR_WATER.includes(o.construction))
        say(
          'check',
          `${letter} stands ${lengthText(m, brief.lengthUnit)} beside ${o.name} (${describeConstruction(o.construction, site.customConstructions).label}): ${lengthText(BESIDE_M, brief.lengthUnit)} away or more.`,
        );
    }
  const leavesM = underSlopeM(site, place);
  if (leavesM !== null && place.heightM > leavesM)
    say(
      'blocks',
      `${letter} hangs ${lengthText(place.heightM, brief.lengthUnit)} up where the roof leaves ${lengthText(leavesM, brief.lengthUnit)}: lower it, or move it away from the eaves.`,
    );
  const { asks, where } = conditionsAt(context, unit);
  const cannot = asks.filter((c) => !kit.stands.includes(c));
  if (cannot.length > 0 && place.storeyId !== null)
    say(
      'blocks',
      `${letter} is not made for ${where} (${cannot.map((c) => CONDITION_LABEL[c]).join(', ')}): take a weatherproof unit, or stand it outside that room. Its supply does not belong there either.`,
    );
  const surveyed = site.outlets.some((o) => o.place.storeyId === place.storeyId);
  if (surveyed && wantsSocket(context, unit) && !outletWithin(context, place, reachOf(context, unit)))
    say(
      'check',
      kit.mount === 'plugIn'
        ? `${letter} plugs into a socket and none is here: move it onto an outlet.`
        : `No outlet within the lead of ${letter} (${lengthText(kit.supplyLeadM, brief.lengthUnit)}): move it, or have one put in by an electrician.`,
    );
  if (unit.turned)
    say(
      'check',
      `The socket of ${letter} is turned ${unit.turned === 'down' ? 'upside down' : 'on its side'}: its pattern turns with it. Upright where there is a choice.`,
    );
  return out;
}

/** Channels that may not be used where a unit stands. */
function channelNotices(context: PlanContext, unit: Unit): RuleNotice[] {
  if (unit.place.storeyId !== null) return [];
  const kit = kitOf(context, unit);
  return kit.radios.flatMap((r) => {
    const end = radioEnd(unit, kit, r);
    if (
      end.channel === null ||
      !powerLimit(context.brief, end.band, end.channel, end.widthMhz ?? 20).indoorsOnly
    )
      return [];
    return [
      {
        unitId: unit.id,
        severity: 'blocks' as const,
        words: `Channel ${end.channel} of ${unit.letter} is for indoors only: choose another for ${end.band} GHz.`,
      },
    ];
  });
}

/** What the link to the parent and the number of hops ask for. */
function linkNotices(context: PlanContext, option: Option, unit: Unit): RuleNotice[] {
  const out: RuleNotice[] = [];
  if (unit.feed.kind === 'wireless') {
    const hop = hopOf(context, option, unit);
    const levelDbm = hop?.levelDbm ?? null;
    if (hop && !hop.part.measured && isRoundEdge(hop))
      out.push({
        unitId: unit.id,
        severity: 'check',
        words: `${unit.letter} hears its uplink round an edge: what comes round corners strays by 15 dB and more. Try this link before it is bought.`,
      });
    if (levelDbm !== null && levelDbm < WEAK_DBM)
      out.push({
        unitId: unit.id,
        severity: 'check',
        words: `${unit.letter} has a signal of ${levelDbm.toFixed(0)} dBm to its uplink: a thin link. One step back towards it, or a wire.`,
      });
  }
  const path = feedPath(option, unit.id);
  const hops = path.ok ? path.units.filter((u) => u.feed.kind === 'wireless').length : 0;
  if (hops > MOST_AIR_HOPS)
    out.push({
      unitId: unit.id,
      severity: 'check',
      words: `${unit.letter} is ${hops} wireless hops from the line: each costs speed and delay. Give one of them a wire.`,
    });
  return out;
}

/** Units of one family in one mesh, outdoor ones counted, against what the kit allows. */
function meshNotices(context: PlanContext, option: Option): RuleNotice[] {
  const families = new Map<string, Unit[]>();
  for (const unit of option.units) {
    const { family } = kitOf(context, unit);
    if (family) families.set(family, [...(families.get(family) ?? []), unit]);
  }
  return [...families.values()].flatMap((units) => {
    const limits = units.flatMap((u) => kitOf(context, u).mostInMesh ?? []);
    const most = limits.length > 0 ? Math.min(...limits) : MESH_LIMIT;
    if (units.length <= most) return [];
    return [
      {
        unitId: null,
        severity: 'check' as const,
        words: `${units.length} units in one mesh, outdoor ones counted; its kit allows ${most}.`,
      },
    ];
  });
}

function keptOutNotices(context: PlanContext, option: Option, keptOut: readonly string[]): RuleNotice[] {
  if (keptOut.length === 0) return [];
  return option.units.flatMap((unit) => {
    const room = roomsOn(context.site, unit.place.storeyId).find((r) =>
      inside(r.outline, unit.place.xM, unit.place.yM),
    )?.named;
    if (!room || !keptOut.includes(room.id)) return [];
    return [
      {
        unitId: unit.id,
        severity: 'blocks' as const,
        words: `${unit.letter} stands in ${room.name}, where the customer wants none: choose another room, or ask.`,
      },
    ];
  });
}

/** What is said of where units stand: seats, rooms that ask for more, sockets, channels, links, the size of the mesh. */
export function placeNotices(context: PlanContext, option: Option): RuleNotice[] {
  return [
    ...option.units.flatMap((u) => [
      ...seatNotices(context, u),
      ...channelNotices(context, u),
      ...linkNotices(context, option, u),
    ]),
    ...meshNotices(context, option),
    ...keptOutNotices(context, option, context.keptOut),
  ];
}
