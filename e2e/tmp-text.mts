import { chromium } from '@playwright/test';
import { CHROMIUM } from './browser-options';
const address = 'http://127.0.0.1:4569';
const [, , names, stations] = process.argv;
const browser = await chromium.launch(CHROMIUM);
const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' })).newPage();
page.on('pageerror', (e) => console.log('PAGEERROR', e.message));
const g = (await (await fetch(`${address}/api/garage`)).json()) as any;
for (const name of names!.split(',')) {
  const plan = g.documents.plan.find((p: any) => p.body.name.includes(name));
  for (const st of stations!.split(',')) {
    await page.goto(`${address}${st === 'car' ? `/cars/${plan.parentId}` : `/plans/${plan.id}/${st}`}`);
    await page.waitForTimeout(6000);
    console.log('\n=====', plan.body.name, st);
    console.log(
      (await page.locator('main').innerText())
        .split('\n')
        .map((l) => l.trim())
        .filter(Boolean)
        .join(' | '),
    );
  }
}
await browser.close();
