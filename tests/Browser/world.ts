import {
  test as base,
  expect,
  type APIRequestContext,
  type Browser,
  type BrowserContext,
  type BrowserContextOptions,
  type Page,
} from '@playwright/test';
import type { AxeResults, RunOptions } from 'axe-core';
import { readFileSync, writeFileSync } from 'node:fs';

/** The world outside Skarvo, as the stand-ins show it, and the ways of the people in the tests. */

const standIns = `http://127.0.0.1:${Number(process.env.SKARVO_TEST_PORT ?? 8423) + 1}`;
const offsetFile = new URL('../../storage/test/time-offset', import.meta.url);

export interface Pocketed {
  person: string;
  channel: string;
  text: string;
  link: string;
  key: string;
  repeats: number;
}
export interface Mailed {
  to: string;
  subject: string;
  text: string;
}

export const standInsAddress = standIns;

export async function pockets(request: APIRequestContext): Promise<Pocketed[]> {
  return ((await (await request.get(`${standIns}/state`)).json()) as { pages: Pocketed[] }).pages;
}

export async function mails(request: APIRequestContext): Promise<Mailed[]> {
  return ((await (await request.get(`${standIns}/state`)).json()) as { mails: Mailed[] }).mails;
}

/** A monitor says something. */
export async function speak(
  request: APIRequestContext,
  item: string,
  level: string,
  summary: string,
  clear = false,
): Promise<void> {
  const answer = await request.post(`${standIns}/speak`, { data: { item, check: 'state', level, summary, clear } });
  expect(((await answer.json()) as { status: number }).status).toBe(202);
}

const ahead = (): number => Number(readFileSync(offsetFile, 'utf8'));

/** Moves the time of day of all of Skarvo, and of the world around it, ahead. */
export function later(seconds: number): void {
  writeFileSync(offsetFile, String(ahead() + seconds));
}

/** The present in Skarvo, in milliseconds since the epoch. The clocks of the browsers stay where they are. */
export function present(): number {
  return Date.now() + ahead() * 1000;
}

/** A time that is so many minutes from the present, as fields take it: on the clocks of the browsers. */
export function onTheClock(minutes: number): string {
  return new Date(present() + minutes * 60_000).toLocaleString('sv-SE', { timeZone: 'Europe/Oslo' }).slice(0, 16);
}

export async function signIn(page: Page, name: string): Promise<void> {
  await page.goto('/sign-in');
  await page.getByRole('button', { name: new RegExp(name) }).click();
  await expect(page.getByRole('heading', { name: 'Watch', exact: true })).toBeAttached();
}

const opened: BrowserContext[] = [];

/** A further browser, which is closed at the end of the test: one that stays open goes on asking for news, and slows all the rest. */
export async function further(browser: Browser, options: BrowserContextOptions = {}): Promise<Page> {
  const context = await browser.newContext(options);
  opened.push(context);
  return context.newPage();
}

export const test = base.extend<{ closing: boolean }>({
  closing: [
    async ({ browser }, use) => {
      await use(browser.isConnected());
      await Promise.all(opened.splice(0).map((context) => context.close()));
    },
    { auto: true },
  ],
});

export async function someone(browser: Browser, name: string): Promise<Page> {
  const page = await further(browser);
  await signIn(page, name);
  return page;
}

export async function phone(browser: Browser): Promise<Page> {
  return further(browser, { viewport: { width: 390, height: 844 }, hasTouch: true });
}

const axeSource = readFileSync(new URL('../../node_modules/axe-core/axe.min.js', import.meta.url), 'utf8');
const everything = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];

/**
 * No axe violation of WCAG 2.2 AA, in light and in dark.
 *
 * axe is run in the page itself, as no page here has frames: opening another page for each run, as its
 * builder does, took most of the time.
 */
export async function accessible(page: Page, what: string): Promise<void> {
  // A page that has just been gone to is looked at once it is there.
  await expect(page.locator('main').first()).toBeAttached();
  await expect(page.locator('h1').first()).toBeAttached();
  await page.emulateMedia({ colorScheme: 'light', reducedMotion: 'reduce' });
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axeSource);
  for (const colorScheme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme, reducedMotion: 'reduce' });
    // What is dark differs in its colours alone.
    const runOnly: RunOptions['runOnly'] =
      colorScheme === 'dark' ? { type: 'rule', values: ['color-contrast'] } : { type: 'tag', values: everything };
    const told = await page.evaluate(
      async (options) => {
        const { axe } = window as unknown as { axe: { run: (options: RunOptions) => Promise<AxeResults> } };
        const { violations } = await axe.run(options);
        return violations.map(
          (one) =>
            `${one.id}: ${one.nodes
              .map((node) => node.html.slice(0, 140))
              .slice(0, 3)
              .join(' || ')}`,
        );
      },
      { runOnly, resultTypes: ['violations'], preload: false } as RunOptions,
    );
    expect(told, `${what}, ${colorScheme}`).toEqual([]);
  }
  await page.emulateMedia({ colorScheme: 'light' });
}

export async function fitsItsWidth(page: Page): Promise<void> {
  // A browser that was just made narrow takes a moment to lay the page out anew.
  await expect
    .poll(() => page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth))
    .toBeLessThanOrEqual(0);
}
