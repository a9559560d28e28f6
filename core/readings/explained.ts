import type { Built } from '../evidence/built';
import { freeze, networkHash } from '../evidence/frozenNetwork';
import type { StateRow } from '../evidence/rows';
import type { Site } from '../site/model/schema';
import type { Prediction } from '../plan/predict/prediction';
import type { SpotCause } from './causes';
import { causesOf, type CausesGround } from './causesOf';
import { walksOf, type WalkJudged } from './changeover';
import { togetherOf, type TogetherRun } from './together';

/** A network with what it is reckoned to give. */
interface Reckoned {
  network: Built;
  evaluation: { predictions: readonly Prediction[] };
}

/** Whether a network that was read is the one that stands; its identity is worked out when it is first asked for. */
function isNetwork(site: Site, { option, kit }: Built): (state: StateRow) => boolean {
  let now: string | null = null;
  return ({ hash }) => hash === (now ??= networkHash(freeze(site, option, kit).network, site));
}

/** What readings explain of a job. */
export interface Explained {
  causes: readonly SpotCause[];
  walks: readonly WalkJudged[];
  together: readonly TogetherRun[];
}

/**
 * Why spots are short, what walks from unit to unit and runs of several phones at once said, in both phases: as built stands last among
 * causes and first among the others.
 */
export function explained(ground: CausesGround, before: Reckoned, after: Reckoned | null): Explained {
  const { context, rows } = ground;
  const of = (phase: 'before' | 'after', { network, evaluation }: Reckoned) => {
    const isNow = isNetwork(context.site, network);
    return {
      causes: causesOf(ground, phase, network, evaluation),
      walks: walksOf(context, rows, phase, isNow),
      together: togetherOf(context.site, rows, phase, isNow, evaluation.predictions),
    };
  };
  const was = of('before', before);
  if (!after) return was;
  const built = of('after', after);
  return {
    causes: [...was.causes, ...built.causes],
    walks: [...built.walks, ...was.walks],
    together: [...built.together, ...was.together],
  };
}
