import { expect, test, type Page } from './test';
import { sampleAcceptance, sampleRound, sampleState } from '../demo/sampleRows';
import { kitById } from '../core/kit/catalogue/catalogue';
import type { JobFile } from '../core/job/jobFile';
import { planContext } from '../core/plan/network/context';
import type { Option, Plan } from '../core/plan/option/schema';
import { quillfeatherFarm } from '../demo/farm';
import { simulateReadings } from '../demo/simulate';
import { putUnit } from './planning';

test.use({ actionTimeout: 20_000 });

/** The farm after the work, with kit of its own: every spot read before, and again with the network as built. */
function provenFarm(): JobFile {
  const farm = quillfeatherFarm();
  const own = { ...kitById('mesh-own-radio')!, id: 'own-node', label: 'Ours' };
  const planned = farm.plan.options[1]!;
  const option: Option = { ...planned, units: planned.units.map((u) => ({ ...u, kitId: 'own-node' })) };
  const plan: Plan = { ...farm.plan, options: [option], ownKit: [own] };
  const state = sampleState('built-1', 'after', option, {
    site: farm.site,
    ownKit: [own],
    at: '2026-06-05T14:00:00Z',
  });
  const context = planContext({ ...farm, plan });
  return {
    ...farm,
    name: 'Proven farm',
    plan,
    evidence: [
      ...farm.evidence,
      sampleAcceptance(option),
      sampleRound(1, 'built-1'),
      ...simulateReadings(context, option, state, 11, -6),
    ].map(({ received: _, ...row }, i) => ({
      ...row,
      received: { number: i + 1, at: '2026-06-05T16:00:00Z' },
    })) as JobFile['evidence'],
  };
}

const headline = (page: Page) => page.getByRole('banner').getByText(/dead spots? gone/);

test('what is not physical ends no proof, and a unit outdoors asks only for the spots it touches', async ({
  page,
}) => {
  const made = await page.request.post('/api/jobs/import', { data: provenFarm() });
  expect(await made.json()).toMatchObject({ id: expect.any(String) });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`/jobs/${id}/plan`);
  await expect(headline(page)).toBeVisible();
  const proven = (await headline(page).textContent())!;
  expect(Number(/^(\d+) of 5/.exec(proven)![1])).toBeGreaterThanOrEqual(3);
  const settled = () => expect(page.locator('main')).toHaveAttribute('data-settling', 'false');
  const stands = async () => {
    await settled();
    await expect(headline(page)).toHaveText(proven);
    await expect(page.getByText('This change ends proofs:')).toHaveCount(0);
  };
  await page.getByRole('button', { name: 'Farmhouse, Upper', exact: true }).click();
  // A lamp is renamed, and its link gets a measured speed.
  await page
    .getByRole('button', { name: /^Unit B/ })
    .first()
    .click();
  const panel = page.getByRole('region', { name: /^Unit/ });
  await panel.getByLabel('Place', { exact: true }).fill('Landing shelf');
  await stands();
  await panel.getByLabel(/^Link measured/).fill('180');
  await panel.getByLabel(/^Link measured/).press('Tab');
  await stands();
  await expect(page.getByRole('banner').getByRole('status')).toHaveText(/^saved \d/);
  // Its letter is changed and the power of its kit edited, by another window.
  const read = await (await page.request.get(`/api/jobs/${id}/documents/plan`)).json();
  const plan = read.document as Plan;
  const weak = plan.ownKit.map((k) => ({ ...k, radios: k.radios.map((r) => ({ ...r, eirpDbm: 5 })) }));
  const lettered = plan.options.map((o) => ({
    ...o,
    units: o.units.map((u) => (u.letter === 'B' ? { ...u, letter: 'Z' } : u)),
  }));
  const saved = await page.request.put(`/api/jobs/${id}/documents`, {
    data: {
      plan: { baseRevision: read.revision, document: { ...plan, ownKit: weak, options: lettered } },
    },
  });
  expect(saved.status()).toBe(200);
  await expect(page.getByRole('button', { name: /^Unit Z, Landing shelf/ }).first()).toBeVisible();
  await stands();
  await page.goto(`/jobs/${id}/after`);
  await stands();
  // One more reading.
  const row = page.locator('[data-spot="1"]');
  await row.getByRole('button').first().click();
  const form = page.getByRole('form', { name: /Reading at spot 1/ });
  await form.getByLabel(/Down/).fill('200');
  await form.getByLabel(/Up/).fill('60');
  await form.getByLabel(/Under load/).fill('30');
  await form.getByRole('button', { name: 'Record run' }).click();
  await expect(form.getByRole('status')).toContainText('Run recorded');
  await stands();
  // A unit outdoors: Plan says beforehand which proofs it ends, and the others stand.
  await page.goto(`/jobs/${id}/plan`);
  await settled();
  await page
    .getByRole('button', { name: /^Spot 9, Yard bench/ })
    .first()
    .click();
  await putUnit(page, /[Oo]utdoor/);
  const warning = page.getByText('This change ends proofs:').locator('..');
  await expect(warning).toContainText('Yard bench');
  await expect(warning).toContainText(/other proofs? stands?/);
  await page.goto(`/jobs/${id}/after`);
  await expect(page.locator('[data-spot="9"]')).toContainText('read again');
  await expect(page.locator('[data-spot="1"]')).not.toContainText('read again');
});
