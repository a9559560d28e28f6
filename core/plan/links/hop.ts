import { BAND_INDEX, BAND_MHZ, type Band } from '../../radio/link/bands';
import { groundLossDb } from '../../radio/link/bridge';
import { Z90, levelSigmaDb, ownSigmaDb, withEnds } from '../../radio/learning/beliefs';
import { elevationDb, prepareUnitLink } from '../../radio/link/link';
import { factsOf, radioPath } from '../../radio/propagation/path';
import { ETHERNET_TCP_SHARE, copperRateMbps, ethernetGoodputMbps, runRateMbps } from '../../feed/ethernet';
import { coaxAttenuation, coaxTreeOf, mocaMbps } from '../../feed/coax';
import { POWERLINE, powerlineMbps, powerlinePath } from '../../feed/powerline';
import { HOP_LATENCY_MS } from '../../feed/chain';
import { mainsWords } from '../../site/model/mainsWords';
import type { KitItem } from '../../kit/model/schema';
import { categoryLabel, dataRunOf, parentIdOf } from '../option/feeds';
import type { Feed, FeedOf, Option, Unit } from '../option/schema';
import { cableRun } from '../network/cableRun';
import { airOf } from './air';
import { airShare } from './airtime';
import { kitOf, pointOf, type PlanContext } from '../network/context';
import { roughLink, sureLink, type Part, type UnsureLink, type Why } from './part';
import { meshRadios, partnerOf, radioEnd } from '../network/radios';
import { outletsOf, runsBetween } from '../network/surroundings';

/** A hop of the backhaul: what it gives, and how unsure its level is. */
export interface Hop extends UnsureLink {
  lengthM: number | null;
  /** Level the child hears its parent at, dBm; null for wires. */
  levelDbm: number | null;
  /** By air, every band the two could meet on: which they do hangs on levels that are unsure. */
  bands?: readonly HopBand[];
}

/** A band two units could meet on, with what it gives there. */
export interface HopBand {
  band: Band;
  levelDbm: number;
  link: UnsureLink;
}

interface Ends<F extends Feed = Feed> {
  context: PlanContext;
  option: Option;
  parent: Unit;
  child: Unit;
  feed: F;
  parentKit: KitItem;
  childKit: KitItem;
}

const wireHop = (link: UnsureLink, lengthM: number | null): Hop => ({ ...link, lengthM, levelDbm: null });
const fixedHop = (part: Part, lengthM: number | null): Hop => wireHop(sureLink(part), lengthM);

/** A powerline estimate is good to a factor of two, its 10th to 90th percentile. */
const POWERLINE_SIGMA_LN = Math.log(2) / Z90;
/** A coax estimate is good to a fifth, to two fifths where stretches of it are guessed (estimates). */
const COAX_SIGMA_LN = 0.2 / Z90;
const COAX_GUESSED_SIGMA_LN = 0.4 / Z90;

/** A feed as a part of the pipe; a wire gives the same both ways. */
function feedPart(
  child: Unit,
  why: Why,
  values: { downMbps: number; upMbps?: number; latencyMs: number; mediumId?: string },
): Part {
  const { downMbps, upMbps = downMbps, latencyMs, mediumId = null } = values;
  return {
    kind: 'feed',
    downMbps,
    upMbps,
    latencyMs,
    mediumId,
    measured: false,
    unitId: child.id,
    parentId: parentIdOf(child.feed),
    why,
  };
}

/** A feed that cannot work: 0 Mb/s, and what to do about it. */
const deadHop = (child: Unit, medium: string, problem: string): Hop =>
  fixedHop(feedPart(child, { kind: 'dead', medium, problem }, { downMbps: 0, latencyMs: 0 }), null);

/** A cable feed over a data run that is already in the house: what was negotiated on it, else what its kind carries. */
function runHop({ context, parent, child, parentKit, childKit }: Ends): Hop | null {
  const run = context.site.dataRuns.find((r) => r.id === dataRunOf(child.feed));
  if (!run) return null;
  if (!runsBetween(context.site, parent.place, child.place).includes(run))
    return deadHop(
      child,
      run.name,
      `${run.name} does not end near ${parent.letter} and ${child.letter}: choose another run or a new cable.`,
    );
  const rate = Math.min(runRateMbps(run), parentKit.portMbps, childKit.portMbps);
  const why: Why = {
    kind: 'run',
    name: run.name,
    lengthM: run.lengthM,
    certainty: run.certainty,
    negotiatedMbps: run.negotiatedMbps,
  };
  return fixedHop(
    feedPart(child, why, { downMbps: ethernetGoodputMbps(rate), latencyMs: HOP_LATENCY_MS.ethernet }),
    run.lengthM,
  );
}

function cableHop(ends: Ends<FeedOf<'ethernet' | 'fibre'>>): Hop {
  const known = runHop(ends);
  if (known) return known;
  const { context, parent, child, feed, parentKit, childKit } = ends;
  const { lengthM } = cableRun(context, parent.place, child.place, feed);
  const ports = Math.min(parentKit.portMbps, childKit.portMbps);
  const rateMbps =
    feed.kind === 'fibre' ? Math.min(ports, 1000) : Math.min(copperRateMbps(feed.category, lengthM), ports);
  const medium = feed.kind === 'fibre' ? 'fibre' : categoryLabel(feed);
  return fixedHop(
    feedPart(
      child,
      { kind: 'cable', medium, lengthM, rateMbps },
      { downMbps: ethernetGoodputMbps(rateMbps), latencyMs: HOP_LATENCY_MS.ethernet },
    ),
    lengthM,
  );
}

function coaxHop({ context, parent, child, feed, childKit }: Ends<FeedOf<'coax'>>): Hop {
  const { nearCoaxId, farCoaxId } = feed;
  if (!nearCoaxId || !farCoaxId)
    return deadHop(
      child,
      'coax',
      `No coax outlet is within a lead of ${nearCoaxId ? `${child.letter} where it stands` : parent.letter}: choose one, or move it.`,
    );
  const path = coaxAttenuation(context.site.coax, nearCoaxId, farCoaxId);
  if (!path.ok) return deadHop(child, 'coax', path.reason);
  const downMbps = mocaMbps(childKit.moca ?? '2.5', path.attenuationDb, childKit.portMbps);
  const { attenuationDb, parts: stretches, guessed } = path;
  const part = feedPart(
    child,
    { kind: 'coax', attenuationDb, stretches, guessed },
    {
      downMbps,
      latencyMs: HOP_LATENCY_MS.coax,
      mediumId: `coax:${coaxTreeOf(context.site.coax, farCoaxId)}`,
    },
  );
  const most = mocaMbps(childKit.moca ?? '2.5', 0, childKit.portMbps);
  return wireHop(roughLink(part, guessed ? COAX_GUESSED_SIGMA_LN : COAX_SIGMA_LN, most), path.lengthM);
}

function powerlineHop({ context, parent, child, childKit }: Ends): Hop {
  const { site } = context;
  const [near, far] = outletsOf(site, parent, child);
  if (!near || !far)
    return deadHop(child, 'powerline', 'No power outlet is surveyed: add the two outlets in Survey.');
  const path = powerlinePath(site, near, far, childKit.powerlineBoxMbps ?? 1000, childKit.portMbps);
  if (!path.ok) return deadHop(child, 'powerline', path.reason);
  const { mbps, factors } = powerlineMbps(path.run, mainsWords(context.brief.region));
  const part = feedPart(
    child,
    { kind: 'powerline', near: near.name, far: far.name, factors },
    { downMbps: mbps, latencyMs: HOP_LATENCY_MS.powerline, mediumId: `powerline:${path.wiringId}` },
  );
  const most = Math.min(POWERLINE.capMbps, childKit.portMbps * ETHERNET_TCP_SHARE);
  return wireHop(roughLink(part, POWERLINE_SIGMA_LN, most), path.run.wireM);
}

/** Units stay on a band above 2.4 GHz while their parent is heard at this or better, dBm (estimate). */
const STAYS_DBM = -80;

/** Pairs of radios two units could meet on. */
function radioPairs({ parent, child, parentKit, childKit }: Ends) {
  return meshRadios(childKit).flatMap((own) => {
    const partner = partnerOf(parentKit, own);
    if (!partner) return [];
    return [{ parentEnd: radioEnd(parent, parentKit, partner), childEnd: radioEnd(child, childKit, own) }];
  });
}

/**
 * The band two units meet on, at a shift of each one's level, dB: they keep to the faster radio while it holds, though a slower one
 * might give more; else to whatever gives the most.
 */
export function metOn<B extends HopBand>(bands: readonly B[], shiftDb: (of: B) => number): B | null {
  let best: { of: B; score: number; stays: boolean } | null = null;
  for (const of of bands) {
    const shift = shiftDb(of);
    const { downMbps, upMbps } = of.link.ratesAt(shift);
    const score = Math.min(downMbps, upMbps);
    const stays = of.band !== '2.4' && of.levelDbm + shift >= STAYS_DBM;
    if (best && (best.stays !== stays ? best.stays : score <= best.score)) continue;
    best = { of, score, stays };
  }
  return best?.of ?? null;
}

function airHop(ends: Ends): Hop {
  const { context, option, parent, child, parentKit, childKit } = ends;
  const { site, scene, beliefs, brief } = context;
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
    elevationDb(bridge ? 'directional' : parentKit.antenna, p.z - u.z, apartM, parent.turned) +
    elevationDb(childKit.antenna, u.z - p.z, apartM, child.turned);
  const bands: (HopBand & { lengthM: number })[] = [];
  for (const { parentEnd, childEnd } of pairs) {
    const { band } = parentEnd;
    const path = radioPath(scene, u, p, band, beliefs.correction);
    const ground = bridge ? groundLossDb(u.z, p.z, path.distanceM, BAND_MHZ[BAND_INDEX[band]] / 1000) : 0;
    const features = withEnds(withEnds(path.features, parent.id, null, band), child.id, null, band);
    const learnt = beliefs.shiftDb(features);
    const link = prepareUnitLink(parentEnd, childEnd, brief, path.lossDb + ground, tilt, learnt);
    if (!link) continue;
    const air = airOf(context, parentEnd, airShare(context, option, parent, parentEnd));
    const ratesAt = (shiftDb: number) => air.ratesAt(link, shiftDb);
    const part = feedPart(
      child,
      { kind: 'air', bridge, band, levelDbm: link.downDbm, way: factsOf(scene, path) },
      { ...ratesAt(0), latencyMs: HOP_LATENCY_MS.wireless, mediumId: air.mediumId },
    );
    bands.push({
      band,
      levelDbm: link.downDbm,
      lengthM: path.distanceM,
      link: {
        part,
        ratesAt,
        drawn: new Map(),
        sigmaLn: air.sigmaLn,
        mostMbps: Infinity,
        sigmaDb: levelSigmaDb(beliefs, features, band),
        level: { features, ownDb: ownSigmaDb(beliefs, features, band) },
      },
    });
  }
  const best = metOn(bands, () => 0);
  if (!best)
    return deadHop(
      child,
      bridge ? 'bridge' : `wireless from ${parent.letter}`,
      `${parent.letter} and ${child.letter} share no radio: choose another backhaul or kit.`,
    );
  const { link, levelDbm, lengthM } = best;
  return { ...link, lengthM, levelDbm, bands };
}

/** The feed of one unit as a hop; null for the gateway. A feed that cannot work is a hop of 0 Mb/s that says why. */
export function hopOf(context: PlanContext, option: Option, child: Unit): Hop | null {
  const { feed } = child;
  if (feed.kind === 'line') return null;
  const parent = option.units.find((u) => u.id === feed.parentId);
  if (!parent) return deadHop(child, 'feed', 'Choose what this unit hangs on.');
  const common = { context, option, parent, child, parentKit: kitOf(context, parent) };
  const ends = { ...common, childKit: kitOf(context, child) };
  const hop =
    feed.kind === 'ethernet' || feed.kind === 'fibre'
      ? cableHop({ ...ends, feed })
      : feed.kind === 'coax'
        ? coaxHop({ ...ends, feed })
        : feed.kind === 'powerline'
          ? powerlineHop({ ...ends, feed })
          : airHop({ ...ends, feed });
  const { measuredDownMbps, measuredUpMbps } = feed;
  if (measuredDownMbps === null && measuredUpMbps === null) return hop;
  const part: Part = {
    ...hop.part,
    downMbps: measuredDownMbps ?? hop.part.downMbps,
    upMbps: measuredUpMbps ?? measuredDownMbps ?? hop.part.upMbps,
    measured: true,
  };
  const { bands: _, ...measured } = hop;
  return { ...measured, ...sureLink(part) };
}

/** Whether most of what a hop by air brings comes round an edge, on every band the two could meet on: corners stray far. */
export function isRoundEdge({ bands }: Pick<Hop, 'bands'>): boolean {
  return (
    bands !== undefined &&
    bands.length > 0 &&
    bands.every(({ link: { part } }) => part.why.kind === 'air' && part.why.way.way === 'edge')
  );
}

/** What a unit's port carries to a device on a lead, Mb/s. */
export function portGoodputMbps(kit: KitItem): number {
  return kit.portMbps * ETHERNET_TCP_SHARE;
}
