import { speedText } from '../site/model/speedText';
import { levelText } from '../site/model/levelText';
import { percentText } from '../stats/percent';
import { FEED_LABEL } from '../plan/option/placing';
import type { Option } from '../plan/option/schema';
import type { CauseKind, Settling, SpotCause, Suspect } from './causes';

/** A cause in a word or two, for a row. */
export const CAUSE_WORD: Readonly<Record<CauseKind, string>> = {
  line: 'the line',
  device: 'the device',
  backhaul: 'backhaul',
  signal: 'signal',
  band: 'slow band',
  congestion: 'crowded air',
  sticking: 'sticks',
};

/** The letter of a unit, with how it is fed. */
function unitWords(option: Option, unitId: string | null): { letter: string; feed: string } {
  const unit = option.units.find((u) => u.id === unitId);
  return { letter: unit?.letter ?? '?', feed: unit ? FEED_LABEL[unit.feed.kind] : '' };
}

/** A suspect in a word or two, with the unit it is about: "backhaul of B". */
export function suspectWord({ kind, unitId }: Pick<Suspect, 'kind' | 'unitId'>, option: Option): string {
  const { letter } = unitWords(option, unitId);
  if (kind === 'backhaul') return `backhaul of ${letter}`;
  if (kind === 'sticking') return `sticks to ${letter}`;
  return CAUSE_WORD[kind];
}

/** The first cause as a sentence, with the readings it rests on. */
export function causeWords({ first, facts }: SpotCause, option: Option): string {
  const { letter, feed } = unitWords(option, first.unitId);
  const read =
    facts.missed === 'latency' && facts.latencyMs !== null
      ? `${facts.latencyMs.toFixed(0)} ms under load`
      : facts.downMbps === 0 && facts.upMbps === 0
        ? 'no connection'
        : `${speedText(facts.downMbps)} ↓ ${speedText(facts.upMbps)} ↑ Mb/s`;
  const level = facts.levelDbm === null ? 'no level was noted' : levelText(facts.levelDbm);
  const line = `${speedText(facts.lineDownMbps)}/${speedText(facts.lineUpMbps)} Mb/s`;
  switch (first.kind) {
    case 'line':
      return facts.lineBy === 'test'
        ? `The line is the limit: ${line} by cable at the gateway about that hour, ${read} here. Placing units does not help.`
        : facts.lineBy === 'otherHour'
          ? `Most likely the line at that hour: ${read} here, and it was tested by cable (${line}) at another time of day.`
          : `Most likely the line: ${read} here, and it was not tested by cable; the contract says ${line}.`;
    case 'device':
      return `The device is the limit: ${read} is about what its kind moves. No network work helps; a newer device, or a cable to it, does.`;
    case 'backhaul':
      return facts.besideMbps === null
        ? `Most likely the backhaul of ${letter} (${feed}): ${read} here at a level that gives more (${level}).`
        : `The backhaul of ${letter} (${feed}) gives ${speedText(facts.besideMbps)} Mb/s beside the unit under load; ${read} here.`;
    case 'signal':
      return facts.levelDbm === null
        ? `Most likely the signal of ${letter}: ${read}, and no level was noted.`
        : `The signal of ${letter} is weak here: ${level}, ${read}.`;
    case 'band':
      return `The signal is there (${level}) and the device stays on a slow band of ${letter}: ${read}, a higher band would give more here.`;
    case 'congestion':
      return `The signal is there (${level}), the way to ${letter} gives more, and still ${read}: others fill the air of its channel.`;
    case 'sticking':
      return `The device clings to ${letter}: ${level} is what that one gives here, another would be heard better; ${read}.`;
  }
}

const SETTLING_WORDS: Readonly<Record<Settling, string>> = {
  lineNow: 'test the line by cable now, at the hour of these runs',
  besideUnit: 'one run beside the unit that serves it, under load',
  offAndOn: 'switch Wi-Fi off and on at the device, then one run more: faster means that it clung',
  level: 'one run more with its level noted',
  otherDevice: 'one run with another kind of device',
};

/** How sure it is, what else it may be, and what one reading would settle; null where it is sure enough. */
export function settledWords({ first, others, settledBy }: SpotCause, option: Option): string | null {
  if (!settledBy) return null;
  const also = others.slice(0, 2).map((s) => `${suspectWord(s, option)} (${percentText(s.chance)})`);
  return `${percentText(first.chance)} sure${also.length > 0 ? `, else ${also.join(' or ')}` : ''}. It settles: ${SETTLING_WORDS[settledBy]}.`;
}
