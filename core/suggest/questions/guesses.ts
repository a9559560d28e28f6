import { meets } from '../../plan/links/judge';
import { sceneOf, type PlanContext } from '../../plan/network/context';
import type { Option } from '../../plan/option/schema';
import { predictOption } from '../../plan/predict/predict';
import type { Site } from '../../site/model/schema';

/** What of a plan hangs on doors and windows nobody has looked at. */
export interface GuessesDecide {
  /** Doors and windows that are guessed. */
  openings: number;
  /** Spots that meet their need with them, and would not if they were wall. */
  spotIds: string[];
}

/** A site without the openings that are guessed: wall where each of them is. */
function withoutGuesses(site: Site): Site {
  const guessed = new Set(site.guessed);
  return { ...site, openings: site.openings.filter((o) => !guessed.has(o.id)) };
}

/**
 * Whether a plan works because of a guess: it is predicted once more with wall in the place of every guessed door and window. What was
 * read stays as it was read.
 */
export function guessesDecide(context: PlanContext, option: Option): GuessesDecide {
  const { site } = context;
  const bare = withoutGuesses(site);
  const openings = site.openings.length - bare.openings.length;
  if (openings === 0) return { openings, spotIds: [] };
  const then = new Map(
    predictOption({ ...context, site: bare, scene: sceneOf(bare) }, option).map((p) => [p.spotId, p]),
  );
  return {
    openings,
    spotIds: predictOption(context, option)
      .filter((p) => meets(p, p.need) && !meets(then.get(p.spotId)!, p.need))
      .map((p) => p.spotId),
  };
}
