import { expect } from '@playwright/test';
import { accessible, fitsItsWidth, phone, pockets, signIn, speak, standInsAddress, test } from './world';

test.beforeEach(async ({ page }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' });
});

test('every working screen passes axe, in light and dark', async ({ page, request }) => {
  test.setTimeout(420_000);
  await page.goto('/sign-in');
  await accessible(page, 'sign-in');
  await signIn(page, 'Per Strand');
  await speak(request, 'feed-gateway', 'error', 'Ship positions are 4 minutes behind');
  await speak(request, 'mw-skjell', 'warning', 'Microwave link Skjell loses packets in fog');
  for (const one of ['Ship positions are 4 minutes behind', 'Microwave link Skjell loses packets']) {
    await expect(page.getByRole('article').filter({ hasText: one })).toBeVisible();
  }
  await accessible(page, 'watch');

  await page.keyboard.press('d');
  await expect(page.getByLabel('Title')).not.toHaveValue('');
  await accessible(page, 'declare');
  await page.getByRole('button', { name: 'Declare and page one person' }).click();
  await expect(page).toHaveURL(/incidents/);
  await expect(page.getByRole('group', { name: 'What is affected, services on top' })).toBeVisible();
  const room = page.url();
  await accessible(page, 'room');
  for (const [key, title] of [
    ['u', 'Update 1 to the status page'],
    ['e', 'Correct IN-'],
    ['r', 'Resolve IN-'],
    ['c', 'Deadlines'],
    ['?', 'Keys on this screen'],
  ] as const) {
    await page.keyboard.press(key);
    await expect(page.getByRole('dialog').getByRole('heading', { name: title }).first()).toBeVisible();
    await accessible(page, title);
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toBeHidden();
  }
  await page.keyboard.press('.');
  await page.getByRole('combobox').fill('clk');
  await expect(page.getByRole('option', { name: /^item Time server clk-2/ })).toBeVisible();
  await accessible(page, 'command line');
  await page.keyboard.press('Escape');

  for (const address of [
    '/',
    '/alerts?show=all',
    '/alerts/1',
    '/incidents?show=all',
    '/estate?find=ask',
    '/estate/lane-time',
    '/estate/vehicle-lanes',
    '/what-if?items=clk-2,manifest-db-1',
    '/on-call',
    '/on-call/lanes',
    '/fairness',
    '/settings/priorities',
    '/settings/questions',
    '/settings/outside-words',
    '/settings/glossary',
    '/settings/audiences',
    '/updates',
    '/planned',
    '/changes',
    '/changes/templates',
    '/changes/new?items=clk-2',
    '/changes/260',
    '/changes/1',
    '/settings/changes',
    '/settings/followers',
    '/tickets/phone',
    '/checklists',
    '/busy',
    '/tasks',
    '/lessons',
    '/nothing-here',
  ]) {
    await page.goto(address);
    await expect(page.locator('h1')).toBeVisible();
    await accessible(page, address);
  }
  expect(room).toContain('/incidents/');
});

test('what outsiders and responders see passes axe and fits a phone', async ({ browser, request }) => {
  const page = await phone(browser);
  await page.emulateMedia({ reducedMotion: 'reduce' });
  for (const address of [
    '/status',
    '/status/screen.html',
    '/status/index.ar.html',
    '/status/screen.no.html',
    '/follow',
    '/report',
    '/sign-in',
    (await pockets(request)).at(-1)?.link ?? '',
  ]) {
    await page.goto(address);
    await expect(page.locator('h1')).toBeVisible();
    await fitsItsWidth(page);
    await accessible(page, address);
  }
  await page.goto('/report');
  await page.getByLabel('Service').selectOption({ label: 'Booking' });
  await page.getByLabel('What happens').fill('No ticket came');
  await page.getByRole('button', { name: 'Check before sending' }).click();
  await expect(page.getByRole('heading', { name: 'Is this right?' })).toBeFocused();
  await accessible(page, 'report, checked');
  await page.getByRole('button', { name: 'Send' }).click();
  await expect(page.getByRole('heading', { name: 'We have your report' })).toBeVisible();
  await accessible(page, 'report, followed');
  await page.goto(standInsAddress);
  await expect(page.getByRole('heading', { name: 'Pockets' })).toBeVisible();
  await accessible(page, 'stand-ins');
});

test('working screens stay usable on a phone', async ({ browser }) => {
  const page = await phone(browser);
  await signIn(page, 'Noor Lind');
  for (const address of ['/', '/incidents', '/on-call']) {
    await page.goto(address);
    await fitsItsWidth(page);
  }
  await page.goto('/incidents');
  await page.getByRole('link', { name: /IN-/ }).first().click();
  await expect(page.getByRole('heading', { name: 'Journal' })).toBeVisible();
  await fitsItsWidth(page);
});

test('the keyboard does everything on the watch', async ({ page, request }) => {
  await signIn(page, 'Ingrid Vale');
  await speak(request, 'crew-db-1', 'critical', 'Roster database, node 1 stopped');
  await expect(page.getByRole('article').filter({ hasText: 'Roster database' })).toBeVisible();
  const card = page
    .getByRole('listitem')
    .filter({ has: page.getByRole('article').filter({ hasText: 'Roster database' }) });
  await page.keyboard.press('k');
  for (
    let n = await page.getByRole('article').count();
    n > 0 && !(await card.evaluate((one) => one === document.activeElement));
    n--
  ) {
    await page.keyboard.press('j');
  }
  await expect(card).toBeFocused();
  await page.keyboard.press('.');
  await page.getByRole('combobox').fill('nothing is called this');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();
  await page.keyboard.press('.');
  await page.getByRole('combobox').fill('take it roster');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('article').filter({ hasText: 'Roster database' })).toContainText('Ingrid Vale has it');
  await page.keyboard.press('5');
  await expect(page).toHaveURL(/estate/);
  await page.keyboard.press('.');
  await page.getByRole('combobox').fill('Vehicle lanes');
  await page.getByRole('option', { name: /^service Vehicle lanes/ }).click();
  await expect(page).toHaveURL(/estate\/vehicle-lanes/);
});

test('dragging on the time band narrows the watch, and the address keeps it', async ({ page }) => {
  await signIn(page, 'Ingrid Vale');
  const shown = await page.getByRole('article').count();
  expect(shown).toBeGreaterThan(0);
  const band = page.getByRole('region', { name: 'Time band' }).locator('svg').first();
  await band.hover({ position: { x: 200, y: 40 } });
  await page.mouse.down();
  await page.mouse.move(500, 80, { steps: 5 });
  await page.mouse.up();
  await expect(page).toHaveURL(/from=.*to=/);
  await expect(page.getByText(/Only .*\d\d:\d\d to/)).toBeVisible();
  // What the status page should say is of now, whatever is looked at.
  await expect(page.getByRole('article').filter({ hasText: /from \d+ signal/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Show all' }).click();
  await expect(page.getByRole('article')).toHaveCount(shown);
});
