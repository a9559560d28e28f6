import { expect, test } from './test';
import { farmNamed, openCopy } from './planning';

test('a practice house: read by its meter, what to read next, lights; a table of readings, good rows or none', async ({
  page,
}) => {
  // Always the same house; the page of jobs would draw one by lot.
  const made = await page.request.post('/api/jobs', {
    data: { name: 'House to practise in', practice: { seed: 12, difficulty: 'hard' } },
  });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`/jobs/${id}/before`);
  const left = page.getByRole('region', { name: 'What is left to read' });
  await expect(left).toContainText('10 of 10 spots lack readings');
  const spot = page.locator('[data-spot="1"]');
  await spot.getByRole('button').first().click();
  await spot.getByRole('button', { name: /Read the practice house/ }).click();
  await expect(spot.getByText('Three runs of the practice house recorded.')).toBeVisible();
  await expect(left).toContainText('9 of 10 spots lack readings');
  // By the hour of the day its line gives more or less, so that one more reading is worth something or not.
  await expect(left).toContainText(
    /next: it settles most of today’s network\. The risk that|Enough is read to choose/,
  );
  // All of a run in the first field.
  const second = page.locator('[data-spot="2"]');
  await second.getByRole('button').first().click();
  const form = second.getByRole('form');
  await form.getByLabel(/^Down/).fill('-64 12/6 31');
  await page.keyboard.press('Enter');
  await expect(form.getByRole('status')).toContainText('Run recorded');
  await expect(second).toContainText('−64 dBm');
  // A device that shows bars alone.
  await form.getByLabel(/^Down/).fill('2of4 11/6 33');
  await page.keyboard.press('Enter');
  await expect(second).toContainText('2 of 4 bars');
  await page.getByRole('button', { name: 'Look at the lights' }).click();
  await expect(page.getByRole('list', { name: 'Lights' })).toContainText('A At the line: holds');

  await page.getByRole('button', { name: 'From a file' }).click();
  const file = page.getByLabel('File of readings');
  await file.setInputFiles({ name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('hello') });
  await expect(page.getByRole('dialog').getByRole('alert')).toContainText('No table found');
  const table = 'Room,Download,Upload,Signal\n3,9,4,-70\n3,fast,4,\ncellar,1,1,\n4,0,0,\n';
  await file.setInputFiles({ name: 'rows.csv', mimeType: 'text/csv', buffer: Buffer.from(table) });
  const bad = page.getByRole('list', { name: 'Rows left out' });
  await expect(bad).toContainText('Line 3: Down, Mb/s: “fast” is no number');
  await expect(bad).toContainText('Line 4: there is no spot “cellar”');
  // What a column holds can be chosen otherwise.
  await page.getByLabel('Column Signal holds').selectOption('passed over');
  await page.getByRole('button', { name: 'Take the 2 good rows' }).click();
  await expect(page.getByText('2 readings taken in, 2 rows left out.')).toBeVisible();
  await page.getByRole('button', { name: 'Close' }).last().click();
  await expect(page.locator('[data-spot="4"]')).toContainText('no connection');
});

test('the page of jobs begins a practice house of its own', async ({ page }) => {
  await page.goto('/');
  await page.getByLabel('How hard').selectOption('easy');
  await page.getByRole('button', { name: 'Practise', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'What must work where' })).toBeVisible();
  await expect(page.getByText(/^Practice house \d+$/)).toBeVisible();
});

test('a trial of a link replaces its estimate, and it did not link is a link of nothing', async ({
  page,
  request,
}) => {
  await farmNamed(request, 'Tried farm');
  await openCopy(page, 'Tried farm');
  await page.keyboard.press('4');
  await page.getByRole('button', { name: 'Farmhouse, Upper' }).click();
  await page.getByRole('button', { name: 'Unit B, Landing' }).focus();
  await page.keyboard.press('Enter');
  const unit = page.getByRole('region', { name: 'Unit B' });
  await unit.getByText('Try this link before it is bought').click();
  await unit.getByRole('button', { name: 'Record trial' }).click();
  await expect(unit.getByRole('alert')).toContainText('Type what came');
  await unit.getByLabel(/Came down/).fill('37');
  await unit.getByLabel(/Came up/).fill('21');
  await unit.getByRole('button', { name: 'Record trial' }).click();
  await expect(unit).toContainText('Tried: 37 ↓ 21 ↑ Mb/s, median of 1');
  await expect(unit).toContainText('37 Mb/s (measured)');
  // The panel has moved under the mouse: what it lies on now would be told instead.
  await page.mouse.move(5, 5);
  await expect(page.locator('[data-spot="4"]')).toContainText('37 of 41');
  await unit.getByRole('button', { name: 'Try it in the practice house' }).click();
  await expect(unit).toContainText('median of 2');
});
