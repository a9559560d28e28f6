import type { Point } from '@/core/site/model/schema';
import { newId } from '@/ui/job/newId';
import { boxOf, distanceM, nameFor, type Hand } from './hand';

/** Width of a hedge and radius of a tree until they are changed, m. */
const HEDGE_M = 1;
const TREE_M = 2;
/** Height of a disturber above its floor until it is changed, m. */
const DISTURBER_M = 1;

/** Tools for what stands in the way of radio or disturbs it. */
export function wayTools({ job, pen, say, choose, place, begin, corners }: Hand) {
  function obstacle(p: Point): void {
    corners(p, (from) => {
      const id = newId('obs');
      const outline = boxOf(from, p);
      const at = place({ xM: (from.xM + p.xM) / 2, yM: (from.yM + p.yM) / 2 }, 0);
      const { obstacle: construction } = pen();
      const name = { fridge: 'Metal', waterTank: 'Water', mirror: 'Mirror', bookcase: 'Furniture' }[
        construction
      ];
      job().setSite((s) => ({
        ...s,
        obstacles: [
          ...s.obstacles,
          {
            id,
            name: name ?? 'Obstacle',
            storeyId: at.storeyId,
            outline,
            construction,
            baseM: 0,
            heightM: 1.8,
          },
        ],
      }));
      choose({ kind: 'obstacle', id });
    });
  }

  function green(outline: Point[], name: string, heightM: number): void {
    const id = newId('fol');
    job().setSite((s) => ({
      ...s,
      foliage: [...s.foliage, { id, name, outline, heightM, inLeaf: true }],
    }));
    choose({ kind: 'foliage', id });
    pen().set({ from: null, message: '' });
  }

  function hedge(p: Point): void {
    const { from } = pen();
    if (!from) return begin(p);
    const length = distanceM(from, p);
    if (length < 0.2) return say('The hedge has no length: set its other end farther off.');
    const nx = (-(p.yM - from.yM) / length) * (HEDGE_M / 2);
    const ny = ((p.xM - from.xM) / length) * (HEDGE_M / 2);
    const side = (q: Point, s: 1 | -1): Point => ({ xM: q.xM + s * nx, yM: q.yM + s * ny });
    green([side(from, 1), side(p, 1), side(p, -1), side(from, -1)], 'Hedge', 2);
  }

  function tree(p: Point): void {
    const outline = Array.from({ length: 8 }, (_, i) => ({
      xM: Math.round((p.xM + TREE_M * Math.cos((i * Math.PI) / 4)) * 1e4) / 1e4,
      yM: Math.round((p.yM + TREE_M * Math.sin((i * Math.PI) / 4)) * 1e4) / 1e4,
    }));
    green(outline, 'Tree', 6);
  }

  function interference(p: Point): void {
    const at = place(p, DISTURBER_M);
    const id = newId('dis');
    const { disturber: kind } = pen();
    const what = {
      microwave: 'microwave oven',
      cordlessPhone: 'cordless phone',
      babyMonitor: 'baby monitor',
      videoSender: 'video sender',
      other: 'disturber',
    }[kind];
    job().setSite((s) => ({
      ...s,
      interference: [...s.interference, { id, name: nameFor(s, at, what, s.interference), kind, place: at }],
    }));
    choose({ kind: 'interference', id });
  }

  return { obstacle, hedge, tree, interference };
}
