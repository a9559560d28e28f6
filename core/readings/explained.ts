import type { Built } from '../evidence/built';
import type { Prediction } from '../plan/predict/prediction';
import type { SpotCause } from './causes';
import { causesOf, type CausesGround } from './causesOf';
import { walksOf, type WalkJudged } from './changeover';

/** A network with what it is reckoned to give. */
interface Reckoned {
  network: Built;
  evaluation: { predictions: readonly Pick<Prediction, 'spotId' | 'unitId'>[] };
}

/** Why spots are short, and what walks from unit to unit said, in both phases: as built stands last among causes and first among walks. */
export function explained(
  ground: CausesGround,
  before: Reckoned,
  after: Reckoned | null,
): { causes: readonly SpotCause[]; walks: readonly WalkJudged[] } {
  const { context, rows } = ground;
  const of = (phase: 'before' | 'after', { network, evaluation }: Reckoned) => ({
    causes: causesOf(ground, phase, network, evaluation),
    walks: walksOf(context, rows, phase, network),
  });
  const was = of('before', before);
  if (!after) return was;
  const built = of('after', after);
  return { causes: [...was.causes, ...built.causes], walks: [...built.walks, ...was.walks] };
}
