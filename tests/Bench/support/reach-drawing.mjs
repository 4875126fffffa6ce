/** Looks at the reach in Chromium, signed in: until it is drawn, and how long a frame takes while it is moved. */
import { signedIn } from './signed-in.mjs';

const base = process.argv[2];
const { browser, page } = await signedIn(base);
const drawn = async (path, unfold) => {
  const start = performance.now();
  await page.goto(`${base}${path}`, { waitUntil: 'commit' });
  await page.locator('[data-box]').first().waitFor({ timeout: 60_000 });
  const first = performance.now() - start;
  if (!unfold) return [first, first, await page.locator('[data-box]').count()];
  const all = performance.now();
  await page.getByLabel('fold what is alike').uncheck();
  await page.getByRole('button', { name: 'Show all' }).click();
  await page.waitForFunction(() => document.querySelectorAll('[data-box]').length > 500, undefined, {
    timeout: 60_000,
  });
  return [first, performance.now() - all, await page.locator('[data-box]').count()];
};
const small = await drawn('/reach?items=lane-time-none,speaker-ask', false);
const [first, all, boxes] = await drawn('/reach?items=layer-3-0', true);
/** Milliseconds from one frame to the next while it is dragged and zoomed. */
const frames = await page.evaluate(async () => {
  const svg = document.querySelector('svg[aria-label="What is affected, services on top"]');
  const box = svg.parentElement.getBoundingClientRect();
  const times = [];
  let last = performance.now();
  const at = {
    clientX: box.x + box.width / 2,
    clientY: box.y + box.height / 2,
    bubbles: true,
    cancelable: true,
    button: 0,
  };
  svg.dispatchEvent(new PointerEvent('pointerdown', at));
  for (let n = 1; n <= 60; n++) {
    if (n <= 40)
      window.dispatchEvent(
        new PointerEvent('pointermove', { ...at, clientX: at.clientX + n * 6, clientY: at.clientY + n * 3 }),
      );
    else svg.dispatchEvent(new WheelEvent('wheel', { ...at, deltaY: n % 2 ? 60 : -50 }));
    await new Promise((resolve) => requestAnimationFrame(resolve));
    const now = performance.now();
    times.push(now - last);
    last = now;
  }
  window.dispatchEvent(new PointerEvent('pointerup', at));
  return times.sort((a, b) => a - b);
});
console.log(`first drawing, what is far folded: ${first.toFixed(0)} ms; then all ${boxes} boxes: ${all.toFixed(0)} ms`);
console.log(
  `a frame while it is dragged and zoomed: median ${frames[30].toFixed(0)} ms, slowest ${frames.at(-1).toFixed(0)} ms`,
);
console.log(
  `baseline, a reach of ${small[2]} boxes: ${small[0].toFixed(0)} ms; ratio of the first drawings ${(first / small[0]).toFixed(1)}`,
);
await browser.close();
