import { chromium } from '@playwright/test';
// usage: tmpshot out path w h [js steps as "click:NAME" "key:x" "spot:4" "wait:ms"]
const [out, path, w, h, ...acts] = process.argv.slice(2);
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
const page = await browser.newPage({ viewport: { width: Number(w), height: Number(h) } });
page.on('pageerror', (e) => console.log('ERR', e.message));
await page.goto('http://127.0.0.1:4680' + path, { waitUntil: 'networkidle' });
await page.waitForTimeout(1200);
for (const a of acts) {
  const i = a.indexOf(':'); const [k, v] = [a.slice(0, i), a.slice(i + 1)];
  if (k === 'click') await page.getByRole('button', { name: new RegExp(v) }).first().click();
  if (k === 'item') await page.getByRole('menuitem', { name: new RegExp(v) }).first().click();
  if (k === 'key') await page.keyboard.press(v);
  if (k === 'spot') await page.locator(`[data-spot="${v}"]`).getByRole('button').first().click();
  if (k === 'wait') await page.waitForTimeout(Number(v));
  if (k === 'shot') await page.screenshot({ path: `/tmp/w/${v}.png` });
  if (k === 'scroll') await page.mouse.wheel(0, Number(v));
}
await page.waitForTimeout(1000);
await page.screenshot({ path: `/tmp/w/${out}.png` });
await browser.close();
