import type { Band } from '../link/bands';
import type { Crossings } from '../geometry/crossings';
import type { Scene } from '../geometry/scene';
import { correctedLossDb, weightedFloors, type LossCorrection } from './pathLoss';

/**
 * How a prediction leans on each unknown: parameter name and coefficient. Parameters are `device:TYPE`, `device:TYPE:BAND`,
 * `unit:ID:BAND`, `loss:CONSTRUCTION:BAND`, `edge` (dB), `clutter` (dB/m), and of speeds `air:BAND` and `share`
 * (natural logarithm of a factor).
 */
export type Features = ReadonlyMap<string, number>;

/** The parameter of one construction's loss in a band. */
export const lossParameter = (construction: string, band: Band): string => `loss:${construction}:${band}`;

/** Features of a straight path (negative: a greater loss lowers the level). */
export function pathFeatures(
  scene: Scene,
  c: Crossings,
  band: Band,
  correction: LossCorrection | undefined,
): Map<string, number> {
  const f = new Map<string, number>();
  const add = (name: string, by: number) => f.set(name, (f.get(name) ?? 0) + by);
  for (const w of c.walls) {
    const part = (construction: number, share: number) =>
      add(
        lossParameter(scene.constructionNames[construction]!, band),
        -w.weight * share * scene.thicknessShares[construction]!,
      );
    if (w.wall === null || w.open === 1) part(w.construction, 1);
    else {
      // Each way through the opening by its share of the power.
      const through = w.open * 10 ** (-correctedLossDb(scene, w.construction, band, correction) / 10);
      const solid = (1 - w.open) * 10 ** (-correctedLossDb(scene, w.wall, band, correction) / 10);
      part(w.construction, through / (through + solid));
      part(w.wall, solid / (through + solid));
    }
  }
  for (const floor of weightedFloors(scene, c, band, correction))
    add(lossParameter(scene.constructionNames[floor.construction]!, band), -floor.weight * floor.perDb);
  if (c.indoorM > 0) add('clutter', -c.indoorM);
  return f;
}
