import { bandOf, linesOf, percentToDbm, type Line } from './listingLines';

/** What an operating system says about the Wi-Fi link it has: names of networks are passed over. */
export interface LinkPrint {
  rssiDbm: number | null;
  band: '2.4' | '5' | '6' | null;
  channel: number | null;
}

const LEVELS: readonly RegExp[] = [
  /^signal: ?(-?\d+(?:\.\d+)?) ?dBm/i,
  /^agrCtlRSSI: ?(-?\d+)/i,
  /^RSSI ?: ?(-?\d+)/i,
  /^Signal \/ Noise: ?(-?\d+) ?dBm/i,
  /\bSignal level[=:] ?(-\d+) ?dBm/i,
];
const PERCENT = /^Signal ?: ?(\d{1,3}) ?%/i;
const FREQUENCY = /(?:^freq:? ?|Frequency[:=] ?)(\d+(?:\.\d+)?)/i;
const CHANNEL = /^channel ?: ?(\d+)(?: ?\((\d(?:\.\d)?)|,\d+)?/i;
const BAND = /^Band ?: ?(2\.4|5|6)/i;

function found(lines: readonly Line[], pattern: RegExp): RegExpExecArray | null {
  for (const { text } of lines) {
    const m = pattern.exec(text);
    if (m) return m;
  }
  return null;
}

/**
 * Reads the level and band of a link from what an operating system prints about it (`iw dev … link`, `netsh wlan show
 * interfaces`, the wireless report of others). Null where it holds no level that could be one.
 */
export function parseLinkText(text: string): LinkPrint | null {
  const lines = linesOf(text);
  const level = LEVELS.map((p) => found(lines, p)?.[1]).find((v) => v !== undefined);
  const percent = found(lines, PERCENT)?.[1];
  const rssiDbm =
    level !== undefined ? Number(level) : percent !== undefined ? percentToDbm(Number(percent)) : null;
  if (rssiDbm === null || rssiDbm < -110 || rssiDbm >= 0) return null;
  const frequency = found(lines, FREQUENCY)?.[1];
  const channel = found(lines, CHANNEL);
  const number = channel ? Number(channel[1]) : null;
  // Some print GHz, some MHz.
  const said = Number(frequency ?? 0);
  return {
    rssiDbm: Math.round(rssiDbm),
    band: bandOf({
      mhz: said < 100 ? said * 1000 : said,
      band: found(lines, BAND)?.[1] ?? channel?.[2],
      channel: number ?? undefined,
    }),
    channel: number !== null && number >= 1 && number <= 233 ? number : null,
  };
}
