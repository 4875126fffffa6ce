import { expect, type Page, type Request } from '@playwright/test';
import { CloudEvent, emitterFor, httpTransport, Mode } from 'cloudevents';
import { execFileSync } from 'node:child_process';
import { accessible, fitsItsWidth, onTheClock, present, signIn, test } from './world';

/** From foreign payloads to alerts that are tuned and worked: by keyboard where the work is done by keyboard. */

const base = `http://127.0.0.1:${Number(process.env.SKARVO_TEST_PORT ?? 8423)}`;
const root = new URL('../..', import.meta.url).pathname;

const apiToken = (name: string): string =>
  execFileSync('php', ['artisan', 'skarvo:token', name, '--ability=signals:write'], {
    cwd: root,
    env: {
      ...process.env,
      APP_ENV: 'browser',
      APP_KEY: 'base64:c2thcnZvLXRlc3RzLXNrYXJ2by10ZXN0cy1za2Fydm8=',
      DB_CONNECTION: 'sqlite',
      DB_DATABASE: `${root}storage/test/skarvo.sqlite`,
      LOG_CHANNEL: 'null',
    },
  })
    .toString()
    .trim();

test.beforeEach(async ({ page }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' });
});

test('a client of CloudEvents speaks in each form, and repeats are harmless', async ({ request }) => {
  const token = apiToken('events');
  const event = new CloudEvent({
    specversion: '1.0',
    type: 'skarvo.signal',
    source: '/monitors/storvik',
    id: 'from-a-client',
    subject: 'clk-2',
    data: { check: 'satellites', condition: 'firing', level: 'warning', summary: 'Few satellites' },
  });
  const answers: { accepted: number; repeated: number }[] = [];
  for (const mode of [Mode.BINARY, Mode.STRUCTURED]) {
    const emit = emitterFor(httpTransport(`${base}/api/v1/signals`), { mode });
    const answer = (await emit(event, { headers: { Authorization: `Bearer ${token}` } })) as { body: string };
    answers.push(JSON.parse(answer.body) as { accepted: number; repeated: number });
  }
  const batch = await request.post('/api/v1/signals', {
    headers: { Authorization: `Bearer ${token}`, 'Content-Type': 'application/cloudevents-batch+json' },
    data: JSON.stringify([event, event.cloneWith({ id: 'another' })]),
  });
  answers.push((await batch.json()) as { accepted: number; repeated: number });
  expect(answers.map(({ accepted, repeated }) => [accepted, repeated])).toEqual([
    [1, 0],
    [0, 1],
    [1, 1],
  ]);
});

const newToken = async (page: Page): Promise<string> => {
  await page.getByRole('button', { name: /Make a (new )?token/ }).click();
  return (await page.getByText('Its new token, shown this once:').locator('code').textContent()) ?? '';
};

test('a foreign payload is mapped from a sample, and what did not fit is sent through again', async ({
  page,
  request,
}) => {
  await signIn(page, 'Ingrid Vale');
  await page.goto('/sources');
  await page.getByLabel('As its signals name it').fill('hull-watch');
  await page.getByLabel('Name', { exact: true }).fill('Hull watch');
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByRole('heading', { name: 'Hull watch' })).toBeVisible();
  const token = await newToken(page);

  // It speaks before anybody has mapped it: nothing is lost.
  const payload = {
    vessel: 'kiosk-tangen-2',
    alarm: { name: 'bilge level', text: 'Bilge water is high' },
    state: 'RAISED',
    grade: 'B',
    // What begins and ends within one second was never there, so it says when.
    when: present() - 60_000,
  };
  const post = (data: object) => request.post(`/api/v1/sources/hull-watch?token=${token}`, { data });
  expect(await (await post(payload)).json()).toMatchObject({ accepted: 0, kept: 1 });
  await page.reload();
  await page.getByText('This source has no mapping yet.').first().click();
  await page.getByRole('button', { name: 'Use it as the sample' }).click();
  const outcome = page.getByRole('region', { name: 'What becomes of the sample' });
  await expect(outcome).toContainText('Something is missing: condition, level, check.');

  await page.getByLabel('check', { exact: false }).first().fill('{/alarm/name}');
  await page.getByLabel('item', { exact: true }).fill('{/vessel}');
  await page.getByLabel('summary', { exact: true }).fill('{/alarm/text} on {/vessel}');
  await page.getByLabel('at', { exact: true }).fill('{/when}');
  await page.getByLabel('stands at').first().fill('{/state}');
  await page.getByLabel('firing is').fill('raised');
  await page.getByLabel('clear is').fill('gone');
  await page.getByLabel('stands at').nth(1).fill('{/grade}');
  await page.getByLabel('error is').fill('B');
  await expect(outcome).toContainText('It becomes 1 signal.');
  await expect(outcome).toContainText('Bilge water is high on kiosk-tangen-2');
  await accessible(page, 'a source');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Saved. What comes from now on is mapped by it.')).toBeVisible();
  await page.getByRole('button', { name: 'Process them again' }).click();
  await expect(page.getByText('Kept because it does not map')).toBeHidden();

  await page.goto('/alerts?q=bilge');
  await page.getByRole('link', { name: 'Bilge water is high on kiosk-tangen-2' }).first().click();
  await page.getByRole('button', { name: 'raw' }).click();
  await expect(page.getByText('"grade":"B"')).toBeVisible();
  expect(await (await post({ ...payload, state: 'GONE', when: present() })).json()).toMatchObject({
    accepted: 1,
    kept: 0,
  });
  await expect(page.getByText(/^Over, error/)).toBeVisible();
});

test('a rule is tried over the last week, saved, moved by keyboard, and taken back', async ({ page }) => {
  await signIn(page, 'Ingrid Vale');
  await page.goto('/rules');
  await expect(page.getByRole('heading', { name: 'Rules', exact: true })).toBeVisible();
  const rules = page.locator('#rule-list fieldset');
  const before = await rules.count();
  await page.keyboard.press('n');
  await expect(rules).toHaveCount(before + 1);
  await page.keyboard.type('Short losses in fog');
  await rules.first().getByLabel('check', { exact: true }).fill('link-loss');
  await rules.first().getByLabel('hold', { exact: true }).fill('5 min');
  await rules.first().getByLabel('hold', { exact: true }).press('Tab');
  await rules.first().getByLabel('only at certain hours').check();
  await rules.first().getByLabel('from', { exact: true }).fill('0000');
  await rules.first().getByLabel('to', { exact: true }).fill('23:59');
  await expect(rules.first().getByText('on the clocks of Europe/Oslo')).toBeVisible();
  await page.getByRole('button', { name: 'The last week' }).click();
  const told = page.getByRole('complementary', { name: 'Try and save' });
  await expect(told).toContainText(/signals of the last week:\s+\d+ alerts instead of \d+/);
  const [after, was] = (/(\d+) alerts instead of (\d+)/.exec((await told.textContent()) ?? '') ?? [])
    .slice(1)
    .map(Number);
  expect(after).toBeLessThan(was ?? 0);
  await accessible(page, 'rules with a dry run');

  // A mistake is told where it is, and nothing is saved.
  await rules.first().getByLabel('only at certain hours').uncheck();
  await rules.first().getByLabel('key', { exact: true }).fill('{host}');
  await page.getByRole('button', { name: 'The last day' }).click();
  await expect(rules.first().getByRole('alert')).toContainText('Braces stand for');
  await rules.first().getByLabel('key', { exact: true }).fill('');

  await rules.first().getByLabel('Name of rule 1').focus();
  await page.keyboard.press('Alt+ArrowDown');
  await expect(page.getByText('Rule 1 is now rule 2.')).toBeAttached();
  await expect(rules.nth(1).getByLabel('Name of rule 2')).toHaveValue('Short losses in fog');
  // A draft survives a reload.
  await page.reload();
  await expect(rules.nth(1).getByLabel('Name of rule 2')).toHaveValue('Short losses in fog');

  await page.getByLabel('What you changed and why').fill('Fog at Skjell');
  await page.getByRole('button', { name: 'Save the rules' }).click();
  await expect(page.getByText(/Saved as version \d+/)).toBeVisible();
  await page.getByRole('button', { name: 'Restore' }).first().click();
  await expect(page.getByText(/is in force again, as version \d+/)).toBeVisible();
  await expect(rules).toHaveCount(before);
});

test('fewer of what fires often: tried over the week, and shown only of the proposal that is chosen', async ({
  page,
}) => {
  await signIn(page, 'Ingrid Vale');
  await page.goto('/alerts?show=all&q=link-loss');
  await page.locator('[id^=group-] a').first().click();
  await expect(page.getByRole('button', { name: 'Fewer of these' })).toBeVisible();
  await page.keyboard.press('f');
  const sheet = page.getByRole('dialog', { name: 'Fewer of these' });
  const proposals = sheet.getByRole('radio');
  const shown = sheet.getByRole('status').filter({ hasText: 'of the last week' });
  await expect(proposals.nth(1)).toBeVisible();
  await sheet.getByRole('button', { name: 'What would it change overall?' }).click();
  await expect(shown).toBeVisible();

  await page.route('/rules/dry-run', async (route) => {
    const answer = await route.fetch();
    await proposals.first().check();
    await route.fulfill({ response: answer });
  });
  await proposals.nth(1).check();
  await expect(shown).toHaveCount(0);
  const answered = page.waitForResponse('/rules/dry-run');
  await sheet.getByRole('button', { name: 'What would it change overall?' }).click();
  await (await answered).finished();
  await page.evaluate(() => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))));
  await expect(shown).toHaveCount(0);
  await accessible(page, 'fewer of these');
});

test('a flood of 500 alerts is worked by keyboard alone', async ({ page, request }) => {
  const token = apiToken('flood');
  const signals = Array.from({ length: 500 }, (_, n) => ({
    source: 'flood',
    item: n < 250 ? 'clk-2' : `buoy-${n}`,
    check: `flood-${n}`,
    condition: 'firing',
    level: n % 50 === 0 ? 'critical' : 'error',
    summary: `Flood number ${n}`,
  }));
  const answer = await request.post('/api/v1/signals', {
    headers: { Authorization: `Bearer ${token}` },
    data: signals,
  });
  expect(((await answer.json()) as { accepted: number }).accepted).toBe(500);
  await signIn(page, 'Ingrid Vale');
  await page.goto('/alerts?q=flood');
  const status = page.getByRole('status').filter({ hasText: 'alerts in' });
  await expect(status).toContainText('500 alerts in');
  await accessible(page, 'a flood');

  // The big group first: take it, look into it, split two off, and declare nothing.
  await page.keyboard.press('j');
  await page.keyboard.press('k');
  await page.keyboard.press('t');
  await expect(status).toContainText('alerts taken.');
  // Narrow to what nobody explains, mark all of it, and close it with a reason.
  await page.keyboard.press('/');
  await page.keyboard.type(' number 3');
  await expect(page).toHaveURL(/number\+3|number%203/);
  await page.keyboard.press('Escape');
  await expect(status).toContainText('111 alerts in');
  await page.keyboard.press('j');
  await page.keyboard.press('*');
  await expect(status).toContainText('111 marked');
  await page.keyboard.press('c');
  await expect(page.getByRole('dialog').getByLabel('Why')).toBeFocused();
  await page.keyboard.type('Buoys are being moved');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toBeHidden();
  await expect(status).toContainText('111 alerts closed');
  await page.keyboard.press('/');
  await page.keyboard.press('Control+a');
  await page.keyboard.type('flood');
  await page.keyboard.press('Escape');
  await expect(status).toContainText('389 alerts in');
  // Two groups are put together.
  await page.keyboard.press('j');
  await page.keyboard.press('j');
  await page.keyboard.press('x');
  await page.keyboard.press('j');
  await page.keyboard.press('x');
  await page.keyboard.press('m');
  await expect(status).toContainText('put together');
  // The rest waits an hour.
  await page.keyboard.press('*');
  await expect(status).toContainText('389 marked');
  await page.keyboard.press('w');
  await expect(page.getByRole('dialog').getByRole('button', { name: 'an hour' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toBeHidden();
  await expect(page.getByText('No alerts match.')).toBeVisible();
});

test('what a page reads last does not put back a list that was narrowed since', async ({ page }) => {
  await signIn(page, 'Ingrid Vale');
  let go = (): void => undefined;
  const held = new Promise<void>((resolve) => (go = resolve));
  const besides = (request: Request): boolean =>
    (request.headers()['x-inertia-partial-data'] ?? '').split(',').includes('band');
  await page.route('/alerts', async (route) => {
    if (besides(route.request())) await held;
    await route.continue();
  });
  const late = page.waitForEvent('requestfinished', besides);
  const asked = page.waitForRequest(besides);
  await page.goto('/alerts');
  await asked;
  await page.locator('#alert-search').fill('no such words');
  await expect(page).toHaveURL(/q=no/);
  await expect(page.getByText('No alerts match.')).toBeVisible();
  go();
  await late;
  await expect(page.getByText('Reading what is due …')).toHaveCount(0);
  await page.evaluate(() => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))));
  await expect(page).toHaveURL(/q=no/);
});

test('an alert leads to its likely cause, and what if asks before a change', async ({ page, request }) => {
  const token = apiToken('cause');
  const send = async (item: string): Promise<void> => {
    const data = {
      source: 'cause',
      item,
      check: 'cause',
      condition: 'firing',
      level: 'critical',
      summary: `${item} is in trouble`,
    };
    expect(
      (await request.post('/api/v1/signals', { headers: { Authorization: `Bearer ${token}` }, data })).status(),
    ).toBe(202);
  };
  await send('mw-skjell');
  await send('quay-net-skjell');
  await send('kiosk-skjell-1');
  await signIn(page, 'Ingrid Vale');
  await page.goto('/alerts?q=kiosk-skjell-1+is');
  await page.getByRole('link', { name: 'kiosk-skjell-1 is in trouble' }).first().click();
  const behind = page.getByRole('region', { name: /^Likely cause/ });
  await expect(behind.getByRole('listitem').first()).toContainText('It explains');
  await behind.getByRole('link').first().click();
  await page.getByRole('link', { name: 'What if it were down?' }).click();
  await expect(page.getByRole('heading', { name: 'What if these were down?' })).toBeVisible();
  const before = await page.getByRole('status').filter({ hasText: 'would be down' }).textContent();
  // What was asked while it was typed is answered last, and takes nothing back.
  let go = (): void => undefined;
  const held = new Promise<void>((resolve) => (go = resolve));
  let times = 0;
  await page.route(/find\/items\?q=No/, async (route) => {
    if (times++ === 0) await held;
    await route.continue();
  });
  await page.getByLabel('An item that fails, or is taken out for work').fill('No such thing');
  await page.keyboard.press('Enter');
  const alert = page.getByRole('alert');
  await expect(alert).toContainText('There is no item “No such thing”.');
  const last = page.waitForResponse(/find\/items\?q=No/);
  go();
  await (await last).finished();
  await page.evaluate(() => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))));
  await expect(alert).toContainText('There is no item “No such thing”.');
  await page.getByLabel('An item that fails, or is taken out for work').fill('Manifest store, node 1');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/manifest-db-1/);
  await expect(page.getByRole('status').filter({ hasText: 'would be down' })).not.toHaveText(before ?? '');
  // Its address is all that somebody else needs.
  await page.goto(page.url());
  await expect(page.getByRole('link', { name: 'Freight manifests' }).first()).toBeVisible();
});

test('a day that is typed before midnight is that day after it, as it is shown and as it is sent', async ({ page }) => {
  await page.clock.install();
  await signIn(page, 'Ingrid Vale');
  await page.goto('/quiet');
  const until = page.getByRole('textbox', { name: /^(Until|To)\b/ });
  await until.fill('tomorrow 9:00');
  const day = onTheClock(24 * 60).slice(0, 10);
  const words = new Date(`${day}T00:00Z`).toLocaleDateString('en-GB', {
    timeZone: 'UTC',
    weekday: 'long',
    day: 'numeric',
    month: 'long',
  });
  await expect(page.getByText(words, { exact: false })).toBeVisible();
  await page.clock.fastForward('24:00:00');
  await expect(page.getByText(words, { exact: false })).toBeVisible();
  await until.blur();
  await expect(until).toHaveValue(`${day} 09:00`);
});

test('screens about alerts pass axe and fit a phone', async ({ page }) => {
  await signIn(page, 'Ingrid Vale');
  for (const address of [
    '/alerts?show=all&level=warning',
    '/funnel',
    '/rules',
    '/quiet',
    '/sources',
    '/sources/rack-watch',
  ]) {
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.goto(address);
    await expect(page.locator('h1')).toBeVisible();
    await accessible(page, address);
    await page.setViewportSize({ width: 390, height: 844 });
    await fitsItsWidth(page);
  }
});

test('a responder takes what is their team’s from the list, and is told whose the rest is', async ({
  page,
  request,
}) => {
  const signal = (item: string): object => ({
    source: 'bar',
    item,
    check: 'bar',
    condition: 'firing',
    level: 'warning',
    summary: `Bar on ${item}`,
  });
  await request.post('/api/v1/signals', {
    headers: { Authorization: `Bearer ${apiToken('bar')}` },
    data: [signal('lane-control-brenna'), signal('crew-db-2')],
  });
  await signIn(page, 'Noor Lind');
  await page.goto('/alerts?q=Bar+on+crew');
  const bar = page.getByRole('group', { name: 'What to do with 1 alert' });
  await bar.getByRole('button', { name: 'Take' }).click();
  await expect(page.getByRole('alert')).toContainText(/team/i);
  await page.goto('/alerts?q=Bar+on+lane');
  await expect(bar.getByRole('button', { name: 'Take' })).toBeVisible();
  await page.keyboard.press('t');
  await expect(page.getByRole('status').filter({ hasText: 'alert in' })).toContainText('1 alert taken.');
  await expect(bar.getByRole('button', { name: 'Close…' })).toHaveCount(0);
});
