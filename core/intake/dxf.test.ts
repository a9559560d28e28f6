import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readDxf } from './dxf';

const file = (entities: string, header = '') =>
  `${header}0\nSECTION\n2\nENTITIES\n${entities}0\nENDSEC\n0\nEOF\n`;
const line = (layer: string, x1: number, y1: number, x2: number, y2: number) =>
  `0\nLINE\n8\n${layer}\n10\n${x1}\n20\n${y1}\n11\n${x2}\n21\n${y2}\n`;

describe('DXF drawings', () => {
  test('lines and polylines by layer, closed ones closed, the rest passed over', () => {
    const poly = '0\nLWPOLYLINE\n8\nWALLS\n90\n3\n70\n1\n10\n0\n20\n0\n10\n4\n20\n0\n10\n4\n20\n3\n';
    const circle = '0\nCIRCLE\n8\nWALLS\n10\n0\n20\n0\n40\n1\n';
    const units = '0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n4\n0\nENDSEC\n';
    const read = readDxf(file(line('NOTES', 0, 0, 1, 1) + poly + circle, units));
    expect(read).toMatchObject({ ok: true, unitM: 0.001, passedOver: 1 });
    if (!read.ok) return;
    expect(read.lines.map((l) => l.layer)).toEqual(['NOTES', 'WALLS', 'WALLS', 'WALLS']);
    expect(read.lines[3]).toEqual({ layer: 'WALLS', x1: 4, y1: 3, x2: 0, y2: 0 });
  });
  test.each<[string, string, RegExp]>([
    ['another file', 'hello', /not a DXF/],
    ['a drawing cut off', file(line('A', 0, 0, 1, 1)).slice(0, 60), /cut off/],
    ['a drawing without lines', file('0\nCIRCLE\n8\nA\n10\n0\n20\n0\n40\n1\n'), /no lines/],
  ])('%s is refused with what to do', (_, text, message) => {
    const read = readDxf(text);
    expect(read.ok).toBe(false);
    expect(!read.ok && read.message).toMatch(message);
  });
  test('an old polyline is its vertices, and a line drawn with half its points is left out', () => {
    const vertex = (x: number, y: number) => `0\nVERTEX\n8\nW\n10\n${x}\n20\n${y}\n`;
    const old = `0\nPOLYLINE\n8\nW\n70\n0\n10\n0\n20\n0\n${vertex(0, 0)}${vertex(4, 0)}${vertex(4, 3)}0\nSEQEND\n8\nW\n`;
    const half = '0\nLINE\n8\nW\n10\n1\n20\n1\n11\n2\n';
    const read = readDxf(file(old + half + line('W', 9, 9, 10, 10)));
    expect(read).toMatchObject({ ok: true, passedOver: 0 });
    expect(read.ok && read.lines.map((l) => [l.x1, l.y1, l.x2, l.y2])).toEqual([
      [0, 0, 4, 0],
      [4, 0, 4, 3],
      [9, 9, 10, 10],
    ]);
  });
  test('what a file states of itself decides nothing: a polyline of a thousand million corners has those it has', () => {
    const poly = '0\nLWPOLYLINE\n8\nW\n90\n1000000000\n70\n0\n10\n0\n20\n0\n10\n4\n20\n0\n';
    const cut = '0\nLWPOLYLINE\n8\nW\n90\n2\n10\n5\n91\n0\n';
    expect(readDxf(file(poly + cut))).toMatchObject({ ok: true, lines: [{ x1: 0, x2: 4 }] });
  });
  test('a line that is no group code is named', () => {
    const read = readDxf(file('0\nLINE\nwalls\n8\n'));
    expect(!read.ok && read.message).toContain('line 7');
  });
  test('fifty thousand lines are read', () => {
    const many = Array.from({ length: 50_000 }, (_, i) => line('W', i, 0, i, 3)).join('');
    const read = readDxf(file(many));
    expect(read.ok && read.lines.length).toBe(50_000);
  });
  test('whatever comes, it answers', () => {
    fc.assert(
      fc.property(fc.string(), fc.string(), (a, b) => {
        expect(typeof readDxf(file(`0\nLINE\n8\n${a}\n10\n${b}\n`)).ok).toBe('boolean');
      }),
      { numRuns: 60 },
    );
  });
});
