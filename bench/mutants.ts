import { readFileSync } from 'node:fs';
import { readDxf } from '../core/intake/dxf';
import { parseListing } from '../core/intake/neighbourText';
import { writeJobFile } from '../core/job/jobFile';
import { parseJobFile } from '../core/job/parse';
import { quillfeatherFarm } from '../demo/farm';
import { larkspurRow } from '../demo/larkspur';
import { seeded } from '../meter/practice/random';

type Random = () => number;
const below = (random: Random, n: number) => Math.floor(random() * n);
const pick = <T>(random: Random, list: readonly T[]): T => list[below(random, list.length)]!;

/** Values that have broken parsers before. */
const WORDS = [
  'null',
  '-1',
  '1e999',
  '1e9',
  '9007199254740993',
  '0.1e-400',
  '""',
  '[]',
  '{}',
  '"toString"',
  '"__proto__"',
  '"constructor"',
  '"\\ud800"',
  '"' + 'x'.repeat(3000) + '"',
  ' '.repeat(160),
  '\n'.repeat(200),
  '\t0\t'.repeat(60),
  '[['.repeat(40),
  '{"a":'.repeat(40),
  'Mbit/s 54 Mbit/s 54 ',
  'VHT operation:'.repeat(30),
  '  0\nSECTION\n',
];

/** Cuts, doubles, swaps and plants things in a text. */
function mutateText(text: string, random: Random): string {
  let out = text;
  for (let n = 1 + below(random, 4); n > 0; n--) {
    const at = below(random, out.length + 1);
    const length = 1 + below(random, random() < 0.2 ? 2000 : 30);
    const rest = out.slice(at + length);
    const cut = out.slice(at, at + length);
    switch (below(random, 6)) {
      case 0:
        out = out.slice(0, at) + rest;
        break;
      case 1:
        out = out.slice(0, at) + cut + cut + rest;
        break;
      case 2:
        out = out.slice(0, at) + pick(random, WORDS) + out.slice(at);
        break;
      case 3:
        out = out.slice(0, at) + String.fromCharCode(below(random, 0xffff)) + out.slice(at + 1);
        break;
      case 4:
        out = out.slice(0, at);
        break;
      default:
        out = out.slice(0, at) + [...cut].reverse().join('') + rest;
    }
  }
  return out;
}

const VALUES: readonly unknown[] = [
  null,
  -1,
  1e308,
  0,
  '',
  'toString',
  '__proto__',
  '\ud800',
  [],
  {},
  true,
  'x'.repeat(300),
  { constructor: 1 },
  [[[]]],
];

/** Sets an own property, also one with the name of the prototype. */
function put(at: object, key: string, value: unknown): void {
  Object.defineProperty(at, key, { value, enumerable: true, configurable: true, writable: true });
}

/** Changes, drops or doubles some values deep inside a document. */
function mutateJson(value: unknown, random: Random): unknown {
  const copy = structuredClone(value);
  for (let n = 1 + below(random, 3); n > 0; n--) {
    let at = copy as Record<string, unknown>;
    for (let depth = below(random, 7); depth > 0; depth--) {
      const next = at[pick(random, Object.keys(at))];
      if (next === null || typeof next !== 'object' || Object.keys(next).length === 0) break;
      at = next as Record<string, unknown>;
    }
    const keys = Object.keys(at);
    if (keys.length === 0) continue;
    const key = pick(random, keys);
    const what = below(random, 4);
    if (what === 0) delete at[key];
    else if (what === 1) put(at, key, structuredClone(pick(random, VALUES)));
    else if (what === 2) put(at, pick(random, keys), structuredClone(at[key]));
    else if (Array.isArray(at)) at.push(structuredClone(at[Number(key)]));
    else put(at, String(pick(random, VALUES)), structuredClone(at[key]));
  }
  return copy;
}

/** One parser with texts it reads, and what it does with a mutant. */
interface Target {
  name: string;
  seeds: readonly string[];
  json: boolean;
  read(text: string): void;
}

const DXF = `  0\nSECTION\n  2\nHEADER\n  9\n$INSUNITS\n 70\n4\n  0\nENDSEC\n  0\nSECTION\n  2\nENTITIES\n${Array.from(
  { length: 12 },
  (_, i) =>
    `  0\nLINE\n  8\nwalls\n 10\n${i * 100}\n 20\n0\n 11\n${i * 100 + 50}\n 21\n${i * 30}\n  0\nLWPOLYLINE\n  8\n0\n 90\n2\n 70\n1\n 10\n${i}\n 20\n1\n 10\n5\n 20\n6\n`,
).join('')}  0\nENDSEC\n  0\nEOF\n`;

const LISTINGS = [
  'BSS 02:00:00:00:00:01(on wlan0)\n\tfreq: 2437\n\tsignal: -61.00 dBm\n\tSSID: Hearth\n\tVHT operation:\n\t\t * channel width: 1 (80 MHz)\n',
  'IN-USE  BSSID              SSID    MODE   CHAN  RATE        SIGNAL  BARS  SECURITY\n        02:00:00:00:00:03  Hearth  Infra  6     270 Mbit/s  72      ***   WPA2\n',
  'SSID 1 : Hearth\n    BSSID 1 : 02:00:00:00:00:01\n         Signal             : 72%\n         Channel            : 6\n',
  '                            SSID BSSID             RSSI CHANNEL HT CC SECURITY\n                          Hearth 02:00:00:00:00:01 -61  6,+1    Y  -- WPA2\n',
  '          Hearth:\n            Channel: 36 (5GHz, 80MHz)\n            Signal / Noise: -61 dBm / -92 dBm\n',
  '          Cell 01 - Address: 02:00:00:00:00:01\n                    Frequency:2.437 GHz (Channel 6)\n                    Signal level=-61 dBm\n                    ESSID:"Hearth"\n',
];

const fixture = (name: string) =>
  readFileSync(new URL(`../core/job/fixtures/${name}`, import.meta.url), 'utf8');

export const TARGETS: readonly Target[] = [
  {
    name: 'job files',
    json: true,
    seeds: [
      writeJobFile(larkspurRow()),
      fixture('job-version-1.json'),
      fixture('job-version-2.json'),
      writeJobFile(quillfeatherFarm()),
    ],
    read(text) {
      const parsed = parseJobFile(text);
      // Whatever is taken in goes out again and comes in the same.
      if (parsed.ok) {
        const again = parseJobFile(writeJobFile(parsed.job));
        if (!again.ok) throw new Error(`does not come in again: ${JSON.stringify(again.problems[0])}`);
      } else if (parsed.problems.length === 0 || parsed.problems.length > 101)
        throw new Error(`${parsed.problems.length} problems`);
    },
  },
  {
    name: 'drawings',
    json: false,
    seeds: [DXF],
    read(text) {
      const read = readDxf(text);
      if (!read.ok && read.message.length < 10) throw new Error('no words');
    },
  },
  {
    name: 'listings',
    json: false,
    seeds: LISTINGS,
    read(text) {
      for (const n of parseListing(text).networks)
        if (!(n.channel >= 1 && n.levelDbm <= 0)) throw new Error('an unsound network');
    },
  },
];

export interface FuzzResult {
  name: string;
  mutants: number;
  slowestMs: number;
  /** The first mutants that threw or took too long, with why. */
  bad: { why: string; text: string }[];
}

/** Longest a parser may take over one mutant, ms. */
export const LONGEST_MS = 2000;

/** Runs mutants of one target; the same seed gives the same mutants. */
export function fuzz(target: Target, mutants: number, seed: number): FuzzResult {
  const random = seeded(seed);
  const trees = target.json ? target.seeds.map((s) => JSON.parse(s) as unknown) : [];
  const bad: FuzzResult['bad'] = [];
  let slowestMs = 0;
  for (let i = 0; i < mutants; i++) {
    const n = below(random, target.seeds.length);
    const text =
      target.json && random() < 0.7
        ? JSON.stringify(mutateJson(trees[n], random))
        : mutateText(target.seeds[n]!, random);
    const start = performance.now();
    let why: string | null = null;
    try {
      target.read(text);
    } catch (error) {
      why = error instanceof Error ? (error.stack ?? error.message) : String(error);
    }
    const ms = performance.now() - start;
    slowestMs = Math.max(slowestMs, ms);
    if (ms > LONGEST_MS) why = `took ${ms.toFixed(0)} ms`;
    if (why !== null && bad.length < 5) bad.push({ why, text });
  }
  return { name: target.name, mutants, slowestMs, bad };
}
