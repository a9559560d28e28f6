import { parseArgs } from 'node:util';
import { COAX_DB_PER_M, SPLITTER_DB, mocaMbps, type MocaVersion } from '../core/feed/coax';
import { poeBudget } from '../core/feed/poe';
import { powerlineMbps } from '../core/feed/powerline';
import { poeType, type PoeType } from '../core/kit/model/schema';
import { LOSS_DB, thicknessShare } from '../core/radio/materials/constructionLoss';
import { GUARDS_US, SHORTEST_GUARD_US, TCP_SHARE, phyRateMbps } from '../core/radio/link/rates';
import { standardId } from '../core/site/model/radioTerms';
import { layersLossDb } from '../core/radio/materials/slab';
import { CONSTRUCTIONS, P2040_MATERIALS, type BuiltInConstruction } from '../core/site/model/constructions';

type Result = { ok: true; value: Record<string, unknown>; words: string } | { ok: false; message: string };

export const CALCULATOR_USAGE = `  nestle rate --standard n|ac|ax|be --width MHZ --streams N --mcs N [--guard US]
  nestle wall --material NAME --thickness M --ghz F | --construction NAME [--thickness M] --ghz F
  nestle coax --cable rg6|rg59 --length M [--splitter 2|4|8 [--across] [--unrated]] [--moca 1.1|2.0|2.0b|2.5] [--port MBPS]
  nestle powerline --box MBPS [--length M] [--boundaries N] [--legs] [--old] [--subpanels N] [--protected] [--strips N] [--port MBPS]
  nestle poe --devices af,at,… --switch af|at|bt3|bt4 --budget W`;

const no = (message: string): Result => ({ ok: false, message });

/** Options of a call: text by name and flags that are set; words for what is not understood. */
function optionsOf(
  args: string[],
  names: readonly string[],
  flags: readonly string[] = [],
):
  | { ok: true; text: Record<string, string | undefined>; flag: (name: string) => boolean }
  | { ok: false; message: string } {
  const options = Object.fromEntries([
    ...names.map((n) => [n, { type: 'string' as const }]),
    ...flags.map((n) => [n, { type: 'boolean' as const }]),
  ]);
  try {
    const values = parseArgs({ args, options }).values as Record<string, string | boolean | undefined>;
    return {
      ok: true,
      text: Object.fromEntries(names.map((n) => [n, values[n] as string | undefined])),
      flag: (name) => values[name] === true,
    };
  } catch (error) {
    return {
      ok: false,
      message: `${(error as Error).message} Known are: ${[...names, ...flags].map((n) => `--${n}`).join(' ')}.`,
    };
  }
}

/** A number of a call; words where it is missing or out of range. */
function numberIn(
  text: string | undefined,
  name: string,
  low: number,
  high: number,
  fallback?: number,
): number | string {
  if (text === undefined) return fallback ?? `--${name} is needed`;
  const n = Number(text);
  return Number.isFinite(n) && n >= low && n <= high
    ? n
    : `--${name} must be a number from ${low} to ${high}, not "${text}"`;
}

function rate(args: string[]): Result {
  const o = optionsOf(args, ['standard', 'width', 'streams', 'mcs', 'guard']);
  if (!o.ok) return o;
  const standard = standardId.safeParse(o.text.standard);
  if (!standard.success) return no('--standard must be n, ac, ax or be');
  const numbers = [
    numberIn(o.text.width, 'width', 20, 320),
    numberIn(o.text.streams, 'streams', 1, 8),
    numberIn(o.text.mcs, 'mcs', 0, 13),
    numberIn(o.text.guard, 'guard', 0.4, 3.2, SHORTEST_GUARD_US[standard.data]),
  ];
  const wrong = numbers.find((n) => typeof n === 'string');
  if (wrong) return no(String(wrong));
  const [width, streams, mcs, guardUs] = numbers as [number, number, number, number];
  if (!GUARDS_US[standard.data].includes(guardUs))
    return no(`--guard must be ${GUARDS_US[standard.data].join(' or ')} µs for ${standard.data}`);
  const rateMbps = phyRateMbps(standard.data, width, streams, mcs, guardUs);
  if (rateMbps === null)
    return no(`${standard.data} has no MCS ${mcs} with ${streams} streams at ${width} MHz`);
  const tcpMbps = rateMbps * TCP_SHARE[standard.data];
  return {
    ok: true,
    value: { rateMbps, tcpMbps, standard: standard.data, widthMhz: width, streams, mcs, guardUs },
    words: `${rateMbps.toFixed(1)} Mb/s link rate; about ${tcpMbps.toFixed(0)} Mb/s TCP on a quiet channel (estimate)`,
  };
}

/** "cavity brick" and "brickCavity" both name a construction: all words must stand in its name or label. */
function findConstruction(text: string): BuiltInConstruction[] {
  const words = text
    .toLowerCase()
    .split(/[\s,]+/)
    .filter(Boolean);
  const names = Object.keys(CONSTRUCTIONS) as BuiltInConstruction[];
  const exact = names.filter(
    (n) => n.toLowerCase() === text.toLowerCase() || CONSTRUCTIONS[n].label === text,
  );
  if (exact.length > 0) return exact;
  return names.filter((n) => words.every((w) => `${n} ${CONSTRUCTIONS[n].label}`.toLowerCase().includes(w)));
}

function wall(args: string[]): Result {
  const o = optionsOf(args, ['material', 'thickness', 'construction', 'ghz']);
  if (!o.ok) return o;
  const ghz = numberIn(o.text.ghz, 'ghz', 1, 10);
  if (typeof ghz === 'string') return no(ghz);
  if (o.text.construction !== undefined) {
    const found = findConstruction(o.text.construction);
    if (found.length === 0)
      return no(
        `no construction "${o.text.construction}". Known are ${Object.keys(CONSTRUCTIONS).join(', ')}`,
      );
    if (found.length > 1) return no(`"${o.text.construction}" may be ${found.join(' or ')}: name one`);
    const name = found[0]!;
    const [a, b, c] = LOSS_DB[name];
    // Between the three bands the table is read along straight lines.
    const usualDb =
      ghz <= 5.5
        ? a + ((Math.max(2.44, ghz) - 2.44) / (5.5 - 2.44)) * (b - a)
        : b + ((Math.min(6.2, ghz) - 5.5) / 0.7) * (c - b);
    const usualM = CONSTRUCTIONS[name].thicknessM;
    const thicknessM = numberIn(o.text.thickness, 'thickness', 0.01, 3, usualM);
    if (typeof thicknessM === 'string') return no(thicknessM);
    const lossDb = usualDb * thicknessShare(name, thicknessM);
    return {
      ok: true,
      value: { lossDb, construction: name, thicknessM, ghz, source: 'estimate' },
      words: `${lossDb.toFixed(1)} dB, ${CONSTRUCTIONS[name].label}${thicknessM === usualM ? '' : `, ${thicknessM} m thick,`} at ${ghz} GHz (estimate for a real wall)`,
    };
  }
  const material = P2040_MATERIALS.find((m) => m === o.text.material);
  if (!material) return no(`--material must be one of ${P2040_MATERIALS.join(', ')}, or give --construction`);
  const thicknessM = numberIn(o.text.thickness, 'thickness', 0.0001, 3);
  if (typeof thicknessM === 'string') return no(thicknessM);
  const lossDb = layersLossDb([{ material, thicknessM }], ghz);
  return {
    ok: true,
    value: { lossDb, material, thicknessM, ghz, source: 'ITU-R P.2040' },
    words: `${lossDb.toFixed(1)} dB through ${thicknessM} m of dry ${material} at ${ghz} GHz (ITU-R P.2040, a lower bound for real walls)`,
  };
}

function coax(args: string[]): Result {
  const o = optionsOf(args, ['cable', 'length', 'splitter', 'moca', 'port'], ['across', 'unrated']);
  if (!o.ok) return o;
  const cable = o.text.cable ?? 'rg6';
  if (cable !== 'rg6' && cable !== 'rg59') return no('--cable must be rg6 or rg59');
  const moca = o.text.moca ?? '2.5';
  if (!['1.1', '2.0', '2.0b', '2.5'].includes(moca)) return no('--moca must be 1.1, 2.0, 2.0b or 2.5');
  const lengthM = numberIn(o.text.length, 'length', 0, 500);
  const portMbps = numberIn(o.text.port, 'port', 10, 10_000, 1000);
  const ways = numberIn(o.text.splitter, 'splitter', 2, 8, 0);
  for (const n of [lengthM, portMbps, ways]) if (typeof n === 'string') return no(n);
  if (![0, 2, 4, 8].includes(ways as number)) return no('--splitter must be 2, 4 or 8');
  const splitterDb =
    ways === 0
      ? 0
      : SPLITTER_DB[ways as 2 | 4 | 8][o.flag('across') ? 'across' : 'through'] * (o.flag('unrated') ? 2 : 1);
  const attenuationDb = (lengthM as number) * COAX_DB_PER_M[cable] + splitterDb;
  const mbps = mocaMbps(moca as MocaVersion, attenuationDb, portMbps as number);
  return {
    ok: true,
    value: { attenuationDb, mbps, cable, lengthM, splitterDb, moca, portMbps },
    words: `${attenuationDb.toFixed(1)} dB, ${mbps.toFixed(0)} Mb/s TCP (estimate)`,
  };
}

function powerline(args: string[]): Result {
  const o = optionsOf(
    args,
    ['box', 'length', 'boundaries', 'subpanels', 'strips', 'port'],
    ['legs', 'old', 'protected'],
  );
  if (!o.ok) return o;
  const numbers = [
    numberIn(o.text.box, 'box', 50, 5000),
    numberIn(o.text.length, 'length', 0, 500, 0),
    numberIn(o.text.boundaries, 'boundaries', 0, 20, 0),
    numberIn(o.text.subpanels, 'subpanels', 0, 5, 0),
    numberIn(o.text.strips, 'strips', 0, 2, 0),
    numberIn(o.text.port, 'port', 10, 10_000, 1000),
  ];
  const wrong = numbers.find((n) => typeof n === 'string');
  if (wrong) return no(String(wrong));
  const [boxMbps, wireM, boundaries, subPanels, strips, portMbps] = numbers as [
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  const result = powerlineMbps({
    boxMbps,
    wireM,
    boundaries,
    subPanels,
    strips,
    portMbps,
    acrossLegs: o.flag('legs'),
    oldWiring: o.flag('old'),
    protectedCircuit: o.flag('protected'),
  });
  return {
    ok: true,
    value: { ...result },
    words: `${result.mbps.toFixed(0)} Mb/s TCP (estimate): ${boxMbps} × ${result.factors.map((f) => `${f.factor.toFixed(2)} ${f.label}`).join(' × ')}`,
  };
}

function poe(args: string[]): Result {
  const o = optionsOf(args, ['devices', 'switch', 'budget']);
  if (!o.ok) return o;
  const budgetW = numberIn(o.text.budget, 'budget', 1, 5000);
  if (typeof budgetW === 'string') return no(budgetW);
  const type = poeType.safeParse(o.text.switch);
  if (!type.success) return no('--switch must be af, at, bt3 or bt4');
  const devices = (o.text.devices ?? '').split(',').filter(Boolean);
  if (devices.length === 0) return no('--devices is needed: classes with commas, such as af,at');
  const bad = devices.find((d) => !poeType.safeParse(d).success);
  if (bad !== undefined) return no(`--devices: "${bad}" is no class; use af, at, bt3 or bt4`);
  const result = poeBudget(devices as PoeType[], { type: type.data, budgetW });
  return {
    ok: true,
    value: { ...result },
    words: result.ok ? `${result.neededW.toFixed(1)} of ${budgetW} W: fits` : result.problems.join('\n'),
  };
}

export const CALCULATORS = { rate, wall, coax, powerline, poe } as const;

export function isCalculator(name: string): name is keyof typeof CALCULATORS {
  return name in CALCULATORS;
}
