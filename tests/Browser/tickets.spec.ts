import { expect, type Request } from '@playwright/test';
import { accessible, fitsItsWidth, mails, phone, signIn, someone, standInsAddress, test } from './world';

/** The desk: what people report, sorted before it piles up. */

test('a flood of reports is one decision, and its tickets are linked by keyboard alone', async ({
  browser,
  request,
}) => {
  test.setTimeout(150_000);
  // By hand, to see the decision: else most of them were linked as they come.
  const per = await someone(browser, 'Per Strand');
  await per.goto('/lessons');
  await accessible(per, 'what was learned');
  await per.getByRole('button', { name: 'Switch it off' }).click();
  await expect(per.getByText('No report is linked by itself.')).toBeVisible();
  const ingrid = await someone(browser, 'Ingrid Vale');
  await ingrid.goto('/estate/vehicle-lanes');
  await ingrid.getByRole('button', { name: /^Declare incident/ }).click();
  await ingrid.getByLabel('Title').fill('Vehicle lanes: barriers stay shut');
  await ingrid.getByLabel('Team to call').selectOption({ label: 'Nobody' });
  await ingrid
    .getByRole('button', { name: /^Declare/ })
    .last()
    .click();
  await expect(ingrid).toHaveURL(/incidents\/\d+/);

  const lotte = await someone(browser, 'Lotte Krone');
  await lotte.keyboard.press('3');
  await expect(lotte).toHaveURL(/tickets/);
  expect((await request.post(`${standInsAddress}/scene`, { data: { name: 'people-report' } })).ok()).toBe(true);

  // They come in by themselves; the surge is one decision, for the desk and on the watch.
  const surge = lotte.getByRole('article').filter({ hasText: /reports on Vehicle lanes/ });
  await expect(surge).toContainText(/[6-9] of [6-9] fit IN-/, { timeout: 60_000 });
  await ingrid.goto('/');
  await expect(ingrid.getByRole('article').filter({ hasText: /reports on Vehicle lanes/ })).toBeVisible();
  await expect(ingrid.getByRole('article').filter({ hasText: 'Boom does not go up' })).toHaveCount(0);
  await expect(lotte.getByRole('link', { name: /Can I get the receipts/ })).toBeVisible({ timeout: 30_000 });
  await accessible(lotte, 'the pile');

  await test.step('what is about something else says so, and what belongs is linked with one key', async () => {
    const paid = lotte.getByRole('article').filter({ hasText: 'Paid twice' });
    await expect(paid).not.toContainText('Probably');
    await expect(lotte.getByRole('article').filter({ hasText: 'the pole at the entry' })).toContainText('Probably IN-');
    await lotte.keyboard.press('s');
    await expect(surge).toHaveCount(0, { timeout: 20_000 });
    await expect(lotte.getByRole('link', { name: /^With an incident ([6-9]|\d\d)/ })).toBeVisible();
    await expect(paid).toBeVisible();
  });

  await test.step('the next ticket is opened, taken, answered, and noted inside, without a mouse', async () => {
    const talk = lotte.getByRole('list', { name: 'Conversation' });
    await lotte.getByRole('link', { name: /Paid twice/ }).press('Enter');
    await expect(lotte.getByRole('heading', { name: /Paid twice/, level: 2 })).toBeVisible();
    await lotte.keyboard.press('t');
    await expect(lotte.getByText('You have it.')).toBeVisible();
    await lotte.keyboard.press('a');
    await lotte.keyboard.type('Which card did you pay with?');
    await lotte.keyboard.press('Control+Enter');
    await expect(talk).toContainText('Which card did you pay with?');
    await lotte.keyboard.press('i');
    await expect(lotte.getByLabel(/nobody outside ever reads it/)).toBeFocused();
    await lotte.keyboard.type('Third one of these this week.');
    await lotte.keyboard.press('Tab');
    await lotte.keyboard.press('Enter');
    await expect(talk.getByRole('listitem').filter({ hasText: 'Internal' })).toContainText('Third one of these');
    await accessible(lotte, 'a ticket');
    await expect
      .poll(async () => (await mails(request)).some((mail) => mail.text.includes('Which card did you pay with?')))
      .toBe(true);
    expect((await mails(request)).some((mail) => mail.text.includes('Third one'))).toBe(false);
  });
});

test('a reporter who changes their mind is not told of what they chose before', async ({ browser }) => {
  const anna = await phone(browser);
  await anna.goto('/report');
  const service = anna.getByRole('combobox', { name: /^Service/ });
  const said = anna.getByRole('status').filter({ hasText: 'Does this affect you?' });
  await service.selectOption('harbour-wireless');
  await expect(said).toContainText('Wireless at the quay');
  let go = (): void => undefined;
  const held = new Promise<void>((resolve) => (go = resolve));
  await anna.route(/report\?.*service=boarding/, async (route) => {
    await held;
    // Nobody may wait for it any more.
    await route.continue().catch(() => undefined);
  });
  const first = anna.waitForRequest(/report\?.*service=boarding/);
  const over = new Promise<void>((resolve) => {
    const end = (request: Request): void => void (request.url().includes('service=boarding') && resolve());
    anna.on('requestfinished', end).on('requestfailed', end);
  });
  await service.selectOption('boarding');
  await first;
  // Of what is not known yet nothing is said, least of all what was said of another.
  await expect(said).toHaveCount(0);
  const second = anna.waitForResponse(/report\?.*service=harbour-wireless/);
  await service.selectOption('harbour-wireless');
  await (await second).finished();
  await expect(said).toContainText('Wireless at the quay');
  go();
  await over;
  await anna.evaluate(() => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))));
  await expect(said).toContainText('Wireless at the quay');
});

test('a reporter follows a report on a phone, answers, and opens it again', async ({ browser }) => {
  const anna = await phone(browser);
  await anna.goto('/report?service=boarding');
  await anna.getByLabel(/What happens/).fill('The gate at quay 2 beeps red at every boarding card');
  await expect(anna.getByRole('heading', { name: /Does this affect you\?/ })).toBeVisible();
  await anna.getByLabel('What has stopped?').selectOption({ label: 'Some of it works' });
  await anna.getByRole('button', { name: 'Check before sending' }).click();
  await expect(anna.getByRole('definition').filter({ hasText: 'Some of it works' })).toBeVisible();
  await anna.getByRole('button', { name: 'Correct it' }).click();
  await anna.getByLabel('What has stopped?').selectOption({ label: 'Everything' });
  await anna.getByRole('button', { name: 'Check before sending' }).click();
  await fitsItsWidth(anna);
  await anna.getByRole('button', { name: 'Send' }).click();
  await expect(anna.getByRole('heading', { name: /We have your report/ })).toBeVisible();
  const ref = await anna.getByText(/^RE-\d+$/).innerText();

  const lotte = await someone(browser, 'Lotte Krone');
  await lotte.goto('/tickets');
  await lotte.getByRole('link', { name: /beeps red at every/ }).click();
  await expect(lotte.getByText(ref).first()).toBeVisible();
  await lotte.getByLabel(/^Answer to/).fill('Which gate is it?');
  await lotte.getByRole('button', { name: /^Send to/ }).click();
  await expect(anna.getByText('We wait for your answer.')).toBeVisible({ timeout: 20_000 });
  await fitsItsWidth(anna);
  await accessible(anna, 'the page of a report');

  await anna.getByLabel(/Add something/).fill('Gate 4. The ship leaves in ten minutes!');
  await anna.getByLabel(/more urgent/).check();
  await anna.getByRole('button', { name: 'Send' }).click();
  await expect(anna.getByRole('listitem').filter({ hasText: 'Gate 4' })).toBeVisible();
  await expect(lotte.getByText('They say it is more urgent:')).toBeVisible();
  await lotte.getByLabel('Can wait').selectOption({ label: 'not at all' });
  await lotte.getByRole('button', { name: 'Set, and looked at' }).click();
  await expect(lotte.getByText('They say it is more urgent:')).toBeHidden();
  await expect(lotte.getByRole('heading', { name: /^Targets, priority 3/ })).toBeVisible();

  await lotte.getByRole('button', { name: /^Close…/ }).click();
  await lotte.getByLabel(/the reporter reads/).fill('The gate was restarted.');
  await lotte.getByRole('button', { name: 'Close 1 ticket' }).click();
  await expect(anna.getByRole('heading', { name: /This is fixed/ })).toBeVisible({ timeout: 20_000 });
  await anna.getByRole('radio', { name: 'No' }).check();
  await anna.getByLabel(/What should be better/).fill('Sooner, please.');
  await anna.getByRole('button', { name: 'Answer' }).click();
  await expect(anna.getByText(/Thank you: you said that it did not help/)).toBeVisible();
  await accessible(anna, 'the page of a report that is over');
  await anna.goto('/report');
  await anna.goBack();
  await anna.getByRole('button', { name: 'It still does not work' }).click();
  await expect(anna.getByText('Say in a few words what still does not work.')).toBeVisible();
  await anna.getByLabel(/still not work/).fill('Red again.');
  await anna.getByRole('button', { name: 'It still does not work' }).click();
  await expect(anna.getByRole('heading', { name: /We have your report/ })).toBeVisible();
  await lotte.goto('/tickets');
  await expect(lotte.getByRole('article').filter({ hasText: 'beeps red' })).toBeVisible();
  await lotte.setViewportSize({ width: 390, height: 844 });
  await fitsItsWidth(lotte);
});

test('a picture goes along with a report in the reporter’s own language, is read, and leads the desk to the item', async ({
  browser,
}) => {
  const anna = await phone(browser);
  // Drawn by the browser: what a machine shows, as somebody photographs it.
  const picture = await anna.evaluate(() => {
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [900, 300];
    const context = canvas.getContext('2d');
    if (!context) throw new Error('no canvas');
    context.fillStyle = 'white';
    context.fillRect(0, 0, 900, 300);
    context.fillStyle = 'black';
    context.font = '64px sans-serif';
    context.fillText('ERROR on clk-2', 60, 130);
    return canvas.toDataURL('image/png').split(',')[1] ?? '';
  });
  await anna.goto('/report?service=boarding');
  await anna.getByRole('button', { name: 'Norsk' }).click();
  await expect(anna.getByRole('heading', { name: 'Hva virker ikke?' })).toBeVisible();
  await anna.getByLabel('Hva skjer').fill('The screen at the quay shows an error');
  await anna.getByLabel('Legg ved bilder eller filer').setInputFiles([
    { name: 'screen.png', mimeType: 'image/png', buffer: Buffer.from(picture, 'base64') },
    { name: 'setup.exe', mimeType: 'image/png', buffer: Buffer.from('MZ\0\x01') },
  ]);
  await fitsItsWidth(anna);
  await accessible(anna, 'the form in Norwegian, with files');
  await anna.getByRole('button', { name: 'Se over før du sender' }).click();
  await anna.getByRole('button', { name: 'Send', exact: true }).click();
  // What cannot be taken is said, and all else is still there.
  await expect(anna.getByText('setup.exe er verken et bilde, en PDF eller en tekst.')).toBeVisible();
  await expect(anna.getByLabel('Hva skjer')).toHaveValue('The screen at the quay shows an error');
  await anna.getByRole('button', { name: 'Fjern: setup.exe' }).click();
  await anna.getByRole('button', { name: 'Se over før du sender' }).click();
  await anna.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(anna.getByText(/^RE-\d+$/)).toBeVisible();
  await expect(anna.getByRole('heading', { name: 'Vi har meldingen din' })).toBeVisible();
  const shown = anna.getByRole('link', { name: 'screen.png' }).locator('img');
  await expect.poll(() => shown.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBe(900);
  await fitsItsWidth(anna);
  const ref = await anna.getByText(/^RE-\d+$/).innerText();

  const lotte = await someone(browser, 'Lotte Krone');
  await lotte.goto(`/reports/${Number(ref.slice(3))}`);
  await expect(lotte.getByRole('link', { name: 'screen.png' })).toBeVisible();
  await expect(lotte.getByText(/read as “clk-2” in screen\.png/)).toBeVisible({ timeout: 30_000 });
  await lotte
    .getByLabel('Add pictures or files')
    .first()
    .setInputFiles([
      { name: 'how to restart it.pdf', mimeType: 'application/pdf', buffer: Buffer.from('%PDF-1.4\n%%EOF') },
    ]);
  await lotte.getByLabel(/^Answer to/).fill('Please do what this says.');
  await lotte.getByRole('button', { name: /^Send to/ }).click();
  await expect(lotte.getByRole('link', { name: 'how to restart it.pdf' })).toBeVisible();
  await accessible(lotte, 'a ticket with files');
  await expect(anna.getByRole('link', { name: 'how to restart it.pdf' })).toBeVisible({ timeout: 20_000 });
});

test('an administrator changes what is promised, and promises more of one service', async ({ browser }) => {
  const per = await someone(browser, 'Per Strand');
  await per.goto('/settings/targets');
  await accessible(per, 'targets');
  await per.getByLabel('Minutes, Reports and requests: any service, priority 4, First answer').fill('90');
  await per.getByRole('button', { name: 'Add an agreement' }).click();
  await per.getByLabel('Service, Reports: any service').last().selectOption('Payment');
  await per.getByLabel('Minutes, Reports: Payment, priority 1, First answer').fill('5');
  await per.getByRole('button', { name: 'Save the targets' }).click();
  await expect(per.getByText('Saved. What is open is counted by them.')).toBeVisible();
  await per.reload();
  await expect(per.getByLabel('Minutes, Reports and requests: any service, priority 4, First answer')).toHaveValue(
    '90',
  );
  await expect(per.getByLabel('Minutes, Reports: Payment, priority 1, First answer')).toHaveValue('5');
  await per.getByLabel('Minutes, Incidents: any service, priority 1, Restored, solved or done').fill('');
  await per.getByRole('button', { name: 'Save the targets' }).click();
  await expect(per.getByText('Say within how long incidents of priority 1 are restored.')).toBeVisible();
  await per.goto('/settings/notes');
  await accessible(per, 'rules for notes');
  const outside = per.getByLabel('What is said on a task, on what it belongs to: What people outside read');
  await outside.uncheck();
  await per.getByRole('button', { name: 'Save the rules' }).click();
  await expect(per.getByText('Saved. They hold from the next look.')).toBeVisible();
  await per.reload();
  await expect(outside).not.toBeChecked();
});

test('a call is taken with what is known beside it, and filed by one key', async ({ browser }) => {
  const lotte = await someone(browser, 'Lotte Krone');
  await lotte.goto('/tickets/phone');
  await expect(lotte.getByLabel('What they say')).toBeFocused();
  await lotte.getByLabel('What they say').fill('The till at Havre refuses every visa, it says pay-link');
  await expect(lotte.getByRole('region', { name: 'Probably about' })).toContainText('Payment');
  await expect(lotte.getByRole('region', { name: 'Others who said the same' })).toContainText('refuses');
  await lotte.getByLabel('Who calls').fill('Terminal Havre');
  await accessible(lotte, 'a call');
  await lotte.getByLabel(/^What you told them/).fill('Take cash until it works.');
  await lotte.keyboard.press('Control+Enter');
  await expect(lotte.getByRole('heading', { level: 2, name: /The till at Havre refuses every visa/ })).toBeVisible();
  await expect(lotte.getByText(/^RE-\d+$/).first()).toBeVisible();
  await expect(lotte.getByText('Take cash until it works.').first()).toBeVisible();
  await expect(lotte.getByText(/by phone/)).toBeVisible();
  await lotte.goto('/tickets/phone');
  await expect(lotte.getByLabel('What they say')).toHaveValue('');
  await lotte.setViewportSize({ width: 390, height: 844 });
  await fitsItsWidth(lotte);
});

test('a ticket in two languages, from right to left for its reporter', async ({ browser }) => {
  const leila = await phone(browser);
  await leila.goto('/report');
  await leila.getByLabel('Service').selectOption({ label: 'I am not sure' });
  await leila.getByLabel('What happens').fill('الحاجز يبقى مغلقا');
  await leila.getByRole('button', { name: 'Check before sending' }).click();
  await leila.getByRole('button', { name: 'Send' }).click();
  await expect(leila.getByText(/^RE-\d+$/)).toBeVisible();
  await expect(leila.getByRole('heading', { name: 'وصلنا بلاغك' })).toBeVisible({ timeout: 20_000 });
  await fitsItsWidth(leila);
  await accessible(leila, 'the page of a report in Arabic');

  const lotte = await someone(browser, 'Lotte Krone');
  await lotte.goto('/tickets');
  await lotte
    .getByRole('link', { name: /The barrier stays shut”/ })
    .first()
    .click();
  await expect(lotte.getByText('Translated by a machine from Arabic to English.')).toBeVisible();
  await expect(lotte.getByText('الحاجز يبقى مغلقا')).toBeVisible();
  await lotte.getByLabel(/^Answer to/).fill('Which lane is it?');
  await lotte.getByRole('button', { name: /^Send to/ }).click();
  await expect(leila.getByText('أي مسار هو?')).toBeVisible({ timeout: 20_000 });
  await lotte.getByRole('button', { name: 'Correct the translation…' }).first().click();
  await lotte.getByLabel('How it should read in English').fill('The barrier at the quay stays shut');
  await lotte.getByRole('button', { name: 'Correct it' }).click();
  await expect(lotte.getByRole('heading', { name: /The barrier at the quay stays shut/ })).toBeVisible();
  await accessible(lotte, 'a ticket in two languages');
});

test('a checklist puts steps on a ticket, a helper does one on a phone, and it can be closed', async ({
  browser,
  request,
}) => {
  const written = await request.post(`${standInsAddress}/write`, {
    data: { from: 'bo@mail.example', name: 'Bo Berg', subject: 'Lane 2 at Ask', text: 'The arm of the barrier hangs.' },
  });
  const { answered, ref } = (await written.json()) as { answered: number; ref: string };
  expect(answered).toBe(201);
  const lotte = await someone(browser, 'Lotte Krone');
  await lotte.goto(`/reports/${Number(ref.slice(3))}`);
  await expect(lotte.getByText(/by mail/).first()).toBeVisible();
  await lotte.getByRole('button', { name: 'Follow “A barrier stays shut”' }).click();
  await expect(lotte.getByText('Have the lane opened by hand').first()).toBeVisible();
  await lotte.getByRole('button', { name: /^Close…/ }).click();
  await lotte.getByRole('button', { name: 'Close 1 ticket' }).click();
  await expect(lotte.getByText(/cannot be closed before this is done/)).toBeVisible();
  await accessible(lotte, 'a ticket with steps');

  const noor = await phone(browser);
  await signIn(noor, 'Noor Lind');
  await noor.goto('/tasks');
  await fitsItsWidth(noor);
  await accessible(noor, 'tasks of a team');
  await noor.getByRole('button', { name: 'Done: Have the lane opened by hand' }).click();
  await expect(noor.getByRole('button', { name: 'Done: Have the lane opened by hand' })).toBeHidden();
  await expect(lotte.getByText(/done by Noor Lind/)).toBeVisible();
  await lotte.getByRole('button', { name: 'Close 1 ticket' }).click();
  await expect(lotte.getByText(/Closed\. Its reporter/)).toBeVisible();
});

test('a team is given a task of an incident, which keeps it open until a helper has done it', async ({ browser }) => {
  const ingrid = await someone(browser, 'Ingrid Vale');
  await ingrid.goto('/estate/vehicle-lanes');
  await ingrid.getByRole('button', { name: /^Declare incident/ }).click();
  await ingrid.getByLabel('Title').fill('Lane 2 at Ask is shut');
  await ingrid.getByLabel('Team to call').selectOption({ label: 'Nobody' });
  await ingrid
    .getByRole('button', { name: /^Declare/ })
    .last()
    .click();
  await expect(ingrid).toHaveURL(/incidents\/\d+/);
  await ingrid.getByRole('button', { name: 'Give somebody a task…' }).click();
  await ingrid.getByLabel('What is to be done').fill('Open lane 2 by hand');
  await ingrid
    .getByLabel(/^By whom/)
    .last()
    .selectOption({ label: 'Lane systems' });
  await ingrid.getByLabel('before it is resolved').check();
  await ingrid.getByRole('button', { name: 'Add it' }).click();
  await expect(ingrid.getByLabel('Done: Open lane 2 by hand')).toBeVisible();
  await accessible(ingrid, 'a room with a task');
  await ingrid.getByRole('button', { name: /^Resolve…/ }).click();
  await expect(ingrid.getByText('which has to be done or skipped before')).toBeVisible();
  await ingrid.keyboard.press('Escape');

  const helper = await phone(browser);
  await signIn(helper, 'Noor Lind');
  await helper.goto('/tasks');
  await helper.getByRole('button', { name: 'Take: Open lane 2 by hand' }).click();
  await expect(helper.getByText('You have it')).toBeVisible();
  await expect(ingrid.getByText('Noor Lind has it')).toBeVisible({ timeout: 20_000 });
  await helper.getByRole('button', { name: 'Say something about: Open lane 2 by hand' }).click();
  await helper.getByLabel('Say to the desk').fill('The gate house is locked.');
  await helper.getByRole('button', { name: 'Say it' }).click();
  await expect(helper.getByText('The gate house is locked.')).toBeVisible();
  await accessible(helper, 'a task that is talked about');
  const lotte = await someone(browser, 'Lotte Krone');
  await lotte.goto('/tickets?pile=tasks');
  await lotte.getByRole('link', { name: 'Open lane 2 by hand' }).click();
  await expect(lotte.getByText('The gate house is locked.').first()).toBeVisible();
  await lotte.getByLabel('Say to Lane systems and the desk').fill('The key is with the harbour master.');
  await lotte.getByRole('button', { name: 'Say it' }).click();
  await accessible(lotte, 'a task');
  await expect(helper.getByText('The key is with the harbour master.')).toBeVisible({ timeout: 20_000 });
  await ingrid.getByRole('button', { name: 'Show it' }).click();
  await expect(ingrid.getByRole('region', { name: 'Said on its tickets' })).toContainText('The gate house is locked.');
  await helper.getByRole('button', { name: 'Done: Open lane 2 by hand' }).click();
  await expect(helper.getByRole('button', { name: 'Done: Open lane 2 by hand' })).toHaveCount(0);
  await expect(ingrid.getByLabel('Not done: Open lane 2 by hand')).toBeChecked({ timeout: 20_000 });
});

test('the pile is narrowed, kept under a name, and opened from its address', async ({ browser }) => {
  const lotte = await someone(browser, 'Lotte Krone');
  await lotte.goto('/tickets?pile=done');
  await lotte.getByText('Narrow or order').click();
  await lotte.getByRole('combobox', { name: 'Any service' }).selectOption({ label: 'Announcements' });
  await expect(lotte).toHaveURL(/service=announcements/);
  await expect(lotte.getByRole('article').first()).toContainText('Announcements');
  await lotte.getByRole('checkbox', { name: 'way in' }).check();
  await expect(lotte).toHaveURL(/show=way/);
  await expect(lotte.getByRole('article').first()).toContainText(/by the form|by phone|by mail|from another system/);
  await lotte.getByRole('button', { name: 'Keep as…' }).click();
  await lotte.getByLabel('Name of the list').fill('Loudspeakers');
  await lotte.getByRole('button', { name: 'Keep it' }).click();
  await expect(lotte.getByText('Narrowed: Loudspeakers')).toBeVisible();
  await accessible(lotte, 'a narrowed pile');
  await lotte.goto('/tickets');
  await lotte.getByRole('link', { name: 'Loudspeakers', exact: true }).click();
  await expect(lotte).toHaveURL(/pile=done.*service=announcements.*show=way/);
  await expect(lotte.getByText('Narrowed: Loudspeakers')).toBeVisible();
  await lotte.getByRole('button', { name: 'Drop “Loudspeakers”' }).click();
  await expect(lotte.getByRole('link', { name: 'Loudspeakers', exact: true })).toBeHidden();
});

test('a ticket is offered to somebody, declined with a reason, and accepted', async ({ browser, request }) => {
  const written = await request.post(`${standInsAddress}/say`, {
    data: { channel: 'quay', author: 'Eva Lund', text: 'The plate reader at Tangen is dark' },
  });
  const { ref } = (await written.json()) as { ref: string };
  const lotte = await someone(browser, 'Lotte Krone');
  await lotte.goto(`/reports/${Number(ref.slice(3))}`);
  await expect(lotte.getByText(/by chat/).first()).toBeVisible();
  const offer = async (): Promise<void> => {
    await lotte.getByRole('button', { name: /^Hand over…/ }).click();
    await lotte.getByRole('combobox', { name: 'To' }).selectOption({ label: 'Noor Lind' });
    await lotte.getByRole('button', { name: 'Offer it' }).click();
    await expect(lotte.getByText('Offered to Noor Lind, who has not accepted it yet.')).toBeVisible();
  };
  await offer();
  const noor = await phone(browser);
  await signIn(noor, 'Noor Lind');
  await noor.goto('/tickets?pile=mine');
  await noor.getByRole('link', { name: /plate reader at Tangen/ }).click();
  await noor.getByRole('button', { name: /^Decline…/ }).click();
  await noor.getByLabel('Why not you').fill('I am at sea.');
  await noor.getByRole('button', { name: 'Decline it' }).click();
  await expect(lotte.getByText('I am at sea.')).toBeVisible();
  await offer();
  await noor.reload();
  await fitsItsWidth(noor);
  await accessible(noor, 'a ticket that is offered');
  // It waits for them on the first screen too.
  await noor.goto('/');
  const card = noor.getByRole('article').filter({ hasText: 'Lotte Krone hands it to you.' });
  await expect(card).toContainText('plate reader at Tangen');
  await fitsItsWidth(noor);
  await accessible(noor, 'the watch with an offer');
  await card.getByRole('button', { name: 'Accept it' }).click();
  await expect(card).toHaveCount(0);
  await expect(lotte.getByText('With Noor Lind.')).toBeVisible({ timeout: 20_000 });
  // Whoever waits for what comes of it follows it, with one key, and lets go of it again.
  await expect(lotte.getByRole('button', { name: 'Follow it by mail' })).toBeVisible();
  await lotte.keyboard.press('f');
  await expect(lotte.getByRole('status').filter({ hasText: 'You are mailed what happens to it.' })).toBeVisible();
  await lotte.reload();
  await lotte.getByRole('button', { name: 'Follow it no more' }).click();
  await expect(lotte.getByRole('button', { name: 'Follow it by mail' })).toBeVisible();
});
