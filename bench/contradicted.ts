import { crossingsBetween } from '../core/radio/geometry/crossings';
import { barrierHit } from '../core/radio/geometry/meet';
import { buildScene } from '../core/radio/geometry/scene';
import { straightLossDb } from '../core/radio/propagation/pathLoss';
import { contradictions } from '../core/readings/contradicted';
import { learntContext } from '../core/readings/learn';
import { mean, practiceJob } from './truth';

/** What the straight ways through a wall truly take beside what is drawn: less than this is as drawn, dB. */
const AS_DRAWN_DB = 2;

/** How often a wall that is asked about is otherwise than drawn, or has something before it that is not drawn. */
function askedIn(seeds: readonly number[], read: number, isHarsh: boolean) {
  const said = { houses: 0, walls: 0, right: 0, otherWay: 0, others: 0 };
  for (const seed of seeds) {
    const { house, job } = practiceJob(seed, { read, isHarsh });
    const { context, calibration } = learntContext(job);
    const list = calibration ? contradictions(context, calibration) : [];
    if (list.length > 0) said.houses++;
    const truth = buildScene(house.site);
    for (const c of list) {
      const wall = c.kind === 'wall' && context.scene.barriers.find((b) => b.id === c.id);
      if (!wall) {
        said.others++;
        continue;
      }
      const more: number[] = [];
      calibration!.further((o) => {
        const hit = barrierHit(wall, o.from, o);
        const lossDb = (scene: typeof truth) =>
          straightLossDb(scene, crossingsBetween(scene, o.from, o), o.band);
        if (hit?.opening === null) more.push(lossDb(truth) - lossDb(context.scene));
        return 0;
      });
      said.walls++;
      const trulyDb = mean(more);
      if (Math.abs(trulyDb) < AS_DRAWN_DB) continue;
      if (trulyDb * c.moreDb > 0) said.right++;
      else said.otherWay++;
    }
  }
  return said;
}

/** Prints what is asked about drawings, with how often there was a reason, by how much was read. */
export function contradicted(count: number): void {
  const seeds = Array.from({ length: count }, (_, i) => 61 + i);
  for (const isHarsh of [false, true])
    for (const read of [12, 24, 40]) {
      const { houses, walls, right, otherWay, others } = askedIn(seeds, read, isHarsh);
      console.log(
        `${isHarsh ? 'old and badly surveyed' : 'drawn well'}, ${read} spots read: asked in ${houses} of ${count} houses, about ${walls} walls and ${others} other things; of the walls ${right} were otherwise or had something before them, ${otherWay} the other way`,
      );
    }
}
