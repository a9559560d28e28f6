import type { Neighbour } from '../site/model/schema';

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

/** Longest text that is read, characters. */
export const LISTING_LIMIT = 500_000;
/** Most networks that are taken from one listing. */
const MOST = 200;

/** Signal in percent as the systems of two makers show it: 0 % at −100 dBm, 100 % at −50 dBm. */
export const percentToDbm = (percent: number) => Math.round(percent / 2 - 100);

type Draft = {
  name?: string;
  channel?: number;
  mhz?: number;
  band?: string;
  widthMhz?: number;
  levelDbm?: number;
};

const WIDTHS: readonly Neighbour['widthMhz'][] = [20, 40, 80, 160, 320];

function bandOf(d: Draft): Neighbour['band'] | null {
  if (d.mhz) return d.mhz < 3000 ? '2.4' : d.mhz < 5950 ? '5' : '6';
  if (d.band) return d.band.startsWith('2') ? '2.4' : d.band.startsWith('6') ? '6' : '5';
  if (!d.channel) return null;
  return d.channel <= 14 ? '2.4' : '5';
}

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
  const widthMhz = WIDTHS.find((w) => w === d.widthMhz) ?? 20;
  return { name: d.name ?? '', band, channel, widthMhz, levelDbm: Math.round(d.levelDbm) };
}

/** Splits a text into blocks that each begin with a line of a kind. */
function blocks(text: string, start: RegExp): string[] {
  const out: string[] = [];
  for (const line of text.split('\n')) {
    if (start.test(line)) out.push(line);
    else if (out.length > 0) out[out.length - 1] += `\n${line}`;
  }
  return out;
}

const first = (text: string, pattern: RegExp): string | undefined => pattern.exec(text)?.[1]?.trim();
const numberIn = (text: string, pattern: RegExp): number | undefined => {
  const found = first(text, pattern);
  return found === undefined ? undefined : Number(found);
};

/** `iw dev … scan` on Linux. */
function iwScan(text: string): Draft[] {
  return blocks(text, /^BSS [0-9a-f:]{17}/i).map((b) => {
    const secondary = /secondary channel offset:\s*(above|below)/.test(b);
    const vht = /VHT operation:[\s\S]*?channel width:\s*(\d)/.exec(b)?.[1];
    return {
      name: first(b, /^\s*SSID:(.*)$/m),
      mhz: numberIn(b, /freq:\s*(\d+(?:\.\d+)?)/),
      channel: numberIn(b, /(?:DS Parameter set: channel|primary channel:)\s*(\d+)/),
      levelDbm: numberIn(b, /signal:\s*(-?\d+(?:\.\d+)?)\s*dBm/),
      widthMhz: vht === '1' ? 80 : vht === '2' || vht === '3' ? 160 : secondary ? 40 : 20,
    };
  });
}

/** `iwlist … scan` on Linux. */
function iwlist(text: string): Draft[] {
  return blocks(text, /^\s*Cell \d+ - Address:/).map((b) => {
    const ghz = numberIn(b, /Frequency:(\d+(?:\.\d+)?)\s*GHz/);
    return {
      name: first(b, /ESSID:"(.*)"/),
      mhz: ghz === undefined ? undefined : Math.round(ghz * 1000),
      channel: numberIn(b, /Channel[: ](\d+)/),
      levelDbm: numberIn(b, /Signal level[=:]\s*(-\d+)\s*dBm/),
    };
  });
}

/** `nmcli device wifi list` on Linux: columns under their heads, signal in percent. */
function nmcli(text: string): Draft[] {
  const out: Draft[] = [];
  for (const line of text.split('\n')) {
    const row =
      /^\s*\*?\s*(?:[0-9A-F]{2}(?::[0-9A-F]{2}){5})?\s*(.*?)\s+(?:Infra|Ad-Hoc|Mesh|N\/A)\s+(\d+)\s+\d+\s*Mbit\/s\s+(\d+)(?:\s+(\d+)\s*MHz)?/i.exec(
        line,
      );
    if (!row) continue;
    out.push({
      name: row[1] === '--' ? '' : row[1],
      channel: Number(row[2]),
      levelDbm: percentToDbm(Number(row[3])),
      widthMhz: row[4] ? Number(row[4]) : undefined,
    });
  }
  return out;
}

/** `netsh wlan show networks mode=bssid` on Windows, in whatever language: the numbers tell. */
function netsh(text: string): Draft[] {
  const out: Draft[] = [];
  for (const network of blocks(text, /^SSID \d+\s*:/)) {
    const name = first(network, /^SSID \d+\s*:(.*)$/m);
    for (const b of blocks(network, /^\s*BSSID \d+\s*:/)) {
      const percent = numberIn(b, /:\s*(\d{1,3})\s*%/);
      const lines = b.split('\n').map((l) => l.slice(l.indexOf(':') + 1).trim());
      const after = lines.findIndex((l) => /^\d{1,3}\s*%$/.test(l));
      const channel = lines.slice(after + 1).find((l) => /^\d{1,3}$/.test(l));
      out.push({
        name,
        channel: channel ? Number(channel) : undefined,
        band: first(b, /:\s*(2[.,]4|5|6)\s*GHz/),
        levelDbm: percent === undefined ? undefined : percentToDbm(percent),
      });
    }
  }
  return out;
}

/** The short scan listing of macOS: name, address, level, channel with width. */
function macShort(text: string): Draft[] {
  const out: Draft[] = [];
  for (const line of text.split('\n')) {
    const row =
      /^\s*(.*?)\s+(?:[0-9a-f]{2}(?::[0-9a-f]{2}){5}\s+)?(-\d{2,3})\s+(\d{1,3})(?:,([+-]1|\d{2,3}))?\s+[YN]\s/i.exec(
        line,
      );
    if (!row) continue;
    const width = row[4] === undefined ? 20 : /^[+-]/.test(row[4]) ? 40 : Number(row[4]);
    out.push({ name: row[1], levelDbm: Number(row[2]), channel: Number(row[3]), widthMhz: width });
  }
  return out;
}

/** The system report of macOS: a name, then its channel with band and width, then signal and noise. */
function macReport(text: string): Draft[] {
  const out: Draft[] = [];
  let name = '';
  let draft: Draft | null = null;
  for (const line of text.split('\n')) {
    const title = /^\s+(.+):\s*$/.exec(line);
    if (title) {
      name = title[1]!;
      draft = null;
      continue;
    }
    const channel = /^\s+Channel:\s*(\d+)(?:\s*\((\d)(?:\.\d)?\s*GHz,\s*(\d+)\s*MHz\))?/.exec(line);
    if (channel)
      out.push(
        (draft = {
          name,
          channel: Number(channel[1]),
          band: channel[2],
          widthMhz: channel[3] ? Number(channel[3]) : undefined,
        }),
      );
    const level = /^\s+Signal \/ Noise:\s*(-\d+)\s*dBm/.exec(line);
    if (level && draft) draft.levelDbm = Number(level[1]);
  }
  return out;
}

const FORMATS: readonly { format: string; looks: RegExp; read: (text: string) => Draft[] }[] = [
  { format: 'iw scan (Linux)', looks: /^BSS [0-9a-f:]{17}/im, read: iwScan },
  { format: 'iwlist scan (Linux)', looks: /^\s*Cell \d+ - Address:/m, read: iwlist },
  { format: 'nmcli list (Linux)', looks: /Mbit\/s\s+\d+/, read: nmcli },
  { format: 'netsh networks (Windows)', looks: /^\s*BSSID \d+\s*:/m, read: netsh },
  { format: 'system report (macOS)', looks: /Signal \/ Noise:/, read: macReport },
  {
    format: 'scan listing (macOS)',
    looks: /RSSI\s+CHANNEL|\s-\d{2}\s+\d{1,3}(,\S+)?\s+[YN]\s/,
    read: macShort,
  },
];

/**
 * Reads the Wi-Fi listing an operating system prints. Tells the format by its looks; an unknown one, or a text with none,
 * gives no networks. A signal in percent becomes a level by the usual rule, −100 dBm at 0 %, −50 dBm at 100 %.
 */
export function parseListing(raw: string): ParsedListing {
  const text = raw.slice(0, LISTING_LIMIT).replaceAll('\r', '');
  const known = FORMATS.find((f) => f.looks.test(text));
  if (!known) return { format: null, networks: [], incomplete: 0 };
  const drafts = known.read(text).slice(0, MOST);
  const networks = drafts.map(finished).filter((n) => n !== null);
  return { format: known.format, networks, incomplete: drafts.length - networks.length };
}
