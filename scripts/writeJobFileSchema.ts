import { readFileSync, writeFileSync } from 'node:fs';
import { z } from 'zod';
import { jobFile } from '../core/job/jobFile';

/** Writes the JSON Schema of the job file from the Zod schema; with --check only compares. */
const PATH = 'docs/job-file.schema.json';
const text = `${JSON.stringify(z.toJSONSchema(jobFile, { io: 'input', unrepresentable: 'any' }), null, 2)}\n`;
if (!process.argv.includes('--check')) writeFileSync(PATH, text);
else if (readFileSync(PATH, 'utf8') !== text) {
  console.error(`${PATH} is out of date: run "npm run schema" and commit it.`);
  process.exit(1);
}
