import { chromium, type Page } from '@playwright/test';

/** Takes the pictures of docs/screenshots from a running demo: npx tsx scripts/screenshots.ts [address]. */
const address = process.argv[2] ?? 'http://127.0.0.1:4680';
const FOLDER = 'docs/screenshots';

const openSpot = (number: number) => async (page: Page) => {
  await page.locator(`[data-spot="${number}"]`).getByRole('button').first().click();
};

const zoomedWiring = async (page: Page) => {
  await page.getByRole('button', { name: 'Wiring', exact: true }).click();
  // Nearer, so that the small marks carry their names.
  const box = (await page.getByRole('group', { name: /^Survey sheet/ }).boundingBox())!;
  await page.mouse.move(box.x + box.width * 0.42, box.y + box.height * 0.1);
  for (let i = 0; i < 3; i++) await page.mouse.wheel(0, -100);
  await page.keyboard.press('.');
};

const comparedBackhauls = async (page: Page) => {
  await page.getByRole('button', { name: /^Option 2/ }).click();
  await page.getByRole('button', { name: /^Unit C, / }).click();
  const feeds = page.getByRole('table', { name: 'Backhauls for C' });
  await feeds.getByRole('row', { name: /^new Cat 6 from A/ }).hover();
};

const byRule = async (page: Page) => {
  await page.getByRole('tab', { name: 'Find' }).click();
  await page.getByRole('button', { name: 'Rules of thumb' }).click();
  await page.getByRole('button', { name: 'Plan by each rule' }).click();
  // The name is there with the first plan; it can be pressed when the last is.
  await page.locator('button:enabled', { hasText: 'Plan by each rule again' }).waitFor({ timeout: 120_000 });
};

const suggested = async (page: Page) => {
  await page.getByRole('tab', { name: 'Find' }).click();
  await page.getByRole('button', { name: 'Search', exact: true }).click();
  await page.locator('[data-suggested]').nth(2).waitFor({ timeout: 120_000 });
  await page.locator('[data-suggested="noDrilling"] [data-point]').first().hover();
};

const VIEWS: [name: string, path: string, act?: (page: Page) => Promise<void>][] = [
  ['jobs', '/'],
  ['brief', '/jobs/farm/brief'],
  ['survey', '/jobs/farm/survey'],
  ['survey-wiring', '/jobs/farm/survey', zoomedWiring],
  ['before', '/jobs/farm/before', openSpot(4)],
  ['plan', '/jobs/farm/plan', openSpot(4)],
  ['backhauls', '/jobs/farm/plan', comparedBackhauls],
  ['rules', '/jobs/farm/plan', byRule],
  ['suggest', '/jobs/farm/plan', suggested],
  ['offer', '/jobs/farm/offer'],
  ['fit', '/jobs/farm/fit'],
  ['after', '/jobs/alder/after', openSpot(5)],
  ['handover', '/jobs/alder/handover'],
];

const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
for (const [name, path, act] of VIEWS) {
  await page.goto(address + path);
  // The network is never idle: a stream tells what others change.
  await page.waitForTimeout(2500);
  await act?.(page);
  await page.waitForTimeout(1500);
  await page.screenshot({ path: `${FOLDER}/${name}.png` });
  console.log(name);
}
// The walk as a phone shows it.
const phone = await browser.newPage({ viewport: { width: 390, height: 844 } });
const made = await phone.request.post(`${address}/api/jobs/larkspur/phones`, {
  data: { name: 'Phone', scope: 'walk', hours: 1 },
});
const { token } = (await made.json()) as { token: string };
await phone.goto(`${address}/walk/#t=${token}`, { waitUntil: 'networkidle' });
await phone.waitForTimeout(1000);
await phone.screenshot({ path: `${FOLDER}/walk.png` });
console.log('walk');
// A step of the run sheet on the phone, of a plan that was agreed to.
const farm = JSON.parse(await (await phone.request.get(`${address}/api/jobs/farm/export`)).text()) as {
  plan: { options: { id: string; name: string }[] };
};
const option = farm.plan.options[1]!;
await phone.request.post(`${address}/api/jobs/farm/evidence`, {
  data: {
    against: null,
    rows: [
      {
        kind: 'acceptance',
        id: 'ac-picture-1',
        at: '2026-06-09T11:00:00Z',
        by: '',
        optionId: option.id,
        optionName: option.name,
        forecast: [],
        note: '',
      },
    ],
  },
});
const letIn = await phone.request.post(`${address}/api/jobs/farm/phones`, {
  data: { name: 'Phone', scope: 'walkAndSheet', hours: 1 },
});
const sheet = (await letIn.json()) as { token: string };
// Another address, so that the page is loaded anew.
await phone.goto('about:blank');
await phone.goto(`${address}/walk/#t=${sheet.token}`, { waitUntil: 'networkidle' });
await phone.getByRole('button', { name: 'Run sheet' }).click();
await phone
  .getByRole('list', { name: 'Steps' })
  .getByRole('button', { name: /^.*Carry B/ })
  .click();
await phone.waitForTimeout(500);
await phone.screenshot({ path: `${FOLDER}/step.png` });
console.log('step');
await browser.close();
