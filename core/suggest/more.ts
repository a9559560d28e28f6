import { kitById } from '../kit/catalogue/catalogue';
import type { KitItem } from '../kit/model/schema';
import { headroomOf } from '../plan/compare/facts';
import type { PlanContext } from '../plan/network/context';
import { evaluate } from '../plan/evaluate/evaluate';
import { predictOption, type Prediction } from '../plan/predict/predict';
import { roomNameAt } from '../site/geometry/roomName';
import { feedTo, nextLetter } from '../plan/option/placing';
import { gatewayOf } from '../plan/option/graph';
import type { Option, Unit } from '../plan/option/schema';
import { entryLeads } from '../plan/network/cableRun';
import type { Place } from '../site/model/schema';
import { candidatePlaces, isTaken, placesFor, type Candidate } from './candidates';
import { servedOf } from '../site/model/verdict';

/** How much a network does for the spots: each counts to its full need and no further. */
export const goodOf = (predictions: readonly Prediction[]): number =>
  predictions.reduce((sum, p) => sum + Math.min(1, headroomOf(p)), 0);

/** A unit of a kit at a place, by air from the parent that hears it best, which is asked by trying. */
export function unitAt(context: PlanContext, option: Option, kit: KitItem, place: Place, id = 'tried'): Unit {
  const gateway = gatewayOf(option);
  const kind = kit.feeds.includes('wireless')
    ? 'wireless'
    : (kit.feeds.find((f) => f !== 'line') ?? kit.feeds[0]!);
  return {
    id,
    letter: nextLetter(option),
    kitId: kit.id,
    name: roomNameAt(context.site, place),
    place,
    feed: feedTo(context.site, kind, gateway, place),
    radios: {},
  };
}

/** The same at a candidate place; one outdoors bears the name of its place, since it lies in no room. */
export function unitOn(context: PlanContext, option: Option, kit: KitItem, at: Candidate, id?: string): Unit {
  const unit = unitAt(context, option, kit, at.place, id);
  return at.place.storeyId === null ? { ...unit, name: at.name.slice(0, 80) } : unit;
}

/** What one unit more would do at a place. */
export interface Glow {
  candidate: Candidate;
  /** Spots it would newly serve. */
  serves: readonly number[];
  /** How much of all needs it would fill, in spots. */
  gain: number;
}

/** What a unit of a kit would do at each place it could stand, the best first. Places that are taken are left out. */
export function glowOf(context: PlanContext, option: Option, kit: KitItem): Glow[] {
  const now = predictOption(context, option);
  const served = new Set(servedOf(now).map((p) => p.spotId));
  const good = goodOf(now);
  return placesFor(context, [kit])
    .filter((c) => !isTaken(option, c.place))
    .map((candidate) => {
      const tried: Option = {
        ...option,
        units: [...option.units, unitOn(context, option, kit, candidate)],
      };
      const then = predictOption(context, tried);
      return {
        candidate,
        serves: then.filter((p) => p.verdict === 'serves' && !served.has(p.spotId)).map((p) => p.number),
        gain: goodOf(then) - good,
      };
    })
    .sort((a, b) => b.serves.length - a.serves.length || b.gain - a.gain);
}

/** A place for the gateway, or one node more, with what it does and takes. */
export interface GatewayChoice {
  label: string;
  option: Option;
  served: number;
  good: number;
  totalMinor: number;
  hours: number;
  cableM: number;
  holes: number;
  stops: readonly string[];
}

/** Most places the gateway is tried at, and most that are told. */
const MOST_TOLD = 8;

/**
 * Where else the gateway could stand, each with the way of the line to it (a run that is there, the coax, a new cable), beside
 * staying and adding one node of its own kind at the best place. The best first.
 */
export function gatewayChoices(context: PlanContext, option: Option, today: Option): GatewayChoice[] {
  const gateway = gatewayOf(option);
  if (!gateway || gateway.feed.kind !== 'line') return [];
  const told = (label: string, tried: Option): GatewayChoice => {
    const e = evaluate(context, tried, today);
    return {
      label,
      option: tried,
      served: servedOf(e.predictions).length,
      good: goodOf(e.predictions),
      totalMinor: e.price.totalMinor,
      hours: e.price.hours,
      cableM: e.cables.reduce((sum, c) => sum + c.run.lengthM, 0),
      holes: e.cables.reduce((sum, c) => sum + c.run.walls + c.run.floors, 0),
      stops: e.notices.flatMap((n) => (n.weight === 'stop' ? [n.words] : [])),
    };
  };
  const moved = candidatePlaces(context)
    .filter((c) => !isTaken(option, c.place))
    .flatMap((c) => {
      const leads = entryLeads(context, c.place);
      const by = leads.length > 0 ? leads.map((l) => l.by) : [undefined];
      return [...new Set(by)].map((entry) => ({
        c,
        tried: {
          ...option,
          units: option.units.map((u) =>
            u.id === gateway.id
              ? {
                  ...u,
                  place: c.place,
                  name: c.name,
                  feed: entry ? { kind: 'line' as const, entry } : { kind: 'line' as const },
                }
              : u,
          ),
        },
        how:
          entry === 'run'
            ? 'over the run that is there'
            : entry === 'coax'
              ? 'over the coax'
              : entry
                ? 'by a new cable'
                : 'beside the entry',
      }));
    })
    .map(({ c, tried, how }) => told(`${gateway.letter} to ${c.name}, ${how}`, tried));
  const kit = kitById(gateway.kitId, context.ownKit)!;
  const nodeKit = kit.feeds.includes('wireless') ? kit : kitById('mesh-dual', context.ownKit)!;
  const best = glowOf(context, option, nodeKit)[0];
  const node = best
    ? [
        told(`Stay, one ${nodeKit.label} more at ${best.candidate.name}`, {
          ...option,
          units: [
            ...option.units,
            unitAt(context, option, nodeKit, best.candidate.place, `${gateway.id}-more`),
          ],
        }),
      ]
    : [];
  const order = (a: GatewayChoice, b: GatewayChoice) =>
    Number(a.stops.length > 0) - Number(b.stops.length > 0) ||
    b.served - a.served ||
    b.good - a.good ||
    a.totalMinor - b.totalMinor;
  return [told('As it is', option), ...node, ...moved.sort(order).slice(0, MOST_TOLD)];
}
