import { expect, type APIRequestContext } from '@playwright/test';
import { parseAtomFeed } from 'feedsmith';
import { accessible, fitsItsWidth, mails, phone, someone, standInsAddress, test, type Mailed } from './world';

/** Somebody who follows the ferries, from the first asking until they have had enough. */

interface Partner {
  type: string;
  key: string;
  isChecked: boolean;
  data: { text: string; incident: number };
}
const partner = async (request: APIRequestContext): Promise<Partner[]> =>
  ((await (await request.get(`${standInsAddress}/state`)).json()) as { partner: Partner[] }).partner;
const address = 'kari.holm@follower.example';
const theirs = async (request: APIRequestContext): Promise<Mailed[]> =>
  (await mails(request)).filter((mail) => mail.to === address);

test('a follower asks, confirms, is told, reads a correction and the end, and leaves', async ({ browser, request }) => {
  test.setTimeout(150_000);
  const kari = await phone(browser);
  const ingrid = await someone(browser, 'Ingrid Vale');
  let own = '';

  await test.step('asking, on a phone, in another language, with what is wrong said where it stands', async () => {
    await kari.goto('/status');
    await kari.getByRole('link', { name: 'Follow', exact: true }).click();
    await expect(kari.getByRole('heading', { name: 'Follow our services' })).toBeVisible();
    await kari.getByLabel('Text message').check();
    await kari.getByLabel('Telephone number, with its country code').fill('900 00 000');
    await kari.getByRole('button', { name: 'Follow', exact: true }).click();
    await expect(kari.getByRole('alert')).toContainText('Write the number with its country code');
    await kari.getByLabel('Mail', { exact: true }).check();
    await kari.getByLabel('Mail address').fill(address);
    await kari.getByLabel('These services').check();
    await kari.getByLabel('Announcements').check();
    await kari.getByLabel('Not at night, unless it is urgent').check();
    await accessible(kari, 'the form for followers');
    await fitsItsWidth(kari);
    await kari.getByLabel('Language').selectOption('no');
    await expect(kari.getByRole('heading', { name: 'Følg tjenestene våre' })).toBeVisible();
    await kari.getByLabel('Språk').selectOption('en');
    await kari.getByRole('button', { name: 'Follow', exact: true }).click();
    await expect(kari.getByRole('status')).toContainText('Open the address in it within two days');
  });

  await test.step('nothing follows before it was confirmed at the address itself', async () => {
    await expect.poll(async () => (await theirs(request)).length).toBe(1);
    own = /http\S+\/follow\/\w+/.exec((await theirs(request))[0]?.text ?? '')?.[0] ?? '';
    await kari.goto(own);
    await expect(kari.getByRole('heading', { name: 'Do you want to hear from us?' })).toBeVisible();
    await accessible(kari, 'what one follows, not confirmed');
    await kari.getByRole('button', { name: 'Yes, tell me' }).click();
    await expect(kari.getByRole('heading', { name: 'What you follow' })).toBeVisible();
    await kari.getByLabel('At once, at any time').check();
    await kari.getByRole('button', { name: 'Save' }).click();
    await expect(kari.getByRole('status').filter({ hasText: 'Saved.' })).toBeVisible();
    await fitsItsWidth(kari);
  });

  await test.step('an administrator adds the system of a partner, which checks what it gets', async () => {
    const per = await someone(browser, 'Per Strand');
    await per.goto('/settings/followers');
    const given = per.getByRole('listitem').filter({ hasText: 'partner?of=test' });
    await per.getByRole('button', { name: "Add a partner's system" }).click();
    await per.getByLabel('Address of the webhook').fill('ftp://partner.example');
    await per.getByRole('button', { name: 'Add it' }).click();
    await expect(per.getByText('Write the whole address')).toBeVisible();
    await per.getByLabel('Address of the webhook').fill(`${standInsAddress}/partner?of=test`);
    await per.getByLabel('Announcements').check();
    await per.getByRole('button', { name: 'Add it' }).click();
    await expect(given).toContainText('Announcements');
    await accessible(per, 'followers with a partner');
    await per.reload();
    const page = JSON.parse((await per.locator('script[data-page]').textContent()) ?? '') as {
      props: { given: { address: string; secret: string | null }[] };
    };
    const secret = page.props.given.find((one) => one.address.endsWith('of=test'))?.secret;
    expect((await request.post(`${standInsAddress}/followers`, { data: { secret } })).status()).toBe(200);
    // The other one of the demo has another secret: what it would get is refused from now on.
    await per
      .getByRole('listitem')
      .filter({ hasText: `${standInsAddress}/partner` })
      .filter({ hasNotText: 'of=test' })
      .getByRole('button', { name: /^Take away/ })
      .click();
    await expect(per.getByRole('listitem').filter({ hasText: `${standInsAddress}/partner` })).toHaveCount(1);
  });

  await test.step('an update reaches them, the page that is open, the feed, and those who were given', async () => {
    const status = await phone(browser);
    await status.goto('/status');
    await ingrid.keyboard.press('.');
    await ingrid.keyboard.type('Declare');
    await ingrid.keyboard.press('Enter');
    const sheet = ingrid.getByRole('dialog');
    await sheet.getByLabel('Title').fill('Loudspeakers at Havre are silent');
    await sheet.getByLabel('Service').selectOption('announcements');
    await sheet.getByRole('button', { name: /^Declare/ }).click();
    await expect(ingrid.getByRole('heading', { name: 'Loudspeakers at Havre are silent' })).toBeVisible();
    // Whoever is signed in follows with one key, and leaves with the same.
    await expect(ingrid.getByRole('button', { name: 'Follow it by mail' })).toBeVisible();
    await ingrid.keyboard.press('f');
    await expect(ingrid.getByText('You are mailed each update.')).toBeVisible();
    await ingrid.keyboard.press('f');
    await expect(ingrid.getByRole('button', { name: 'Follow it by mail' })).toBeVisible();
    await ingrid.keyboard.press('f');
    await expect(ingrid.getByText('You are mailed each update.')).toBeVisible();
    await ingrid.keyboard.press('u');
    await expect(sheet.getByRole('region', { name: 'Who is told' })).toContainText('are told');
    await sheet.getByText('Who, and why').click();
    await expect(sheet.getByRole('listitem').filter({ hasText: 'ka…@follower.example' })).toContainText(
      'follows Announcements',
    );
    await accessible(ingrid, 'who is told of an update');
    await sheet
      .getByLabel('What is affected')
      .fill('Announcements at Havre: only partly working. We expect it back by noon.');
    // Nobody has said so inside: it goes out with a reason.
    await sheet.getByLabel('Why it is right as it stands').fill('The electrician says so.');
    // Sent before what staff read was put together from the last words: it is, before it goes out.
    let go = (): void => undefined;
    const held = new Promise<void>((resolve) => (go = resolve));
    await ingrid.route('**/updates/check', async (route) => {
      await held;
      await route.continue();
    });
    await sheet.getByLabel('What to do meanwhile').fill('Look at the boards.');
    await sheet.getByRole('button', { name: 'Publish update 1' }).click();
    go();
    await expect(sheet).toBeHidden();
    await ingrid.unroute('**/updates/check');
    await expect.poll(async () => (await theirs(request)).length).toBe(2);
    const mail = (await theirs(request))[1];
    await expect
      .poll(
        async () =>
          (await mails(request)).filter((one) => one.to === 'ingrid-vale@eiderholm.example').at(-1)?.text ?? '',
      )
      .toContain(
        'Announcements at Havre: only partly working. We expect it back by noon. What passengers are told to do: Look',
      );
    expect(mail?.subject).toBe('Announcements: only partly working');
    expect(mail?.text).toContain('What to do meanwhile: Look at the boards.');
    await expect(ingrid.getByRole('list', { name: 'What followers got' })).toContainText('Update 1: sent to');
    await expect(status.getByText('Announcements at Havre: only partly working')).toBeVisible({ timeout: 15_000 });
    await accessible(status, 'the status page with a problem');
    await status.getByRole('link', { name: 'Havre', exact: true }).click();
    await expect(status.getByRole('heading', { name: 'Havre', exact: true })).toBeVisible();
    await accessible(status, 'a place on the status page');
    const feed = parseAtomFeed(await (await request.get('/status/feed.atom')).text());
    expect(feed.entries?.[0]).toMatchObject({
      title: { value: 'Announcements: Looking for the cause' },
    });
    expect(feed.entries?.[0]?.content?.value).toContain('only partly working');
    await expect
      .poll(async () => (await partner(request)).filter((one) => one.data.text.includes('Announcements')))
      .toMatchObject([{ type: 'incident.updated', isChecked: true }]);
  });

  await test.step('a correction stands in sight, and reaches whoever got the wrong one', async () => {
    await ingrid.keyboard.press('u');
    const sheet = ingrid.getByRole('dialog');
    await sheet.getByLabel('What is affected').fill('Announcements at Havre: only partly working.');
    await sheet.getByLabel('Does it correct an earlier one?').selectOption('1');
    await sheet.getByRole('button', { name: 'Publish update 2' }).click();
    await expect(sheet).toBeHidden();
    await expect
      .poll(async () => (await theirs(request)).at(-1)?.text ?? '')
      .toContain('Correction of what we wrote at');
    await kari.goto('/status');
    await expect(kari.getByText(/^Corrected at/)).toBeVisible();
    await expect(kari.locator('s')).toContainText('by noon');
    await accessible(kari, 'a correction on the status page');
  });

  await test.step('they hear the end, and after one press in their mail program nothing more', async () => {
    await ingrid.keyboard.press('r');
    const sheet = ingrid.getByRole('dialog');
    await expect(sheet).toContainText('that it is over');
    await sheet.getByLabel('What was done').fill('Fuse replaced');
    await sheet.getByRole('button', { name: /^Resolve/ }).click();
    await expect(sheet).toBeHidden();
    await expect.poll(async () => (await theirs(request)).at(-1)?.subject).toBe('Announcements: working again');
    const had = (await theirs(request)).length;
    expect((await request.post(`${own}/leave`, { form: { 'List-Unsubscribe': 'One-Click' } })).status()).toBe(200);
    await kari.goto(own);
    await expect(kari.getByRole('heading', { name: 'You follow nothing' })).toBeVisible();
    await accessible(kari, 'who has left');
    await ingrid.goto('/status');
    await expect(ingrid.getByRole('heading', { level: 1 })).toBeVisible();
    expect((await theirs(request)).length).toBe(had);
  });
});
