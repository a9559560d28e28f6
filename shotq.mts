import { chromium } from '@playwright/test';
const [out, w, h, ...acts] = process.argv.slice(2);
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'] });
const page = await browser.newPage({ viewport: { width: Number(w), height: Number(h) } });
page.on('console', (m) => m.type() === 'error' && console.log('console:', m.text().slice(0, 300)));
page.on('pageerror', (e) => console.log('pageerror:', e.message.slice(0, 300)));
for (const a of acts) {
  const [verb, ...rest] = a.split('=>'); const arg = rest.join('=>');
  if (verb === 'go') await page.goto(`http://localhost:4680${arg}`);
  else if (verb === 'settled') await page.waitForTimeout(2500);
  else if (verb === 'btn') await page.getByRole('button', { name: new RegExp(arg) }).first().click();
  else if (verb === 'tab') await page.getByRole('tab', { name: new RegExp(arg) }).first().click();
  else if (verb === 'click') await page.locator(arg).first().click();
  else if (verb === 'hover') await page.locator(arg).first().hover();
  else if (verb === 'key') await page.keyboard.press(arg);
  else if (verb === 'fill') { const [l, v] = arg.split('|'); await page.getByLabel(l!).first().fill(v!); }
  else if (verb === 'wait') await page.waitForTimeout(Number(arg));
  else if (verb === 'for') await page.locator(arg).first().waitFor();
  else if (verb === 'eval') console.log(JSON.stringify(await page.evaluate(arg)));
  else if (verb === 'shot') await page.screenshot({ path: arg });
}
await page.screenshot({ path: out! });
await browser.close();
