import { expect } from '@playwright/test';
import { accessible, someone, test } from './world';

test('a lost connection is said, what was typed is kept, and the screen catches up by itself', async ({ browser }) => {
  const ingrid = await someone(browser, 'Ingrid Vale');
  const mika = await someone(browser, 'Mika Sund');
  await ingrid.getByRole('link', { name: /IN-/ }).first().click();
  await expect(ingrid.getByRole('heading', { name: 'Journal' })).toBeVisible();
  await mika.goto(ingrid.url());

  await ingrid.context().setOffline(true);
  await expect(ingrid.getByText('No connection since')).toBeVisible();
  await ingrid.getByLabel('What happened').fill('The supplier sends somebody');
  await ingrid.getByRole('button', { name: 'Add to journal' }).click();
  await expect(ingrid.getByText('Not sent: the connection is gone.')).toBeVisible();
  await expect(ingrid.getByLabel('What happened')).toHaveValue('The supplier sends somebody');

  await mika.getByLabel('What happened').fill('Rang the harbour master');
  await mika.getByRole('button', { name: 'Add to journal' }).click();
  await expect(mika.getByText('Rang the harbour master')).toBeVisible();

  await ingrid.context().setOffline(false);
  await expect(ingrid.getByText('No connection since')).toBeHidden();
  await expect(ingrid.getByText('Rang the harbour master')).toBeVisible();
  await expect(ingrid.getByLabel('What happened')).toHaveValue('The supplier sends somebody');
  await ingrid.reload();
  await expect(ingrid.getByLabel('What happened')).toHaveValue('The supplier sends somebody');
  await ingrid.getByRole('button', { name: 'Add to journal' }).click();
  await expect(mika.getByText('The supplier sends somebody')).toHaveCount(1);
  await expect(ingrid.getByLabel('What happened')).toHaveValue('');
});

test('on a slow line what is pressed goes out one after another, and nobody leaves before they know', async ({
  browser,
}) => {
  const ingrid = await someone(browser, 'Ingrid Vale');
  await ingrid.getByRole('link', { name: /IN-/ }).first().click();
  const words = ingrid.getByLabel('What happened');
  const add = ingrid.getByRole('button', { name: 'Add to journal' });
  const journal = ingrid.getByRole('region', { name: 'Journal', exact: true });
  await expect(journal).toBeVisible();
  const room = ingrid.url();
  let sent = 0;
  let go = (): void => undefined;
  let held = Promise.resolve();
  const hold = (): void => {
    sent = 0;
    held = new Promise<void>((resolve) => (go = resolve));
  };
  await ingrid.route(/\/(notes|reopen)$/, async (route) => {
    if ('x-inertia' in route.request().headers()) {
      sent++;
      await held;
    }
    await route.continue();
  });

  await test.step('a second note waits for the first, and what is typed meanwhile stays', async () => {
    hold();
    await words.fill('The pump is looked at');
    await add.click();
    await add.click();
    await words.fill('Its valve comes next');
    await add.click();
    await words.pressSequentially('. Then the seal');
    await expect(add).toHaveAttribute('aria-busy', 'true');
    expect(sent).toBe(1);
    go();
    await expect(add).toHaveAttribute('aria-busy', 'false');
    expect(sent).toBe(2);
    await expect(journal.getByText('The pump is looked at', { exact: true })).toHaveCount(1);
    await expect(journal.getByText('Its valve comes next', { exact: true })).toHaveCount(1);
    await expect(words).toHaveValue('. Then the seal');
  });
  await test.step('whoever leaves goes once it is done', async () => {
    hold();
    await words.fill('The seal is ordered');
    await add.click();
    await ingrid.getByRole('link', { name: 'Estate', exact: true }).click();
    const waiting = ingrid.getByRole('status').filter({ hasText: 'Waiting for the answer to what you asked for' });
    await expect(waiting).toBeVisible();
    await expect(add).toHaveAttribute('aria-busy', 'true');
    go();
    await expect(ingrid.getByRole('heading', { name: /^Estate, / })).toBeVisible();
    await ingrid.goto(room);
    await expect(journal.getByText('The seal is ordered', { exact: true })).toHaveCount(1);
    await expect(words).toHaveValue('');
  });
  await test.step('whoever is refused stays and reads why', async () => {
    hold();
    await words.evaluate((field: HTMLTextAreaElement) => field.removeAttribute('maxlength'));
    await words.fill('x'.repeat(4001));
    await add.click();
    await ingrid.getByRole('link', { name: 'Estate', exact: true }).click();
    go();
    await expect(ingrid.getByText(/4000 characters/)).toBeVisible();
    expect(ingrid.url()).toBe(room);
    await expect(words).toHaveValue(/^x+$/);
  });
  await test.step('whoever has closed what they sent reads it all the same', async () => {
    hold();
    await ingrid.getByRole('button', { name: 'Reopen…' }).click();
    const why = ingrid.getByLabel(/Why it is not over/);
    await why.evaluate((field: HTMLInputElement) => field.removeAttribute('maxlength'));
    await why.fill('y'.repeat(501));
    await why.press('Enter');
    await ingrid.keyboard.press('Escape');
    await expect(why).toBeHidden();
    go();
    const about = ingrid.getByText('About what you asked for before:');
    await expect(about).toBeVisible();
    await expect(ingrid.getByRole('alert').filter({ hasText: /500 characters/ })).toHaveCount(1);
    await accessible(ingrid, 'a refusal whose place is gone');
    await ingrid.getByRole('button', { name: 'Close', exact: true }).click();
    await expect(about).toBeHidden();
  });
  await test.step('whoever is not signed in any more is told so, and finds what they wrote', async () => {
    await words.fill('The seal has come');
    await ingrid.context().clearCookies();
    await add.click();
    await expect(ingrid.getByText(/Nothing was sent/)).toBeVisible();
    await ingrid.getByRole('button', { name: /Ingrid Vale/ }).click();
    await expect(words).toHaveValue('The seal has come');
    await add.click();
    await expect(journal.getByText('The seal has come', { exact: true })).toHaveCount(1);
  });
});
