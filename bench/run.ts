import { arrivalsOf } from '../core/radio/propagation/arrivals';
import { gridOver, layersOf, type Grid, type Layer } from '../core/radio/coverage/layers';
import { draggedField } from '../core/radio/coverage/dragPreview';
import { fieldBase, settledFields, straightField } from '../core/radio/coverage/unitField';
import { portalsOf } from '../core/radio/propagation/portals';
import { buildScene } from '../core/radio/geometry/scene';
import type { Spot3 } from '../core/radio/geometry/crossings';
import { BAND_MHZ } from '../core/radio/link/bands';
import { plotBox } from '../core/site/model/levels';
import type { Site } from '../core/site/model/schema';
import { farmSite } from '../demo/farmSite';
import { estate } from './estate';
import { plainField } from '../testing/plainField';
import { browserDrag } from './browserDrag';
import { opens } from './opens';
import { csvImport } from './csvImport';
import { felt } from './felt';
import { meter } from './meter';
import { numbers } from './numbers';
import { phonePage } from './phonePage';
import { planFrames } from './planFrames';
import { suggests } from './suggests';
import { surveyFrames } from './surveyFrames';

const UNITS: Spot3[] = [
  { x: 1.7, y: 7.2, z: 1.5 },
  { x: 8.2, y: 6.2, z: 4.05 },
  { x: 28.5, y: 3, z: 1.5 },
];
const MOVES = 60;

const time = (work: () => void): number => {
  const start = performance.now();
  work();
  return performance.now() - start;
};
const median = (list: number[]): number => [...list].sort((a, b) => a - b)[list.length >> 1]!;

/** Sheets that together show all storeys, the yard with the lowest: one storey of each building a sheet. */
function sheets(site: Site): string[][] {
  const most = Math.max(...site.buildings.map((b) => b.storeys.length));
  return Array.from({ length: most }, (_, i) =>
    site.buildings.flatMap((b) => (b.storeys[i] ? [b.storeys[i].id] : [])),
  );
}

/** Every n-th cell of each layer, to time the plain loop on a sample where all of it would take too long. */
function thinned(layers: readonly Layer[], every: number): Layer[] {
  const pick = (list: Float64Array) => list.filter((_, i) => i % every === 0);
  return layers.map((l) => ({
    ...l,
    cells: l.cells.filter((_, i) => i % every === 0),
    xs: pick(l.xs),
    ys: pick(l.ys),
  }));
}

interface Run {
  ms: number;
  cells: number;
  edges: number;
}

/** Says how the work of two runs of one kind grows with the plot. */
function growth(what: string, small: Run, large: Run): void {
  const times = (key: keyof Run) => `${(large[key] / small[key]).toFixed(1)} times`;
  console.log(
    `Growth of ${what}: ${times('cells')} the cells, ${times('edges')} the edges, ${times('ms')} the time`,
  );
}

function full(name: string, site: Site, cellM: number, sample: number): Run {
  const scene = buildScene(site);
  const box = plotBox(site, 3);
  const grid = gridOver(box, cellM);
  const open = sheets(site).map((ids, i) => layersOf(site, ids, grid, i === 0));
  const cells = open.flat().reduce((n, l) => n + l.cells.length, 0);
  UNITS.forEach((u) => arrivalsOf(scene, u));
  const run = () => open.map((layers) => settledFields(fieldBase(scene, undefined, grid, layers), UNITS));
  // Warm, as the plain loop is long before it ends.
  let fields = run();
  const fastMs = median(Array.from({ length: 3 }, () => time(() => (fields = run()))));
  let worst = 0;
  const plainMs =
    sample *
    time(() =>
      open.forEach((layers, s) => {
        const part = thinned(layers, sample);
        UNITS.forEach((u, i) => {
          const plain = plainField(scene, u, grid, part);
          for (const l of part)
            for (const c of l.cells)
              for (let b = 0; b < 3; b++)
                worst = Math.max(worst, Math.abs(plain[b]![c]! - fields[s]![i]![b]![c]!));
        });
      }),
    );
  console.log(
    `${name}: ${scene.barriers.length} walls, ${portalsOf(scene).length} edges, ${cells} cells × ${UNITS.length} units × 3 bands at ${cellM} m\n` +
      `  settled field ${fastMs.toFixed(0)} ms, plain triple loop ${plainMs.toFixed(0)} ms${sample > 1 ? ` (from every ${sample}th cell)` : ''}: ${(plainMs / fastMs).toFixed(1)} times faster, largest difference ${worst.toFixed(4)} dB`,
  );
  const { straightMs, bareMs } = straightOnly(site, cellM);
  console.log(
    `  against a bare loop of free space alone (${bareMs.toFixed(1)} ms): straight lines ${(straightMs / bareMs).toFixed(1)} times, with ways round ${(fastMs / bareMs).toFixed(0)} times`,
  );
  return { ms: fastMs, cells, edges: portalsOf(scene).length };
}

/** The physical limit: a bare loop that does nothing but free space for every cell, unit and band. */
function bareLoop(layers: readonly (readonly Layer[])[], cells: number): Float32Array {
  const out = new Float32Array(3 * cells);
  let n = 0;
  for (const u of UNITS)
    for (const layer of layers.flat()) {
      const dz = layer.levelM - u.z;
      for (let i = 0; i < layer.cells.length; i++) {
        const dx = layer.xs[i]! - u.x;
        const dy = layer.ys[i]! - u.y;
        const space = 10 * Math.log10(Math.max(0.25, dx * dx + dy * dy + dz * dz));
        for (let b = 0; b < 3; b++) out[n++ % out.length] = space + BAND_MHZ[b]!;
      }
    }
  return out;
}

/** Straight lines alone, without ways round. */
function straightOnly(site: Site, cellM: number): { straightMs: number; bareMs: number } {
  const scene = buildScene(site);
  const grid = gridOver(plotBox(site, 3), cellM);
  const open = sheets(site).map((ids, i) => layersOf(site, ids, grid, i === 0));
  const bases = open.map((layers) => fieldBase(scene, undefined, grid, layers));
  const cells = open.flat().reduce((n, l) => n + l.cells.length, 0);
  const straight = () => bases.forEach((base) => UNITS.forEach((u) => straightField(base, u)));
  straight();
  bareLoop(open, cells);
  const many = (work: () => void) => median(Array.from({ length: 9 }, () => time(work)));
  return { straightMs: many(straight), bareMs: many(() => bareLoop(open, cells)) };
}

function drag(name: string, site: Site, cellM: number): Run {
  const scene = buildScene(site);
  const grid = gridOver(plotBox(site, 3), cellM);
  const layersFor = (g: Grid) => layersOf(site, sheets(site)[0]!, g, true);
  const layers = layersFor(grid);
  const base = fieldBase(scene, undefined, grid, layers);
  draggedField(base, UNITS[0]!, layersFor);
  const moves = Array.from({ length: MOVES }, (_, i) =>
    time(() => draggedField(base, { x: 4 + i * 0.1, y: 8, z: 1.4 }, layersFor)),
  );
  console.log(
    `${name}: a dragged unit at ${cellM} m, median of ${MOVES} moves ${median(moves).toFixed(1)} ms, the slowest ${Math.max(...moves).toFixed(0)} ms (Node)`,
  );
  const cells = layers.reduce((n, l) => n + l.cells.length, 0);
  return { ms: median(moves), cells, edges: portalsOf(scene).length };
}

const quick = process.argv.includes('--quick');
const survey = process.argv.includes('--survey');
if (survey) {
  await surveyFrames();
  process.exit(0);
}
if (process.argv.includes('--plan')) {
  await planFrames();
  process.exit(0);
}
if (process.argv.includes('--felt')) {
  await felt();
  process.exit(0);
}
if (process.argv.includes('--suggests')) {
  await suggests();
  process.exit(0);
}
if (process.argv.includes('--field')) {
  full('Farm', farmSite(), 0.25, 25);
  growth('a dragged unit', drag('Farm', farmSite(), 0.5), drag('Estate of ten farms', estate(10), 0.5));
  growth(
    'the settled field',
    full('Farm', farmSite(), 1, 10),
    full('Estate of ten farms', estate(10), 1, 400),
  );
  process.exit(0);
}
if (process.argv.includes('--numbers')) {
  numbers();
  process.exit(0);
}
if (process.argv.includes('--meter')) {
  await meter();
  process.exit(0);
}
if (process.argv.includes('--phone')) {
  await phonePage();
  process.exit(0);
}
if (process.argv.includes('--csv')) {
  await csvImport();
  process.exit(0);
}
const only = process.argv.indexOf('--opens');
if (only > 0) {
  await opens(process.argv[only + 1] ?? null);
  process.exit(0);
}
numbers();
full('Farm', farmSite(), quick ? 1 : 0.25, quick ? 1 : 25);
drag('Farm', farmSite(), 0.25);
const smallDrag = drag('Farm', farmSite(), 0.5);
if (!quick) {
  const big = estate(10);
  // Coarser cells: ten farms at 0.25 m would take the plain loop more than a day.
  const small = full('Farm', farmSite(), 1, 1);
  const large = full('Estate of ten farms', big, 1, 400);
  growth('the settled field', small, large);
  growth('a dragged unit', smallDrag, drag('Estate of ten farms', big, 0.5));
  await browserDrag(MOVES);
  await surveyFrames();
  await planFrames();
  await opens(null);
  await suggests();
  await meter();
  await phonePage();
  await csvImport();
}
