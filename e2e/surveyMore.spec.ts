import { expect, test, type Page } from './test';
import type { JobFile } from '../core/job/jobFile';
import { adjoin, partyWallsOnce } from '../core/site/geometry/partyWalls';
import { addBuilding, exported, newJob, pressAt, sheet } from './sheet';

test.use({ actionTimeout: 20_000 });

async function farmCopy(
  page: Page,
  name: string,
  change: (job: JobFile) => JobFile = (j) => j,
): Promise<void> {
  const farm = (await (await page.request.get('/api/jobs/farm/export')).json()) as JobFile;
  const made = await page.request.post('/api/jobs/import', { data: change({ ...farm, name }) });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`/jobs/${id}/survey`);
  await expect(sheet(page)).toBeVisible();
}
const round = (page: Page, name: string) => page.getByRole('button', { name, exact: true }).click();

test('a construction of one’s own is computed from its layers, painted on walls, and stays while it is used', async ({
  page,
}) => {
  await newJob(page, 'Own walls');
  await addBuilding(page, 'House', ['10', '8'], '1');
  const own = page.getByRole('region', { name: 'Own constructions' });
  await own.getByRole('button', { name: 'Construction', exact: true }).click();
  await own.getByLabel('Name of the construction').fill('Concrete shell');
  await own.getByLabel('Its loss').selectOption('layers');
  await own.getByLabel('Material of layer 1').selectOption('concrete');
  await own.getByLabel('Thickness of layer 1').fill('100 mm');
  // ITU-R P.2040: 10 cm of concrete at the three bands.
  await expect(own).toContainText('8.1 / 14.0 / 15.3 dB');
  await own.getByRole('button', { name: 'Layer', exact: true }).click();
  await own.getByLabel('Thickness of layer 2').fill('nonsense');
  await expect(own.getByText('write it as 3.2')).toBeVisible();
  await own.getByLabel('Thickness of layer 2').fill('0.0125');

  // Measured after all: typing begins from what the layers gave.
  await own.getByLabel('Its loss').selectOption('loss');
  await expect(own.getByLabel('At 5 GHz')).toHaveValue(/^1\d\.\d$/);
  await page.keyboard.press('Control+z');
  await expect(own.getByLabel('Material of layer 2')).toBeVisible();

  await page.keyboard.press('Escape');
  await pressAt(page, 5, 0);
  const wall = page.getByRole('region', { name: 'Selected wall' });
  await wall.getByLabel('Construction', { exact: true }).selectOption({ label: 'Concrete shell' });
  const job = await exported(page);
  const made = job.site.customConstructions[0]!;
  expect(made).toMatchObject({ name: 'Concrete shell', thicknessM: 0.1125, source: { kind: 'layers' } });
  expect(job.site.walls.filter((w) => w.construction === made.id)).toHaveLength(1);
  const remove = own.getByRole('button', { name: 'Delete construction Concrete shell' });
  await expect(remove).toBeDisabled();
  await page.keyboard.press('Control+z');
  await expect(remove).toBeEnabled();
  await remove.click();
  await expect(own).toContainText('usual list does not have');
});

test('a jack nobody has traced is worth a look until a data run from it is drawn', async ({ page }) => {
  await farmCopy(page, 'Loose jack');
  await round(page, 'Wiring');
  await page.keyboard.press('f');
  await pressAt(page, 8, 1);
  const jack = page.getByRole('region', { name: 'Selected jack' });
  await jack.getByLabel('Name').fill('Mystery jack');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('region', { name: 'Worth a look' })).toContainText(
    'Where Mystery jack leads is not known',
  );
  await expect(page.getByRole('region', { name: 'Jacks with an unknown far end' })).toContainText(
    'Mystery jack',
  );
  await page.keyboard.press('j');
  await pressAt(page, 8, 1);
  await pressAt(page, 2, 9);
  await expect(page.getByRole('region', { name: 'Selected run' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Jacks with an unknown far end' })).toHaveCount(0);
  const { site } = await exported(page);
  expect(site.jacks).toEqual([]);
  expect(site.dataRuns).toHaveLength(2);
  expect(site.dataRuns[1]).toMatchObject({ certainty: 'guessed', negotiatedMbps: null });
  // One step of undo brings the jack back and takes the run away.
  await page.keyboard.press('Control+z');
  const back = await exported(page);
  expect([back.site.jacks.length, back.site.dataRuns.length]).toEqual([1, 1]);
});

test('a complaint gets a spot of its own, in one step of undo', async ({ page }) => {
  await farmCopy(page, 'Complaint', (job) => ({
    ...job,
    brief: {
      ...job.brief,
      complaints: [
        ...job.brief.complaints,
        { id: 'cp-9', words: 'The porch camera stutters.', spotId: null },
      ],
    },
  }));
  await round(page, 'Spots');
  const complaints = page.getByRole('region', { name: 'Complaints without a spot' });
  await expect(complaints).toContainText('The porch camera stutters.');
  await complaints.getByRole('button', { name: 'Its spot' }).click();
  await expect(page.getByText('Press where it is: “The porch camera stutters.”')).toBeVisible();
  await pressAt(page, 1.5, 8);
  await expect(complaints).toHaveCount(0);
  const job = await exported(page);
  const spot = job.site.spots.find((s) => s.id === job.brief.complaints.find((c) => c.id === 'cp-9')!.spotId);
  expect(spot).toMatchObject({ number: 15, name: 'Porch' });
  await page.keyboard.press('Control+z');
  await expect(complaints).toBeVisible();
  expect((await exported(page)).site.spots).toHaveLength(14);
});

test('two spots made one keep the complaint tied to the one that stays', async ({ page }) => {
  await farmCopy(page, 'Merged', (job) => ({
    ...job,
    evidence: job.evidence.filter((r) => r.kind !== 'reading' && r.kind !== 'correction'),
  }));
  await round(page, 'Spots');
  await page.getByRole('button', { name: 'Spot 8, Glaze bench' }).click();
  await page.getByRole('button', { name: 'Spot 7, Kiln room' }).click({ modifiers: ['Shift'] });
  await page.getByRole('button', { name: 'Merge the two' }).click();
  const job = await exported(page);
  expect(job.site.spots).toHaveLength(13);
  const tied = job.brief.complaints.find((c) => c.id === 'cp-1')!.spotId;
  expect(job.site.spots.some((s) => s.id === tied)).toBe(true);
});

test('an L-shaped house: outer walls drawn anew, and the outline taken from them', async ({ page }) => {
  await newJob(page, 'Ell');
  await addBuilding(page, 'House', ['10', '8'], '1');
  const take = page.getByRole('button', { name: 'Outline from its walls' });
  await expect(take).toHaveCount(0);
  // The east and south walls go; six corners are walked instead.
  for (const [x, y] of [
    [10, 5],
    [7, 8],
  ] as const) {
    await page.keyboard.press('Escape');
    await pressAt(page, x, y);
    await expect(page.getByRole('region', { name: 'Selected wall' })).toBeVisible();
    await page.keyboard.press('Delete');
  }
  await page.keyboard.press('w');
  await pressAt(page, 10, 0.02);
  for (const [length, arrow] of [
    ['4', 'ArrowDown'],
    ['4', 'ArrowLeft'],
    ['4', 'ArrowDown'],
    ['6', 'ArrowLeft'],
  ] as const) {
    await page.keyboard.type(length);
    await page.keyboard.press(arrow);
  }
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('region', { name: 'Worth a look' })).toContainText('not its outline');
  await take.click();
  await expect(take).toHaveCount(0);
  await expect(page.getByRole('list', { name: 'Rooms of the open storey' })).toContainText('60.8 m²');
  const { site } = await exported(page);
  expect(site.buildings[0]!.storeys[0]!.outline).toHaveLength(6);
  await page.keyboard.press('Control+z');
  await expect(take).toBeVisible();
});

test('a line divides a storey, an extension shares the wall it stands at, and a terrace lies on its roof', async ({
  page,
}) => {
  await newJob(page, 'Divided');
  await addBuilding(page, 'House', ['8', '6'], '2');
  await page.keyboard.press('/');
  await pressAt(page, 5, 2);
  await pressAt(page, 5, 3);
  await expect(
    page.getByRole('list', { name: 'Rooms of the open storey' }).getByRole('listitem'),
  ).toHaveCount(2);
  // A typed length gives the direction too; the wall runs on to the next one.
  await pressAt(page, 2, 4);
  await page.keyboard.type('1');
  await page.keyboard.press('ArrowRight');
  await expect(
    page.getByRole('list', { name: 'Rooms of the open storey' }).getByRole('listitem'),
  ).toHaveCount(3);
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await addBuilding(page, 'Extension', ['4', '4'], '1');
  await page.getByLabel('From House').fill('0');
  await page.keyboard.press('Enter');
  const { site } = await exported(page);
  const [house, extension] = site.buildings;
  expect(adjoin(house!, extension!)).toBe(true);
  expect(site.walls.length - partyWallsOnce(site).walls.length).toBe(1);
  await page.getByRole('button', { name: 'Roof terrace' }).click();
  await expect(page.getByRole('button', { name: 'Extension, Roof terrace' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  const { site: then } = await exported(page);
  expect(then.rooms.find((r) => r.name === 'Roof terrace')?.conditions).toEqual(['weather']);
  expect(then.buildings[1]!.roof).toBeNull();
});

test('rooms in the roof: the slopes come down into the uppermost storey, in the section and in the survey', async ({
  page,
}) => {
  await newJob(page, 'Under the tiles');
  await addBuilding(page, 'House', ['7', '9'], '2');
  const section = page.getByRole('group', { name: /^Section/ });
  const upper = section.getByRole('button', { name: 'House, First' }).locator('polygon');
  const corners = async () => ((await upper.getAttribute('points')) ?? '').split(' ').length;
  expect(await corners()).toBe(4);
  await page.getByRole('checkbox', { name: /^Rooms in the roof/ }).check();
  await expect(page.getByLabel('Wall at the eaves')).toHaveValue('1');
  // The house is deeper than wide: its ridge runs north and south, and the section shows both slopes.
  await expect(page.getByLabel(/^Ridge/)).toHaveValue('90');
  await expect.poll(corners).toBeGreaterThan(10);
  await page.getByLabel(/^Slope/).fill('50');
  await page.getByLabel(/^Slope/).press('Enter');
  expect((await exported(page)).site.buildings[0]!.roof!.rooms).toEqual({
    kneeM: 1,
    slopeDeg: 50,
    ridgeDeg: 90,
  });
  await page.getByRole('checkbox', { name: /^Rooms in the roof/ }).uncheck();
  await expect.poll(corners).toBe(4);
  await page.keyboard.press('Control+z');
  await expect.poll(corners).toBeGreaterThan(10);
});
