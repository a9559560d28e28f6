import type { Light } from '../kit/model/details';
import { PLANNED_DBM } from '../radio/link/levels';
import type { JoinAt } from './step';

/** Why something is not good yet, as told from what is seen. */
export type TroubleCause = 'good' | 'wait' | 'timing' | 'update' | 'distance' | 'cable' | 'power' | 'line';

export interface Trouble {
  cause: TroubleCause;
  /** What it is, in a sentence. */
  words: string;
  /** What to do next: never nothing, unless it is good. */
  next: string[];
}

export interface Seen {
  /** What its light says; null where nobody can tell. */
  light: Light | null;
  /** Minutes since the button was pressed or the search begun, at a place since it got power; null where nobody noted it. */
  sinceMin: number | null;
  /** Level read beside it, dBm; null where it was not read. */
  levelDbm: number | null;
  /** How often it was tried already. */
  tries: number;
}

/** A unit that has started by then starts no more, min (estimate). */
const STARTED_MIN = 5;
/** After this many tries it is reset, after as many again it is exchanged. */
const RESET_AFTER = 2;
const EXCHANGE_AFTER = 4;

const plural = (minutes: number) => `${minutes} ${minutes === 1 ? 'minute' : 'minutes'}`;

function pressAgain({ joining, root, joiners }: JoinAt): string[] {
  const all = joiners.join(', ');
  const windowMin = Math.max(1, Math.round((joining.windowS || 120) / 60));
  switch (joining.method) {
    case 'button': {
      const [a, b] = joining.first === 'new' ? [all, root] : [root, all];
      return [
        `Wait until ${all} is ready again, then ${a} first for ${joining.pressS} s, ${b} within ${plural(windowMin)}.`,
        'Press short: a long press resets it.',
      ];
    }
    case 'page':
      return [
        `Open the page of ${all} again: the key of each band, with its capitals, and the right network.`,
      ];
    case 'cable':
      return [
        `Its cable out and in at ${root}, then start the search again; it is found within ${plural(windowMin)}.`,
      ];
    case 'app':
      return [
        `Close the search and start it again; it is found within ${plural(windowMin)}.`,
        'The app has Bluetooth and location, and the phone is on this network.',
      ];
    default:
      return [`Start ${all} over.`];
  }
}

/** What to do where the same was tried often enough. */
function whenOften(tries: number, unit: string): string[] {
  if (tries >= EXCHANGE_AFTER)
    return [`Set ${unit} aside as faulty, take the spare, and go on with the next step meanwhile.`];
  if (tries >= RESET_AFTER)
    return [`Reset ${unit}: hold the reset 7 to 10 s until its light changes, and begin with it from new.`];
  return [];
}

const timing = (joins: JoinAt, tries: number): Trouble => ({
  cause: 'timing',
  words: 'Timing: the two were not in their window together.',
  next: [...whenOften(tries, joins.joiners.join(', ')), ...pressAgain(joins)],
});

const distance = (joins: JoinAt, tries: number): Trouble => ({
  cause: 'distance',
  words: 'Distance: it is too far from what it joins, or something is in the way.',
  next: [
    ...whenOften(tries, joins.joiners.join(', ')),
    `Carry it to within ${joins.joining.distanceM || 3} m of ${joins.root}, same room, nothing between; then start over.`,
  ],
});

const updating = (leftMin: number): Trouble => ({
  cause: 'update',
  words: 'Update: it has joined and is updating.',
  next: [
    `Leave it alone for ${plural(Math.max(1, Math.ceil(leftMin)))} more: no button, no plug. Go on with the next step meanwhile.`,
    'If its light has not changed by then: off and on once, then read it again.',
  ],
});

const starting = (sinceMin: number | null): Trouble =>
  sinceMin !== null && sinceMin > 2 * STARTED_MIN
    ? {
        cause: 'power',
        words: 'It does not come up.',
        next: ['Off for ten seconds and on again; another socket; its own supply, no other.'],
      }
    : {
        cause: 'wait',
        words: 'It is starting.',
        next: [
          `Wait up to ${plural(STARTED_MIN)} from power on. A radar-checked channel keeps it silent longer: not a fault.`,
        ],
      };

const DARK: Trouble = {
  cause: 'power',
  words: 'It has no power.',
  next: ['Socket, its own supply, its switch; over a cable: a powered port of its class, and the very lead.'],
};
const NO_LINE: Trouble = {
  cause: 'line',
  words: 'It has joined; the internet is away.',
  next: [
    'Test the line by cable at the gateway. Where that is good: its uplink off and on, then read the light again.',
  ],
};
const GOOD: Trouble = { cause: 'good', words: 'That is as it should be.', next: [] };

/** What some lights say by themselves, wherever the unit is; null for those that need more to be told. */
function byLight(light: Light | null): Trouble | null {
  switch (light) {
    case 'holds':
      return GOOD;
    case 'switchedOff':
      return DARK;
    case 'noInternet':
      return NO_LINE;
    default:
      return null;
  }
}

/** Why a unit has not joined: timing, update or distance, by its light, the time since the press and the level there. */
export function whyNotJoined(seen: Seen, joins: JoinAt): Trouble {
  const { light, sinceMin, levelDbm, tries } = seen;
  const windowMin = (joins.joining.windowS || 120) / 60;
  const isFar = levelDbm !== null && levelDbm < PLANNED_DBM;
  const plain = byLight(light);
  if (plain) return plain;
  switch (light) {
    case 'starting':
      return starting(sinceMin);
    case 'updating':
      return updating(joins.joinMin + joins.updateMin - (sinceMin ?? 0));
    case 'thin':
    case 'lost':
      return isFar || levelDbm === null ? distance(joins, tries) : timing(joins, tries);
    case 'joining':
      if (sinceMin !== null && sinceMin <= Math.max(windowMin, joins.joinMin))
        return {
          cause: 'wait',
          words: 'It is joining.',
          next: [
            `Give it until ${plural(Math.ceil(Math.max(windowMin, joins.joinMin)))} after the press; touch nothing.`,
          ],
        };
      return isFar ? distance(joins, tries) : timing(joins, tries);
    case 'ready':
      return isFar ? distance(joins, tries) : timing(joins, tries);
    default:
      break;
  }
  if (isFar) return distance(joins, tries);
  if (sinceMin !== null && sinceMin <= joins.joinMin)
    return {
      cause: 'wait',
      words: 'It may still be joining.',
      next: [`Give it ${plural(Math.max(1, Math.ceil(joins.joinMin - sinceMin)))} more.`],
    };
  if (sinceMin !== null && sinceMin <= joins.joinMin + joins.updateMin)
    return updating(joins.joinMin + joins.updateMin - sinceMin);
  return timing(joins, tries);
}

/** Why a unit does not hold at its place. */
export function whyNotHeld(
  seen: Seen,
  unit: { letter: string; uplink: string; isWireless: boolean; settleMin: number },
): Trouble {
  const { light, sinceMin, levelDbm, tries } = seen;
  const { letter, uplink } = unit;
  const plain = byLight(light);
  if (plain) return plain;
  switch (light) {
    case 'starting':
    case 'joining':
      if (sinceMin === null || sinceMin <= Math.max(unit.settleMin, STARTED_MIN)) return starting(sinceMin);
      break;
    case 'updating':
      return updating(10);
    default:
      break;
  }
  if (!unit.isWireless)
    return {
      cause: 'cable',
      words: 'Its cable does not carry.',
      next: [
        `Link lights at both ends; another port of ${uplink}; a patch lead that is known to be good.`,
        'Then the tester: eight wires. Adapters: both on the short path again.',
        ...whenOften(tries, letter),
      ],
    };
  const isStrong = levelDbm !== null && levelDbm >= PLANNED_DBM;
  if (isStrong)
    return {
      cause: 'timing',
      words: 'The level is good, so it is not the distance.',
      next: [
        `${letter} off and on, wait ${plural(Math.max(1, unit.settleMin))}, read its light again.`,
        ...whenOften(tries, letter),
      ],
    };
  return {
    cause: 'distance',
    words: `It is too far from ${uplink}, or the way is worse than it was reckoned.`,
    next: [
      `One step back towards ${uplink}, wait ${plural(Math.max(1, unit.settleMin))}, read again; note each try below.`,
      ...(tries >= RESET_AFTER ? [`Tried ${tries} times: give it a wire instead, or another uplink.`] : []),
    ],
  };
}
