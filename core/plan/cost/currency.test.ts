import { expect, test } from '@jest/globals';
import { emptyBrief } from '../../brief/brief';
import { CATALOGUE } from '../../kit/catalogue/catalogue';
import { materialById } from '../../kit/model/materialItems';
import { emptyPlan } from '../option/schema';
import { inCurrency } from './currency';

const job = {
  brief: {
    ...emptyBrief(),
    labourMinorPerHour: 55_00,
    allowed: { ...emptyBrief().allowed, budgetMinor: 600_00 },
  },
  plan: {
    ...emptyPlan(),
    ownKit: [{ ...CATALOGUE[1]!, id: 'own', costMinor: 99_50 }],
    ownMaterials: [{ ...materialById('clip'), costMinor: 6 }],
  },
};

test('converting multiplies every amount, the catalogue too, and yen have no hundredths', () => {
  const pounds = inCurrency(job, 'GBP', 0.85);
  expect(pounds.brief).toMatchObject({ currency: 'GBP', catalogueRate: 0.85, labourMinorPerHour: 46_75 });
  expect(pounds.plan.ownKit[0]!.costMinor).toBe(84_58);
  expect(pounds.plan.ownKit[0]!.packs.map((p) => p.costMinor)).toEqual([140_25, 194_65]);
  expect(pounds.plan.ownMaterials[0]!.costMinor).toBeCloseTo(5.1, 9);
  const yen = inCurrency(job, 'JPY', 160);
  expect(yen.brief).toMatchObject({ labourMinorPerHour: 8800, allowed: { budgetMinor: 96_000 } });
  expect(yen.brief.catalogueRate).toBeCloseTo(1.6, 12);
});

test('relabelling leaves every number as it reads', () => {
  expect(inCurrency(job, 'USD', null).brief).toMatchObject({
    currency: 'USD',
    catalogueRate: 1,
    labourMinorPerHour: 55_00,
  });
  // 55 euros an hour become 55 yen an hour.
  expect(inCurrency(job, 'JPY', null).brief.labourMinorPerHour).toBe(55);
});

test('there and back is where it was', () => {
  const back = inCurrency(inCurrency(job, 'CZK', 25), 'EUR', 1 / 25);
  expect(back.brief.labourMinorPerHour).toBe(55_00);
  expect(back.brief.catalogueRate).toBeCloseTo(1, 12);
});
