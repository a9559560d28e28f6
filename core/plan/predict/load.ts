import { airtimeKey, contentionOf } from '../links/airtime';
import type { PlanContext } from '../network/context';
import type { Option } from '../option/schema';
import { parentIdOf } from '../option/feeds';
import { partLabel } from '../links/partWords';
import type { Prediction } from './prediction';

/** Share of a radio channel and of a wire that may be used at the busiest hour (estimates). */
export const AIR_LOAD_LIMIT = 0.7;
export const WIRE_LOAD_LIMIT = 0.8;

export interface MediumLoad {
  /** What is shared: a channel, the wiring, the coax; units that share a channel have one entry each. */
  medium: string;
  label: string;
  /** Share of the medium that is used when everything runs at once. */
  load: number;
  limit: number;
}

/** Name of a shared medium for people. */
function mediumLabel(mediumId: string): string {
  const [kind, band, channel] = mediumId.split(':');
  if (kind === 'radio') return `${band} GHz, channel ${channel}`;
  return kind === 'powerline' ? 'the house wiring' : 'the coax tree';
}

/**
 * Load of every medium when all spots run at once: Σ demand / rate over all parts that share it. Adapters share by medium;
 * a radio channel is shared with the units that hear each other on it, in the part they overlap; a wire and the line
 * carry their own. A spot that is silent loads nothing. Heaviest first.
 */
export function loadsOf(
  context: PlanContext,
  option: Option,
  predictions: readonly Prediction[],
): MediumLoad[] {
  const contention = contentionOf(context, option);
  const parents = new Map(option.units.map((u) => [u.id, parentIdOf(u.feed)]));
  const loads = new Map<string, MediumLoad>();
  for (const p of predictions) {
    if (p.verdict === 'noSignal' || p.downMbps <= 0 || p.upMbps <= 0) continue;
    for (const part of p.pipe) {
      if (part.kind === 'device' || part.kind === 'port' || part.downMbps <= 0 || part.upMbps <= 0) continue;
      const down = p.need.downMbps / part.downMbps;
      const up = p.need.upMbps / part.upMbps;
      // A wire carries both directions at once, a shared medium one after the other.
      const share = part.mediumId ? down + up : Math.max(down, up);
      const onAir = part.mediumId?.startsWith('radio:') ?? false;
      const sender = part.kind === 'feed' ? (parents.get(part.unitId!) ?? part.unitId!) : part.unitId!;
      const own = onAir
        ? airtimeKey(sender, part.mediumId!)
        : (part.mediumId ?? (part.kind === 'line' ? 'line' : `wire:${part.unitId}:${part.kind}`));
      const letter = option.units.find((u) => u.id === sender)?.letter;
      const entry = (key: string, medium: string, label: string): MediumLoad => {
        const known = loads.get(key) ?? {
          medium,
          label,
          load: 0,
          limit: onAir ? AIR_LOAD_LIMIT : WIRE_LOAD_LIMIT,
        };
        loads.set(key, known);
        return known;
      };
      const label = part.mediumId ? mediumLabel(part.mediumId) : partLabel(part, option);
      entry(own, label, onAir ? `${label} at ${letter}` : label).load += share;
      if (!onAir) continue;
      for (const rival of contention.get(own) ?? []) {
        const rivalLetter = option.units.find((u) => rival.key.startsWith(`${u.id}|`))?.letter;
        const medium = rival.key.slice(rival.key.indexOf('|') + 1);
        entry(rival.key, mediumLabel(medium), `${mediumLabel(medium)} at ${rivalLetter}`).load +=
          share * rival.shared;
      }
    }
  }
  return [...loads.values()].sort((a, b) => b.load / b.limit - a.load / a.limit);
}
