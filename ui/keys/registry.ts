/** Where a key works: everywhere in a job, or at some stops. */
export type KeyPlace = 'everywhere' | 'before' | 'plan' | 'after';

export interface KeyEntry {
  /** Patterns as tinykeys reads them. */
  patterns: readonly string[];
  /** How it stands in the list of keys. */
  shown: string;
  what: string;
  where: readonly KeyPlace[];
}

/** Every key outside drawing, once: what binds it and the list of keys both read it here. */
export const KEYS = {
  stop: {
    patterns: ['1', '2', '3', '4', '5', '6', '7'],
    shown: '1 to 7',
    what: 'go to a stop',
    where: ['everywhere'],
  },
  storeyDown: { patterns: ['['], shown: '[', what: 'storey down', where: ['everywhere'] },
  storeyUp: { patterns: [']'], shown: ']', what: 'storey up', where: ['everywhere'] },
  undo: { patterns: ['$mod+z'], shown: 'Ctrl Z', what: 'take back', where: ['everywhere'] },
  redo: { patterns: ['$mod+Shift+z'], shown: 'Ctrl Shift Z', what: 'do again', where: ['everywhere'] },
  help: { patterns: ['Shift+?', '?'], shown: '?', what: 'this list', where: ['everywhere'] },
  letGo: { patterns: ['Escape'], shown: 'Escape', what: 'let go, close', where: ['everywhere'] },
  delete: {
    patterns: ['Delete', 'Backspace'],
    shown: 'Delete',
    what: 'delete what is selected',
    where: ['everywhere'],
  },
  nextSpot: {
    patterns: ['n'],
    shown: 'N',
    what: 'next unfinished spot',
    where: ['before', 'plan', 'after'],
  },
  reading: { patterns: ['r'], shown: 'R', what: 'take a reading', where: ['before', 'after'] },
  addUnit: { patterns: ['u'], shown: 'U', what: 'add a unit', where: ['plan'] },
  benchOptions: { patterns: ['o'], shown: 'O', what: 'bench: options', where: ['plan'] },
  benchFind: { patterns: ['f'], shown: 'F', what: 'bench: find a plan', where: ['plan'] },
  benchUnit: { patterns: ['b'], shown: 'B', what: 'bench: the chosen unit', where: ['plan'] },
  benchReview: { patterns: ['v'], shown: 'V', what: 'bench: review', where: ['plan'] },
  benchPapers: { patterns: ['p'], shown: 'P', what: 'bench: papers', where: ['plan'] },
  take: { patterns: ['Enter'], shown: 'Enter', what: 'take what is pointed at', where: ['plan'] },
} as const satisfies Record<string, KeyEntry>;

export type KeyId = keyof typeof KEYS;

/** Keys that belong to what is selected, or to drawing; bound where they are used. */
export const HAND_KEYS: readonly (readonly [string, string])[] = [
  [
    'Arrows',
    'nudge a mark by 10 cm, with Shift by 1 m; with Alt, or where marks are fixed, go from mark to mark',
  ],
  ['Enter', 'choose a mark'],
  ['Digits', 'type a length while drawing; an arrow sets it that way (Survey)'],
  [', and .', 'step from thing to thing (Survey)'],
  ['Ctrl A, C, V', 'choose all, copy, put in again (Survey)'],
];
