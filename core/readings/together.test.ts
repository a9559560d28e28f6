import { describe, expect, test } from '@jest/globals';
import { sampleReading, sampleState } from '../../demo/sampleRows';
import { contextOf, gateway, option, site } from '../../testing/sampleHouse';
import { evidenceOf } from '../evidence/fold';
import { keptPlace } from '../evidence/takenAt';
import type { EvidenceRow, Reading } from '../evidence/rows';
import { evaluate } from '../plan/evaluate/evaluate';
import type { Site } from '../site/model/schema';
import { togetherOf } from './together';
import { reckonedWords, togetherSpotWords, togetherWords } from './togetherWords';

const network = option(gateway);
const context = contextOf({});
const { predictions } = evaluate(context, network, network);
const [one, two] = context.site.spots;
const state = sampleState('a', 'after', network, { site });
const run = (n: number, spotId: string, more: Partial<Reading> = {}): EvidenceRow =>
  sampleReading({
    id: `rd-${n}-together`,
    stateId: state.id,
    subject: { kind: 'together', spotId, meetingId: 'together-1', phones: 2 },
    downMbps: 200,
    upMbps: 100,
    loadedMs: 20,
    ...more,
  });
const told = (rows: EvidenceRow[], of: Site = context.site) =>
  togetherOf(of, [state, ...rows], 'after', (s) => s.hash === state.hash, predictions);

describe('several phones at once', () => {
  test('hold when every one got what its spot needs, with what was reckoned beside it', () => {
    const [found] = told([run(1, one!.id), run(2, two!.id)]);
    expect(found).toMatchObject({ phones: 2, held: true, stands: true, phase: 'after' });
    expect(togetherWords(found!)).toBe('2 at once: every spot got what it needs.');
    for (const s of found!.spots) expect(s.reckonedOfTen).toBeLessThanOrEqual(10);
    expect(reckonedWords(found!)).toContain('Reckoned to hold');
  });
  test('do not hold where one of them lacks something, or where one has told nothing', () => {
    const [short] = told([run(1, one!.id), run(2, two!.id, { downMbps: 0.3 })]);
    expect(short!.held).toBe(false);
    expect(togetherWords(short!)).toContain('1 of 2 spots');
    expect(togetherSpotWords(short!.spots.find((s) => !s.met)!)).toContain('needed');
    const [late] = told([run(1, one!.id), run(2, two!.id, { loadedMs: 9000 })]);
    expect(togetherSpotWords(late!.spots.find((s) => !s.met)!)).toContain('9000 of');
    const [mute] = told([run(1, one!.id), run(2, two!.id, { loadedMs: null })]);
    expect(mute!.held).toBe(false);
    expect(togetherSpotWords(mute!.spots.find((s) => !s.met)!)).toContain('no round trip');
    const [half] = told([run(1, one!.id)]);
    expect(half!.held).toBe(false);
    expect(togetherWords(half!)).toContain('only 1 has told');
    // The same phone twice is no second one.
    expect(told([run(1, one!.id), run(3, one!.id, { downMbps: 201 })])[0]!.held).toBe(false);
  });
  test('prove nothing of a network or a place that is another by now', () => {
    const other = sampleState('b', 'after', option({ ...gateway, place: { ...gateway.place, xM: 3 } }), {
      site,
    });
    const rows = [other, run(1, one!.id, { stateId: other.id }), run(2, two!.id, { stateId: other.id })];
    const [found] = told(rows);
    expect(found!.stands).toBe(false);
    expect(togetherWords(found!)).toContain('another network');
    const there = { takenAt: keptPlace(site, { ...two!.place, xM: two!.place.xM + 3 }) };
    expect(told([run(1, one!.id), run(2, two!.id, there)])[0]!.stands).toBe(false);
  });
  test('are no runs of a spot by itself: no verdict and nothing learnt comes of them', () => {
    const e = evidenceOf([state, run(1, one!.id), run(2, two!.id)]);
    expect([e.together.length, e.bySpot.size, e.links.length]).toEqual([2, 0, 0]);
  });
});
