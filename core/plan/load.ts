import type { Prediction } from './predict';

/** Share of a radio channel and of a wire that may be used at the busiest hour (estimates). */
export const AIR_LOAD_LIMIT = 0.7;
export const WIRE_LOAD_LIMIT = 0.8;

export interface MediumLoad {
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
 * Load of every medium when all spots run at once: Σ demand / rate over all parts that share it. Air and adapters share by
 * medium; a wire and the line carry their own. A spot without a link loads nothing. Heaviest first.
 */
export function loadsOf(predictions: readonly Prediction[]): MediumLoad[] {
  const loads = new Map<string, MediumLoad>();
  for (const p of predictions) {
    if (p.downMbps <= 0 || p.upMbps <= 0) continue;
    for (const part of p.pipe) {
      if (part.kind === 'device' || part.kind === 'port' || part.downMbps <= 0 || part.upMbps <= 0) continue;
      const key = part.mediumId ?? (part.kind === 'line' ? 'line' : `wire:${part.unitId}:${part.kind}`);
      const entry = loads.get(key) ?? {
        label: part.mediumId ? mediumLabel(part.mediumId) : part.label,
        load: 0,
        limit: part.mediumId?.startsWith('radio:') ? AIR_LOAD_LIMIT : WIRE_LOAD_LIMIT,
      };
      const down = p.need.downMbps / part.downMbps;
      const up = p.need.upMbps / part.upMbps;
      // A wire carries both directions at once, a shared medium one after the other.
      entry.load += part.mediumId ? down + up : Math.max(down, up);
      loads.set(key, entry);
    }
  }
  return [...loads.values()].sort((a, b) => b.load / b.limit - a.load / a.limit);
}
