import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { CATALOGUE } from './catalogue';
import { KIT_COLUMNS, readKitCsv, writeKitCsv } from './kitCsv';
import { MATERIALS, cheapestPacking } from '../model/materialItems';

describe('kit as a table', () => {
  test('the catalogue goes out and comes back the same', () => {
    const read = readKitCsv(writeKitCsv(CATALOGUE, MATERIALS));
    expect(read.ok && read.kit).toEqual(CATALOGUE);
    expect(read.ok && read.materials).toEqual(MATERIALS);
  });
  test('what begins like a formula is none in a spreadsheet, and comes back as it was', () => {
    const [first, ...others] = CATALOGUE;
    const odd = [{ ...first!, label: '=HYPERLINK("x")', about: '@home' }, ...others];
    const csv = writeKitCsv(odd, MATERIALS);
    expect(csv).toContain("'=HYPERLINK");
    expect(csv).not.toMatch(/(^|[,"\n])[=@]/);
    const read = readKitCsv(csv);
    expect(read.ok && read.kit).toEqual(odd);
  });
  test('an empty cell of a detail leaves its default; a mark at the head of the file does no harm', () => {
    const csv =
      '\uFEFFsort,id,kind,label,about,costMinor,radios,feeds,portMbps,handsMin,waitMin\nunit,x,node,"X, ours",,100,5 ax 2 80 20 access,line; wireless,1000,5,5\n';
    const read = readKitCsv(csv);
    expect(read).toMatchObject({
      ok: true,
      kit: [{ label: 'X, ours', ports: 2, stands: [], mount: 'shelf' }],
    });
  });
  test.each([
    ['', 1, 'empty'],
    ['sort,id,kind,label\n', 1, 'columns missing: costMinor'],
    ['sort,id,kind,label,costMinor,colour\n', 1, 'columns nobody knows: colour'],
    ['sort,id,kind,label,costMinor\nthing,x,node,X,1\n', 2, 'neither unit nor material'],
    ['sort,id,kind,label,costMinor\nmaterial,x,lead,X,free\n', 2, 'costMinor'],
    ['sort,id,kind,label,costMinor\nmaterial,x,lead,X,1\nmaterial,x,lead,X,1\n', 3, 'stands twice'],
    [
      'sort,id,kind,label,costMinor,radios,feeds,portMbps,handsMin,waitMin\nunit,x,node,X,1,5 ax 2 80 99 access,line,1000,1,1\n',
      2,
      '36 dBm',
    ],
  ])('%j is refused with its line', (csv, line, message) => {
    const read = readKitCsv(csv);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.problems[0]).toMatchObject({ line, message: expect.stringContaining(message) });
  });
  test('whatever it is given, it answers', () => {
    const cell = fc.oneof(
      fc.string(),
      fc.constantFrom('unit', 'material', '5 ax 2 80 20', '; ;', '-1', 'true'),
    );
    fc.assert(
      fc.property(fc.array(fc.array(cell, { maxLength: 40 }), { maxLength: 6 }), (rows) => {
        const text = [KIT_COLUMNS.join(), ...rows.map((r) => r.map((c) => JSON.stringify(c)).join())].join(
          '\n',
        );
        const read = readKitCsv(text);
        if (!read.ok) expect(read.problems.length).toBeGreaterThan(0);
      }),
      { numRuns: 200 },
    );
  });
});

test('packing buys at least what is wanted, and never dearer than singles or than one piece more', () => {
  const packs = fc.array(
    fc.record({ pieces: fc.integer({ min: 2, max: 5 }), costMinor: fc.integer({ min: 1, max: 500 }) }),
    { maxLength: 3 },
  );
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 12 }),
      fc.integer({ min: 1, max: 200 }),
      packs,
      (pieces, single, list) => {
        const p = cheapestPacking(pieces, single, list);
        const bought = p.singles + p.packs.reduce((n, x) => n + x.pieces * x.count, 0);
        expect(bought).toBe(pieces + p.spares);
        expect(p.costMinor).toBe(p.singles * single + p.packs.reduce((n, x) => n + x.costMinor * x.count, 0));
        expect(p.costMinor).toBeLessThanOrEqual(pieces * single);
        expect(p.costMinor).toBeLessThanOrEqual(cheapestPacking(pieces + 1, single, list).costMinor);
      },
    ),
  );
});
