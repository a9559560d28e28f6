import type { Brief } from '../brief/brief';
import type { PlanContext } from '../plan/network/context';
import type { Option } from '../plan/option/schema';
import { answer, type Answers, type Question } from '../suggest/questions/answer';
import { waysPriced, type PricedWays } from './waysPriced';

/** What can be asked about a job: all that can be asked about an option, and what it costs done otherwise. */
export type JobQuestion = Question | { kind: 'ways'; option: Option; brief: Brief };

export interface JobAnswers extends Answers {
  ways: PricedWays;
}

/** Answers a question about a job; `pause` is awaited in those that take long. */
export async function answerOfJob<K extends JobQuestion['kind']>(
  context: PlanContext,
  today: Option,
  question: Extract<JobQuestion, { kind: K }>,
  pause: () => Promise<void>,
): Promise<JobAnswers[K]> {
  const q: JobQuestion = question;
  if (q.kind !== 'ways') return (await answer(context, today, q, pause)) as JobAnswers[K];
  // The brief is typed in: priced once the hand rests.
  await pause();
  return waysPriced(context, q.option, today, q.brief) as JobAnswers[K];
}
