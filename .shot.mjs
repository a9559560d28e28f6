import { chromium } from '@playwright/test';
const [,, path, out, w='1280', h='800', ...acts] = process.argv;
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args:['--no-sandbox'] });
const p = await b.newPage({ viewport: { width: +w, height: +h } });
p.on('console', m => m.type()==='error' && console.log('console', m.text())); p.on('pageerror', e => console.log('pageerror', e.message));
await p.goto('http://127.0.0.1:4680' + path); await p.waitForTimeout(2500);
for (const a of acts) { if (a.startsWith('eve')) await p.evaluate(() => { document.documentElement.dataset.theme='evening'; }); else await p.getByText(a).first().click(); await p.waitForTimeout(900); }
await p.screenshot({ path: out }); await b.close();
