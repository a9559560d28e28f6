import { writeFileSync } from 'node:fs';
import { causes } from './causes';
import { goneInHouses } from './gone';
import { contradicted } from './contradicted';
import { Z90 } from '../core/radio/learning/beliefs';
import {
  SITUATIONS,
  mean,
  proveHouse,
  rmse,
  type HouseResult,
  type LevelCheck,
  type SpeedCheck,
} from './truth';

const BAND_NAMES = ['2.4 GHz', '5 GHz', '6 GHz'];
const percent = (share: number) => Math.round(1000 * share) / 10;
const tenth = (v: number) => Math.round(10 * v) / 10;
const hundredth = (v: number) => Math.round(100 * v) / 100;

const about = (list: readonly LevelCheck[]) => ({
  levels: list.length,
  missDb: hundredth(rmse(list)),
  biasDb: tenth(mean(list.map((e) => e.offDb))),
  insidePercent: percent(mean(list.map((e) => Number(Math.abs(e.offDb) <= Z90 * e.sigmaDb)))),
});

function levelFigures(list: readonly LevelCheck[]) {
  const by = (of: (e: LevelCheck) => boolean) => about(list.filter(of));
  return {
    bands: BAND_NAMES.map((name, b) => ({ name, ...by((e) => e.band === b) })),
    situations: [
      ...SITUATIONS.map((name) => ({ name, ...by((e) => e.situation === name) })),
      { name: 'round an edge', ...by((e) => e.isRoundEdge) },
    ],
    toldWeak: by((e) => e.predictedDbm < -70),
    trulyWeak: by((e) => e.truthDbm < -70),
    insidePercent: percent(mean(list.map((e) => Number(Math.abs(e.offDb) <= Z90 * e.sigmaDb)))),
  };
}

function speedFigures(list: readonly SpeedCheck[]) {
  const serves = list.filter((s) => s.serves);
  return {
    insidePercent: percent(mean(list.map((s) => Number(s.inside)))),
    belowPercent: percent(mean(list.map((s) => Number(s.low)))),
    saidToServe: serves.length,
    falsePercent: percent(mean(serves.map((s) => Number(!s.servesTruly)))),
  };
}

/** What came of many houses, for a page that people read. */
function figuresOf(houses: readonly HouseResult[]) {
  const weakest = [...houses].sort((a, b) => rmse(b.after) - rmse(a.after)).slice(0, 5);
  return {
    houses: houses.length,
    levels: houses.reduce((n, h) => n + h.after.length, 0),
    better: houses.filter((h) => rmse(h.after) < rmse(h.before)).length,
    multiWall: levelFigures(houses.flatMap((h) => h.multiWall)),
    before: levelFigures(houses.flatMap((h) => h.before)),
    after: levelFigures(houses.flatMap((h) => h.after)),
    speedsBefore: speedFigures(houses.flatMap((h) => h.speedsBefore)),
    speedsAfter: speedFigures(houses.flatMap((h) => h.speedsAfter)),
    weakest: weakest.map((h) => ({
      house: h.seed,
      beforeDb: tenth(rmse(h.before)),
      afterDb: tenth(rmse(h.after)),
    })),
  };
}

function print(
  name: string,
  levels: ReturnType<typeof levelFigures>,
  speeds: ReturnType<typeof speedFigures> | null,
): void {
  const text = (a: ReturnType<typeof about>) =>
    `${a.missDb.toFixed(2)} (${a.biasDb >= 0 ? '+' : ''}${a.biasDb.toFixed(1)}, ${a.levels}, ${a.insidePercent} %)`;
  console.log(`${name}: missed by dB RMS (bias, levels, share within their range)`);
  console.log(`  ${levels.bands.map((b) => `${b.name} ${text(b)}`).join(', ')}`);
  console.log(`  told below −70 dBm ${text(levels.toldWeak)}, truly below −70 dBm ${text(levels.trulyWeak)}`);
  console.log(`  ${levels.situations.map((s) => `${s.name} ${text(s)}`).join(', ')}`);
  console.log(`  levels within their stated range ${levels.insidePercent} %`);
  if (speeds)
    console.log(
      `  speeds within theirs ${speeds.insidePercent} %, below it ${speeds.belowPercent} %; false "serves" ${speeds.falsePercent} % of ${speeds.saidToServe}`,
    );
}

/** Readings one after another: on average over many houses more of them never make it worse. */
function laws(count: number): void {
  const reads = [0, 2, 4, 8, 12];
  const errors = reads.map((read) =>
    mean(Array.from({ length: count }, (_, i) => rmse(proveHouse(1000 + i, { read }).after))),
  );
  console.log(
    `${count} houses: mean miss with ${reads.map((r, i) => `${r} spots read ${errors[i]!.toFixed(2)} dB`).join(', ')}`,
  );
  const blind = mean(
    Array.from({ length: count }, (_, i) => rmse(proveHouse(1000 + i, { noteBand: false }).after)),
  );
  console.log(`  with the band never noted ${blind.toFixed(2)} dB`);
}

const args = process.argv.slice(2);
const count = Number(
  args.find((a) => /^\d+$/.test(a)) ?? (args.includes('--laws') ? 200 : args.includes('--causes') ? 20 : 60),
);
if (args.includes('--gone')) goneInHouses(count);
else if (args.includes('--causes'))
  await causes(count, !args.includes('--unread'), args.includes('--remedies'));
else if (args.includes('--asked')) contradicted(count);
else if (args.includes('--laws')) laws(count);
else {
  // The constants were set on the first sixty: what is held to is said of others.
  const from = args.includes('--held') ? 61 : 1;
  const isHarsh = args.includes('--harsh');
  const told = (isHarsh: boolean) => {
    const figures = figuresOf(Array.from({ length: count }, (_, i) => proveHouse(from + i, { isHarsh })));
    console.log(
      `${figures.houses} practice houses from ${from} on${isHarsh ? ', old and badly surveyed' : ''}, 12 spots read three times each, ${figures.levels} levels never read`,
    );
    print('Plain multi-wall', figures.multiWall, null);
    print('Before any reading', figures.before, figures.speedsBefore);
    print('After the readings', figures.after, figures.speedsAfter);
    console.log(`Better with the readings: ${figures.better} of ${figures.houses} houses`);
    console.log(
      `Weakest: ${figures.weakest.map((w) => `house ${w.house} ${w.afterDb} dB (before ${w.beforeDb})`).join(', ')}`,
    );
    return figures;
  };
  if (args.includes('--write')) {
    const both = { drawnWell: told(false), drawnBadly: told(true) };
    writeFileSync('core/readings/howTrue.json', `${JSON.stringify(both, null, 2)}\n`);
  } else told(isHarsh);
}
