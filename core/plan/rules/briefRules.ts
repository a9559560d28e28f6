import { inside } from '../../site/model/levels';
import { roomsOn } from '../../site/geometry/rooms';
import type { Place, Site } from '../../site/model/schema';
import { CONSENT_LABEL, type Consent } from '../../brief/brief';
import { crossingsBetween } from '../../radio/geometry/crossings';
import { pointOf, type PlanContext } from '../network/context';
import type { RuleNotice } from './ruleNotice';
import { needsRun, parentIdOf } from '../option/feeds';
import type { Option, Unit } from '../option/schema';

/** Units that need a cable laid for them. */
function newRuns(option: Option): Unit[] {
  return option.units.filter((u) => needsRun(u.feed));
}

/** Name of the closed room a place lies in; null where no named room is closed around it. */
function roomNameOf(site: Site, place: Place): string | null {
  const rooms = roomsOn(site, place.storeyId);
  return rooms.find((r) => inside(r.outline, place.xM, place.yM))?.named?.name ?? null;
}

const plain = (text: string) => text.trim().toLowerCase();

/** Whether a list such as "parlour, the back bedroom" means a room. */
function isClosed(closedRooms: string, room: string): boolean {
  return closedRooms
    .split(/[,;\n]/)
    .map(plain)
    .some((entry) => entry.length >= 3 && (entry.includes(plain(room)) || plain(room).includes(entry)));
}

function closedRoomNotices({ site, brief }: PlanContext, option: Option): RuleNotice[] {
  const { closedRooms } = brief.allowed;
  if (!closedRooms.trim()) return [];
  return option.units.flatMap((unit) => {
    const room = roomNameOf(site, unit.place);
    if (!room || !isClosed(closedRooms, room)) return [];
    return [
      {
        unitId: unit.id,
        severity: 'blocks' as const,
        words: `${unit.letter} stands in ${room}, which is closed to us: choose another room, or ask.`,
      },
    ];
  });
}

/** Consent a home of a kind needs before a cable is run through it, unless it is listed as got or still open. */
function homeNotices({ brief }: PlanContext, option: Option): RuleNotice[] {
  const runs = newRuns(option);
  const lacks = (what: Consent['what']) => !brief.consents.some((c) => c.what === what);
  const out: RuleNotice[] = [];
  const say = (words: string) => out.push({ unitId: null, severity: 'check', words });
  if (runs.length === 0) return out;
  const letters = runs.map((u) => u.letter).join(', ');
  if (brief.allowed.rented && lacks('landlord'))
    say(`A rented home and cable runs for ${letters}: put the landlord’s consent in the brief first.`);
  if (brief.allowed.listed && lacks('listedBuilding'))
    say(
      `A listed building and cable runs for ${letters}: put the consent of ${CONSENT_LABEL.listedBuilding} in the brief first.`,
    );
  if (brief.policies.feed === 'noDrilling')
    say(`The way of working of this job is no drilling, and ${letters} would need a cable run.`);
  return out;
}

function consentNotices({ brief }: PlanContext, option: Option): RuleNotice[] {
  const drills = newRuns(option).length > 0;
  return brief.consents
    .filter((c) => !c.got && (c.what !== 'drilling' || drills))
    .map((c) => ({
      unitId: null,
      severity: c.what === 'drilling' ? ('blocks' as const) : ('check' as const),
      words: `Consent still open: ${CONSENT_LABEL[c.what]}${c.who ? `, ${c.who}` : ''}.`,
    }));
}

/** What the school of placing has to say about units fed by air. */
function placingNotices({ brief, site, scene }: PlanContext, option: Option): RuleNotice[] {
  const { placing } = brief.policies;
  if (placing !== 'twoRooms' && placing !== 'twoWalls') return [];
  return option.units.flatMap((unit) => {
    const parent = option.units.find((u) => u.id === parentIdOf(unit.feed));
    if (!parent || unit.feed.kind !== 'wireless') return [];
    const walls = crossingsBetween(scene, pointOf(site, parent.place), pointOf(site, unit.place)).walls
      .length;
    const fits = placing === 'twoWalls' ? walls <= 2 : walls === 2;
    if (fits) return [];
    const rule = placing === 'twoWalls' ? 'at most two walls' : 'two rooms';
    return [
      {
        unitId: unit.id,
        severity: 'check' as const,
        words: `The way of working of this job puts ${rule} between a unit and its parent; between ${parent.letter} and ${unit.letter} ${walls === 1 ? 'is 1 wall' : `are ${walls} walls`}.`,
      },
    ];
  });
}

/** A budget nothing can keep to. */
function budgetNotices({ brief }: PlanContext, option: Option): RuleNotice[] {
  if (brief.allowed.budgetMinor !== 0 || option.units.length === 0) return [];
  return [
    {
      unitId: null,
      severity: 'check',
      words: 'The budget in the brief is zero: everything is over it. Set one, or leave it empty.',
    },
  ];
}

/** What the brief has to say against an option. */
export function briefNotices(context: PlanContext, option: Option): RuleNotice[] {
  return [
    ...closedRoomNotices(context, option),
    ...homeNotices(context, option),
    ...consentNotices(context, option),
    ...budgetNotices(context, option),
    ...placingNotices(context, option),
  ];
}
