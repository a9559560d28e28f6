import type { Page } from '@playwright/test';
import { median } from './planFrames';
import { withBrowser } from './served';

const ROUNDS = 5;

/** The phone's page on a slow link and processor: when its spots are there, and how soon a tap answers, medians, ms. */
export async function phoneFigures(page: Page, url: string): Promise<{ readyMs: number; tapMs: number }> {
  const made = await page.request.post(`${url}/api/jobs/farm/phones`, {
    data: { name: 'bench', scope: 'walk', hours: 1 },
  });
  const { token } = (await made.json()) as { token: string };
  // The first look at a job works it out; a visit begins with the laptop's own.
  await page.request.get(`${url}/walk/api/job`, { headers: { authorization: `Bearer ${token}` } });
  const browser = page.context().browser()!;
  const ready: number[] = [];
  const taps: number[] = [];
  for (let i = 0; i < ROUNDS; i++) {
    const context = await browser.newContext({
      viewport: { width: 360, height: 740 },
      serviceWorkers: 'block',
    });
    const phone = await context.newPage();
    const client = await context.newCDPSession(phone);
    await client.send('Network.enable');
    await client.send('Network.emulateNetworkConditions', {
      offline: false,
      latency: 150,
      downloadThroughput: 400_000,
      uploadThroughput: 400_000,
    });
    await client.send('Emulation.setCPUThrottlingRate', { rate: 4 });
    const start = Date.now();
    await phone.goto(`${url}/walk/#t=${token}`, { waitUntil: 'commit' });
    await phone.getByRole('list', { name: 'Spots in walking order' }).waitFor();
    ready.push(Date.now() - start);
    taps.push(
      await phone.evaluate(async () => {
        const button = document.querySelector<HTMLButtonElement>('.spots button')!;
        const from = performance.now();
        button.click();
        while (!document.querySelector('h1')) await new Promise((next) => requestAnimationFrame(next));
        return performance.now() - from;
      }),
    );
    await context.close();
  }
  return { readyMs: median(ready), tapMs: median(taps) };
}

/** The same as a line of its own. Needs a built application. */
export async function phonePage(): Promise<void> {
  await withBrowser(async (page, url) => {
    const { readyMs, tapMs } = await phoneFigures(page, url);
    console.log(
      `The phone's page at 400 kB/s, 150 ms, a processor four times slower: spots there after ${readyMs.toFixed(0)} ms (2000 asked), a tap answers after ${tapMs.toFixed(0)} ms (100 asked)`,
    );
  });
}
