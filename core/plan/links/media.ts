import { airtimeKey, contentionOf } from './airtime';
import type { Part } from './part';
import type { Flow } from './maxMin';
import type { PlanContext } from '../network/context';
import { parentIdOf } from '../option/feeds';
import type { Option, Unit } from '../option/schema';
import type { Need } from '../../site/model/needs';

/** Share of a radio channel's time, and of a wire or adapters, that may be filled at the busy hour (estimates). */
export const AIR_LIMIT = 0.7;
export const WIRE_LIMIT = 0.8;

/** Something whose time is shared: a direction of a wire, adapters on one wiring, a channel as one unit hears it. */
export interface Medium {
  id: string;
  label: string;
  limit: number;
}

/** What of a part counts for what it loads. */
export type FlowPart = Pick<Part, 'kind' | 'unitId' | 'mediumId' | 'downMbps' | 'upMbps' | 'carries'>;

/** How a part loads a medium: by how much of its own time, down and up. */
interface Load {
  medium: number;
  down: number;
  up: number;
}

/** All media of an option, and what each part of a pipe loads. They are found as parts are asked about. */
export interface Media {
  readonly list: readonly Medium[];
  /** What a need asks of all media over the parts of a pipe; parts that carry nothing ask nothing. */
  flow(pipe: readonly FlowPart[], need: Pick<Need, 'downMbps' | 'upMbps'>): Flow;
}

const DUPLEX = [
  ['down', 1, 0],
  ['up', 0, 1],
] as const;

/** Name of a shared medium for people. */
function sharedLabel(mediumId: string): string {
  const [kind, band, channel] = mediumId.split(':');
  if (kind === 'radio') return `${band} GHz, channel ${channel}`;
  return kind === 'powerline' ? 'the house wiring' : 'the coax tree';
}

/** Name of a wire that is nobody else's: the port of the gateway, what leads to a unit. */
const wireLabel = (kind: Part['kind'], unit: Unit | undefined): string =>
  kind === 'port'
    ? `the port of ${unit?.letter ?? '?'}`
    : `the ${unit?.feed.kind === 'fibre' ? 'fibre' : 'cable'} to ${unit?.letter ?? '?'}`;

/**
 * The media of an option beside the line. A wire carries both directions at once, shared media one after the other; a channel is used at
 * the unit that sends and at each unit that hears it there, in the part they overlap.
 */
export function mediaOf(context: PlanContext, option: Option): Media {
  const contention = contentionOf(context, option);
  const units = new Map(option.units.map((u) => [u.id, u]));
  const list: Medium[] = [];
  const known = new Map<string, number>();
  const numberOf = (id: string, label: string, limit: number): number => {
    let n = known.get(id);
    if (n === undefined) known.set(id, (n = list.push({ id, label, limit }) - 1));
    return n;
  };
  const onAir = (key: string, part: number): Load => {
    const at = key.indexOf('|');
    const letter = units.get(key.slice(0, at))?.letter ?? '?';
    const medium = numberOf(key, `${sharedLabel(key.slice(at + 1))} at ${letter}`, AIR_LIMIT);
    return { medium, down: part, up: part };
  };
  const loadsOf = (part: FlowPart): Load[] => {
    const { mediumId, unitId, kind } = part;
    // A device and its own lead are nobody else's; the line is shared apart.
    if (kind === 'device' || kind === 'lead' || kind === 'line') return [];
    if (mediumId?.startsWith('radio:')) {
      const parent = unitId ? units.get(unitId) : undefined;
      const sender = kind === 'feed' && parent ? (parentIdOf(parent.feed) ?? unitId!) : unitId!;
      const own = airtimeKey(sender, mediumId);
      return [onAir(own, 1), ...(contention.get(own) ?? []).map((r) => onAir(r.key, r.shared))];
    }
    if (mediumId) return [{ medium: numberOf(mediumId, sharedLabel(mediumId), WIRE_LIMIT), down: 1, up: 1 }];
    const unit = unitId ? units.get(unitId) : undefined;
    const label = wireLabel(kind, unit);
    const id = `wire:${kind}:${unitId}`;
    return DUPLEX.map(([direction, down, up]) => ({
      medium: numberOf(`${id}:${direction}`, `${label}, ${direction}`, WIRE_LIMIT),
      down,
      up,
    }));
  };
  const loads = new Map<string, Load[]>();
  return {
    list,
    flow(pipe, need) {
      const times = new Map<number, number>();
      for (const part of pipe) {
        if (part.downMbps <= 0 || part.upMbps <= 0) continue;
        const key = `${part.kind} ${part.unitId} ${part.mediumId}`;
        let own = loads.get(key);
        if (!own) loads.set(key, (own = loadsOf(part)));
        const { downMbps, upMbps } = part.carries ?? part;
        for (const { medium, down, up } of own)
          times.set(
            medium,
            (times.get(medium) ?? 0) + (down * need.downMbps) / downMbps + (up * need.upMbps) / upMbps,
          );
      }
      return { media: [...times.keys()], times: [...times.values()] };
    },
  };
}
