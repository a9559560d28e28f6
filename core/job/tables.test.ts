import { describe, expect, test } from '@jest/globals';
import Papa from 'papaparse';
import { strToU8, zipSync } from 'fflate';
import { alderCottage } from '../../demo/finished';
import { evidenceOf } from '../evidence/fold';
import { guessColumns } from '../intake/readingsCsv';
import { readingsOf } from '../intake/readingsTable';
import { writeJobFile } from './jobFile';
import { isZip, readJobZip, writeJobZip } from './jobZip';
import { parseJobFile } from './parse';
import { devicesCsv, readingsCsv, spotsCsv } from './tables';

const job = alderCottage();
const rowsOf = (csv: string) =>
  Papa.parse<Record<string, string>>(csv, { header: true, skipEmptyLines: true }).data;

describe('tables', () => {
  test('every reading is a row, and those at spots come back in as they were', () => {
    const csv = readingsCsv(job);
    expect(csv.endsWith('\r\n')).toBe(true);
    const e = evidenceOf(job.evidence);
    expect(rowsOf(csv)).toHaveLength(e.readings.length);
    const [headings, ...rows] = Papa.parse<string[]>(csv.trim()).data;
    const atSpots = rows.filter((r) => r[0] !== '');
    const read = readingsOf(
      { headings: headings!, rows: atSpots, firstLine: 2 },
      guessColumns(headings!),
      job.site.spots,
      { now: '2026-12-01T00:00:00Z', order: 'dayFirst', toIso: (text) => text },
    );
    const spots = e.readings.filter((r) => r.subject.kind === 'spot');
    expect(atSpots).toHaveLength(spots.length);
    expect(read.unknown).toEqual([]);
    expect(read.readings.map((r) => [r.downMbps, r.upMbps, r.loadedMs, r.rssiDbm])).toEqual(
      spots.map((r) => [r.downMbps, r.upMbps, r.loadedMs, r.rssiDbm]),
    );
  });
  test('what begins like a formula is none', () => {
    const spot = { ...job.site.spots[0]!, name: '=1+2', complaint: '@x, "y"' };
    const csv = spotsCsv({ ...job, site: { ...job.site, spots: [spot] } });
    expect(rowsOf(csv)[0]).toMatchObject({ name: "'=1+2", complaint: `'@x, "y"` });
    expect(rowsOf(devicesCsv(job)).map((d) => [d.name, d.joined])).toEqual([
      ['Lathe tablet', 'yes'],
      ['Door bell', 'yes'],
    ]);
  });
});

describe('the archive', () => {
  const picture = {
    id: 'pic-1',
    type: 'image/png',
    base64:
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  };
  const whole = { ...job, pictures: [picture] };
  test('comes back byte for byte, pictures too, and is the same archive again', () => {
    const zip = writeJobZip(whole);
    expect(isZip(zip)).toBe(true);
    const read = readJobZip(zip);
    const parsed = read.ok ? parseJobFile(read.text) : null;
    expect(parsed?.ok && writeJobFile(parsed.job)).toBe(writeJobFile(whole));
    expect(parsed?.ok && writeJobZip(parsed.job)).toEqual(zip);
  });
  test('what is in it beside a job is not unpacked, and what holds none is refused in words', () => {
    const more = zipSync({
      'job.nestle.json': strToU8(writeJobFile(job)),
      '../../evil': strToU8('x'),
      'pictures/../../evil.png': strToU8('x'),
      'readme.txt': strToU8('x'),
    });
    const read = readJobZip(more);
    expect(read.ok && parseJobFile(read.text).ok).toBe(true);
    expect(readJobZip(zipSync({ 'other.json': strToU8('{}') }))).toMatchObject({ ok: false });
    expect(readJobZip(strToU8('PK not an archive'))).toMatchObject({ ok: false });
  });
  test('an archive that says it is larger than a job may be is not unpacked', () => {
    const zip = zipSync({ 'job.nestle.json': new Uint8Array(100 * 1024 * 1024) });
    expect(zip.length).toBeLessThan(1_000_000);
    const read = readJobZip(zip);
    expect(read.ok ? '' : read.message).toContain('more than 96 MB');
  });
});
