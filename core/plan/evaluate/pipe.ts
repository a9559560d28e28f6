import { Z90 } from '../../radio/learn/beliefs';
import { CLIENT_TYPES } from '../../radio/link/clients';
import { chainOf, type ChainResult, type Part } from '../../feed/chain';
import type { Spot } from '../../site/model/schema';
import { airKey, airShare } from './airtime';
import type { Access } from './access';
import { kitOf, type PlanContext } from './context';
import { normalDraws } from '../../stats/normalDraws';
import { feedPath } from '../option/graph';
import { hopOf, portGoodputMbps, type Hop } from './hop';
import { radioEnd } from './radios';
import type { Option, Unit } from '../option/schema';

export interface OptionLinks {
  hops: ReadonlyMap<string, Hop>;
  /** Units that reach the line, with the way there. */
  paths: ReadonlyMap<string, Unit[]>;
  /** Free airtime of each access radio, by `airKey`. */
  air: ReadonlyMap<string, number>;
}

/** Computes every feed of an option once; shared by all its spots. */
export function linksOf(context: PlanContext, option: Option): OptionLinks {
  const hops = new Map<string, Hop>();
  const paths = new Map<string, Unit[]>();
  const air = new Map<string, number>();
  for (const unit of option.units) {
    const path = feedPath(option, unit.id);
    if (path.ok) paths.set(unit.id, path.units);
    const hop = hopOf(context, option, unit);
    if (hop) hops.set(unit.id, hop);
    const kit = kitOf(context, unit);
    for (const radio of kit.radios)
      if (radio.role === 'access')
        air.set(airKey(unit.id, radio.band), airShare(context, option, unit, radioEnd(unit, kit, radio)));
  }
  return { hops, paths, air };
}

const simple = (
  kind: Part['kind'],
  label: string,
  down: number,
  up: number,
  latencyMs: number,
  because: string,
): Part => ({
  kind,
  label,
  downMbps: down,
  upMbps: up,
  latencyMs,
  mediumId: null,
  measured: false,
  unitId: null,
  because,
});

/** Parts from the line through every hop to a unit; `shifts` moves the level of each hop in turn, dB. */
export function partsBefore(
  context: PlanContext,
  links: OptionLinks,
  unit: Unit,
  shifts: readonly number[],
): Part[] {
  const { line } = context;
  const path = links.paths.get(unit.id) ?? [];
  const gateway = path[0] ?? unit;
  const port = portGoodputMbps(kitOf(context, gateway));
  const parts: Part[] = [
    {
      ...simple(
        'line',
        'line',
        line.downMbps,
        line.upMbps,
        line.idleMs + line.riseMs,
        line.measured ? 'measured by cable' : 'as paid for',
      ),
      measured: line.measured,
    },
    { ...simple('port', `gateway ${gateway.letter}`, port, port, 0, 'its port'), unitId: gateway.id },
  ];
  path.slice(1).forEach((u, i) => parts.push(links.hops.get(u.id)!.at(shifts[i] ?? 0)));
  return parts;
}

/** All parts from the line to the device, with one level shift per uncertain link (hops first, the access last). */
export function pipeOf(
  context: PlanContext,
  links: OptionLinks,
  access: Access,
  spot: Spot,
  shifts: readonly number[],
): Part[] {
  const parts = partsBefore(context, links, access.unit, shifts);
  const hops = (links.paths.get(access.unit.id) ?? []).length - 1;
  parts.push(access.at(shifts[hops] ?? 0));
  const ceiling = CLIENT_TYPES[spot.client].ceilingMbps;
  parts.push(
    simple(
      'device',
      spot.deviceName || CLIENT_TYPES[spot.client].label,
      ceiling,
      ceiling,
      0,
      'what the device itself can move',
    ),
  );
  return parts;
}

const percentile = (sorted: readonly number[], share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.max(0, Math.round(share * (sorted.length - 1))))]!;

/** 10th and 90th percentile of down and up over what is unsure. One unsure link is exact; more are drawn. */
export function rangesOf(
  context: PlanContext,
  links: OptionLinks,
  access: Access,
  spot: Spot,
): { down: [number, number]; up: [number, number] } {
  const path = links.paths.get(access.unit.id) ?? [];
  const sigmas = [...path.slice(1).map((u) => links.hops.get(u.id)!.sigmaDb), access.sigmaDb];
  const unsure = sigmas.filter((s) => s > 0).length;
  const run = (z: readonly number[]): ChainResult =>
    chainOf(
      pipeOf(
        context,
        links,
        access,
        spot,
        sigmas.map((s, i) => s * z[i]!),
      ),
    );
  if (unsure <= 1) {
    const low = run(sigmas.map(() => -Z90));
    const high = run(sigmas.map(() => Z90));
    return { down: [low.downMbps, high.downMbps], up: [low.upMbps, high.upMbps] };
  }
  const runs = normalDraws(sigmas.length).map(run);
  const range = (values: number[]): [number, number] => {
    values.sort((a, b) => a - b);
    return [percentile(values, 0.1), percentile(values, 0.9)];
  };
  return { down: range(runs.map((r) => r.downMbps)), up: range(runs.map((r) => r.upMbps)) };
}
