import type { Page } from '@playwright/test';
import { crowdedJob } from './crowded';
import { frameWorkMs, traced } from './mainThread';
import { taken, withBrowser } from './served';

const MOVES = 120;

async function moveAlong(page: Page, x: number, y: number): Promise<void> {
  for (let i = 0; i < MOVES; i++) {
    await page.mouse.move(x + (i % 60) * 2, y + ((i * 7) % 30));
    // One move a frame, as a hand on a screen of 60 Hz.
    await page.evaluate(() => new Promise((next) => requestAnimationFrame(next)));
  }
}

function report(name: string, { work }: { work: readonly number[] }): void {
  const perMove = work.reduce((sum, ms) => sum + ms, 0) / MOVES;
  const at = (share: number) => work[Math.min(work.length - 1, Math.floor(share * work.length))]!;
  console.log(
    `Survey, 612 walls and 300 marks: ${name}: ${work.length} frames, main-thread work median ${at(0.5).toFixed(1)} ms, 99th percentile ${at(0.99).toFixed(1)} ms; ${perMove.toFixed(1)} ms a move`,
  );
}

/** Main-thread work per frame on a crowded survey sheet, dragging a mark, dragging a wall, drawing. Needs a built application. */
export async function surveyFrames(): Promise<void> {
  await withBrowser(async (page, url) => {
    const id = await taken(page, url, crowdedJob());
    const client = await page.context().newCDPSession(page);
    await page.goto(`${url}/jobs/${id}/survey`);
    await page.getByRole('button', { name: 'Wiring', exact: true }).click();
    const socket = page.getByRole('button', { name: 'Socket, Socket 40', exact: true });
    await socket.waitFor();
    await page.waitForTimeout(1500);
    const middle = async () => {
      const box = (await socket.boundingBox())!;
      return [box.x + box.width / 2, box.y + box.height / 2] as const;
    };
    const [x, y] = await middle();
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + 9, y, { steps: 4 });
    report('dragging a socket', frameWorkMs(await traced(client, () => moveAlong(page, x, y))));
    await page.mouse.up();
    await page.keyboard.press('Escape');
    await page.keyboard.press('w');
    await page.mouse.click(x, y + 40);
    report('drawing a wall', frameWorkMs(await traced(client, () => moveAlong(page, x, y))));
    await page.keyboard.press('Escape');
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'House', exact: true }).click();
    await page.keyboard.press('.');
    const grip = page.getByRole('button', { name: 'Grip, move' });
    const box = (await grip.boundingBox())!;
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + 14, box.y + 8, { steps: 4 });
    report('dragging a wall', frameWorkMs(await traced(client, () => moveAlong(page, box.x, box.y))));
    await page.mouse.up();
  });
}
