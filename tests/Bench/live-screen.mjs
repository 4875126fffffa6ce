/**
 * How long it takes until a signal that a monitor posts stands on an open watch, without a reload.
 * Needs a running bin/demo: bin/bench live-screen http://127.0.0.1:8080. Baseline, in the same run: the answer to the post alone.
 */
import { chromium } from '@playwright/test';
import { chromiumOptions } from '../support/chromium.mjs';

const base = process.argv[2] ?? 'http://127.0.0.1:8080';
const standIns = base.replace(/\d+$/, (port) => String(Number(port) + 1));
const browser = await chromium.launch(chromiumOptions);
const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
await page.goto(`${base}/sign-in`);
await page.getByRole('button', { name: /Ingrid Vale/ }).click();
await page.getByRole('heading', { name: 'Watch' }).waitFor({ state: 'attached' });
const [shown, answered] = [[], []];
for (let n = 0; n < 20; n++) {
  const summary = `Sample ${n} of ${Date.now()}`;
  const start = performance.now();
  const post = fetch(`${standIns}/speak`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ item: 'tide-feed', check: `sample-${n}-${start}`, level: 'critical', summary }),
  }).then(() => answered.push(performance.now() - start));
  await page
    .getByText(summary)
    .or(page.getByText(new RegExp(`^\\s*${n + 1} alerts`)))
    .first()
    .waitFor({ timeout: 10_000 });
  shown.push(performance.now() - start);
  await post;
}
await browser.close();
const median = (list) => list.sort((a, b) => a - b)[Math.floor(list.length / 2)];
console.log(
  `signal to an open watch, 20 samples: median ${median(shown).toFixed(0)} ms, longest ${Math.max(...shown).toFixed(0)} ms; ${(median(shown) / median(answered)).toFixed(0)} times the answer to the post (${median(answered).toFixed(0)} ms)`,
);
