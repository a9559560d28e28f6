import { readFileSync, statSync, writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { parse } from '../core';
import { tooLarge } from '../core/job/parse';
import type { Problem } from '../core/job/problem';
import type { JobFile } from '../core/job/jobFile';
import { checkSurvey } from '../core/site/check/survey';
import { backup, restore } from './backup';
import { CALCULATORS, CALCULATOR_USAGE, isCalculator } from './calculators';
import { CATALOGUE } from '../core/kit/catalogue/catalogue';
import { readKitCsv, writeKitCsv } from '../core/kit/catalogue/kitCsv';
import { allMaterials } from '../core/kit/model/materialItems';
import { designLines, designReport } from './design';
import { compareLines, compareReport, kitLines } from './offers';
import { isPaperLanguage } from '../papers/job';
import { isPaperName } from '../papers/papers';
import { reportBytes } from './report';
import { reportJson } from './reportSchemas';
import { predictReport, surveyReport, verifyReport } from './reports';
import { sheetLines, sheetReport } from './sheet';
import { explainLines, predictLines, surveyLines, verifyLines } from './text';

const USAGE = `nestle — the core without a browser

  nestle check   JOB.json [--json]                 every problem of a job file with its path; exits 1 when there is one
  nestle predict JOB.json [--option NAME] [--json] prediction of every spot under an option: the accepted one, else the first
  nestle predict JOB.json --explain SPOT           one spot in words, by number, name or id
  nestle compare JOB.json [--json]                 the options of a job side by side, each with its parts
  nestle design  JOB.json [--policy NAME] [--chance 0.9] [--units 4] [--from OPTION] [--json]
                                                   the plan worth most by a way of working (free, wire-first, spend-least …), its proof and
                                                   its chance, beginning with an option and its locks; progress on standard error
  nestle kit     list [JOB.json] [--json]          the catalogue, with a job’s own items before it
  nestle kit     export [JOB.json]                 the same as CSV
  nestle kit     import KIT.csv [--json]           checks a table of kit and says what is in it; exits 1 with every bad line
  nestle survey  JOB.json [--json]                 rooms with their areas, the shortest walk, what is worth a look
  nestle sheet   JOB.json [--json]                 the run sheet of the accepted option, else the first: each step with its acts
  nestle verify  JOB.json [--json]                 before, after and verdict of every spot
  nestle report  JOB.json [--paper hand-over] [--language de] [--letter] [--html] --out FILE
                                                   a paper as PDF or as one file of HTML: hand-over, offer or record

  nestle backup  FILE                              a consistent copy of the live database, while the server runs
  nestle restore FILE                              puts such a copy back; stop the server first

Calculators, each with --json:
${CALCULATOR_USAGE}
`;

function fail(problems: readonly Problem[], json: boolean): never {
  if (json) console.log(reportJson('problems', { ok: false, problems }));
  else for (const p of problems) console.error(p.path ? `${p.path}: ${p.message}` : p.message);
  process.exit(1);
}

/** A file as text; a file that cannot be read or is too large ends the call in words. */
function readText(path: string, json: boolean): string {
  try {
    const large = tooLarge(statSync(path).size);
    if (large) fail([large], json);
    return readFileSync(path, 'utf8');
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code;
    return fail(
      [{ path: '', message: `${path} cannot be read (${code ?? 'unknown reason'}): check the name.` }],
      json,
    );
  }
}

function load(path: string | undefined, json: boolean): JobFile {
  if (!path) {
    console.error(USAGE);
    process.exit(2);
  }
  const parsed = parse(readText(path, json));
  if (!parsed.ok) fail(parsed.problems, json);
  return parsed.job;
}

/** `nestle kit`: lists, exports or checks a catalogue. */
function kitCommand([act, path]: readonly string[], json: boolean): void {
  if (act === 'list' || act === 'export') {
    const plan = path ? load(path, json).plan : { ownKit: [], ownMaterials: [] };
    const all = {
      kit: [...plan.ownKit, ...CATALOGUE.filter((k) => !plan.ownKit.some((o) => o.id === k.id))],
      materials: allMaterials(plan.ownMaterials),
    };
    if (act === 'export') process.stdout.write(writeKitCsv(all.kit, all.materials));
    else console.log(json ? reportJson('kit', all) : kitLines(all));
    return;
  }
  if (act === 'import' && path) {
    const read = readKitCsv(readText(path, json));
    if (!read.ok)
      fail(
        read.problems.map((p) => ({ path: `line ${p.line}`, message: p.message })),
        json,
      );
    console.log(json ? reportJson('kit', read) : kitLines(read));
    return;
  }
  console.error(`Say what to do with the kit: list, export or import FILE.\n\n${USAGE}`);
  process.exit(2);
}

/** `nestle report`: writes a paper of a job into a file. */
async function reportCommand(
  path: string | undefined,
  { paper = 'hand-over', language, letter, html, out, json }: ReturnType<typeof argumentsOf>['values'],
): Promise<void> {
  if (!isPaperName(paper))
    fail([{ path: '--paper', message: `there is no paper "${paper}": hand-over, offer or record.` }], json);
  if (language !== undefined && !isPaperLanguage(language))
    fail([{ path: '--language', message: `there is no language "${language}": en or de.` }], json);
  if (!out) fail([{ path: '--out', message: 'say which file to write, such as --out hand-over.pdf.' }], json);
  const bytes = await reportBytes(load(path, json), {
    paper,
    language: language ?? null,
    size: letter ? 'LETTER' : 'A4',
    asHtml: html,
  });
  try {
    writeFileSync(out, bytes);
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code;
    fail([{ path: '--out', message: `${out} cannot be written (${code ?? 'unknown reason'}).` }], json);
  }
  console.log(`${out}: ${Math.round(bytes.length / 1024)} kB`);
}

/** The arguments of the call; what is wrong with them ends it in words. */
function argumentsOf() {
  try {
    return parseArgs({
      allowPositionals: true,
      options: {
        json: { type: 'boolean', default: false },
        option: { type: 'string' },
        explain: { type: 'string' },
        policy: { type: 'string' },
        chance: { type: 'string' },
        units: { type: 'string' },
        from: { type: 'string' },
        paper: { type: 'string' },
        language: { type: 'string' },
        letter: { type: 'boolean', default: false },
        html: { type: 'boolean', default: false },
        out: { type: 'string' },
        help: { type: 'boolean' },
      },
    });
  } catch (error) {
    const words = (error as Error).message;
    console.error(
      words.includes('--explain')
        ? '--explain needs a spot: its number, name or id, such as --explain 4.'
        : `${words}\n\n${USAGE}`,
    );
    process.exit(2);
  }
}

async function main(): Promise<void> {
  const asked = process.argv[2];
  if (asked && isCalculator(asked)) {
    const rest = process.argv.slice(3);
    const json = rest.includes('--json');
    const result = CALCULATORS[asked](rest.filter((a) => a !== '--json'));
    if (!result.ok) fail([{ path: asked, message: result.message }], json);
    console.log(json ? reportJson('calculator', result.value) : result.words);
    return;
  }
  const { values, positionals } = argumentsOf();
  const [command, path] = positionals;
  const json = values.json;
  if (values.help || !command) {
    console.log(USAGE);
    return;
  }
  if (command === 'check') {
    const job = load(path, json);
    const notices = checkSurvey(job.site);
    if (json) console.log(reportJson('check', { ok: true, problems: [], notices }));
    else {
      console.log(`${job.name}: no problems.`);
      for (const n of notices) console.log(`worth a look: ${n.message}`);
    }
    return;
  }
  if (command === 'predict') {
    const report = predictReport(load(path, json), values.option);
    if (!report.ok) fail([{ path: 'plan.options', message: report.message }], json);
    const { explain } = values;
    if (explain === '') fail([{ path: '--explain', message: 'needs a spot: its number, name or id.' }], json);
    const spot =
      explain === undefined
        ? null
        : report.report.spots.find((s) => [String(s.number), s.name, s.spotId].includes(explain));
    if (spot === undefined) fail([{ path: 'site.spots', message: `there is no spot "${explain}"` }], json);
    if (spot) console.log(json ? reportJson('explain', spot) : explainLines(spot));
    else console.log(json ? reportJson('predict', report.report) : predictLines(report.report));
    return;
  }
  if (command === 'compare') {
    const report = compareReport(load(path, json));
    console.log(json ? reportJson('compare', report) : compareLines(report));
    return;
  }
  if (command === 'design') {
    const report = await designReport(load(path, json), values, (words) => console.error(words));
    if (!report.ok) fail([{ path: report.path, message: report.message }], json);
    console.log(json ? reportJson('design', report.report) : designLines(report.report));
    return;
  }
  if (command === 'kit') {
    kitCommand(positionals.slice(1), json);
    return;
  }
  if (command === 'survey') {
    const report = surveyReport(load(path, json));
    console.log(json ? reportJson('survey', report) : surveyLines(report));
    return;
  }
  if (command === 'sheet') {
    const report = sheetReport(load(path, json));
    console.log(json ? reportJson('sheet', report) : sheetLines(report));
    return;
  }
  if (command === 'verify') {
    const report = verifyReport(load(path, json));
    console.log(json ? reportJson('verify', report) : verifyLines(report));
    return;
  }
  if (command === 'report') {
    await reportCommand(path, values);
    return;
  }
  if (command === 'backup' || command === 'restore') {
    const done = command === 'backup' ? await backup(path) : restore(path, new Date());
    if (!done.ok) fail([{ path: '', message: done.message }], json);
    console.log(done.words);
    return;
  }
  console.error(`Unknown command "${command}".\n\n${USAGE}`);
  process.exit(2);
}

await main();
