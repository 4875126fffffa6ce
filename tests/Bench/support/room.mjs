/** Looks at the room of an incident in Chromium: first content, and how long a note of one takes to the screen of another. */
import { signedIn } from './signed-in.mjs';

const [base, incident] = process.argv.slice(2);
const { browser, page } = await signedIn(base);
const median = (times) => [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)];
/** Until Chromium has drawn something, and until that is found on the page. */
const visit = async (path, ready) => {
  const [drawn, found] = [[], []];
  for (let n = 0; n < 7; n++) {
    const start = performance.now();
    await page.goto(`${base}${path}`, { waitUntil: 'commit' });
    await ready();
    found.push(performance.now() - start);
    drawn.push(await page.evaluate(() => performance.getEntriesByName('first-contentful-paint')[0]?.startTime ?? 0));
    // What comes after the first content belongs to this visit, not to the next one.
    await page.waitForLoadState('networkidle');
  }
  return { drawn: median(drawn), found: median(found) };
};
const bare = await visit('/mark.svg', async () => undefined);
const first = await visit(`/incidents/${incident}`, () => page.getByText('Looked at controller').last().waitFor());
console.log(
  `the room, first content: median of 7 ${first.drawn.toFixed(0)} ms until it is drawn, ${first.found.toFixed(0)} ms until its journal is found; wanted under 1,000 ms`,
);
const other = await (await browser.newContext({ storageState: await page.context().storageState() })).newPage();
await other.goto(`${base}/incidents/${incident}`);
await other.getByText('Looked at controller').last().waitFor();
const seen = [];
for (let n = 0; n < 12; n++) {
  await page.getByLabel('What happened').fill(`Note number ${n}`);
  const start = performance.now();
  await page.getByLabel('What happened').press('Control+Enter');
  await other.getByText(`Note number ${n}`, { exact: true }).first().waitFor();
  seen.push(performance.now() - start);
  await page.waitForTimeout(3000);
}
console.log(`a note on the screen of another: median of 12 ${median(seen).toFixed(0)} ms, longest ${Math.max(...seen).toFixed(0)} ms; wanted under 2,000 ms`);
console.log(`baseline, a small file: ${bare.found.toFixed(0)} ms; ratio ${(first.found / bare.found).toFixed(1)}`);
await browser.close();
