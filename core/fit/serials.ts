import type { Unit } from '../plan/option/schema';
import type { Step } from './step';

/** The step of the run sheet the serial of a unit is kept with: that of the box on the line as labels are written down, any other as it joins. */
export const serialStepOf = (unit: Pick<Unit, 'id' | 'feed'>): string =>
  unit.feed.kind === 'line' ? 'labels' : `join:${unit.id}`;

/** Whether a step is ticked only after the serial found was held against the label: where labels are written down nothing is found yet. */
export const comparesSerials = (step: Pick<Step, 'key' | 'serialOf'>): boolean =>
  step.key !== 'labels' && step.serialOf.length > 0;

/** A serial without what people write between its characters. */
const bare = (serial: string): string => serial.toUpperCase().replace(/[\s:./-]/g, '');

/** A unit with the serial its label was noted with; null where none was. */
export interface Noted {
  letter: string;
  serial: string | null;
}

/** Why a serial that was found while joining is refused, with what to do; null where it is the one on the label. */
export function wrongSerial(found: string, of: Noted, all: readonly Noted[]): string[] | null {
  if (bare(found) === '')
    return [`Type the serial that was found, as the app or page of ${of.letter} shows it.`];
  if (of.serial === null || bare(of.serial) === bare(found)) return null;
  const other = all.find(
    (n) => n.letter !== of.letter && n.serial !== null && bare(n.serial) === bare(found),
  );
  return other
    ? [
        `That is the serial of ${other.letter}: the wrong one of your units was joined.`,
        `Call it ${other.letter} and go on with that, or take it out again and join ${of.letter}.`,
      ]
    : [
        `The label of ${of.letter} says ${of.serial}: what was found is another unit.`,
        'Take it out again at once: it may be a neighbour’s. Then press the button of your own unit only, near by.',
        `Was the label misread? Note the serial of ${of.letter} anew and compare once more.`,
      ];
}
