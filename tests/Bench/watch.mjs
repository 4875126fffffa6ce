/**
 * Time to the watch on the demo data: from the request to the heading on the screen, in Chromium, signed in, nothing cached.
 * Needs a running bin/demo: bin/bench watch http://127.0.0.1:8080. Baseline, in the same run: a small file.
 */
import { chromium } from '@playwright/test';
import { chromiumOptions } from '../support/chromium.mjs';

const base = process.argv[2] ?? 'http://127.0.0.1:8080';
const browser = await chromium.launch(chromiumOptions);
const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
const page = await context.newPage();
await page.goto(`${base}/sign-in`);
await page.getByRole('button', { name: /Ingrid Vale/ }).click();
await page.getByRole('heading', { name: 'Watch' }).waitFor({ state: 'attached' });
await (await context.newCDPSession(page)).send('Network.setCacheDisabled', { cacheDisabled: true });
const measure = async (path, heading) => {
  const times = [];
  for (let n = 0; n < 11; n++) {
    const start = performance.now();
    await page.goto(`${base}${path}`, { waitUntil: 'commit', timeout: 10_000 });
    if (heading)
      await page.getByRole('heading', { name: heading }).first().waitFor({ state: 'attached', timeout: 10_000 });
    times.push(performance.now() - start);
  }
  return times.sort((a, b) => a - b)[5];
};
const bare = await measure('/mark.svg', null);
for (const [path, heading] of [
  ['/', 'Watch'],
  ['/estate', 'Estate'],
  ['/status', /working|problem|Service status/],
]) {
  const median = await measure(path, heading);
  console.log(
    `${path}: median of 11 ${median.toFixed(0)} ms, ${(median / bare).toFixed(1)} times a small file (${bare.toFixed(0)} ms)`,
  );
}
await browser.close();
