import { withBrowser } from './served';

const ROWS = 100_000;

/** A table of a hundred thousand rows through the dialog: how long until it is read, and until all of it is in. */
export async function csvImport(): Promise<void> {
  const lines = Array.from({ length: ROWS }, (_, i) =>
    i % 50 === 49
      ? `cellar,${i % 90},${i % 30},${-40 - (i % 50)}`
      : `${1 + (i % 14)},${1 + (i % 90)},${1 + (i % 30)},${-40 - (i % 50)}`,
  );
  const text = `spot,down,up,signal\n${lines.join('\n')}\n`;
  await withBrowser(async (page, url) => {
    await page.goto(`${url}/jobs/farm/before`);
    await page.getByRole('button', { name: 'From a file' }).click();
    let start = Date.now();
    await page
      .getByLabel('File of readings')
      .setInputFiles({ name: 'rows.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
    await page.getByText(/rows can be taken/).waitFor({ timeout: 60_000 });
    const readMs = Date.now() - start;
    const said = await page.getByText(/rows can be taken/).textContent();
    start = Date.now();
    await page.getByRole('button', { name: /^Take the/ }).click();
    await page.getByText(/readings taken in/).waitFor({ timeout: 600_000 });
    console.log(
      `A table of ${ROWS} rows: read and checked in ${(readMs / 1000).toFixed(1)} s (${said?.trim()}), taken in ${((Date.now() - start) / 1000).toFixed(0)} s with progress`,
    );
    start = Date.now();
    await page.goto(`${url}/jobs/farm/before`);
    await page.locator('[data-spot="1"]').waitFor({ timeout: 120_000 });
    console.log(`Before of that job is there after ${((Date.now() - start) / 1000).toFixed(1)} s`);
  });
}
