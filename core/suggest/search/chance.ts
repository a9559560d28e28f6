import type { PlanContext } from '../../plan/network/context';
import type { UnsureLink } from '../../plan/links/part';
import { predictOption } from '../../plan/predict/predict';
import type { Prediction } from '../../plan/predict/prediction';
import type { Option } from '../../plan/option/schema';
import { drawsOf, waysOf, type Draw, type Drawing, type Ways } from './draws';

/** How likely a spot works by itself, and at the busy hour too. */
interface SpotChance {
  spotId: string;
  number: number;
  name: string;
  alone: number;
  chance: number;
}

/** What would lower a risk before anything is bought. */
interface Risk {
  words: string;
  /** Letter of the unit whose link is to be tried; null where it is something else. */
  tryLetter: string | null;
}

/** How likely a plan does what it says, over everything that is unsure at once. */
export interface Chance {
  /** That every spot works, alone and at the busy hour. */
  whole: number;
  spots: readonly SpotChance[];
  /** The spot that carries the risk, and what would lower it most before anything is bought; null where nothing is at risk. */
  risk: (Risk & { spotId: string; number: number; name: string; chance: number }) | null;
}

/** Joint draws of a house with few spots, and of any other: the chance is then good to about 0.011 and 0.025. */
const DRAWS_OF_FEW = 2000;
const FEW_SPOTS = 8;
const DRAWS = 400;
/** A chance above this is no risk worth a reading. */
const SURE = 0.98;

/** How often a house is drawn where its chance is told. */
const drawsFor = ({ site }: PlanContext): number => (site.spots.length <= FEW_SPOTS ? DRAWS_OF_FEW : DRAWS);

/** Whether a house is drawn as often where plans are only held against each other as where its chance is told. */
export const isRoughAll = (context: PlanContext): boolean => drawsFor(context) === DRAWS;

/** Enough to tell plans apart. */
export const ROUGHLY: Partial<Drawing> = { draws: DRAWS };

/** The chance that every spot works, alone and at the busy hour: what `chanceOf` says of the whole, without a word on each spot. */
export const wholeChance = (context: PlanContext, option: Option, as: Partial<Drawing> = {}): number =>
  wholeOf(context, option, predictOption(context, option), as).chance();

/** The chance that every spot works, drawn only as far as what is asked of it needs. */
export interface Whole {
  chance(): number;
  /** Whether it is more than so much. */
  isAbove(chance: number): boolean;
}

/** The same as `wholeChance` for a network whose predictions are there. */
export function wholeOf(
  context: PlanContext,
  option: Option,
  predictions: readonly Prediction[],
  as: Partial<Drawing> = {},
): Whole {
  const drawing = { draws: drawsFor(context), seed: 1, ...as };
  let drawn: Generator<Draw> | null = null;
  let [left, whole] = [drawing.draws, 0];
  /** Draws on until it is known whether more than so many draws are good. */
  const drawTo = (good: number) => {
    if (!drawn) {
      const { ways, lost } = waysOf(context, option);
      if (lost.length > 0) left = 0;
      drawn = drawsOf(context, option, ways, predictions, drawing);
    }
    while (left > 0 && whole <= good && whole + left > good) {
      const draw = drawn.next().value as Draw;
      left--;
      // The evening is worked out only where it can still fail the draw.
      if (draw.alone.every(Boolean) && draw.isAllHeld()) whole++;
    }
  };
  return {
    chance() {
      while (left > 0) drawTo(whole);
      return whole / drawing.draws;
    },
    isAbove(chance) {
      // A share of the draws is a whole number of them, but for rounding.
      const good = Math.floor(chance * drawing.draws + 1e-6);
      drawTo(good);
      return whole > good;
    },
  };
}

/** The chance that every spot works, alone and at the busy hour, and each. */
export function chanceOf(
  context: PlanContext,
  option: Option,
  as: Partial<Drawing> = {},
  predictions: readonly Prediction[] = predictOption(context, option),
): Chance {
  const { ways, lost } = waysOf(context, option);
  const drawing = { draws: drawsFor(context), seed: 1, ...as };
  const { draws } = drawing;
  const served = ways.map(() => 0);
  const works = ways.map(() => 0);
  let whole = 0;
  for (const { alone, atBusyHour } of drawsOf(context, option, ways, predictions, drawing)) {
    const evening = atBusyHour();
    let all = lost.length === 0;
    ways.forEach((_, w) => {
      if (alone[w]) works[w]!++;
      if (alone[w] && evening[w]) served[w]!++;
      else all = false;
    });
    if (all) whole++;
  }
  const spots = [
    ...ways.map((w, i) => ({
      spotId: w.spot.id,
      number: w.spot.number,
      name: w.spot.name,
      alone: works[i]! / draws,
      chance: served[i]! / draws,
    })),
    ...lost.map((s) => ({ spotId: s.id, number: s.number, name: s.name, alone: 0, chance: 0 })),
  ].sort((a, b) => a.number - b.number);
  const worst = [...spots].sort((a, b) => a.chance - b.chance)[0];
  const risk = worst && worst.chance < SURE ? worst : null;
  return { whole: whole / draws, spots, risk: risk && { ...risk, ...remedy(option, ways, risk.spotId) } };
}

/** What would lower the risk of a spot most before anything is bought: the unsurest link of its pipe is read or tried. */
function remedy(option: Option, ways: readonly Ways[], spotId: string): Risk {
  const way = ways.find((w) => w.spot.id === spotId)?.ways[0];
  const only = (words: string): Risk => ({ words, tryLetter: null });
  if (!way) return only('No unit of the plan reaches it.');
  const spread = (l: UnsureLink) => Math.hypot(l.sigmaDb / 8, l.sigmaLn);
  const link = [...way.pipe].sort((a, b) => spread(b) - spread(a))[0];
  const letter = option.units.find((u) => u.id === link?.part.unitId)?.letter ?? '';
  if (!link || spread(link) === 0) return only('Nothing on its way is unsure: it is short of what it needs.');
  // The air to the device is read at its spot; a backhaul over the air is a link that can be tried like any other.
  return link === way.air?.link
    ? only(`Stand a unit from the van where ${letter} is planned and read at this spot.`)
    : { words: `Try the link of ${letter} before it is bought.`, tryLetter: letter || null };
}
