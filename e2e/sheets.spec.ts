import type { EvidenceRow } from '../core/evidence/rows';
import { quickJob } from '../core/job/quickJob';
import { feedTo } from '../core/plan/option/placing';
import type { Option } from '../core/plan/option/schema';
import { brickTerrace } from '../testing/brickTerrace';
import { serious } from './axe';
import { HOUSE, openHouse, phonePage } from './house';
import { putUnit } from './planning';
import { expect, test, type Page } from './test';

/** Whole run sheets on a phone, step by step to the last: what differs from house to house is in the kit and in what goes wrong. */

test.use({ actionTimeout: 15_000 });

const house = openHouse(4685, '.tmp/sheets.db');

const accepted = (option: Option): EvidenceRow => ({
  kind: 'acceptance',
  id: 'ac-sheet-0001',
  at: '2026-06-03T11:00:00Z',
  by: '',
  optionId: option.id,
  optionName: option.name,
  forecast: [],
  note: '',
});

/** Nothing of a screen lies beyond its edge. */
const fits = async (phone: Page) =>
  expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);

type Hook = (phone: Page) => Promise<void>;

/**
 * Does the step that comes next until none is left, or the one named is next; what a step asks or what befalls it is in `at`, by its
 * title. Gives the titles of what was done.
 */
async function work(phone: Page, at: readonly [RegExp, Hook][], until?: RegExp): Promise<string[]> {
  const done: string[] = [];
  const next = phone.locator('main > button.main');
  const over = phone.getByText('All steps are done.');
  for (;;) {
    await expect(next.or(over)).toBeVisible();
    if (await over.isVisible()) return done;
    const title = (await next.textContent())!.replace(/^\d+\. /, '');
    if (until?.test(title)) return done;
    await fits(phone);
    await next.click();
    await expect(phone.getByRole('heading', { level: 1 })).toContainText(title);
    await fits(phone);
    for (const [step, hook] of at) if (step.test(title)) await hook(phone);
    await phone.getByRole('button', { name: 'Done', exact: true }).click();
    // A join asks for the serial found before it is ticked.
    const asks = phone.getByRole('button', { name: /^Done(: it is| without)/ });
    const back = phone.getByRole('heading', { name: 'Run sheet', exact: true });
    await expect(asks.or(back)).toBeVisible();
    if (await asks.isVisible()) await asks.click();
    await expect(back).toBeVisible();
    done.push(title);
  }
}

/** Serials from the labels, AA-1 for A and so on. */
const labels =
  (letters: readonly string[]): Hook =>
  async (phone) => {
    for (const letter of letters) await phone.getByLabel(`Serial of ${letter}`).fill(`${letter}${letter}-1`);
    await phone.getByRole('button', { name: 'Keep the serials' }).click();
    await expect(phone.getByText('Serials kept.')).toBeVisible();
  };

/** The serial found for one is that of another: refused, with whose it is; the step is opened again. */
const wrongSerial =
  (letter: string, other: string): Hook =>
  async (phone) => {
    await phone.getByRole('button', { name: 'Done', exact: true }).click();
    await phone.getByLabel(`Serial found of ${letter}`).fill(`${other}${other}1`.toLowerCase());
    await phone.getByRole('button', { name: 'Done: it is the one on the label' }).click();
    await expect(phone.getByRole('alert')).toContainText(`That is the serial of ${other}`);
    await phone.getByRole('button', { name: '‹ Run sheet' }).click();
    await phone.locator('main > button.main').click();
  };

/** Out of reach of the laptop: a weak light, the next place, a light that holds. */
const twoTries =
  (letter: string, weak: RegExp, good: RegExp): Hook =>
  async (phone) => {
    await phone.context().setOffline(true);
    const where = phone.getByRole('region', { name: `Where ${letter} stands` });
    await where.getByRole('button', { name: weak }).first().click();
    await expect(where.getByRole('status')).toContainText(/^Next: .*%/);
    await where.getByRole('button', { name: new RegExp(`^${letter} stands at .* now$`) }).click();
    await where.getByRole('button', { name: good }).click();
    await expect(where.getByRole('status')).toContainText(`${letter} stays: it holds here.`);
  };

/** The network is back, and the laptop has all of it. */
async function allSent(phone: Page): Promise<void> {
  await phone.context().setOffline(false);
  await expect(phone.getByRole('button', { name: 'all sent' })).toBeVisible({ timeout: 30_000 });
}

/** What the laptop has of the same sheet, in its order. */
const onLaptop = (page: Page) =>
  page.locator('[data-step]').evaluateAll((all) => all.map((s) => s.getAttribute('data-step')));

test('a brick house, a unit by each backhaul: a wrong serial, an update, two tries out of reach, and a new unit on the day', async ({
  page,
  browser,
  request,
}) => {
  const terrace = brickTerrace();
  const job = await house.newJob(request, terrace);
  await page.goto(`${house.url()}/jobs/${job}/plan`);
  await page.getByRole('button', { name: 'Accept this option' }).click();
  await expect(page.getByText('accepted', { exact: true })).toBeVisible();
  // Pressed as soon as it could be: price and forecast are those of the plan all the same.
  const agreedTo = (await house.rowsOf(request, job)).find((r) => r.kind === 'acceptance');
  expect(agreedTo).toMatchObject({ price: { currency: 'EUR' } });
  expect(agreedTo!.forecast).toHaveLength(terrace.site.spots.length);
  const { token } = await house.tokenFor(request, job, 'walkAndSheet');
  const phone = await phonePage(browser, house.walkAt(HOUSE, token));
  await phone.getByRole('button', { name: 'Run sheet' }).click();

  const done = await work(
    phone,
    [
      [/printed names and serials/, labels(['A', 'B', 'C', 'D', 'E'])],
      // What is run from building to building is told with what it brings.
      [/^Run fibre/, async () => expect(phone.locator('.caution').first()).toBeVisible()],
      [/^Join C/, wrongSerial('C', 'D')],
      [
        /coax adapters/,
        async () => {
          const acts = phone.getByRole('list', { name: 'What to do' });
          await expect(acts).toContainText(/Bedroom aerial socket/);
        },
      ],
      [/powerline adapters/, async () => expect(phone.locator('main')).toContainText(/Loft room socket/)],
      [/^Carry E/, twoTries('E', /amber, steady/, /white, steady/)],
    ],
    /^Name every unit/,
  );
  await allSent(phone);
  expect(done.filter((t) => /^Join/.test(t))).toHaveLength(4);

  // On the day somebody asks for one more: it is put in on the laptop, and the phone has its steps.
  await page.locator('[data-spot="5"]').getByRole('button').first().click();
  await putUnit(page, /^Mesh node, dual band/);
  await expect(page.getByRole('banner').getByRole('status')).toContainText('saved');
  const steps = phone.getByRole('list', { name: 'Steps' });
  await expect(steps).toContainText(/Join F/);
  await expect(steps).not.toContainText('it was changed since');
  expect(await serious(phone)).toEqual([]);
  const more = await work(phone, []);
  expect(more.filter((t) => / F\b/.test(t)).length).toBeGreaterThanOrEqual(2);
  await allSent(phone);

  // Laptop and bill say the same: every step ticked, what was agreed as it was, the new unit as something nobody agreed to yet.
  await page.getByRole('link', { name: /^5 Fit/ }).click();
  await expect(page.getByRole('heading', { name: 'All steps done' })).toBeVisible();
  expect(await onLaptop(page)).toHaveLength(await steps.getByRole('listitem').count());
  await expect(page.getByText('The plan has changed since it was agreed to')).toBeVisible();
  await expect(page.locator('[data-proposed-extra]')).toContainText('no extra yet');
});

test('a flat as told over the telephone, two extenders: its own recipe, an update, two tries out of reach, a wrong serial', async ({
  page,
  browser,
  request,
}) => {
  let ids = 0;
  const made = quickJob(
    {
      name: 'A flat',
      lineKind: 'dsl',
      downMbps: 100,
      upMbps: 40,
      age: 'to1960',
      rooms: 'bedroom, living / hall / kitchen, bath, study',
      fails: 'study, bedroom',
      router: 'living',
      mayDrill: false,
      lengthUnit: 'metres',
    },
    (prefix) => `${prefix}-${++ids}`,
  );
  if (!made.ok) throw new Error(JSON.stringify(made.problems));
  const flat = made.job;
  const [visit] = flat.plan.options;
  const box = visit!.units[0]!;
  const near = (letter: string, dxM: number, dyM: number) => {
    const place = { ...box.place, xM: box.place.xM + dxM, yM: box.place.yM + dyM, heightM: 0.6 };
    return {
      ...box,
      id: letter.toLowerCase(),
      letter,
      kitId: 'extender-dual',
      name: letter,
      place,
      feed: feedTo(flat.site, 'wireless', box, place),
    };
  };
  const option = { ...visit!, units: [box, near('B', 0, 4), near('C', -3, 0)] };
  const job = await house.newJob(request, { ...flat, plan: { ...flat.plan, options: [option] } });
  await request.post(`${house.url()}/api/jobs/${job}/evidence`, {
    data: { against: null, rows: [accepted(option)] },
  });
  const { token } = await house.tokenFor(request, job, 'walkAndSheet');
  const phone = await phonePage(browser, house.walkAt(HOUSE, token));
  await phone.getByRole('button', { name: 'Run sheet' }).click();
  const titles = await work(phone, [
    [/printed names and serials/, labels(['A', 'B', 'C'])],
    [/^Join B/, wrongSerial('B', 'C')],
    // It is set up by the button: an update that runs is left alone.
    [
      /^Join C/,
      async () => {
        await phone.getByRole('button', { name: 'It is not good' }).click();
        await phone.getByRole('button', { name: /updating: leave it alone/ }).click();
        await expect(phone.locator('[data-cause="update"]')).toContainText('Leave it alone');
      },
    ],
    [/^Carry C/, twoTries('C', /one or two bars/, /three bars or more/)],
  ]);
  await allSent(phone);
  expect(titles.length).toBeLessThanOrEqual(12);
  const steps = phone.getByRole('list', { name: 'Steps' });
  await expect(steps).not.toContainText('it was changed since');
  await page.goto(`${house.url()}/jobs/${job}/fit`);
  await expect(page.getByRole('heading', { name: 'All steps done' })).toBeVisible();
  expect(await onLaptop(page)).toHaveLength(await steps.getByRole('listitem').count());
  const rows = await house.rowsOf(request, job);
  expect(rows.filter((r) => r.kind === 'try')).toHaveLength(2);
  expect(rows.filter((r) => r.kind === 'move')).toHaveLength(1);
});
