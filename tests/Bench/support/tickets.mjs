/** Looks at the pile of tickets in Chromium, signed in: first content, and the next ticket by its key. */
import { signedIn } from './signed-in.mjs';

const base = process.argv[2];
const { browser, page } = await signedIn(base);
const median = (times) => times.sort((a, b) => a - b)[Math.floor(times.length / 2)];
const visit = async (path, ready) => {
  const times = [];
  for (let n = 0; n < 9; n++) {
    const start = performance.now();
    await page.goto(`${base}${path}`, { waitUntil: 'commit' });
    await ready();
    times.push(performance.now() - start);
  }
  return median(times);
};
const bare = await visit('/mark.svg', async () => undefined);
const first = await visit('/tickets', () => page.locator('[id^=ticket-]').first().waitFor());
const nexts = [];
for (let n = 0; n < 9; n++) {
  await page.waitForTimeout(800);
  const heading = await page
    .locator('main h2')
    .nth(1)
    .textContent()
    .catch(() => '');
  const start = performance.now();
  await page.keyboard.press('j');
  await page.waitForFunction((before) => document.querySelectorAll('main h2')[1]?.textContent !== before, heading);
  nexts.push(performance.now() - start);
}
console.log(`the pile, first content: median of 9 ${first.toFixed(0)} ms; wanted under 1,000 ms`);
console.log(`the next ticket by its key: median of 9 ${median(nexts).toFixed(0)} ms`);
console.log(`baseline, a small file: ${bare.toFixed(0)} ms; ratio ${(first / bare).toFixed(1)}`);
await browser.close();
