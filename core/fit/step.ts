import type { Joining, LightSign } from '../kit/model/details';
import type { Act } from './acts';
import type { CautionId } from './cautions';
import type { Who } from './crewWords';

/** How a unit joins, with the names a person knows the two ends by. */
export interface JoinAt {
  joining: Joining;
  /** The unit that is joined to, and those that join, by their letters. */
  root: string;
  joiners: string[];
  /** Time to join and then to update, min. */
  joinMin: number;
  updateMin: number;
}

/** Something that is ticked: what it was done for is kept in short, so that a tick for something else does not count. */
export interface Tickable {
  key: string;
  /** As where a unit was moved since: its box and its place. Empty holds for whatever it is. */
  mark: string;
}

/** One piece of work: hands-on time, then perhaps a wait that needs nobody. */
export interface Step {
  key: string;
  /** What is ticked with it: itself, or every unit it joins at once. */
  ticks: Tickable[];
  title: string;
  /** What the hands do, in this order. */
  acts: Act[];
  /** What to know beside it. */
  notes: string[];
  /** What it takes, for the hands. */
  hand: string[];
  /** How one sees that it went well. */
  good: string;
  handsMin: number;
  waitMin: number;
  waitLabel: string | null;
  cautions: CautionId[];
  unitId: string | null;
  /** Units whose serial number is noted here. */
  serialOf: string[];
  /** How its units join, where it is a step that joins some: what is pressed first, how long, in which window. */
  joins: JoinAt | null;
  /** Lights of the unit as they are to be read at this step. */
  lights: LightSign[];
  /** Done before the visit: no minute of the day. */
  beforeVisit: boolean;
  /** Steps whose work and wait must be over first. */
  after: string[];
}

/** A step with its time of the day; what is done before the visit has none. */
export interface ScheduledStep extends Step {
  /** Minutes from the start of the day's work. */
  startMin: number;
  /** Who of two does it; null on a day for one. */
  who: Who | null;
  handsEndMin: number;
  waitEndMin: number;
}

/** From where a day goes on: the minute it is now, and when each step that is behind us is through with its wait. */
export interface DayFrom {
  nowMin: number;
  doneAtMin: ReadonlyMap<string, number>;
}

/** What a step may have beside what most of them have; its mark where it is ticked as one thing. */
export type StepMore = Partial<Step> & { mark?: string };

/** Longest mark of a step, characters: what a tick has room for. */
const MOST_MARK = 400;

/** A step with what most of them have not. */
export function step(key: string, title: string, handsMin: number, more: StepMore = {}): Step {
  const { mark = '', ...rest } = more;
  return {
    key,
    ticks: [{ key, mark: mark.slice(0, MOST_MARK) }],
    title,
    acts: [],
    notes: [],
    hand: [],
    good: '',
    handsMin,
    waitMin: 0,
    waitLabel: null,
    cautions: [],
    unitId: null,
    serialOf: [],
    joins: null,
    lights: [],
    beforeVisit: false,
    after: [],
    ...rest,
  };
}
