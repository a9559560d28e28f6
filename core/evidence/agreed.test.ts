import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { emptyBrief } from '../brief/brief';
import { diggingWords, measuringOf, netOf, priceNow, priceToAgree, sinceAgreed, withTax } from './agreed';
import type { LaidCable } from '../plan/cost/cables';
import { evidenceRow, type EvidenceRow, type RowOf } from './rows';

const brief = { ...emptyBrief(), offer: { ...emptyBrief().offer, taxPercent: 20, taxName: 'VAT' } };
const priced = (materialMinor: number) => ({
  parts: [{ label: 'Cat 6', count: 3, unit: 'm' as const, costMinor: materialMinor }],
  price: {
    materialMinor,
    labourMinor: 100_00,
    travelMinor: 0,
    totalMinor: materialMinor + 100_00,
    hours: 2,
    measuringHours: 0.5,
  },
  cables: [],
});
const at = '2026-01-01T00:00:00Z';
const acceptance = (more: Partial<RowOf<'acceptance'>> = {}): RowOf<'acceptance'> => ({
  kind: 'acceptance',
  id: 'ac',
  at,
  by: '',
  optionId: 'o',
  optionName: 'O',
  forecast: [],
  note: '',
  price: priceToAgree(brief, priced(50_00)),
  signedBy: 'M. Mill',
  ...more,
});
const extra = (id: string, minor: number, replacesId: string | null = null): RowOf<'extra'> => ({
  kind: 'extra',
  id,
  at,
  by: '',
  what: id,
  minor,
  agreedBy: '',
  replacesId,
});

describe('the price a job stands at', () => {
  test('is what is planned until somebody agrees, and what was agreed to from then on', () => {
    expect(priceNow([], brief, priced(70_00))).toMatchObject({
      accepted: null,
      netMinor: 170_00,
      totalMinor: 204_00,
    });
    const rows: EvidenceRow[] = [acceptance()];
    expect(priceNow(rows, brief, priced(999_00))).toMatchObject({
      netMinor: 150_00,
      taxMinor: 30_00,
      totalMinor: 180_00,
      agreed: { partsMinor: 50_00 },
    });
  });
  test('grows by extras, shrinks by credits; one that is taken back or put right counts once', () => {
    const rows: EvidenceRow[] = [acceptance(), extra('lead', 10_00), extra('credit', -5_00)];
    expect(priceNow(rows, brief, priced(0))!.netMinor).toBe(155_00);
    expect(priceNow([...rows, extra('right', 12_00, 'lead')], brief, priced(0))!.netMinor).toBe(157_00);
    const back = priceNow([...rows, extra('back', 0, 'lead')], brief, priced(0))!;
    expect(back.netMinor).toBe(145_00);
    expect(back.extras.map((x) => x.id)).toEqual(['credit']);
  });
  test('an acceptance of before there were offers keeps the price of the plan', () => {
    const { price: _, signedBy: __, ...old } = acceptance();
    expect(evidenceRow.safeParse(old).success).toBe(true);
    expect(priceNow([old as EvidenceRow], brief, priced(70_00))).toMatchObject({
      accepted: null,
      netMinor: 170_00,
    });
  });
  test('without a plan the agreed price stands, without either there is none; a changed plan is told from it', () => {
    expect(priceNow([acceptance()], brief, null)!.netMinor).toBe(150_00);
    expect(priceNow([], brief, null)).toBeNull();
    const agreed = acceptance().price!;
    expect(sinceAgreed(agreed, priced(50_00))).toBeNull();
    expect(sinceAgreed(agreed, priced(51_00))).toMatchObject({ netMinor: 1_00 });
  });
  test('units of a second round stand beside what was agreed to, with what they cost', () => {
    const more = priced(50_00);
    const parts = [
      ...more.parts.map((p) => ({ ...p, count: 1, costMinor: 17_00 })),
      { label: 'Node', count: 1, unit: 'piece' as const, costMinor: 89_00 },
    ];
    const price = { ...more.price, materialMinor: 106_00, totalMinor: 206_00, hours: 3 };
    const now = priceNow([acceptance()], brief, { ...more, parts, price })!;
    expect(now.since).toMatchObject({ netMinor: 56_00, hours: 1 });
    expect(now.since!.parts.map((p) => [p.label, p.count, p.costMinor])).toEqual([
      ['Cat 6', -2, -33_00],
      ['Node', 1, 89_00],
    ]);
    // What is to be paid stays what was agreed to.
    expect(now.netMinor).toBe(netOf(now.agreed));
    expect(priceNow([], brief, more)!.since).toBeNull();
  });
  test('travel is agreed to as a line, and digging for a cable over the yard is left out by name', () => {
    const cable = (yardM: number) => ({ run: { yardM } }) as LaidCable;
    expect(diggingWords(brief, [cable(0), cable(0.4)])).toBeNull();
    expect(diggingWords(brief, [cable(12), cable(3)])).toContain('Digging and making good 15 m of trench');
    // The longest text of a brief is not cut for it.
    const long = { ...brief, offer: { ...brief.offer, exclusions: 'x'.repeat(2000) } };
    const kept = { ...acceptance(), price: priceToAgree(long, { ...priced(1), cables: [cable(12)] }) };
    expect(kept.price.exclusions).toContain('Digging');
    expect(evidenceRow.safeParse(kept).success).toBe(true);
    expect(measuringOf(kept.price)).toEqual({ hours: 0.5, minor: 25_00 });
    const one = priced(50_00);
    const agreed = priceToAgree(brief, {
      ...one,
      price: { ...one.price, travelMinor: 38_00 },
      cables: [cable(12)],
    });
    expect(agreed.exclusions).toContain('Digging');
    expect(netOf(agreed)).toBe(188_00);
    const row = { ...acceptance(), price: agreed };
    expect(evidenceRow.safeParse(row).success).toBe(true);
    expect(priceNow([row], brief, null)!.netMinor).toBe(188_00);
  });
  test('tax is rounded once on the whole, and parts, tax and sum agree', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1e9 }), fc.integer({ min: 0, max: 400 }), (net, quarter) => {
        const t = withTax(net, quarter / 4);
        expect(t.netMinor + t.taxMinor).toBe(t.totalMinor);
        expect(Math.abs(t.taxMinor - (net * quarter) / 400)).toBeLessThanOrEqual(0.5 + 1e-6);
      }),
    );
  });
});
