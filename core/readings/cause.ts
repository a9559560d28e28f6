import { barsText, levelOfBars } from '../site/model/bars';
import { CEILING_SHARE, CLIENT_TYPES } from '../radio/link/clients';
import { PLANNED_DBM, WEAK_DBM } from '../radio/link/levels';
import { levelText } from '../site/model/levelText';
import type { LineTest } from './line';
import type { SpotVerdict } from './spotVerdicts';

export type CauseKind = 'line' | 'device' | 'signal' | 'airtime';
export interface Cause {
  kind: CauseKind;
  words: string;
}

/**
 * First cause of a dead spot from its before runs: the line (it misses the need by cable too), the device (at its own
 * ceiling), the signal (weak or none), else crowded airtime or the old router. Null where the spot is not dead.
 */
export function firstCause(v: SpotVerdict, line: LineTest): Cause | null {
  const b = v.before;
  if (!b || !v.wasDead) return null;
  const { need } = v;
  const missesDown = b.downMbps < need.downMbps;
  const missesUp = b.upMbps < need.upMbps;
  const shortLine =
    (missesDown && line.downMbps !== null && line.downMbps < need.downMbps) ||
    (missesUp && line.upMbps !== null && line.upMbps < need.upMbps);
  if (shortLine)
    return {
      kind: 'line',
      words: `The line itself gives ${line.downMbps?.toFixed(0)}/${line.upMbps?.toFixed(0)} Mb/s by cable: placing units does not help.`,
    };
  const ceiling = b.device === 'wired' ? Infinity : CLIENT_TYPES[b.device].ceilingMbps;
  if (missesDown && b.downMbps >= CEILING_SHARE * ceiling)
    return {
      kind: 'device',
      words: 'The device is at its own ceiling: no network work helps, a newer device does.',
    };
  const bars = b.bars && { dbm: levelOfBars(b.bars).dbm, words: barsText(b.bars) };
  const levelDbm = b.rssiDbm ?? bars?.dbm ?? null;
  if (levelDbm === null)
    return {
      kind: 'signal',
      words:
        b.verdict === 'noSignal'
          ? 'No connection: the signal does not reach here.'
          : 'Most likely the signal; no level was noted, so read one.',
    };
  const told = bars ? `${bars.words}, ${levelText(levelDbm)} or thereabouts` : levelText(levelDbm);
  if (levelDbm < WEAK_DBM)
    return {
      kind: 'signal',
      words: `The signal is weak: ${told}, planned is ${levelText(PLANNED_DBM)} or better.`,
    };
  return {
    kind: 'airtime',
    words: `The signal is there (${told}): crowded airtime or the old router holds it back.`,
  };
}
