import { readFileSync, writeFileSync } from 'node:fs';
import { z } from 'zod';
import { report } from '../cli/reportSchemas';
import { jobFile } from '../core/job/jobFile';

/** Writes the JSON Schemas of the job file and of what the command line prints from the Zod schemas; with --check only compares. */
const SCHEMAS = { 'docs/job-file.schema.json': jobFile, 'docs/report.schema.json': report };
for (const [path, schema] of Object.entries(SCHEMAS)) {
  const text = `${JSON.stringify(z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }), null, 2)}\n`;
  if (!process.argv.includes('--check')) writeFileSync(path, text);
  else if (readFileSync(path, 'utf8') !== text) {
    console.error(`${path} is out of date: run "npm run schema" and commit it.`);
    process.exit(1);
  }
}
