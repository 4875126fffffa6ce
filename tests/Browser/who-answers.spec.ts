import { expect, type APIRequestContext, type Page } from '@playwright/test';
import {
  accessible,
  fitsItsWidth,
  further,
  later,
  onTheClock,
  phone,
  pockets,
  present,
  someone,
  speak,
  standInsAddress,
  test,
} from './world';

const network = (request: APIRequestContext, channel: string, is: string) =>
  request.post(`${standInsAddress}/delivery`, { data: { channel, is } });
/** Moves the time of day ahead to one in Oslo. */
const untilHour = (hour: number): void => {
  const local = new Date(new Date(present()).toLocaleString('en-US', { timeZone: 'Europe/Oslo' }));
  const at = new Date(local);
  at.setHours(hour, 30, 0, 0);
  if (at <= local) at.setDate(at.getDate() + 1);
  later(Math.round((at.getTime() - local.getTime()) / 1000));
};
const declare = async (page: Page, title: RegExp): Promise<void> => {
  await page.goto('/');
  await expect(page.getByRole('article').filter({ hasText: title }).first()).toBeVisible();
  await page
    .getByRole('listitem')
    .filter({ has: page.getByRole('article').filter({ hasText: title }) })
    .first()
    .focus();
  await page.keyboard.press('d');
  await expect(page.getByLabel('Title')).not.toHaveValue('');
  await page.getByRole('button', { name: /^Declare and page/ }).click();
  await expect(page).toHaveURL(/\/incidents\/\d+$/);
};

test.afterEach(async ({ request }) => {
  await request.post(`${standInsAddress}/delivery`, { data: { is: 'ok', delay: 0 } });
});

test('a night page is declined, fails, escalates, and is answered on a phone', async ({ browser, request }) => {
  untilHour(2);
  const ingrid = await someone(browser, 'Ingrid Vale');
  const before = (await pockets(request)).length;
  // Of this alone: as the time goes on, others may be paged for what else is open.
  const fresh = async () => (await pockets(request)).slice(before).filter((page) => /manifest/i.test(page.text));
  await speak(request, 'manifest-db-1', 'critical', 'Freight manifests, node 1 stopped');
  await declare(ingrid, /manifest/i);
  const called = ingrid.getByRole('complementary', { name: 'People, updates, reports' });
  await expect.poll(async () => (await fresh()).length).toBe(1);
  const [first] = await fresh();

  await test.step('declined on the phone, with a word why: the next are called at once', async () => {
    // Before they are, the push network goes down: what is sent to them comes back.
    await network(request, 'push', 'refuse');
    const woken = await phone(browser);
    await woken.goto(first?.link ?? '');
    await accessible(woken, 'a page that asks for an answer');
    await woken.getByRole('button', { name: 'No, I can’t' }).click();
    await woken.getByLabel('Why (optional)').fill('with a sick child');
    await woken.getByRole('button', { name: 'No, I can’t' }).click();
    await expect(woken.getByRole('status')).toContainText('You said no.');
    await expect(ingrid.getByText('with a sick child').first()).toBeVisible();
  });

  await test.step('the failed push is gone around by a text, and said to be trouble of our own', async () => {
    await expect
      .poll(async () => (await fresh()).filter((page) => page.channel === 'text').length, { timeout: 60_000 })
      .toBeGreaterThan(0);
    await expect(called).toContainText('came back: answered 500');
    await expect(ingrid.getByRole('alert', { name: 'Skarvo’s own problems' })).toContainText(
      'Pages by push are not arriving.',
    );
    await accessible(ingrid, 'a room with trouble of our own');
  });

  await test.step('nobody answers for the whole round: it escalates, and somebody says yes on a phone', async () => {
    later(601);
    const texts = async () => (await fresh()).filter((page) => page.channel === 'text');
    const known = (await texts()).length;
    later(120);
    await expect.poll(async () => (await fresh()).length, { timeout: 60_000 }).toBeGreaterThan(known);
    await expect(called).toContainText('round 2');
    const last = (await texts()).at(-1);
    const answering = await phone(browser);
    await answering.goto(last?.link ?? '');
    await fitsItsWidth(answering);
    await answering.getByRole('button', { name: /^Yes, I take/ }).click();
    await expect(answering.getByRole('status')).toContainText('You have it');
    await expect(called).toContainText(`${last?.person} has it`);

    // The link works once: elsewhere it opens nothing any more.
    const thief = await phone(browser);
    await thief.goto(last?.link ?? '');
    await expect(thief.getByRole('heading', { name: 'This link does not open the page' })).toBeVisible();
    await accessible(thief, 'a link that is over');
  });

  await test.step('push works again, and the trouble is over', async () => {
    await network(request, 'push', 'ok');
    await ingrid.keyboard.press('p');
    const sheet = ingrid.getByRole('dialog');
    await sheet.getByLabel('Whom to call').selectOption({ label: 'Noor Lind' });
    await expect(sheet).toContainText('pages Noor Lind first');
    await accessible(ingrid, 'calling more people');
    await sheet.getByRole('button', { name: 'Page 1 person now' }).click();
    await expect(ingrid.getByRole('alert', { name: 'Skarvo’s own problems' })).toBeHidden();
  });
});

test('pages are answered from the pocket: by a key on the call, and by a reply to the text', async ({
  browser,
  request,
}) => {
  const ingrid = await someone(browser, 'Ingrid Vale');
  await speak(request, 'fuel-db-1', 'critical', 'Fuel telemetry, node 1 stopped');
  await declare(ingrid, /fuel/i);
  const called = ingrid.getByRole('complementary', { name: 'People, updates, reports' });
  await expect(called).toContainText('arrived, no answer yet');
  const ref = (await ingrid.title()).split(' ')[0] ?? '';
  // Other incidents may page, too.
  const last = async () => (await pockets(request)).filter((page) => page.text.includes(ref)).at(-1);
  await expect.poll(async () => (await last())?.text).toMatch(/fuel/i);
  const person = (await last())?.person ?? '';
  later(61);
  await expect.poll(async () => (await last())?.channel).toBe('text');
  const pocket = await further(browser);
  await pocket.goto(`${standInsAddress}/pockets`);
  const device = pocket.getByRole('article', { name: `Pocket of ${person}` });
  const text = device.locator('.message').filter({ hasText: ref }).filter({ hasText: 'text' }).first();
  await text.getByLabel(`Reply of ${person}`).fill('in 10');
  await text.getByRole('button', { name: 'Reply' }).click();
  await expect(device).toContainText('Thank you. It is noted.');
  await expect(called).toContainText(`${person} has it, starts in`);
  await accessible(pocket, 'the pockets of all people');

  // Ten minutes later nothing was done: asked again, on a way that has worked, and then the call goes on.
  later(601);
  await expect.poll(async () => (await last())?.text).toMatch(/nothing was done/);
  later(181);
  await expect(called).toContainText('next step in');
  later(200);
  await expect.poll(async () => (await last())?.channel).toBe('voice');
  const ringing = (await last())?.person ?? '';
  await pocket
    .getByRole('article', { name: `Pocket of ${ringing}` })
    .locator('.message')
    .filter({ hasText: ref })
    .getByRole('button', { name: '1 yes' })
    .first()
    .click();
  await expect(called).toContainText(`${ringing} has it`);
  await expect(called).toContainText('answered yes by a key');

  await test.step('whoever has it hands it on, and whoever takes it has it, on their phone and in the room', async () => {
    const to = ringing === 'Noor Lind' ? 'Ada Holm' : 'Noor Lind';
    const holder = await phone(browser);
    await holder.goto((await last())?.link ?? '');
    await holder.getByRole('button', { name: 'Hand to …' }).click();
    await holder.getByLabel('To whom').fill(to);
    await holder.getByRole('button', { name: new RegExp(`^Page ${to}`) }).click();
    await expect(holder.getByRole('status')).toContainText(`You have it until ${to} says yes`);
    await expect.poll(async () => (await last())?.person).toBe(to);
    const taking = await phone(browser);
    await taking.goto((await last())?.link ?? '');
    await taking.getByRole('button', { name: /^Yes, (I take it|but only this one)$/ }).click();
    await expect(taking.getByRole('status')).toContainText('You have it since');
    await expect(holder.getByRole('status')).toContainText(`${to} has it`);
    await expect(called).toContainText(`${to} has it`);
    await accessible(taking, 'a page that was handed on');
  });
});

test('somebody says how they are reached, tests it, and their leave shows the gap', async ({ browser, request }) => {
  const noor = await someone(browser, 'Noor Lind');
  await noor.goto('/people/noor-lind');
  await expect(noor.getByRole('heading', { name: 'My contacts' })).toBeVisible();
  await noor.getByRole('button', { name: 'Add a rule' }).click();
  await expect(noor.getByText('Rule 1')).toBeVisible();
  await accessible(noor, 'how somebody is reached');
  await noor.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(noor.getByRole('button', { name: 'Undo' })).toBeHidden();
  await noor.getByRole('button', { name: 'Test it' }).first().click();
  await expect(noor.getByText('arrived; answer it on the device')).toBeVisible();
  const test = (await pockets(request)).at(-1);
  expect(test?.text).toContain('A test of how you are reached');
  const device = await phone(browser);
  await device.goto(test?.link ?? '');
  await accessible(device, 'a test page');
  await device.getByRole('button', { name: 'Yes, it arrived' }).click();
  await expect(noor.getByRole('region', { name: 'What this comes to' })).toContainText(/push,\s+answered/);

  const away = noor.getByRole('form', { name: 'Away' });
  const inDays = (days: number): string => onTheClock(days * 24 * 60);
  await away.getByLabel('From').first().fill(inDays(30));
  await away.getByLabel('Until').fill(inDays(1));
  await away.getByRole('button', { name: 'Add' }).click();
  await expect(noor.getByText('The end must be later than the beginning.')).toBeVisible();
  await away.getByLabel('Until').fill(inDays(60));
  await away.getByRole('button', { name: 'Add' }).click();
  await expect(noor.getByRole('list', { name: 'Gaps that leave makes' })).toContainText('Lane systems on call');
  await noor.goto('/people');
  await expect(noor.getByRole('row', { name: /Noor Lind/ })).toContainText('1 rule of their own');
  await accessible(noor, 'people');
});

test('a turn is handed over: written by one, read and confirmed by the other', async ({ browser }) => {
  const per = await someone(browser, 'Ingrid Vale');
  await per.goto('/handovers');
  const first = per.getByRole('article').first();
  const name = (await first.getAttribute('aria-label')) ?? '';
  await first.getByRole('textbox').fill('The tide feed repeats yesterday now and then.');
  await first.getByRole('button', { name: /^Save for/ }).click();
  await expect(first.getByRole('button', { name: /^Save for/ })).toBeHidden();
  await accessible(per, 'handovers');
  const mika = await someone(browser, 'Mika Sund');
  await mika.goto('/handovers');
  const same = mika.getByRole('article', { name });
  await expect(same.getByRole('textbox')).toHaveValue('The tide feed repeats yesterday now and then.');
  await same.getByRole('button', { name: /^(Confirm for|I have read it)/ }).click();
  await expect(per.getByRole('article', { name })).toContainText('Mika Sund confirmed it');
});

test('a rota is evened out, and its policy has one of its own for the night', async ({ browser }) => {
  const ingrid = await someone(browser, 'Ingrid Vale');
  await ingrid.goto('/on-call/lanes');
  await expect(ingrid.getByRole('heading', { name: 'Turns ahead' })).toBeVisible();
  await ingrid.keyboard.press('e');
  const sheet = ingrid.getByRole('dialog');
  await expect(sheet.getByRole('heading', { name: /change hands/ })).toBeVisible();
  await accessible(ingrid, 'a rota evened out');
  await sheet.getByRole('button', { name: /^Change \d+ turns?/ }).click();
  await expect(sheet).toBeHidden();
  await expect(ingrid.getByText('Evened out Lane systems on call')).toBeVisible();

  await ingrid.goto('/policies/lanes');
  await ingrid.getByRole('button', { name: 'Add a policy for other hours, urgency or service' }).click();
  await ingrid.getByLabel('Name').fill('Lane systems at night');
  await ingrid.getByLabel('only at certain hours').check();
  await accessible(ingrid, 'a policy');
  await ingrid.getByRole('button', { name: 'Save the policy' }).click();
  await expect(ingrid.getByRole('list', { name: 'Policies' })).toContainText('Lane systems at night');
  await expect(ingrid.getByRole('list', { name: 'Policies' })).toContainText('22:00 to 07:00');
});
