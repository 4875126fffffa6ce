import { expect } from '@playwright/test';
import { accessible, fitsItsWidth, mails, phone, pockets, signIn, someone, speak, test } from './world';

/** What was done too soon, or wrongly, is taken back where it is seen; and a no is not left lying. */

test('an incident whose only person called says no asks for a decision, is resolved too soon, and is reopened', async ({
  browser,
  request,
}) => {
  const ingrid = await someone(browser, 'Ingrid Vale');
  const mika = await someone(browser, 'Mika Sund');
  await speak(request, 'ticket-printer-7', 'critical', 'Printer 7 prints nothing');
  const card = ingrid.getByRole('article').filter({ hasText: 'Printer 7 prints nothing' });
  await expect(card.first()).toBeVisible();
  await card
    .first()
    .getByRole('button', { name: /Declare/ })
    .click();
  const declaring = ingrid.getByRole('dialog');
  await declaring.getByLabel('Team to call').selectOption({ label: 'Nobody' });
  await declaring.getByRole('button', { name: /^Declare/ }).click();
  await expect(ingrid).toHaveURL(/\/incidents\/\d+$/);
  const room = ingrid.url();

  await test.step('called by name, with a reason; the one who is called says no, and both coordinators must decide', async () => {
    const before = (await pockets(request)).length;
    await ingrid.keyboard.press('p');
    const sheet = ingrid.getByRole('dialog');
    await sheet.getByLabel('Whom to call').selectOption({ label: 'Noor Lind' });
    await sheet.getByLabel(/^Why/).fill('knows these printers');
    await sheet.getByRole('button', { name: 'Page 1 person now' }).click();
    await expect.poll(async () => (await pockets(request)).length).toBeGreaterThan(before);
    const mine = (await pockets(request)).slice(before).find((page) => page.person === 'Noor Lind');
    const device = await phone(browser);
    await device.goto(mine?.link ?? '');
    await expect(device.getByText('knows these printers')).toBeVisible();
    await device.getByRole('button', { name: 'No, I can’t' }).click();
    await device.getByLabel('Why (optional)').fill('at sea');
    await device.getByRole('button', { name: 'No, I can’t' }).click();
    await expect(ingrid.getByRole('region', { name: 'What we know' })).toContainText('Noor Lind');
    const waiting = mika.getByRole('article').filter({ hasText: 'at sea' });
    await expect(waiting).toBeVisible();
    await accessible(mika, 'the watch with a call that nobody answers');
    await waiting.getByRole('button', { name: 'No one needed…' }).click();
    await waiting.getByLabel('Why no one is needed').fill('the night porter resets it');
    await waiting.getByRole('button', { name: 'End the call' }).click();
    await expect(waiting).toBeHidden();
    await expect(ingrid.getByText('the night porter resets it').first()).toBeVisible();
  });

  await test.step('resolved while it still fires, it is opened again with one press, in both rooms', async () => {
    await mika.goto(room);
    await mika.getByRole('navigation', { name: 'Places' }).waitFor();
    await ingrid.keyboard.press('r');
    const sheet = ingrid.getByRole('dialog');
    await sheet.getByLabel('What was done').fill('Reset by hand');
    await sheet.getByRole('button', { name: /^Resolve/ }).click();
    await expect(mika.getByRole('button', { name: 'Reopen…' })).toBeVisible();
    await mika.getByRole('button', { name: 'Reopen…' }).click();
    const again = mika.getByRole('dialog');
    await expect(again).toContainText(/bring back \d+ alerts? that never stopped firing/);
    await accessible(mika, 'reopening');
    await again.getByLabel('Why it is not over').fill('it stopped after one ticket');
    await again.getByLabel('What outsiders read').fill('Tickets are printed slowly again.');
    await again.getByRole('button', { name: 'Reopen', exact: true }).click();
    await expect(again).toBeHidden();
    await expect(ingrid.getByRole('button', { name: 'Resolve…' })).toBeVisible();
    await expect(ingrid.getByText('it stopped after one ticket').first()).toBeVisible();
  });

  await test.step('an alert that is no part of it goes back to the watch', async () => {
    await ingrid.getByRole('button', { name: /^Unlink… the alert Printer 7/ }).click();
    await ingrid.getByLabel('Why it does not belong here').fill('the paper was out');
    await ingrid.getByRole('button', { name: 'Unlink it' }).click();
    await expect(ingrid.getByRole('button', { name: /^Unlink… the alert Printer 7/ })).toBeHidden();
    await mika.goto('/');
    await expect(mika.getByRole('article').filter({ hasText: 'Printer 7 prints nothing' }).first()).toBeVisible();
    expect((await mails(request)).every((mail) => !mail.text.includes('undefined'))).toBe(true);
  });
});

test('an import is undone and an item retired and brought back; roles and dates are read on a phone', async ({
  page,
}) => {
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await signIn(page, 'Ada Holm');
  await page.goto('/imports');
  await page.getByLabel('CSV, JSON or GraphML').setInputFiles({
    name: 'buoys.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('id,kind,name\nbuoy-1,device,Buoy 1\n'),
  });
  await page.getByRole('button', { name: 'Preview' }).click();
  await page.getByRole('button', { name: /^Store 1 new/ }).click();
  await page.getByRole('button', { name: /^Undo this import/ }).click();
  await page.getByLabel('Why it is undone').fill('not ours');
  await page.getByRole('button', { name: /^Retire what it added/ }).click();
  await page.goto('/estate?find=buoy');
  await expect(page.getByRole('link', { name: 'Buoy 1' })).toBeHidden();
  await page.goto('/estate/buoy-1');
  await expect(page.getByText('It is kept for its history.')).toBeVisible();
  await accessible(page, 'an item that is retired');
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(page.getByText('It is kept for its history.')).toBeHidden();
  await page.getByRole('button', { name: /^Retire it/ }).click();
  await page.getByLabel('Why it is retired').fill('sunk');
  await page.getByRole('button', { name: 'Retire it', exact: true }).click();
  await expect(page.getByText('sunk').first()).toBeVisible();

  await page.setViewportSize({ width: 390, height: 844 });
  for (const address of ['/roles', '/dates']) {
    await page.goto(address);
    await expect(page.locator('h1')).toBeVisible();
    await accessible(page, address);
    await fitsItsWidth(page);
  }
});
