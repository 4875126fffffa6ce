import { chromium } from '@playwright/test';
import { chromiumOptions } from '../../support/chromium.mjs';

/** A browser in which the coordinator of the demo has signed in. */
export async function signedIn(base) {
  const browser = await chromium.launch(chromiumOptions);
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await page.goto(`${base}/sign-in`);
  await page.locator('input[type=email]').fill('ingrid-vale@eiderholm.example');
  await page.locator('input[type=password]').fill('eiderholm');
  await page.keyboard.press('Enter');
  await page.getByRole('heading', { name: 'Watch' }).waitFor({ state: 'attached', timeout: 30_000 });
  return { browser, page };
}
