import { REPORT_VERSION, report as schema } from './reportSchemas';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { buildSync } from 'esbuild';
import { writeJobFile } from '../core/job/jobFile';
import { quillfeatherFarm } from '../demo/farm';
import { CALCULATORS } from './calculators';

const folder = mkdtempSync(join(tmpdir(), 'nestle-cli-'));
const farm = quillfeatherFarm();
const file = join(folder, 'farm.json');
writeFileSync(file, writeJobFile(farm));
const broken = join(folder, 'broken.json');
writeFileSync(
  broken,
  JSON.stringify({
    ...farm,
    site: { ...farm.site, walls: farm.site.walls.map((w, i) => (i === 3 ? { ...w, b: w.a } : w)) },
  }),
);

// Bundled once: started file by file each call would take seconds.
const program = join(process.cwd(), 'node_modules', '.cache', `nestle-${process.pid}.mjs`);
beforeAll(() => {
  buildSync({
    entryPoints: ['cli/nestle.ts'],
    outfile: program,
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    logLevel: 'error',
  });
});
afterAll(() => rmSync(program, { force: true }));

const nestle = (...args: string[]) => {
  const { status, stdout, stderr } = spawnSync(process.execPath, [program, ...args], {
    encoding: 'utf8',
    env: { ...process.env, NODE_OPTIONS: '' },
  });
  return { status, stdout, stderr };
};

describe('the command line', () => {
  test('survey gives rooms with areas, the walk and what is worth a look', () => {
    const report = JSON.parse(nestle('survey', file, '--json').stdout) as {
      rooms: { name: string; areaM2: number }[];
      walk: { number: number }[];
      notices: { kind: string }[];
    };
    // Between the inner faces of its walls, as Survey and Area say.
    expect(report.rooms.find((r) => r.name === 'Snug')).toMatchObject({ building: 'Farmhouse' });
    expect(report.rooms.find((r) => r.name === 'Snug')!.areaM2).toBeCloseTo(25, 1);
    expect(report.walk.map((s) => s.number).sort((a, b) => a - b)).toEqual(
      farm.site.spots.map((s) => s.number),
    );
    expect(report.notices.map((n) => n.kind)).toEqual(['slowRun']);
    expect(nestle('survey', file).stdout).toContain('Farmhouse, Ground: Snug, 25.0 m²');
  });

  test('compare holds the options side by side; kit lists, goes out as CSV, and is checked line by line', () => {
    const report = JSON.parse(nestle('compare', file, '--json').stdout) as {
      options: {
        name: string;
        served: number;
        totalMinor: number;
        partsMinor: number;
        labourMinor: number;
        travelMinor: number;
      }[];
    };
    expect(report.options.map((o) => o.name)).toEqual(farm.plan.options.map((o) => o.name));
    for (const o of report.options) expect(o.totalMinor).toBe(o.partsMinor + o.labourMinor + o.travelMinor);
    expect(nestle('compare', file).stdout).toContain('with tax');
    const csv = nestle('kit', 'export').stdout;
    expect(csv.split('\n')[0]).toContain('sort,id,kind');
    const good = join(folder, 'kit.csv');
    writeFileSync(good, csv);
    expect(nestle('kit', 'import', good)).toMatchObject({ status: 0 });
    writeFileSync(good, csv.replace('5 ax 2 80 23 access', '5 ax 2 80 99 access'));
    expect(nestle('kit', 'import', good)).toMatchObject({
      status: 1,
      stderr: expect.stringMatching(/line \d+: .*36 dBm/),
    });
    expect(nestle('kit', 'list').stdout).toContain('Mesh node, dual band');
    expect(nestle('kit', 'burn').status).toBe(2);
  });

  test('design gives a plan with its proof and its chance, and names a policy or chance that is none', () => {
    const done = nestle('design', file, '--policy', 'wire-first', '--json');
    const report = JSON.parse(done.stdout) as {
      isProven: boolean;
      gap: number;
      chance: number;
      failureMinor: number;
      failure: string[];
      option: { units: { feed: { kind: string } }[] };
      spots: { verdict: string }[];
    };
    expect(schema.safeParse(report).error?.issues ?? []).toEqual([]);
    expect(done.stderr).toContain('Places and links, 1 of');
    // Proven, or what is open is said: on a plot this wide the table may be too wide to be gone through.
    expect(report.isProven ? report.gap === 0 : report.gap > 0).toBe(true);
    expect(report.chance).toBeGreaterThan(0.4);
    expect(report.failureMinor).toBeGreaterThan(0);
    expect(report.failure[0]).toContain('of a second visit at');
    expect(report.spots.every((s) => s.verdict === 'works')).toBe(true);
    expect(report.option.units.slice(1).every((u) => u.feed.kind !== 'wireless')).toBe(true);
    expect(nestle('design', file, '--policy', 'magic')).toMatchObject({
      status: 1,
      stderr: expect.stringContaining('spend-least'),
    });
    expect(nestle('design', file, '--chance', '2').stderr).toContain('from 0.01 to 0.99');
    // An option that is none is named with those there are.
    const unknown = nestle('design', file, '--from', 'nobody');
    expect(unknown.status).toBe(1);
    expect(unknown.stderr).toContain(farm.plan.options[0]!.name);
  });

  test.each([
    ['check', ['check', 'FILE']],
    ['predict', ['predict', 'FILE']],
    ['explain', ['predict', 'FILE', '--explain', '4']],
    ['compare', ['compare', 'FILE']],
    ['survey', ['survey', 'FILE']],
    ['sheet', ['sheet', 'FILE']],
    ['verify', ['verify', 'FILE']],
    ['kit', ['kit', 'list']],
    ['problems', ['predict', 'FILE', '--option', 'nobody']],
    ['calculator', ['poe', '--devices', 'af', '--switch', 'at', '--budget', '30']],
  ])('what %s prints as JSON says what it is and keeps its schema', (name, args) => {
    const { stdout } = nestle(...args.map((a) => (a === 'FILE' ? file : a)), '--json');
    const printed = JSON.parse(stdout) as Record<string, unknown>;
    expect(printed).toMatchObject({ format: 'nestle-report', version: REPORT_VERSION, report: name });
    expect(schema.safeParse(printed).error?.issues ?? []).toEqual([]);
  });

  test('check passes a sound job and exits 1 with the path of each problem', () => {
    expect(nestle('check', file)).toMatchObject({
      status: 0,
      stdout: expect.stringContaining('no problems'),
    });
    expect(nestle('check', broken)).toMatchObject({
      status: 1,
      stderr: expect.stringContaining('site.walls[3]'),
    });
    const json = nestle('check', broken, '--json');
    expect([json.status, JSON.parse(json.stdout)]).toEqual([
      1,
      expect.objectContaining({
        ok: false,
        problems: [{ path: 'site.walls[3]', message: expect.stringContaining('no length') }],
      }),
    ]);
    expect(nestle('check', join(folder, 'none.json')).status).toBe(1);
  });
  test('sheet tells the day step by step, with its acts and cautions', () => {
    const { stdout } = nestle('sheet', file);
    expect(stdout).toContain('“A node upstairs”, not accepted yet');
    expect(stdout).toMatch(/\[ \] 09:00 Check the boxes/);
    expect(stdout).toContain('1. Stand B within 3.0 m of A (Porch shelf), nothing in its cable ports.');
    expect(stdout).toContain('! Leave a unit that is updating alone');
  });
  test('predict gives every documented field, with the pipe, and explains a spot in words', () => {
    const { spots, calibration } = JSON.parse(nestle('predict', file, '--json').stdout);
    expect(spots).toHaveLength(14);
    expect(Object.keys(spots[0])).toEqual(
      expect.arrayContaining(
        'spotId name band unitId rssiDbm phyMbps downMbps upMbps downRangeMbps upRangeMbps latencyMs needDownMbps needUpMbps decidedBy verdict heldBackBy pipe'.split(
          ' ',
        ),
      ),
    );
    expect(spots[0].pipe[0]).toMatchObject({ kind: 'line', measured: true });
    expect(calibration.readings).toBeGreaterThan(10);
    const words = nestle('predict', file, '--explain', 'Attic study').stdout;
    expect(words).toContain('wireless from A to B');
    expect(words).toContain('Held back by');
    expect(nestle('predict', file, '--explain', 'Moon').status).toBe(1);
  });
  test('verify says what is missing', () => {
    const report = JSON.parse(nestle('verify', file, '--json').stdout);
    expect(report).toMatchObject({ deadBefore: 5, gone: 0 });
    expect(report.spots[6]).toMatchObject({ gone: false, after: null, missing: ['runs after the work'] });
  });
});

describe('calculators', () => {
  const value = (r: ReturnType<(typeof CALCULATORS)['rate']>) => (r.ok ? r.value : r.message);
  test('known figures', () => {
    expect(value(CALCULATORS.rate('--standard ax --width 80 --streams 2 --mcs 11'.split(' ')))).toMatchObject(
      { rateMbps: expect.closeTo(1201, 0) },
    );
    expect(value(CALCULATORS.wall('--material concrete --thickness 0.1 --ghz 5.5'.split(' ')))).toMatchObject(
      { lossDb: expect.closeTo(14, 1) },
    );
    expect(value(CALCULATORS.wall(['--construction', 'cavity brick', '--ghz', '5.5']))).toMatchObject({
      lossDb: 17,
    });
    expect(value(CALCULATORS.coax('--length 20 --splitter 4 --across --unrated'.split(' ')))).toMatchObject({
      attenuationDb: expect.closeTo(42.4, 6),
    });
    expect(value(CALCULATORS.powerline('--box 1000 --strips 1'.split(' ')))).toMatchObject({ mbps: 45 });
    expect(value(CALCULATORS.poe('--devices af,at --switch at --budget 40'.split(' ')))).toMatchObject({
      ok: false,
    });
  });
  test.each([
    ['rate', '--standard ac --width 20 --streams 1 --mcs 9', 'has no MCS 9'],
    ['rate', '--standard q', 'must be n, ac'],
    ['wall', '--ghz 5 --construction cheese', 'no construction'],
    ['wall', '--ghz 5 --construction brick', 'name one'],
    ['coax', '--length x', 'must be a number'],
    ['powerline', '--nonsense 3', 'Known are'],
    ['poe', '--devices xx --switch at --budget 30', 'is no class'],
  ] as const)('%s %s: %s', (name, args, words) => {
    const result = CALCULATORS[name](args.split(' '));
    expect(result.ok ? '' : result.message).toContain(words);
  });
});
