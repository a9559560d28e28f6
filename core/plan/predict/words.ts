import { levelText } from '../../site/model/levelText';
import type { Option } from '../option/schema';
import type { Part } from '../links/part';
import { partLabel } from '../links/partWords';
import type { Prediction } from './prediction';

/** Why there is no link at a spot, in words; null where there is one. */
export function problemWords({ problem }: Pick<Prediction, 'problem'>): string | null {
  switch (problem?.kind) {
    case undefined:
      return null;
    case 'noUnits':
      return 'no unit is placed yet';
    case 'notJoined':
      return 'no unit is joined to the line';
    case 'noBand':
      return 'no unit has a band this device may use here';
    case 'readSilent':
      return 'no connection was read here';
    case 'tooWeak':
      return `too weak to hold a link (${levelText(problem.levelDbm)})`;
  }
}

/** Label of the part that holds a spot back; why there is no link where there is none. */
export function heldBackLabel(p: Prediction, option: Option): string {
  const part = p.pipe[p.narrowest];
  return part ? partLabel(part, option) : (problemWords(p) ?? '');
}

/** What sets a figure that does not scatter; the others are estimates. */
const SETTERS: Partial<Record<Part['why']['kind'], string>> = {
  line: 'the line',
  port: 'the port of the gateway',
  device: 'the device itself',
  lead: 'the lead',
  run: 'the cable run',
  cable: 'the cable',
};

/** How sure a figure is, in words: read, drawn from what is unsure, or one number because a wire or a ceiling sets it. */
export function rangeWords(
  p: Prediction,
  [low, high]: readonly [number, number],
  text: (mbps: number) => string,
): string {
  if (p.runs > 0) return p.runs === 1 ? 'read once' : `${p.runs} runs read, ${text(low)} to ${text(high)}`;
  if (text(low) !== text(high)) return `range ${text(low)} to ${text(high)}`;
  if (text(high) === text(0)) return 'no connection';
  const setter = SETTERS[p.pipe[p.narrowest]?.why.kind ?? 'line'];
  if (setter) return `${setter} sets it`;
  // What is unsure has a width, however narrow.
  return `range ${low.toFixed(1)} to ${Math.max(high, low + 0.1).toFixed(1)}`;
}
