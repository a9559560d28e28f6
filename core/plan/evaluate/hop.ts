import { BAND_INDEX, BAND_MHZ } from '../../radio/link/bands';
import { groundLossDb } from '../../radio/link/bridge';
import { levelSigmaDb } from '../../radio/learn/beliefs';
import { elevationDb, unitLink } from '../../radio/link/link';
import { pathInWords, radioPath } from '../../radio/path/path';
import { ETHERNET_TCP_SHARE, copperRateMbps, ethernetGoodputMbps, wireLengthM } from '../../feed/ethernet';
import { coaxAttenuation, coaxTreeOf, mocaMbps } from '../../feed/coax';
import { powerlineMbps, powerlinePath } from '../../feed/powerline';
import { HOP_LATENCY_MS, type Part } from '../../feed/chain';
import type { KitItem } from '../../kit/schema';
import { airShare } from './airtime';
import { kitOf, pointOf, type PlanContext } from './context';
import { channelMedium, meshRadios, partnerOf, radioEnd } from './radios';
import { outletsOf, runsBetween } from './surroundings';
import type { Option, Unit } from '../option/schema';
import { lengthText } from '../../site/model/lengths';

/** A hop of the backhaul: what it gives at a shift of its level, and how unsure that level is. */
export interface Hop {
  at(shiftDb: number): Part;
  sigmaDb: number;
  lengthM: number | null;
  /** Level the child hears its parent at, dBm; null for wires. */
  levelDbm: number | null;
}

interface Ends {
  context: PlanContext;
  option: Option;
  parent: Unit;
  child: Unit;
  parentKit: KitItem;
  childKit: KitItem;
}

const fixedHop = (part: Part, lengthM: number | null): Hop => ({
  at: () => part,
  sigmaDb: 0,
  lengthM,
  levelDbm: null,
});

function part(child: Unit, values: Omit<Part, 'kind' | 'unitId' | 'upMbps'> & { upMbps?: number }): Part {
  return { kind: 'feed', unitId: child.id, upMbps: values.downMbps, ...values };
}

function deadHop(child: Unit, label: string, because: string): Hop {
  return fixedHop(
    part(child, { label, downMbps: 0, latencyMs: 0, mediumId: null, measured: false, because }),
    null,
  );
}

/** A cable feed over a data run that is already in the house: what was negotiated on it, else what its kind carries. */
function runHop({ context, parent, child, parentKit, childKit }: Ends): Hop | null {
  const run = context.site.dataRuns.find((r) => r.id === child.feed.dataRunId);
  if (!run) return null;
  if (!runsBetween(context.site, parent.place, child.place).includes(run))
    return deadHop(
      child,
      `${run.name} to ${child.letter}`,
      `${run.name} does not end near ${parent.letter} and ${child.letter}: choose another run or a new cable.`,
    );
  const carries =
    run.category === 'fibre' ? 1000 : Math.min(copperRateMbps(run.category, run.lengthM), 10_000);
  const rate = Math.min(run.negotiatedMbps ?? carries, parentKit.portMbps, childKit.portMbps);
  return fixedHop(
    part(child, {
      label: `${run.name} to ${child.letter}`,
      downMbps: ethernetGoodputMbps(rate),
      latencyMs: HOP_LATENCY_MS.ethernet,
      mediumId: null,
      measured: false,
      because: `${lengthText(run.lengthM, context.brief.lengthUnit)} already in the house (${run.evidence})${run.negotiatedMbps ? `, negotiated ${run.negotiatedMbps} Mb/s` : ', speed not tested yet'}`,
    }),
    run.lengthM,
  );
}

function cableHop(ends: Ends): Hop {
  const known = runHop(ends);
  if (known) return known;
  const { context, parent, child, parentKit, childKit } = ends;
  const lengthM = child.feed.lengthM ?? wireLengthM(context.site, parent.place, child.place);
  const ports = Math.min(parentKit.portMbps, childKit.portMbps);
  const length = lengthText(lengthM, context.brief.lengthUnit);
  const common = { latencyMs: HOP_LATENCY_MS.ethernet, mediumId: null, measured: false };
  if (child.feed.kind === 'fibre')
    return fixedHop(
      part(child, {
        ...common,
        label: `fibre to ${child.letter}`,
        downMbps: ethernetGoodputMbps(Math.min(ports, 1000)),
        because: `${length} of fibre with media converters at 1 Gb/s`,
      }),
      lengthM,
    );
  const rate = Math.min(copperRateMbps(child.feed.category, lengthM), ports);
  const category = child.feed.category.replace('cat', 'Cat ').replace(/a$/, 'A');
  return fixedHop(
    part(child, {
      ...common,
      label: `${category} to ${child.letter}`,
      downMbps: ethernetGoodputMbps(rate),
      because:
        rate === 0
          ? `${length} is past the 100 m that copper carries: take fibre or a shorter route`
          : `${length} of ${category} at ${rate} Mb/s`,
    }),
    lengthM,
  );
}

function coaxHop({ context, child, childKit }: Ends): Hop {
  const label = `coax to ${child.letter}`;
  const { nearCoaxId, farCoaxId } = child.feed;
  if (!nearCoaxId || !farCoaxId)
    return deadHop(
      child,
      label,
      'Choose the two coax outlets of the pair: near its parent and at the far end.',
    );
  const path = coaxAttenuation(context.site.coax, nearCoaxId, farCoaxId);
  if (!path.ok) return deadHop(child, label, path.reason);
  const mbps = mocaMbps(childKit.moca ?? '2.5', path.attenuationDb, childKit.portMbps);
  return fixedHop(
    part(child, {
      label,
      downMbps: mbps,
      latencyMs: HOP_LATENCY_MS.coax,
      mediumId: `coax:${coaxTreeOf(context.site.coax, farCoaxId)}`,
      measured: false,
      because: `${path.attenuationDb.toFixed(1)} dB: ${path.parts.join(', ')}${path.guessed ? ' (part of it guessed)' : ''}`,
    }),
    path.lengthM,
  );
}

function powerlineHop({ context, parent, child, childKit }: Ends): Hop {
  const { site } = context;
  const label = `powerline to ${child.letter}`;
  const [near, far] = outletsOf(site, parent, child);
  if (!near || !far)
    return deadHop(child, label, 'No power outlet is surveyed: add the two outlets in Survey.');
  const path = powerlinePath(site, near, far, childKit.powerlineBoxMbps ?? 1000, childKit.portMbps);
  if (!path.ok) return deadHop(child, label, path.reason);
  const result = powerlineMbps(path.run);
  return fixedHop(
    part(child, {
      label,
      downMbps: result.mbps,
      latencyMs: HOP_LATENCY_MS.powerline,
      mediumId: `powerline:${path.wiringId}`,
      measured: false,
      because: `${near.name} to ${far.name}: ${result.factors.map((f) => `${f.factor.toFixed(2)} ${f.label}`).join(' × ')}`,
    }),
    path.run.wireM,
  );
}

/** Pairs of radios two units could meet on. */
function radioPairs({ parent, child, parentKit, childKit }: Ends) {
  return meshRadios(childKit).flatMap((own) => {
    const partner = partnerOf(parentKit, own);
    if (!partner) return [];
    return [{ parentEnd: radioEnd(parent, parentKit, partner), childEnd: radioEnd(child, childKit, own) }];
  });
}

function airHop(ends: Ends): Hop {
  const { context, option, parent, child, parentKit, childKit } = ends;
  const { site, scene, beliefs, brief } = context;
  const label =
    child.feed.kind === 'bridge'
      ? `bridge to ${child.letter}`
      : `air from ${parent.letter} to ${child.letter}`;
  const u = pointOf(site, parent.place);
  const p = pointOf(site, child.place);
  const bridge = child.feed.kind === 'bridge';
  const pairs = bridge
    ? childKit.radios.map((r) => ({
        parentEnd: radioEnd(child, childKit, r),
        childEnd: radioEnd(child, childKit, r),
      }))
    : radioPairs(ends);
  const apartM = Math.hypot(p.x - u.x, p.y - u.y);
  const tilt =
    elevationDb(bridge ? 'directional' : parentKit.antenna, p.z - u.z, apartM) +
    elevationDb(childKit.antenna, u.z - p.z, apartM);
  let best: { hop: Hop; score: number } | null = null;
  for (const { parentEnd, childEnd } of pairs) {
    const path = radioPath(scene, u, p, parentEnd.band, beliefs);
    const ground = bridge
      ? groundLossDb(u.z, p.z, path.distanceM, BAND_MHZ[BAND_INDEX[parentEnd.band]] / 1000)
      : 0;
    const features = new Map(path.features);
    for (const end of [parent, child]) features.set(`unit:${end.id}:${parentEnd.band}`, 1);
    const learnt = beliefs.shiftDb(features);
    const air = airShare(context, option, parent, parentEnd);
    const linkAt = (shiftDb: number) =>
      unitLink(parentEnd, childEnd, brief, path.lossDb + ground, tilt, learnt + shiftDb);
    const middle = linkAt(0);
    if (!middle) continue;
    const hop: Hop = {
      sigmaDb: levelSigmaDb(beliefs, features, parentEnd.band),
      lengthM: path.distanceM,
      levelDbm: middle.down.levelDbm,
      at: (shiftDb) => {
        const link = linkAt(shiftDb)!;
        return part(child, {
          label,
          downMbps: link.down.quietMbps * air,
          upMbps: link.up.quietMbps * air,
          latencyMs: HOP_LATENCY_MS.wireless,
          mediumId: channelMedium(parentEnd),
          measured: false,
          because: `${parentEnd.band} GHz at ${link.down.levelDbm.toFixed(0)} dBm: ${pathInWords(scene, path, (m) => lengthText(m, brief.lengthUnit))}`,
        });
      },
    };
    const score = Math.min(middle.down.quietMbps, middle.up.quietMbps) * air;
    if (!best || score > best.score) best = { hop, score };
  }
  if (!best)
    return deadHop(
      child,
      label,
      `${parent.letter} and ${child.letter} share no radio: choose another feed or kit.`,
    );
  return best.hop;
}

/** The feed of one unit as a hop; null for the gateway. A feed that cannot work is a hop of 0 Mb/s that says why. */
export function hopOf(context: PlanContext, option: Option, child: Unit): Hop | null {
  if (child.feed.kind === 'line') return null;
  const parent = option.units.find((u) => u.id === child.feed.parentId);
  if (!parent) return deadHop(child, `feed of ${child.letter}`, 'Choose what feeds this unit.');
  const parentKit = kitOf(context, parent);
  const ends = { context, option, parent, child, parentKit, childKit: kitOf(context, child) };
  const hop = {
    ethernet: cableHop,
    fibre: cableHop,
    coax: coaxHop,
    powerline: powerlineHop,
    wireless: airHop,
    bridge: airHop,
  }[child.feed.kind](ends);
  const { measuredDownMbps, measuredUpMbps } = child.feed;
  if (measuredDownMbps === null && measuredUpMbps === null) return hop;
  const estimate = hop.at(0);
  return {
    ...hop,
    sigmaDb: 0,
    at: () => ({
      ...estimate,
      downMbps: measuredDownMbps ?? estimate.downMbps,
      upMbps: measuredUpMbps ?? measuredDownMbps ?? estimate.upMbps,
      measured: true,
      because: 'measured on this very link',
    }),
  };
}

/** What a unit's port carries to a device on a lead, Mb/s. */
export function portGoodputMbps(kit: KitItem): number {
  return kit.portMbps * ETHERNET_TCP_SHARE;
}
