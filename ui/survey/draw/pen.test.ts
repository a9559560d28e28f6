import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { quillfeatherFarm } from '@/demo/farm';
import { createDrawing } from './drawing';
import { cornerOf, endOf, penAt, reachM } from './pen';
import { TOOLS, toolsOf, type Tool } from './tools';

const { site } = quillfeatherFarm();
const metre = fc.double({ min: -30, max: 30, noNaN: true });
const point = fc.record({ xM: metre, yM: metre });

describe('where the pen falls', () => {
  const at = (tool: Tool, xM: number, yM: number, k = 30, unit: 'metres' | 'feet' = 'metres') =>
    penAt(site, 'f-ground', unit, tool, null, { xM, yM }, k);
  test('on the end of a wall within a hand’s reach, and not beyond it', () => {
    expect(at('wall', 5.1, 0.1)).toMatchObject({ at: { xM: 5, yM: 0 }, kind: 'end' });
    expect(at('wall', 5.1, 0.1, 400).kind).not.toBe('end');
  });
  test('tools that set a thing catch on nothing, to the centimetre', () => {
    for (const tool of toolsOf('wiring').filter((t) => TOOLS[t].shape === 'point'))
      expect(at(tool, 5.104, 0.098)).toEqual({ at: { xM: 5.1, yM: 0.1 }, kind: 'free', wallId: null });
  });
  test('in the open on round steps of the job’s unit', () => {
    const metric = at('wall', 17.234, 19.512).at;
    expect(metric.xM / 0.05).toBeCloseTo(Math.round(metric.xM / 0.05), 6);
    const feet = at('wall', 17.234, 19.512, 30, 'feet').at;
    expect(feet.xM / 0.0762).toBeCloseTo(Math.round(feet.xM / 0.0762), 5);
  });
  test('never farther from the pointer than its reach and a step', () => {
    fc.assert(
      fc.property(point, fc.integer({ min: 8, max: 200 }), (p, k) => {
        const { at: fallen, kind } = at('wall', p.xM, p.yM, k);
        const off = Math.hypot(fallen.xM - p.xM, fallen.yM - p.yM);
        expect(off).toBeLessThanOrEqual(kind === 'free' ? 0.75 : reachM(k) + 0.75);
      }),
    );
  });
});

describe('typed lengths', () => {
  const length = fc.double({ min: 0.05, max: 40, noNaN: true });
  test('lead as far as typed, whatever the direction', () => {
    const angle = fc.option(fc.double({ min: -360, max: 360, noNaN: true }), { nil: null });
    fc.assert(
      fc.property(point, fc.option(point, { nil: null }), length, angle, (from, towards, m, deg) => {
        const end = endOf(from, towards, m, deg);
        expect(Math.hypot(end.xM - from.xM, end.yM - from.yM)).toBeCloseTo(m, 3);
      }),
    );
  });
  test('of a box lead to the corner on the pointer’s side', () => {
    fc.assert(
      fc.property(point, point, length, length, (from, towards, w, d) => {
        const corner = cornerOf(from, towards, w, d);
        expect(Math.abs(corner.xM - from.xM)).toBeCloseTo(w, 3);
        expect(Math.abs(corner.yM - from.yM)).toBeCloseTo(d, 3);
        if (towards.xM < from.xM) expect(corner.xM).toBeLessThan(from.xM);
        if (towards.yM >= from.yM) expect(corner.yM).toBeGreaterThan(from.yM);
      }),
    );
  });
});

describe('what the hand is doing', () => {
  test('a tool turns to its round and drops what was under way', () => {
    const drawing = createDrawing();
    const pen = () => drawing.getState();
    pen().take('wall');
    pen().set({ from: { storeyId: null, xM: 1, yM: 1, heightM: 0 }, typed: '3', message: 'x' });
    pen().take('outlet');
    expect(pen()).toMatchObject({ tool: 'outlet', pass: 'wiring', from: null, typed: null, message: '' });
    pen().take('select');
    expect(pen().pass).toBe('wiring');
    pen().open('spots');
    expect(pen()).toMatchObject({ pass: 'spots', tool: 'select' });
  });
  test('a spot asked for by a complaint is forgotten when another tool is taken', () => {
    const drawing = createDrawing();
    drawing.getState().take('spot');
    drawing.getState().set({ forComplaint: 'cp-1' });
    drawing.getState().take('wall');
    expect(drawing.getState().forComplaint).toBeNull();
  });
});
