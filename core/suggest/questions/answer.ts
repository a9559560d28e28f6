import { kitById } from '../../kit/catalogue/catalogue';
import type { PlanContext } from '../../plan/network/context';
import { evaluate } from '../../plan/evaluate/evaluate';
import type { Option, Unit } from '../../plan/option/schema';
import { routingChoices, type RoutingChoice } from '../../plan/network/routing';
import type { Suspect } from '../../readings/causes';
import { fixesOf, type Fix } from './fixes';
import { remediesOf, type Remedy } from './remedies';
import { compareFeeds, type FeedAnswer } from './backhauls';
import { servedOf } from '../../site/model/verdict';
import { guessesDecide, type GuessesDecide } from './guesses';
import { leastPower, type LeastPower } from './leastPower';
import { sparesOf, type Spares } from './spares';
import { goodPlacesOf, type GoodPlace } from './goodPlaces';
import { gatewayChoices, type GatewayChoice } from './gatewayPlaces';
import { type RulePlan, planByRule } from './ruleOfThumb';
import type { TryTable } from '../../readings/tries';
import { tryTable } from '../tries/tryTable';
import { RULES_OF_THUMB } from '../choices/policies';

/** What can be asked about an option: each kind with what it is asked of. */
export type Question =
  | { kind: 'feeds'; option: Option; unitId: string }
  | { kind: 'goodPlaces'; option: Option; kitId: string }
  | { kind: 'gateway'; option: Option }
  | { kind: 'routing'; option: Option }
  | { kind: 'leastPower'; option: Option }
  | { kind: 'spares'; option: Option }
  | { kind: 'guesses'; option: Option }
  | { kind: 'rule'; ruleId: string; locked: readonly Unit[] }
  | { kind: 'fixes'; option: Option; spotId: string }
  | { kind: 'tries'; option: Option; unitId: string }
  | { kind: 'remedies'; option: Option; spotId: string; cause: Suspect };

/** A way with the router, with what it gives and takes. */
export interface PricedRouting extends RoutingChoice {
  served: number;
  totalMinor: number;
  hours: number;
}

export interface Answers {
  feeds: FeedAnswer;
  goodPlaces: GoodPlace[];
  gateway: GatewayChoice[];
  routing: PricedRouting[];
  leastPower: LeastPower;
  spares: Spares;
  guesses: GuessesDecide;
  rule: RulePlan | null;
  fixes: Fix[];
  tries: TryTable | null;
  remedies: Remedy[];
}

/** Answers a question about a job; `pause` is awaited in those that take long. */
export async function answer<K extends Question['kind']>(
  context: PlanContext,
  today: Option,
  question: Extract<Question, { kind: K }>,
  pause: () => Promise<void>,
): Promise<Answers[K]> {
  const q: Question = question;
  const found = await (async (): Promise<Answers[keyof Answers]> => {
    switch (q.kind) {
      case 'feeds':
        return compareFeeds(context, q.option, today, q.unitId, pause);
      case 'goodPlaces': {
        const kit = kitById(q.kitId, context.ownKit);
        return kit ? goodPlacesOf(context, q.option, kit, pause) : [];
      }
      case 'gateway':
        return gatewayChoices(context, q.option, today, pause);
      case 'routing':
        return routingChoices(context, q.option).map((choice): PricedRouting => {
          const e = evaluate(context, choice.option, today);
          return {
            ...choice,
            served: servedOf(e.predictions).length,
            totalMinor: e.price.totalMinor,
            hours: e.price.hours,
          };
        });
      case 'leastPower':
        return leastPower(context, q.option, pause);
      case 'spares':
        return sparesOf(context, q.option, today, pause);
      case 'guesses':
        return guessesDecide(context, q.option);
      case 'fixes':
        return fixesOf(context, today, q.option, q.spotId, pause);
      case 'remedies':
        return remediesOf(context, today, q.option, q.spotId, q.cause, pause);
      case 'tries': {
        const unit = q.option.units.find((u) => u.id === q.unitId);
        return unit ? tryTable(context, q.option, unit) : null;
      }
      case 'rule': {
        const rule = RULES_OF_THUMB.find((r) => r.id === q.ruleId);
        return rule ? planByRule(context, today, rule, q.locked) : null;
      }
    }
  })();
  return found as Answers[K];
}
