import { expect } from '@playwright/test';
import ICAL from 'ical.js';
import { accessible, fitsItsWidth, further, signIn, someone, test } from './world';

/** An ordinary swap, a night taken, and turns in a calendar: with their effect seen before they are saved. */

test.beforeEach(async ({ page }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' });
});

test('a turn is taken in two keystrokes, with what it changes seen first, and given on by a swap', async ({
  browser,
  page,
}) => {
  await signIn(page, 'Noor Lind');
  await page.goto('/on-call');
  await accessible(page, 'on call');
  await page.getByRole('link', { name: 'Lane systems', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Lane systems on call' })).toBeVisible();
  await accessible(page, 'a rota');
  await page.keyboard.press('t');
  const effect = page.getByRole('status').filter({ hasText: 'instead of' });
  await expect(effect).toContainText('Noor Lind instead of');
  await accessible(page, 'taking a turn');
  await page.getByRole('button', { name: /^Take/ }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
  await expect(page.getByText('Changed Lane systems on call').first()).toBeVisible();
  await expect(page.getByText('changed by hand').first()).toBeVisible();

  // A coordinator, who is not of the team, sees it come and puts somebody else on it.
  const ingrid = await someone(browser, 'Ingrid Vale');
  await ingrid.goto('/on-call/lanes');
  await ingrid
    .getByRole('button', { name: /Put someone on call/ })
    .first()
    .click();
  await ingrid.getByLabel('Who').selectOption({ label: 'Noor Lind' });
  await expect(ingrid.getByRole('status').filter({ hasText: /instead of|changes nothing/ })).toBeVisible();
  await ingrid.context().close();
  await page.setViewportSize({ width: 390, height: 844 });
  await fitsItsWidth(page);
});

test('an ordinary swap is asked, seen by whoever is asked, and accepted', async ({ browser, page }) => {
  // Both who sign in are of the operations desk, whose turns are half days.
  const other = await someone(browser, 'Mika Sund');
  await signIn(page, 'Ingrid Vale');
  await page.goto('/on-call/desk');
  const turns = page.getByRole('region', { name: 'Turns ahead' });
  await expect(turns).toBeVisible();
  await page
    .getByRole('button', { name: /^Swap it,/ })
    .first()
    .click();
  await page.getByLabel('With', { exact: false }).selectOption({ label: 'Mika Sund' });
  await page.getByLabel('Why').fill('a boat to catch');
  await expect(page.getByRole('status').filter({ hasText: 'instead of' })).toContainText(
    'Mika Sund instead of Ingrid Vale',
  );
  await page.getByRole('button', { name: 'Ask to swap' }).click();
  await expect(page.getByText('asks Mika Sund to swap: a boat to catch')).toBeVisible();
  await other.goto('/on-call');
  await other.getByText('asks you to swap turns on').getByRole('link').click();
  await expect(other.getByText('Mika Sund instead of Ingrid Vale')).toBeVisible();
  await accessible(other, 'a swap that is asked');
  await other.getByRole('button', { name: 'Yes, swap' }).click();
  // Whoever asked sees it without a reload.
  await expect(page.getByText('asks Mika Sund to swap: a boat to catch')).toBeHidden();
  await expect(page.getByText('Swapped turns on Operations desk on call').first()).toBeVisible();
  await other.context().close();
});

test('whoever is far away sees and types the turns of a rota on its own clocks', async ({ browser }) => {
  const page = await further(browser, { timezoneId: 'America/St_Johns' });
  await signIn(page, 'Ingrid Vale');
  await page.goto('/on-call/lanes');
  await expect(page.getByText('times of Europe/Oslo, not of your clock (America/St_Johns)')).toBeVisible();
  await expect(
    page
      .getByRole('listitem')
      .filter({ hasText: /Mon \d+ \w+,? (at )?09:00 to/ })
      .first(),
  ).toBeVisible();
  // The last one that is listed has not begun: where one that has is changed, that begins now.
  await page
    .getByRole('button', { name: /Put someone on call, .*09:00/ })
    .last()
    .click();
  await expect(page.getByLabel('From')).toHaveValue(/ 09:00$/);
  await page.getByLabel('Who').selectOption({ label: 'Noor Lind' });
  await expect(page.getByRole('status').filter({ hasText: /09:00 to|changes nothing/ })).toBeVisible();
});

test('turns are read by a calendar at an address, until it is revoked', async ({ page, request }) => {
  await signIn(page, 'Noor Lind');
  await page.goto('/on-call/lanes');
  await page.getByRole('button', { name: 'Address for this rota' }).click();
  const address = (await page.getByText('Your new address, shown only once').locator('code').textContent()) ?? '';
  const answer = await request.get(address);
  const calendar = new ICAL.Component(ICAL.parse(await answer.text()) as unknown[]);
  const events = calendar.getAllSubcomponents('vevent').map((event) => new ICAL.Event(event));
  expect(events.length).toBeGreaterThan(20);
  expect(
    events.every((event) => event.endDate.compare(event.startDate) > 0 && event.summary.endsWith(' on call')),
  ).toBe(true);
  await page.getByRole('button', { name: 'Revoke' }).first().click();
  await expect(page.getByRole('button', { name: 'Revoke' })).toHaveCount(0);
  expect((await request.get(address)).status()).toBe(404);
  await page.goto('/fairness');
  await expect(page.getByRole('heading', { name: /^On-call load/ })).toBeVisible();
  await accessible(page, 'fairness');
});

test('a rota is made, a gap in it is seen and covered, and its policy is tried before it is saved', async ({
  page,
}) => {
  await signIn(page, 'Ingrid Vale');
  await page.goto('/on-call');
  await page.getByText('Add a rota').click();
  await page.getByLabel('Name').fill('Ramps on call');
  await page.getByLabel('Of the team').selectOption({ label: 'Lane systems' });
  await page.getByRole('button', { name: 'Create' }).click();
  await expect(page.getByRole('heading', { name: 'Ramps on call: who takes turns' })).toBeVisible();
  await page.getByRole('button', { name: 'Add a layer' }).click();
  await page.getByLabel('Add a person to layer 1').selectOption({ label: 'Noor Lind' });
  await page.getByLabel('Add a person to layer 1').selectOption({ label: 'Ada Holm' });
  await page.getByLabel('The first turn begins').fill('2026-01-05T09:00');
  const status = page.getByRole('status').filter({ hasText: /Nobody for|Fully covered/ });
  await expect(status).toContainText('Fully covered.');
  await page.getByRole('button', { name: 'Only in part of the week' }).click();
  await expect(status).toContainText('Nobody for');
  await accessible(page, 'layers');
  await page.getByRole('button', { name: 'Add a layer' }).click();
  await page.getByLabel('Add a person to layer 2').selectOption({ label: 'Ada Holm' });
  await page.getByLabel('The first turn begins').nth(1).fill('2026-01-05T09:00');
  await expect(status).toContainText('Fully covered.');
  await page.getByRole('button', { name: 'Save the layers' }).click();
  await expect(page.getByText('Covered for the next six weeks.')).toBeVisible();

  await page.getByRole('link', { name: 'Escalation policy' }).click();
  const now = page.getByRole('region', { name: 'What it would do now' });
  await expect(now.getByRole('listitem').first()).toContainText('round 1, step 1');
  await page.getByRole('button', { name: 'Add a step' }).click();
  await page.getByLabel('Also call in step 3').selectOption({ label: 'Ramps on call' });
  await expect(now.getByText('round 1, step 3').first()).toBeVisible();
  await accessible(page, 'a policy');
  await page.getByRole('button', { name: 'Save the policy' }).click();
  await expect(page.getByRole('button', { name: 'Save the policy' })).toBeDisabled();
});
