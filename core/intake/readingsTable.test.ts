import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { guessColumns, numberIn } from './readingsCsv';
import { readTable, readingsOf, type TextTable } from './readingsTable';

const spots = [
  { id: 's1', number: 1, name: 'Kitchen table' },
  { id: 's2', number: 2, name: 'Attic' },
];
const time = {
  now: '2026-06-03T09:00:00.000Z',
  order: 'dayFirst' as const,
  toIso: (text: string) => (/^\d{4}-\d\d-\d\dT/.test(text) ? text : null),
};
const table = (text: string): TextTable => {
  const read = readTable(text);
  if (!read.ok) throw new Error(read.words);
  return read.table;
};
const readings = (text: string) => {
  const t = table(text);
  return readingsOf(t, guessColumns(t.headings), spots, time);
};

test('columns are guessed by their headings, each thing once', () => {
  expect(guessColumns(['Room', 'Download (Mbit/s)', 'Upload', 'Ping', 'RSSI', 'Date', 'Zzz', 'up'])).toEqual([
    'spot',
    'down',
    'up',
    'idle',
    'level',
    'at',
    null,
    null,
  ]);
});

test.each([
  ['24.5', 24.5],
  ['24,5', 24.5],
  ['−71', -71],
  ['12 Mb/s', 12],
  ['', null],
  ['n/a', null],
  ['fast', undefined],
  ['1e9', undefined],
  ['Infinity', undefined],
])('“%s” is %p', (text, value) => expect(numberIn(text)).toBe(value));

describe('a table of readings', () => {
  test('bars in place of a level, as people write them; a level beside them counts alone', () => {
    const { readings: got, bad } = readings(
      'spot,down,up,signal,bars\n1,38,9,,3 of 4\n1,38,9,,1/4\n2,,,,0of5\n1,38,9,-60,4of4\n1,38,9,,5 of 4\n1,38,9,,three\n',
    );
    expect(got.map((r) => [r.rssiDbm, r.bars])).toEqual([
      [null, { shown: 3, of: 4 }],
      [null, { shown: 1, of: 4 }],
      [null, { shown: 0, of: 5 }],
      [-60, undefined],
    ]);
    expect(bad.map((b) => b.line)).toEqual([6, 7]);
    expect(bad[0]!.words).toContain('“5 of 4” does not say how many of how many');
  });
  test('commas, semicolons, tabs; quotes; spots by number or name; a time or now', () => {
    const { readings: got, bad } = readings(
      'spot;down;up;signal;note;date\n1;"38,5";9;-71;"door; closed";2026-06-03T10:00:00Z\nattic;0;0;;;\n',
    );
    expect(bad).toEqual([]);
    expect(got).toMatchObject([
      {
        spotId: 's1',
        downMbps: 38.5,
        upMbps: 9,
        rssiDbm: -71,
        note: 'door; closed',
        at: '2026-06-03T10:00:00Z',
      },
      { spotId: 's2', connected: false, downMbps: null, at: time.now },
    ]);
  });
  test('rows that cannot be taken are named by their line, with a reason; the others are taken', () => {
    const { readings: got, bad } = readings(
      'spot,down,up,band\n1,38,9,5\ncellar,1,1,\n1,fast,1,\n2,200000,1,\n\n2,,,\n2,8,2,7\n2,8,2,2.4 GHz\n',
    );
    expect(got).toHaveLength(2);
    expect(bad.map((b) => [b.line, b.words])).toEqual([
      [3, 'there is no spot “cellar”'],
      [4, 'Down, Mb/s: “fast” is no number'],
      [5, 'Down, Mb/s: 200000 is out of range'],
      [7, 'holds no speed, level, bars or round trip'],
      [8, 'Band, GHz: “7” is none of 2.4, 5, 6'],
    ]);
  });
  test('a list of objects is a table too', () => {
    expect(readings('[{"spot":1,"down":20,"up":5},{"spot":"Attic","down":2}]').readings).toHaveLength(2);
  });
  test.each(['', 'hello', '[1,2]', '[{'])('“%s” is no table, in words', (text) => {
    const read = readTable(text);
    expect(read.ok ? 'read' : read.words).toMatch(/table|JSON|reading/);
  });
  test('whatever is pasted, nothing throws and every row is either taken or named', () => {
    const cell = fc.oneof(fc.string(), fc.constantFrom('1', '2', 'Attic', '38', '-71', '"', ',', ';', '\n'));
    fc.assert(
      fc.property(fc.array(fc.array(cell, { maxLength: 6 }), { maxLength: 8 }), (rows) => {
        const read = readTable(`spot,down,up,level\n${rows.map((r) => r.join(',')).join('\n')}`);
        if (!read.ok) return;
        const { readings: got, bad } = readingsOf(read.table, ['spot', 'down', 'up', 'level'], spots, time);
        const filled = read.table.rows.filter((r) => r.some((c) => c.trim() !== ''));
        expect(got.length + bad.length).toBe(filled.length);
      }),
      { numRuns: 60 },
    );
  });
});

test('what a table calls a room is said by hand to be a spot, and only to one that is there', () => {
  const read = readTable('room,down,up\nSalon,20,5\nSalon,22,6\nAttic,3,1\nDesk,30,9\n');
  const table = read.ok ? read.table : null!;
  const list = [{ id: 's1', number: 1, name: 'Desk' }];
  const columns = guessColumns(table.headings);
  const plain = readingsOf(table, columns, list, time);
  expect(plain.unknown).toEqual(['Salon', 'Attic']);
  expect(plain.readings).toHaveLength(1);
  const named = readingsOf(
    table,
    columns,
    list,
    time,
    new Map([
      ['salon', 's1'],
      ['attic', 'gone'],
    ]),
  );
  expect(named.readings.map((r) => r.spotId)).toEqual(['s1', 's1', 's1']);
  expect(named.unknown).toEqual(['Attic']);
});
