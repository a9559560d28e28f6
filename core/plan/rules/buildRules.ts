import type { Brief } from '../../brief/brief';
import { kitById } from '../../kit/catalogue/catalogue';
import { isOnBarred, ownBuilding } from '../../site/geometry/ownBuilding';
import { lengthText } from '../../site/model/lengths';
import { adapterLeadsOf } from '../network/adapterLeads';
import { nearEndRunOf } from '../network/bridgeEnd';
import { cableRunOf, entryLeadOf, powerRunOf, spotCable, type CableRun } from '../network/cableRun';
import { kitOf, type PlanContext } from '../network/context';
import { roleOf, routersOf } from '../network/routing';
import { ductBetween } from '../network/surroundings';
import { parentIdOf } from '../option/feeds';
import type { Option, Unit } from '../option/schema';
import type { RuleNotice } from './ruleNotice';

/** Why nothing may be drilled in a home; null where it may: forbidden by the brief, or rented without the consent at hand. */
function noHolesWords({ allowed, consents }: Brief): string | null {
  if (!allowed.drilling) return 'the brief allows no drilling';
  const isAgreed = consents.some((c) => (c.what === 'landlord' || c.what === 'drilling') && c.got);
  return allowed.rented && !isAgreed ? 'the home is rented and no consent is at hand' : null;
}

/** Whether holes may be drilled in a home as things stand. */
export const mayDrill = (brief: Brief): boolean => noHolesWords(brief) === null;

/** A cable of this length that meets no wall lies along a skirting board, m (estimate). */
const SURFACE_M = 5;

/** Cables a unit takes beside the one it hangs on: from adapters in other rooms, and out to the near end of a bridge. */
function besides(context: PlanContext, option: Option, unit: Unit): { what: string; run: CableRun }[] {
  const nearEnd = nearEndRunOf(context, option, unit);
  return [
    ...adapterLeadsOf(context, option, unit).map(({ outletName, run }) => ({
      what: `The adapter at ${outletName} for ${unit.letter}`,
      run,
    })),
    ...(nearEnd ? [{ what: `The near end of ${unit.letter}`, run: nearEnd }] : []),
  ];
}

/** Holes where none may be drilled: cables to units, to devices, and from the entry to a gateway that moves. */
function holeNotices(context: PlanContext, option: Option, today: Option | null): RuleNotice[] {
  const why = noHolesWords(context.brief);
  if (why === null) return [];
  const needs = (run: CableRun) => run.walls + run.floors > 0 || run.outdoorM > 0 || run.lengthM > SURFACE_M;
  const say = (unitId: string | null, what: string, run: CableRun): RuleNotice => ({
    unitId,
    severity: 'blocks',
    words: `${what} needs a cable run of ${lengthText(run.lengthM, context.brief.lengthUnit)}, and ${why}: choose air, powerline, coax or a run that is there, or ask.`,
  });
  const entry = entryLeadOf(context, option, today);
  return [
    ...option.units.flatMap((unit) => {
      const run = cableRunOf(context, option, unit);
      const power = powerRunOf(context, option, unit);
      return [
        ...(run && needs(run) ? [say(unit.id, unit.letter, run)] : []),
        ...besides(context, option, unit)
          .filter((also) => needs(also.run))
          .map((also) => say(unit.id, also.what, also.run)),
        // What an outlet outdoors feeds needs no hole.
        ...(power && power.walls + power.floors > 0
          ? [say(unit.id, `The power of ${unit.letter}`, power)]
          : []),
      ];
    }),
    ...(entry?.by === 'cable' && needs(entry.run) ? [say(null, 'The line to the gateway', entry.run)] : []),
    ...option.wiredSpots.flatMap(({ spotId }) => {
      const cable = spotCable(context, option, spotId);
      const spot = context.site.spots.find((s) => s.id === spotId);
      if (!cable || cable.lead || cable.runName !== null || !needs(cable.run)) return [];
      return [say(null, `The device at ${spot?.number ?? ''} ${spot?.name ?? ''}`, cable.run)];
    }),
  ];
}

/** Cables for which no way is known but through a barred wall, and units that hang on one. */
function barredNotices(context: PlanContext, option: Option, today: Option | null): RuleNotice[] {
  const { site } = context;
  if (!site.walls.some((w) => w.isBarred)) return [];
  const say = (unitId: string | null, what: string): RuleNotice => ({
    unitId,
    severity: 'blocks',
    words: `${what} has no way that leaves the barred walls alone: choose air, powerline or coax, another place, or free a wall in Survey.`,
  });
  const entry = entryLeadOf(context, option, today);
  return [
    ...option.units.flatMap((u): RuleNotice[] => [
      ...(isOnBarred(site, u.place)
        ? [
            {
              unitId: u.id,
              severity: 'blocks' as const,
              words: `${u.letter} hangs on a wall that is barred: nothing is fixed there. Take another side of the building.`,
            },
          ]
        : []),
      ...(cableRunOf(context, option, u)?.isBarred ? [say(u.id, `The cable to ${u.letter}`)] : []),
      ...besides(context, option, u)
        .filter((also) => also.run.isBarred)
        .map((also) => say(u.id, also.what)),
      ...(powerRunOf(context, option, u)?.isBarred ? [say(u.id, `The power of ${u.letter}`)] : []),
    ]),
    ...(entry?.by === 'cable' && entry.run.isBarred ? [say(null, 'The line to the gateway')] : []),
    ...option.wiredSpots.flatMap(({ spotId }) => {
      const cable = spotCable(context, option, spotId);
      const isLaid = cable && !cable.lead && cable.runName === null;
      return isLaid && cable.run.isBarred
        ? [say(null, `The cable to ${site.spots.find((s) => s.id === spotId)?.name ?? 'a device'}`)]
        : [];
    }),
  ];
}

/** Cables over the yard where a duct would lead there, were it not full. */
function fullDuctNotices(context: PlanContext, option: Option): RuleNotice[] {
  const { site } = context;
  const freed = { ...site, ducts: site.ducts.filter((d) => d.isFull).map((d) => ({ ...d, isFull: false })) };
  if (freed.ducts.length === 0) return [];
  return option.units.flatMap((u): RuleNotice[] => {
    const run = cableRunOf(context, option, u);
    const parent = option.units.find((p) => p.id === parentIdOf(u.feed));
    if (!run || !parent || !run.across || run.duct) return [];
    const [a, b] = [ownBuilding(site, parent.place), ownBuilding(site, u.place)];
    const duct = a && b && ductBetween(freed, a.id, b.id);
    if (!duct) return [];
    return [
      {
        unitId: u.id,
        severity: 'check',
        words: `${duct.name} is full: the cable to ${u.letter} goes over the yard. Clear the duct, or take air.`,
      },
    ];
  });
}

/** Units by air on what they cannot join, and extenders in a row. */
function joiningNotices(context: PlanContext, option: Option): RuleNotice[] {
  return option.units.flatMap((unit): RuleNotice[] => {
    const parent = option.units.find((u) => u.id === parentIdOf(unit.feed));
    if (unit.feed.kind !== 'wireless' || !parent) return [];
    const [kit, parentKit] = [kitOf(context, unit), kitOf(context, parent)];
    if (kit.family !== null && kit.family !== parentKit.family)
      return [
        {
          unitId: unit.id,
          severity: 'blocks',
          words: `${unit.letter} joins its own mesh alone by air, and ${parent.letter} is none of it: hang it on a unit of its family, or give it a wire.`,
        },
      ];
    if (kit.kind === 'extender' && parentKit.kind === 'extender')
      return [
        {
          unitId: unit.id,
          severity: 'check',
          words: `${unit.letter} is an extender on an extender: each halves what is left. Hang it on ${parent.letter}’s uplink, or give one of them a wire.`,
        },
      ];
    return [];
  });
}

/** Units cabled to a bridged box beside the one that routes: it gives the line to a single device. */
function bridgedNotices(context: PlanContext, option: Option): RuleNotice[] {
  const [router] = routersOf(context, option);
  const isBridged = (u: Unit) => roleOf(context, option, u) === 'bridge' && u.feed.kind === 'line';
  return option.units.filter(isBridged).flatMap((box) =>
    option.units
      .filter((u) => parentIdOf(u.feed) === box.id && u !== router)
      .map((u): RuleNotice => ({
        unitId: u.id,
        severity: 'blocks',
        words: `${u.letter} hangs on ${box.letter}, which is bridged and gives the line to ${router ? router.letter : 'one device'} alone: hang it on ${router ? router.letter : 'the unit that routes'}.`,
      })),
  );
}

/** More pieces than there are of a box nobody sells: the provider's own. */
function notSoldNotices(context: PlanContext, option: Option, today: Option | null): RuleNotice[] {
  const has = (o: Option, kitId: string) => o.units.filter((u) => u.kitId === kitId).length;
  const given = [...new Set(option.units.map((u) => u.kitId))].filter(
    (kitId) => kitById(kitId, context.ownKit)?.costMinor === 0,
  );
  return given.flatMap((kitId): RuleNotice[] => {
    const there = Math.max(1, today ? has(today, kitId) : 0);
    const more = option.units.filter((u) => u.kitId === kitId).slice(there);
    return more.map((u) => ({
      unitId: u.id,
      severity: 'blocks',
      words: `${u.letter} is one more ${kitOf(context, u).label.toLowerCase()} than there is, and it has no price: take another kit, or give it one.`,
    }));
  });
}

/** What cannot be built as planned: holes where none may be, units by air on what they cannot join, cables into a bridged box. */
export function buildNotices(context: PlanContext, option: Option, today: Option | null): RuleNotice[] {
  return [
    ...holeNotices(context, option, today),
    ...barredNotices(context, option, today),
    ...fullDuctNotices(context, option),
    ...joiningNotices(context, option),
    ...bridgedNotices(context, option),
    ...notSoldNotices(context, option, today),
  ];
}
