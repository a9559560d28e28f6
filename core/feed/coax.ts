import type { CoaxPlant } from '../site/model/schema';
import { ETHERNET_TCP_SHARE } from './ethernet';

export type MocaVersion = '1.1' | '2.0' | '2.0b' | '2.5';

/** Usable TCP of a pair up to 40 dB, Mb/s (estimates); 1.1 reaches 140 with a gigabit port. */
const MOCA_MBPS: Record<MocaVersion, number> = { '1.1': 95, '2.0': 400, '2.0b': 800, '2.5': 2300 };
/** Cable loss in the MoCA band, dB/m (estimates). */
export const COAX_DB_PER_M = { rg6: 0.27, rg59: 0.33 } as const;
/** Splitter loss from input to an output and between two outputs, dB (estimates). */
export const SPLITTER_DB = {
  2: { through: 4.5, across: 14.5 },
  3: { through: 6.5, across: 16.5 },
  4: { through: 8.5, across: 18.5 },
  8: { through: 12, across: 22 },
} as const;
/** Most adapters on one tree. */
export const MOCA_ADAPTER_LIMIT = 16;

/** Usable TCP between two adapters, Mb/s: full to 40 dB, falling linearly to 0 at 60 dB, never above the port. */
export function mocaMbps(version: MocaVersion, attenuationDb: number, portMbps: number): number {
  const full = version === '1.1' && portMbps >= 1000 ? 140 : MOCA_MBPS[version];
  const share = attenuationDb <= 40 ? 1 : Math.max(0, (60 - attenuationDb) / 20);
  return Math.min(full * share, portMbps * ETHERNET_TCP_SHARE);
}

/** A cable or a splitter on a way through the coax: what it is, its length where it is a cable, and what it takes. */
export interface CoaxStretch {
  what: string;
  lengthM: number | null;
  lossDb: number;
}

export type CoaxPath =
  | { ok: true; attenuationDb: number; lengthM: number; parts: CoaxStretch[]; guessed: boolean }
  | { ok: false; reason: string };

/**
 * Name of the tree a coax point hangs on: adapters on one tree share its band, those on trees that are not joined do not.
 * It is the smallest id of everything joined by cable, so it does not depend on the order of the survey.
 */
export function coaxTreeOf(plant: CoaxPlant, pointId: string): string {
  const joined = new Set([pointId]);
  for (let grew = true; grew;) {
    grew = false;
    for (const { upId, downId } of plant.cables)
      if (joined.has(upId) !== joined.has(downId)) {
        joined.add(upId).add(downId);
        grew = true;
      }
  }
  return [...joined].sort()[0]!;
}

interface Step {
  to: string;
  /** Whether the step goes towards the entry. */
  up: boolean;
  cable: CoaxPlant['cables'][number];
}

/**
 * Attenuation between two points of a coax plant, dB, along its cables and splitters. A splitter costs its through
 * loss between input and output and its across loss between two outputs; double when it is not rated above 1 GHz. An
 * amplifier without a bypass blocks. Unconnected points give a reason, never a number.
 */
export function coaxAttenuation(plant: CoaxPlant, fromId: string, toId: string): CoaxPath {
  const names = new Map([...plant.outlets, ...plant.splitters].map((p) => [p.id, p.name]));
  for (const end of [fromId, toId])
    if (!names.has(end)) return { ok: false, reason: `The coax outlet "${end}" is not in the survey.` };
  if (fromId === toId) return { ok: false, reason: 'Both adapters are on the same coax outlet: choose two.' };
  const steps = new Map<string, Step[]>();
  const put = (at: string, s: Step) => steps.set(at, [...(steps.get(at) ?? []), s]);
  for (const cable of plant.cables) {
    put(cable.upId, { to: cable.downId, up: false, cable });
    put(cable.downId, { to: cable.upId, up: true, cable });
  }
  const came = new Map<string, { from: string; step: Step }>();
  const queue = [fromId];
  while (queue.length > 0 && !came.has(toId)) {
    const at = queue.shift()!;
    for (const step of steps.get(at) ?? [])
      if (step.to !== fromId && !came.has(step.to)) {
        came.set(step.to, { from: at, step });
        queue.push(step.to);
      }
  }
  if (!came.has(toId))
    return {
      ok: false,
      reason: `${names.get(fromId)} and ${names.get(toId)} are not joined by coax: trace the cable or choose another outlet.`,
    };
  const route: Step[] = [];
  for (let at = toId; at !== fromId; at = came.get(at)!.from) route.unshift(came.get(at)!.step);

  let attenuationDb = 0;
  let lengthM = 0;
  const parts: CoaxStretch[] = [];
  for (let i = 0; i < route.length; i++) {
    const { cable, to, up } = route[i]!;
    const db = cable.lengthM * COAX_DB_PER_M[cable.cable];
    attenuationDb += db;
    lengthM += cable.lengthM;
    parts.push({ what: cable.cable === 'rg6' ? 'RG-6' : 'RG-59', lengthM: cable.lengthM, lossDb: db });
    const next = route[i + 1];
    const splitter = next && plant.splitters.find((s) => s.id === to);
    if (!splitter) continue;
    if (splitter.amplifier === 'noBypass')
      return {
        ok: false,
        reason: `The amplifier at ${splitter.name} has no bypass: no link passes it. Replace or bypass it.`,
      };
    // Arriving upwards is arriving at an output; leaving downwards is leaving by one.
    const across = up && !next.up;
    const loss = SPLITTER_DB[splitter.ways][across ? 'across' : 'through'] * (splitter.ratedMoca ? 1 : 2);
    attenuationDb += loss;
    parts.push({
      what: `${splitter.ways}-way splitter ${across ? 'between outputs' : 'input to output'}${splitter.ratedMoca ? '' : ', not rated above 1 GHz'}`,
      lengthM: null,
      lossDb: loss,
    });
  }
  return {
    ok: true,
    attenuationDb,
    lengthM,
    parts,
    guessed: route.some((s) => s.cable.certainty === 'guessed'),
  };
}
