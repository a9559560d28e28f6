import { chromium } from 'playwright';
const [, , out, w='1280', h='800', ...steps] = process.argv;
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const p = await b.newPage({ viewport: { width: +w, height: +h } });
p.on('pageerror', (e) => console.log('ERR', e.message));
p.on('console', (m) => m.type()==='error' && console.log('CON', m.text().slice(0,300)));
for (const s of steps) {
  const [k, ...r] = s.split('=>'); const v = r.join('=>');
  if (k==='go') await p.goto('http://127.0.0.1:4680'+v);
  if (k==='settled') await p.locator('main[data-settling=false]').waitFor({timeout:60000});
  if (k==='btn') await p.getByRole('button',{name:new RegExp(v)}).first().click();
  if (k==='tab') await p.getByRole('tab',{name:new RegExp(v)}).click();
  if (k==='hover') await p.locator(v).first().hover();
  if (k==='click') await p.locator(v).first().click();
  if (k==='key') await p.keyboard.press(v);
  if (k==='wait') await p.waitForTimeout(+v);
  if (k==='for') await p.locator(v).first().waitFor({timeout:120000});
  if (k==='eval') console.log(await p.evaluate(v));
  if (k==='theme') await p.emulateMedia({colorScheme:'dark'});
  if (k==='shot') await p.screenshot({ path: v });
}
await p.screenshot({ path: out });
await b.close();
