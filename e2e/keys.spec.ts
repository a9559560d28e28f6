import { readdirSync, readFileSync } from 'node:fs';
import { seriousInBoth } from './axe';
import { expect, test } from './test';
import { quillfeatherFarm } from '../demo/farm';
import { JOB_FILE_VERSION } from '../core/job/jobFile';

const NAME = 'Planted Hen 81';
const KEY = 'planted-feather-82';
const PASS = 'planted four grey geese 83';

test('keys are sealed in the page, opened by the passphrase alone, printed on their own sheet, and lie nowhere in the clear', async ({
  page,
  request,
  context,
}, { workerIndex }) => {
  const made = await request.post('/api/jobs/import', {
    headers: { 'content-type': 'application/json' },
    data: JSON.stringify({ ...quillfeatherFarm(), version: JOB_FILE_VERSION, name: 'Farm with keys' }),
  });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`/jobs/${id}/handover`);
  const box = page.getByRole('region', { name: 'Names and keys' });
  await box.getByRole('button', { name: 'Keep them sealed' }).click();
  const dialog = page.getByRole('dialog', { name: 'Names and keys' });
  await expect(dialog).toContainText('A forgotten passphrase loses the keys, and nothing else');
  await dialog.getByLabel('Name 1', { exact: true }).fill(NAME);
  await dialog.getByLabel('Key 1', { exact: true }).fill('short');
  await dialog.getByRole('button', { name: 'Seal and keep' }).click();
  await expect(dialog.getByRole('status')).toContainText('8 to 63');
  await dialog.getByLabel('Key 1', { exact: true }).fill(KEY);
  await dialog.getByLabel('Passphrase', { exact: true }).fill(PASS);
  await dialog.getByLabel('The same again').fill('planted four grey ducks');
  await dialog.getByLabel('The same again').press('Enter');
  await expect(dialog.getByRole('status')).toContainText('differ');
  await dialog.getByLabel('The same again').fill(PASS);
  await dialog.getByLabel('The same again').press('Enter');
  await expect(dialog.getByRole('status')).toHaveText('Sealed and kept.');
  expect(await seriousInBoth(page)).toEqual([]);
  await dialog.getByRole('button', { name: 'Close' }).click();

  // A window that comes later sees that there are some, and no more.
  const second = await context.newPage();
  await second.goto(`/jobs/${id}/handover`);
  await second.getByRole('button', { name: 'Show them' }).click();
  const there = second.getByRole('dialog', { name: 'Names and keys' });
  await there.getByLabel('Passphrase', { exact: false }).fill('planted four grey geese 84');
  await there.getByRole('button', { name: 'Open', exact: true }).click();
  await expect(there.getByRole('status')).toContainText('does not open them');
  await expect(there.getByLabel('Key 1', { exact: true })).toHaveCount(0);
  await there.getByLabel('Passphrase', { exact: false }).fill(PASS);
  await there.getByLabel('Passphrase', { exact: false }).press('Enter');
  await expect(there.getByLabel('Key 1', { exact: true })).toHaveValue(KEY);

  // Printed alone: nothing of the page, and on screen nothing of the sheet.
  await expect(second.locator('[data-key-sheet]')).toBeHidden();
  const printed = second.evaluate(
    () =>
      new Promise<string>((resolve) => {
        window.print = () => resolve(document.documentElement.dataset['print'] ?? 'nothing');
      }),
  );
  await there.getByRole('button', { name: 'Print the sheet with join codes' }).click();
  expect(await printed).toBe('keys');
  await second.emulateMedia({ media: 'print' });
  await expect(second.locator('[data-key-sheet]')).toBeHidden();
  await second.evaluate(() => (document.documentElement.dataset['print'] = 'keys'));
  await expect(second.locator('[data-key-sheet]')).toBeVisible();
  await expect(second.locator('[data-key-sheet]')).toContainText(KEY);
  await expect(second.getByRole('main')).toBeHidden();
  await second.evaluate(() => delete document.documentElement.dataset['print']);
  await second.emulateMedia({ media: 'screen' });

  // What the first window types over what the second has kept since is not written over it.
  await page.getByRole('button', { name: 'Show them' }).click();
  await dialog.getByLabel('Passphrase', { exact: false }).fill(PASS);
  await dialog.getByLabel('Passphrase', { exact: false }).press('Enter');
  await dialog.getByLabel('Name 1', { exact: true }).fill('Planted Duck 85');
  await there.getByRole('button', { name: 'Seal and keep' }).click();
  await expect(there.getByRole('status')).toHaveText('Sealed and kept.');
  await dialog.getByRole('button', { name: 'Seal and keep' }).click();
  await expect(dialog.getByRole('status')).toContainText('another window');
  await expect(dialog.getByLabel('Name 1', { exact: true })).toHaveValue('Planted Duck 85');

  const phone = await request.post(`/api/jobs/${id}/phones`, {
    data: { name: 'Mia', scope: 'walkAndSheet', hours: 1 },
  });
  const { token } = (await phone.json()) as { token: string };
  const asPhone = await request.get('/api/walk/job', { headers: { authorization: `Bearer ${token}` } });
  const files = await Promise.all(
    ['export', 'papers/job.zip', 'papers/record.html', 'papers/hand-over.html', 'papers/readings.csv'].map(
      async (path) => (await request.get(`/api/jobs/${id}/${path}`)).body(),
    ),
  );
  const folder = `.tmp/e2e-${workerIndex}`;
  const stored = readdirSync(folder).map((name) => readFileSync(`${folder}/${name}`));
  expect(stored.length).toBeGreaterThan(1);
  for (const bytes of [...files, ...stored, await asPhone.body()])
    for (const word of [NAME, KEY, PASS, 'Planted Duck 85'])
      expect(bytes.includes(Buffer.from(word))).toBe(false);

  await page.reload();
  await box.getByRole('button', { name: 'Throw away' }).click();
  await box.getByRole('button', { name: 'Throw them away' }).click();
  await expect(box.getByRole('button', { name: 'Keep them sealed' })).toBeVisible();
});
