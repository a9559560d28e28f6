import type { Neighbour } from '../site/model/schema';
import { bandOf, linesOf, percentToDbm, type Line } from './listingLines';

/** A network read from a listing. Its name is for the preview only and is never kept. */
export interface HeardNetwork {
  name: string;
  band: Neighbour['band'];
  channel: number;
  widthMhz: Neighbour['widthMhz'];
  levelDbm: number;
}

export interface ParsedListing {
  /** What the text was recognised as; null for none. */
  format: string | null;
  networks: HeardNetwork[];
  /** Networks that lack a channel or a level and were passed over. */
  incomplete: number;
}

/** Most networks that are taken from one listing. */
const MOST = 200;

type Draft = {
  name?: string;
  channel?: number;
  mhz?: number;
  band?: string;
  widthMhz?: number;
  levelDbm?: number;
};

const WIDTHS: readonly Neighbour['widthMhz'][] = [20, 40, 80, 160, 320];

/** The channel of a frequency, MHz. */
function channelOf(mhz: number): number {
  if (mhz === 2484) return 14;
  if (mhz < 3000) return Math.round((mhz - 2407) / 5);
  return Math.round((mhz - (mhz < 5950 ? 5000 : 5950)) / 5);
}

function finished(d: Draft): HeardNetwork | null {
  const band = bandOf(d);
  const channel = d.channel ?? (d.mhz ? channelOf(d.mhz) : undefined);
  if (!band || !channel || channel < 1 || channel > 233) return null;
  if (d.levelDbm === undefined || !(d.levelDbm >= -110 && d.levelDbm <= 0)) return null;
  const widthMhz = WIDTHS.find((w) => w === d.widthMhz) ?? null;
  return { name: d.name ?? '', band, channel, widthMhz, levelDbm: Math.round(d.levelDbm) };
}

/** Splits lines into blocks that each begin with a line of a kind. */
function blocks(lines: readonly Line[], start: RegExp): Line[][] {
  const out: Line[][] = [];
  for (const line of lines) {
    if (start.test(line.text)) out.push([line]);
    else out[out.length - 1]?.push(line);
  }
  return out;
}

/** What a pattern catches in the first of some lines it fits. */
function first(lines: readonly Line[], pattern: RegExp): string | undefined {
  for (const line of lines) {
    const found = pattern.exec(line.text)?.[1];
    if (found !== undefined) return found.trim();
  }
  return undefined;
}

function numberIn(lines: readonly Line[], pattern: RegExp): number | undefined {
  const found = first(lines, pattern);
  return found === undefined ? undefined : Number(found);
}

/** `iw dev … scan` on Linux. */
function iwScan(lines: readonly Line[]): Draft[] {
  return blocks(lines, /^BSS [0-9a-f:]{17}/i).map((b) => {
    const secondary = b.some((l) => /^\*? ?secondary channel offset: (above|below)/.test(l.text));
    const vhtAt = b.findIndex((l) => l.text.startsWith('VHT operation:'));
    const vht = vhtAt < 0 ? undefined : first(b.slice(vhtAt), /channel width: ?(\d)/);
    return {
      name: first(b, /^SSID:(.*)$/),
      mhz: numberIn(b, /^freq: ?(\d+(?:\.\d+)?)/),
      channel: numberIn(b, /(?:DS Parameter set: channel|primary channel:) ?(\d+)/),
      levelDbm: numberIn(b, /^signal: ?(-?\d+(?:\.\d+)?) ?dBm/),
      widthMhz: vht === '1' ? 80 : vht === '2' || vht === '3' ? 160 : secondary ? 40 : 20,
    };
  });
}

/** `iwlist … scan` on Linux. */
function iwlist(lines: readonly Line[]): Draft[] {
  return blocks(lines, /^Cell \d+ - Address:/).map((b) => {
    const ghz = numberIn(b, /Frequency:(\d+(?:\.\d+)?) ?GHz/);
    return {
      name: first(b, /ESSID:"(.*)"/),
      mhz: ghz === undefined ? undefined : Math.round(ghz * 1000),
      channel: numberIn(b, /Channel[: ](\d+)/),
      levelDbm: numberIn(b, /Signal level[=:] ?(-\d+) ?dBm/),
    };
  });
}

const ADDRESS = /^[0-9a-f]{2}(?::[0-9a-f]{2}){5}$/i;
const MODES: ReadonlySet<string> = new Set(['Infra', 'Ad-Hoc', 'Mesh', 'N/A']);
const isCount = (word: string | undefined, digits: number): word is string =>
  word !== undefined && word.length <= digits && /^\d+$/.test(word);

/** `nmcli device wifi list` on Linux: columns under their heads, signal in percent. */
function nmcli(lines: readonly Line[]): Draft[] {
  return lines.flatMap(({ words }): Draft[] => {
    const at = words.findIndex(
      (w, i) =>
        w === 'Mbit/s' &&
        MODES.has(words[i - 3] ?? '') &&
        isCount(words[i - 2], 3) &&
        isCount(words[i - 1], 6) &&
        isCount(words[i + 1], 3),
    );
    if (at < 0) return [];
    const name = words.slice(0, at - 3).filter((w, i) => !(i < 2 && (w === '*' || ADDRESS.test(w))));
    return [
      {
        name: name.join(' ') === '--' ? '' : name.join(' '),
        channel: Number(words[at - 2]),
        levelDbm: percentToDbm(Number(words[at + 1])),
        widthMhz: words[at + 3] === 'MHz' ? Number(words[at + 2]) : undefined,
      },
    ];
  });
}

/** `netsh wlan show networks mode=bssid` on Windows, in whatever language: the numbers tell. */
function netsh(lines: readonly Line[]): Draft[] {
  return blocks(lines, /^SSID \d+ ?:/).flatMap((network) => {
    const name = first(network, /^SSID \d+ ?:(.*)$/);
    return blocks(network, /^BSSID \d+ ?:/).map((b): Draft => {
      const values = b.map((l) => l.text.slice(l.text.indexOf(':') + 1).trim());
      const at = values.findIndex((v) => /^\d{1,3} ?%$/.test(v));
      const channel = values.slice(at + 1).find((v) => isCount(v, 3));
      return {
        name,
        channel: channel ? Number(channel) : undefined,
        band: first(b, /: ?(2[.,]4|5|6) ?GHz/),
        levelDbm: at < 0 ? undefined : percentToDbm(Number.parseInt(values[at]!, 10)),
      };
    });
  });
}

/** Where the level, the channel and the Y or N of a short macOS line stand among its words; −1 where they do not. */
const macColumns = ({ words }: Line): number =>
  words.findIndex(
    (w, i) =>
      i > 0 &&
      /^-\d{2,3}$/.test(w) &&
      /^\d{1,3}(?:,(?:[+-]1|\d{2,3}))?$/.test(words[i + 1] ?? '') &&
      /^[YN]$/.test(words[i + 2] ?? ''),
  );

/** The short scan listing of macOS: name, address, level, channel with width. */
function macShort(lines: readonly Line[]): Draft[] {
  return lines.flatMap((line): Draft[] => {
    const at = macColumns(line);
    if (at < 0) return [];
    const { words } = line;
    const name = words.slice(0, at).filter((w, i) => !(i === at - 1 && ADDRESS.test(w)));
    const [channel, extra] = words[at + 1]!.split(',');
    const widthMhz = extra === undefined ? 20 : /^[+-]/.test(extra) ? 40 : Number(extra);
    return [{ name: name.join(' '), levelDbm: Number(words[at]), channel: Number(channel), widthMhz }];
  });
}

/** The system report of macOS: a name, then its channel with band and width, then signal and noise. */
function macReport(lines: readonly Line[]): Draft[] {
  const out: Draft[] = [];
  let name = '';
  let draft: Draft | null = null;
  for (const { text, indented } of lines) {
    if (indented && text.endsWith(':')) {
      name = text.slice(0, -1);
      draft = null;
      continue;
    }
    const channel = /^Channel: ?(\d+)(?: ?\((\d)(?:\.\d)? ?GHz, ?(\d+) ?MHz\))?/.exec(text);
    if (channel)
      out.push(
        (draft = {
          name,
          channel: Number(channel[1]),
          band: channel[2],
          widthMhz: channel[3] ? Number(channel[3]) : undefined,
        }),
      );
    const level = /^Signal \/ Noise: ?(-\d+) ?dBm/.exec(text);
    if (level && draft) draft.levelDbm = Number(level[1]);
  }
  return out;
}

const FORMATS: readonly {
  format: string;
  looks: (line: Line) => boolean;
  read: (lines: readonly Line[]) => Draft[];
}[] = [
  { format: 'iw scan (Linux)', looks: (l) => /^BSS [0-9a-f:]{17}/i.test(l.text), read: iwScan },
  { format: 'iwlist scan (Linux)', looks: (l) => /^Cell \d+ - Address:/.test(l.text), read: iwlist },
  { format: 'nmcli list (Linux)', looks: (l) => /Mbit\/s \d/.test(l.text), read: nmcli },
  { format: 'netsh networks (Windows)', looks: (l) => /^BSSID \d+ ?:/.test(l.text), read: netsh },
  { format: 'system report (macOS)', looks: (l) => l.text.startsWith('Signal / Noise:'), read: macReport },
  {
    format: 'scan listing (macOS)',
    looks: (l) => l.text.includes('RSSI CHANNEL') || macColumns(l) >= 0,
    read: macShort,
  },
];

/**
 * Reads the Wi-Fi listing an operating system prints. Tells the format by its looks; an unknown one, or a text with none,
 * gives no networks. A signal in percent becomes a level by the usual rule, −100 dBm at 0 %, −50 dBm at 100 %.
 */
export function parseListing(raw: string): ParsedListing {
  const lines = linesOf(raw);
  const known = FORMATS.find((f) => lines.some(f.looks));
  if (!known) return { format: null, networks: [], incomplete: 0 };
  const drafts = known.read(lines).slice(0, MOST);
  const networks = drafts.map(finished).filter((n) => n !== null);
  return { format: known.format, networks, incomplete: drafts.length - networks.length };
}
