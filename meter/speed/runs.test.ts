import { expect, test } from '@jest/globals';
import type { RunResult } from './client';
import { readingOf, runWords } from './runs';
import { judgeSamples } from './samples';

const result: RunResult = {
  down: judgeSamples(Array(12).fill(201.234)),
  up: judgeSamples([1, 2, 40.26, 40.26, 40.26, 44, 38, 40.26, 40.26, 40.26]),
  idleMs: 4.44,
  jitterMs: 0.61,
  loadedMs: 31.7,
  loadedJitterMs: 12.2,
  limit: { kind: 'path', words: 'The way through the house was the limit.' },
  about: { portMbps: null, portIsAir: null, sameMachine: false },
};

test('of a run a tenth is kept; what was no limit of the house goes into its note', () => {
  expect(readingOf(result)).toEqual({
    connected: true,
    downMbps: 201.2,
    upMbps: 40.3,
    loadedMs: 31.7,
    idleMs: 4.4,
    note: '',
  });
  const browser = { ...result, limit: { kind: 'browser' as const, words: 'The browser was it.' } };
  expect(readingOf(browser).note).toBe('The browser was it.');
});

test('in words: both directions with how sure they are, round trips with jitter, the limit', () => {
  expect(runWords(result)).toBe(
    '201 ↓ (201 to 201), 40 ↑ (40 to 40) Mb/s; idle 4.4 ms, jitter 0.6; under load 32 ms, jitter 12. The way through the house was the limit.',
  );
  const nothing = { ...result, loadedMs: null, loadedJitterMs: null };
  expect(runWords(nothing)).toContain('under load not measured');
});
