import { expect, test, type Page } from './test';
import { EXTREMES } from '../bench/extremes';
import { sampleReading } from '../demo/sampleRows';
import { writeJobFile, type JobFile } from '../core/job/jobFile';
import { quillfeatherFarm } from '../demo/farm';

test.use({ actionTimeout: 20_000 });

async function taken(page: Page, data: string | JobFile): Promise<string> {
  const made = await page.request.post('/api/jobs/import', {
    headers: { 'content-type': 'application/json' },
    data,
    // The thread for long work is opened by the first of these: on a busy machine that alone takes a while.
    timeout: 120_000,
  });
  return ((await made.json()) as { id: string }).id;
}

test('a job that cannot be read says so and can be asked for again', async ({ page }) => {
  await page.route('**/api/jobs/larkspur', (route) => route.abort());
  await page.goto('/jobs/larkspur/brief');
  await expect(page.getByRole('heading', { name: 'The job could not be opened' })).toBeVisible();
  await expect(page.getByRole('alert').filter({ hasText: 'does not answer' })).toBeVisible();
  await page.unroute('**/api/jobs/larkspur');
  await page.route('**/api/jobs/larkspur', (route) => route.fulfill({ status: 500, body: '' }));
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'failed at this (500)' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'All jobs' })).toHaveAttribute('href', '/');
  await page.unroute('**/api/jobs/larkspur');
  await page.getByRole('button', { name: 'Try again' }).press('Enter');
  await expect(page.getByRole('heading', { name: 'For whom' })).toBeVisible();
});

test('before there are numbers none are claimed, and nothing is agreed to without them', async ({ page }) => {
  // The worker never comes, as on a device that is very slow.
  await page.addInitScript(() => {
    window.Worker = class extends EventTarget {
      postMessage() {}
      terminate() {}
    } as unknown as typeof Worker;
  });
  await page.goto('/jobs/farm/brief');
  const stops = page.getByRole('navigation', { name: 'Stops' });
  await expect(page.getByRole('banner').getByText('working it out')).toBeVisible();
  for (const claim of ['no units', 'no plan', 'no evidence', 'unserved'])
    await expect(stops.getByText(claim)).toHaveCount(0);
  // Nor does the hand-over say that something else was signed for, before it knows what stands there.
  await page.goto('/jobs/alder/handover');
  const sign = page.getByRole('region', { name: 'Sign' });
  await expect(sign.getByRole('status')).toHaveText(
    /^Signed by R\. Alder .*; working out what stands above\.$/,
  );
  // And what is accepted waits: nothing is agreed to without its price.
  await page.goto('/jobs/farm/plan');
  await page.getByRole('tab', { name: 'Options' }).click();
  await page.getByRole('button', { name: 'Accept this option' }).click();
  await expect(page.getByRole('button', { name: 'Accept this option' })).toBeDisabled();
  const kept = await page.request.get('/api/jobs/farm/evidence?after=0');
  expect(await kept.text()).not.toContain('"acceptance"');
});

test('an extreme job opens at every stop, and what is left out is said', async ({ page }) => {
  const errors: string[] = [];
  page.on('pageerror', (error) => errors.push(error.message));
  const extreme = (name: string) => writeJobFile(EXTREMES.find((e) => e.name === name)!.make());
  const crossing = await taken(page, extreme('crossing'));
  for (const stop of ['brief', 'survey', 'before', 'plan', 'fit', 'after', 'handover']) {
    await page.goto(`/jobs/${crossing}/${stop}`);
    await expect(page.locator('main[data-settling="false"]')).toBeAttached();
    if (stop === 'survey') await expect(page.getByText('its rooms are not worked out')).toBeVisible();
  }
  const stars = await taken(page, extreme('stars'));
  await page.goto(`/jobs/${stars}/plan`);
  await page.getByRole('tab', { name: /^Review/ }).click();
  await expect(page.getByText(/the nearest 300 are followed/)).toBeVisible({ timeout: 60_000 });
  expect(errors).toEqual([]);
});

/** Answers to others in the time of one long work: it takes seconds, an answer takes milliseconds. */
const OFTEN = 5;

test('a file of 30 MB is read, copied and given out while others are answered', async ({ page }) => {
  // How often others are answered while the work goes on: one after another they would wait for its end, and come once.
  const answered = async (work: Promise<unknown>) => {
    let [busy, answers] = [true, 0];
    const through = work.finally(() => (busy = false));
    while (busy) {
      expect((await page.request.get('/api/jobs/larkspur/documents/brief')).ok()).toBe(true);
      answers++;
    }
    await through;
    return answers;
  };
  const text = writeJobFile(EXTREMES.find((e) => e.name === 'readings')!.make());
  let id = '';
  expect(await answered(taken(page, text).then((made) => (id = made)))).toBeGreaterThan(OFTEN);
  // The thread for long work is opened by this: on a busy machine that alone takes a while.
  const data = { id: 'copy-of-readings', takes: 'everything' };
  const timeout = 120_000;
  expect(await answered(page.request.post(`/api/jobs/${id}/duplicate`, { data, timeout }))).toBeGreaterThan(
    OFTEN,
  );
  const out = page.request
    .get(`/api/jobs/${id}/export`, { timeout })
    .then(async (r) => (await r.text()) === text);
  expect(await answered(out)).toBeGreaterThan(OFTEN);
  expect(await out).toBe(true);
});

test('of many runs the newest stand first to hand, and the older can be shown', async ({ page }) => {
  const farm = (await (await page.request.get('/api/jobs/farm/export')).json()) as JobFile;
  const stateId = farm.evidence.find((r) => r.kind === 'state')!.id;
  const last = farm.evidence.at(-1)!.received!.number;
  const more = Array.from({ length: 30 }, (_, i) => ({
    ...sampleReading({ id: `many-${i}`, spotId: 'spot-1', stateId, downMbps: 100 + i }),
    received: { number: last + 1 + i, at: '2026-06-04T10:00:00Z' },
  }));
  const id = await taken(page, { ...farm, name: 'Read often', evidence: [...farm.evidence, ...more] });
  await page.goto(`/jobs/${id}/before`);
  const row = page.locator('[data-spot="1"]');
  await row.getByRole('button').first().click();
  const runs = row.getByRole('list', { name: 'Runs' }).getByRole('listitem');
  await expect(runs).toHaveCount(15);
  await expect(runs.last()).toContainText('129');
  await row.getByRole('button', { name: /older runs too/ }).click();
  await expect(runs).toHaveCount(33);
  await expect(row).toContainText('Median of 33');
});

test('arrows walk from mark to mark with Alt, and the Tab key stops at one of them', async ({ page }) => {
  await page.goto('/jobs/farm/plan');
  const first = page.getByRole('button', { name: /^Spot 1, / }).first();
  await first.focus();
  const focused = () => page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? '');
  await page.keyboard.press('Alt+ArrowRight');
  await expect.poll(focused).toMatch(/^Spot 2, /);
  await page.keyboard.press('Alt+ArrowLeft');
  await expect.poll(focused).toMatch(/^Spot 1, /);
  expect(await page.locator('[data-mark][tabindex="0"]').count()).toBe(1);
});

test('a worker that fails says so, and that what was entered is safe', async ({ page }) => {
  await page.addInitScript(() => {
    const Real = window.Worker;
    window.Worker = class extends Real {
      constructor(...args: ConstructorParameters<typeof Worker>) {
        super(...args);
        window.addEventListener('make-worker-fail', () => this.dispatchEvent(new ErrorEvent('error')));
      }
    };
  });
  const id = await taken(page, { ...quillfeatherFarm(), name: 'With a fault' });
  await page.goto(`/jobs/${id}/before`);
  await page.locator('main[data-settling="false"]').waitFor();
  await expect(page.getByText('What you entered is safe')).toHaveCount(0);
  await page.evaluate(() => window.dispatchEvent(new Event('make-worker-fail')));
  await expect(page.getByRole('alert').filter({ hasText: 'What you entered is safe' })).toBeVisible();
  // The next answer takes it back.
  await page.goto(`/jobs/${id}/brief`);
  await page.locator('main[data-settling="false"]').waitFor();
  await expect(page.getByText('What you entered is safe')).toHaveCount(0);
});
