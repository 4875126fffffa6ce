import { expect } from '@playwright/test';
import { someone, test } from './world';

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
