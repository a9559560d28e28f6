import type { PerBand } from '../../radio/link/bands';
import { priorBeliefs, type Beliefs } from '../../radio/learning/beliefs';
import { beliefsOf, type Posterior } from '../../radio/learning/posterior';
import { buildScene, type Scene } from '../../radio/geometry/scene';
import type { Spot3 } from '../../radio/geometry/crossings';
import { levelOf } from '../../site/model/levels';
import type { Place, Site } from '../../site/model/schema';
import { kitById } from '../../kit/catalogue/catalogue';
import type { MaterialItem } from '../../kit/model/materialItems';
import type { KitItem } from '../../kit/model/schema';
import { LINE_LATENCY_MS, type Brief } from '../../brief/brief';
import type { Plan, Unit } from '../option/schema';
import { NOTHING_READ, type Read } from './read';
import { ownedBy } from '../../stats/lru';

/** The line as it is known: by contract, or by the wired test at the gateway. */
export interface LineState {
  downMbps: number;
  upMbps: number;
  idleMs: number;
  riseMs: number;
  measured: boolean;
}

/** Everything an evaluation needs beside the option itself. */
export interface PlanContext {
  site: Site;
  brief: Brief;
  ownKit: readonly KitItem[];
  /** Materials with the job's own prices. */
  ownMaterials: readonly MaterialItem[];
  /** Rooms no unit may stand in. */
  keptOut: readonly string[];
  scene: Scene;
  beliefs: Beliefs;
  line: LineState;
  /** What the air adds to a round trip under load, by band, ms. */
  airQueueMs: PerBand;
  /** Whether the air is told as free as it can be on any channel: for bounds, which may say too much and never too little. */
  isAirFree?: true;
  /** What was read in the networks of the job; nothing unless somebody fills it in. */
  read: Read;
}

const NO_QUEUE: PerBand = [0, 0, 0];

/** The line from the brief, with estimates of its latency by kind where nobody measured. */
export function lineOfBrief(brief: Brief): LineState {
  const typical = LINE_LATENCY_MS[brief.line.kind];
  return {
    downMbps: brief.line.downMbps,
    upMbps: brief.line.upMbps,
    idleMs: brief.line.idleMs ?? typical.idleMs,
    riseMs: brief.line.riseMs ?? typical.riseMs,
    measured: false,
  };
}

/** The scene of a site, built once for it. */
export const sceneOf: (site: Site) => Scene = ownedBy(buildScene);

/** Context of a job. `line`, `posterior` and `airQueueMs` come from readings where there are any. */
export function planContext(
  job: {
    site: Site;
    brief: Brief;
    plan: Pick<Plan, 'ownKit'> & Partial<Pick<Plan, 'ownMaterials' | 'keptOut'>>;
  },
  line: LineState = lineOfBrief(job.brief),
  posterior: Posterior | null = null,
  airQueueMs: PerBand = NO_QUEUE,
): PlanContext {
  const scene = sceneOf(job.site);
  return {
    site: job.site,
    brief: job.brief,
    ownKit: job.plan.ownKit,
    ownMaterials: job.plan.ownMaterials ?? [],
    keptOut: job.plan.keptOut ?? [],
    scene,
    beliefs: posterior ? beliefsOf(scene, posterior) : priorBeliefs(scene),
    airQueueMs,
    read: NOTHING_READ,
    line,
  };
}

/** A place as a point in the plot's three dimensions. */
export function pointOf(site: Site, place: Place): Spot3 {
  return { x: place.xM, y: place.yM, z: levelOf(site, place) };
}

/** An item whose radios are off, the same one each time. */
const silent = ownedBy((kit: KitItem): KitItem => ({ ...kit, radios: [] }));

/**
 * The kit item of a unit; of a bridged box with its radios off. A unit of unknown kit is refused by the job check; here it
 * is a bug.
 */
export function kitOf(context: Pick<PlanContext, 'ownKit'>, unit: Unit): KitItem {
  const kit = kitById(unit.kitId, context.ownKit);
  if (!kit) throw new Error(`unit ${unit.id} has unknown kit ${unit.kitId}`);
  return unit.role === 'bridge' && kit.radios.length > 0 ? silent(kit) : kit;
}
