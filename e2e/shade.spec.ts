import { expect, test, type Page } from './test';
import type { JobFile } from '../core/job/jobFile';
import { putUnit } from './planning';

/** Whether a point of the screen lies in a step of shade, by the very path that is painted. */
async function shadedAt(page: Page, name: RegExp): Promise<string[]> {
  const box = (await page.getByRole('button', { name }).first().boundingBox())!;
  return page.evaluate(
    ([x, y]) =>
      [...document.querySelectorAll<SVGPathElement>('path[data-shade]')]
        .filter((path) => {
          const m = path.getScreenCTM()!.inverse();
          const p = new DOMPoint(x, y).matrixTransform(m);
          return path.isPointInFill(p);
        })
        .map((path) => path.getAttribute('data-shade')!),
    [box.x + box.width / 2, box.y + box.height / 2] as const,
  );
}

test('shade lies where nothing is heard, is painted there, and goes when a unit comes', async ({ page }) => {
  const farm = (await (await page.request.get('/api/jobs/farm/export')).json()) as JobFile;
  const made = await page.request.post('/api/jobs/import', { data: { ...farm, name: 'In the shade' } });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`/jobs/${id}/plan`);
  const kiln = /^Spot 7, Kiln room/;
  await expect.poll(() => shadedAt(page, kiln)).toContain('noSignal');
  // The kitchen table beside the gateway lies in the light.
  expect(await shadedAt(page, /^Spot 1, /)).toEqual([]);
  // It is painted: the paper beside the mark is not all of one colour.
  const box = (await page.getByRole('button', { name: kiln }).first().boundingBox())!;
  const clip = { x: box.x + box.width / 2 + 20, y: box.y + box.height / 2 - 8, width: 24, height: 24 };
  const png = (await page.screenshot({ clip })).toString('base64');
  const colours = await page.evaluate(async (data) => {
    const image = new Image();
    image.src = `data:image/png;base64,${data}`;
    await image.decode();
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [image.width, image.height];
    const draw = canvas.getContext('2d')!;
    draw.drawImage(image, 0, 0);
    const { data: pixels } = draw.getImageData(0, 0, image.width, image.height);
    const seen = new Set<string>();
    for (let i = 0; i < pixels.length; i += 4) seen.add([...pixels.slice(i, i + 3)].join());
    return seen.size;
  }, png);
  expect(colours).toBeGreaterThan(3);
  // A unit in the studio on fibre takes the shade away.
  await page.getByRole('button', { name: kiln }).first().click();
  await putUnit(page, /Mesh node, dual band/);
  await page
    .getByRole('region', { name: 'Unit C' })
    .getByLabel('Backhaul', { exact: true })
    .selectOption('fibre');
  await expect.poll(() => shadedAt(page, kiln)).toEqual([]);
});
