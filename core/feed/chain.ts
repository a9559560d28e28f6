/** What a chain needs to know of one length of the pipe between the line and a device: numbers, no words. */
export interface ChainPart {
  downMbps: number;
  upMbps: number;
  /** Idle round trip this part adds, ms. */
  latencyMs: number;
  /** Parts with the same medium share its airtime or wiring: 1/R = Σ 1/R_i. Null shares with nothing. */
  mediumId: string | null;
}

export interface ChainResult {
  downMbps: number;
  upMbps: number;
  latencyMs: number;
  /** Index of the part that holds the chain back, by direction. */
  narrowestDown: number;
  narrowestUp: number;
  /** What the chain would give if that part were no limit, Mb/s, and the part that would hold it back then. */
  nextDownMbps: number;
  nextUpMbps: number;
  secondDown: number;
  secondUp: number;
}

/** A direction of a chain, by its number. */
export type Direction = 'downMbps' | 'upMbps';

function throughput(
  parts: readonly ChainPart[],
  direction: Direction,
  without = -1,
): { mbps: number; at: number } {
  const shared = new Map<string, { inverse: number; worst: number; count: number }>();
  let mbps = Infinity;
  let at = 0;
  parts.forEach((part, i) => {
    if (i === without) return;
    const rate = part[direction];
    if (part.mediumId !== null) {
      const group = shared.get(part.mediumId) ?? { inverse: 0, worst: i, count: 0 };
      group.inverse += rate > 0 ? 1 / rate : Infinity;
      group.count++;
      if (rate < parts[group.worst]![direction]) group.worst = i;
      shared.set(part.mediumId, group);
    } else if (rate < mbps) {
      mbps = rate;
      at = i;
    }
  });
  for (const group of shared.values()) {
    const rate = group.inverse === Infinity ? 0 : 1 / group.inverse;
    if (rate < mbps) {
      mbps = rate;
      at = group.worst;
    }
  }
  return { mbps: mbps === Infinity ? 0 : mbps, at };
}

/**
 * End to end = the smallest of all parts; parts on one shared medium give together 1 / Σ 1/R_i. Latency adds up.
 * An empty chain carries nothing. Source: docs/model.md "Chain".
 */
export function chainOf(parts: readonly ChainPart[]): ChainResult {
  const down = throughput(parts, 'downMbps');
  const up = throughput(parts, 'upMbps');
  const nextDown = throughput(parts, 'downMbps', down.at);
  const nextUp = throughput(parts, 'upMbps', up.at);
  return {
    downMbps: down.mbps,
    upMbps: up.mbps,
    latencyMs: parts.reduce((sum, p) => sum + p.latencyMs, 0),
    narrowestDown: down.at,
    narrowestUp: up.at,
    nextDownMbps: nextDown.mbps,
    nextUpMbps: nextUp.mbps,
    secondDown: nextDown.at,
    secondUp: nextUp.at,
  };
}

/**
 * What each part carries within its chain, Mb/s: on a shared medium what all parts on it give together, else its own. The
 * smallest of them is what the chain gives.
 */
export function carriedMbps(parts: readonly ChainPart[], direction: Direction): number[] {
  return parts.map((part) => {
    const together = parts.filter(
      (p) => p === part || (part.mediumId !== null && p.mediumId === part.mediumId),
    );
    if (together.length === 1) return part[direction];
    const inverse = together.reduce((sum, p) => sum + (p[direction] > 0 ? 1 / p[direction] : Infinity), 0);
    return inverse === Infinity ? 0 : 1 / inverse;
  });
}

/** Idle round trip a hop adds, ms (estimates). */
export const HOP_LATENCY_MS = { wireless: 2, powerline: 3, coax: 3.5, ethernet: 0.1 } as const;
