import { readFileSync, statSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { parseJobFile, tooLarge, type Problem } from '../core/file/parse';
import type { JobFile } from '../core/file/jobFile';
import { checkSurvey } from '../core/site/check';
import { predictReport, verifyReport } from './reports';
import { predictLines, verifyLines } from './text';

const USAGE = `nestle — the core without a browser

  nestle check   JOB.json [--json]                 every problem of a job file with its path; exits 1 when there is one
  nestle predict JOB.json [--option NAME] [--json] prediction of every spot under the chosen option
  nestle verify  JOB.json [--json]                 before, after and verdict of every spot
`;

function fail(problems: readonly Problem[], json: boolean): never {
  if (json) console.log(JSON.stringify({ ok: false, problems }, null, 2));
  else for (const p of problems) console.error(p.path ? `${p.path}: ${p.message}` : p.message);
  process.exit(1);
}

function load(path: string | undefined, json: boolean): JobFile {
  if (!path) {
    console.error(USAGE);
    process.exit(2);
  }
  let text: string;
  try {
    const large = tooLarge(statSync(path).size);
    if (large) fail([large], json);
    text = readFileSync(path, 'utf8');
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code;
    fail(
      [{ path: '', message: `${path} cannot be read (${code ?? 'unknown reason'}): check the name.` }],
      json,
    );
  }
  const parsed = parseJobFile(text);
  if (!parsed.ok) fail(parsed.problems, json);
  return parsed.job;
}

function main(): void {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: {
      json: { type: 'boolean', default: false },
      option: { type: 'string' },
      help: { type: 'boolean' },
    },
  });
  const [command, path] = positionals;
  const json = values.json;
  if (values.help || !command) {
    console.log(USAGE);
    return;
  }
  if (command === 'check') {
    const job = load(path, json);
    const notices = checkSurvey(job.site);
    if (json) console.log(JSON.stringify({ ok: true, problems: [], notices }, null, 2));
    else {
      console.log(`${job.name}: no problems.`);
      for (const n of notices) console.log(`worth a look: ${n.message}`);
    }
    return;
  }
  if (command === 'predict') {
    const report = predictReport(load(path, json), values.option);
    if (!report.ok) fail([{ path: 'plan.options', message: report.message }], json);
    console.log(json ? JSON.stringify(report.report, null, 2) : predictLines(report.report));
    return;
  }
  if (command === 'verify') {
    const report = verifyReport(load(path, json));
    console.log(json ? JSON.stringify(report, null, 2) : verifyLines(report));
    return;
  }
  console.error(`Unknown command "${command}".\n\n${USAGE}`);
  process.exit(2);
}

main();
