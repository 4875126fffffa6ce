import { expect } from '@playwright/test';
import { accessible, fitsItsWidth, further, signIn, someone, test } from './world';

/** Who works here: teams and people are made on screens, and those people sign in. */

test('an administrator makes a team and adds somebody to it, who signs in and sets a password of their own', async ({
  browser,
}) => {
  const per = await someone(browser, 'Per Strand');
  await per.goto('/people');
  await accessible(per, 'people and teams');
  const teams = per.getByRole('region', { name: 'Teams' });
  await teams.getByLabel('Add a team').fill('Night desk');
  await teams.getByRole('button', { name: 'Create' }).click();
  await expect(teams.getByRole('link', { name: 'Night desk' })).toBeVisible();
  await teams.getByLabel('Add a team').fill('night DESK');
  await teams.getByRole('button', { name: 'Create' }).click();
  await expect(teams.getByText('There is a team Night desk already.')).toBeVisible();
  await teams.getByRole('button', { name: 'Rename Night desk' }).click();
  await teams.getByLabel('Name of Night desk').fill('Late desk');
  await teams.getByRole('button', { name: 'Save the name' }).click();
  await expect(teams.getByRole('link', { name: 'Late desk' })).toBeVisible();

  const add = per.getByRole('form', { name: 'Add a person' });
  await add.getByLabel('Name').fill('Bo Ek');
  await add.getByLabel('Mail').fill('Bo.Ek@Eiderholm.example');
  await add.getByLabel('Team').selectOption({ label: 'Late desk' });
  await add.getByLabel(/^Password/).fill('a first password');
  await add.getByRole('button', { name: /^Add the person/ }).click();
  await expect(per.getByRole('heading', { name: 'How Bo Ek is reached' })).toBeVisible();
  await accessible(per, 'somebody, as an administrator sees them');
  const particulars = per.getByRole('form', { name: 'Details' });
  await particulars.getByLabel('coordinator').check();
  await particulars.getByRole('button', { name: 'Save the details' }).click();
  await expect(particulars.getByRole('button', { name: 'Save the details' })).toBeDisabled();
  await per.setViewportSize({ width: 390, height: 844 });
  await fitsItsWidth(per);
  await per.goto('/people');
  await fitsItsWidth(per);

  const enter = async (password: string) => {
    const bo = await further(browser);
    await bo.goto('/sign-in');
    await bo.getByLabel(/mail/i).fill('bo.ek@eiderholm.example');
    await bo.getByLabel(/password/i).fill(password);
    await bo.keyboard.press('Enter');
    await expect(bo.getByRole('heading', { name: 'Watch', exact: true })).toBeAttached();
    return bo;
  };
  const bo = await enter('a first password');
  const elsewhere = await enter('a first password');
  await bo.goto('/people/bo-ek');
  const password = bo.getByRole('form', { name: 'Password' });
  await password.getByLabel('Current password').fill('not this one');
  await password.getByLabel('New password').fill('a second password');
  await password.getByRole('button', { name: 'Set password' }).click();
  await expect(password.getByText('That is not the password that you have now.')).toBeVisible();
  await password.getByLabel('Current password').fill('a first password');
  await password.getByRole('button', { name: 'Set password' }).click();
  await expect(password.getByText(/Password set/)).toBeVisible();
  await elsewhere.reload();
  await expect(elsewhere).toHaveURL(/sign-in/);
  await bo.reload();
  await expect(bo.getByRole('heading', { name: 'My contacts' })).toBeVisible();

  await test.step('they leave, and what was in their hands is somebody else’s', async () => {
    await bo.keyboard.press('.');
    await bo.getByRole('combobox', { name: 'Find or do anything' }).fill('Declare an incident');
    await bo.keyboard.press('Enter');
    const declare = bo.getByRole('dialog');
    await declare.getByLabel('Title').fill('Lamps out at quay 2');
    await declare.getByLabel('Service').selectOption('harbour-wireless');
    await declare.getByRole('button', { name: /^Declare/ }).click();
    await expect(bo.getByRole('heading', { name: 'Lamps out at quay 2' })).toBeVisible();
    const ingrid = await someone(browser, 'Ingrid Vale');
    await per.setViewportSize({ width: 1280, height: 800 });
    await per.goto('/people/bo-ek');
    await per.getByRole('button', { name: 'Bo Ek leaves…' }).click();
    const hands = per.getByRole('list', { name: 'In the hands of Bo Ek' });
    await expect(hands).toContainText(/IN-\d+ Lamps out at quay 2: nobody coordinates it\./);
    await accessible(per, 'somebody who is about to be taken out');
    await per.getByRole('button', { name: 'Take Bo Ek out' }).click();
    await expect(per.getByText(/^Has left/)).toBeVisible();
    await expect(hands).toBeHidden();
    const left = ingrid.getByRole('article').filter({ hasText: 'Nobody coordinates' });
    await expect(left).toContainText('Lamps out at quay 2');
    await left.getByRole('button', { name: /^Take coordination/ }).click();
    await expect(left).toBeHidden();
    await ingrid
      .getByRole('link', { name: /Lamps out at quay 2/ })
      .first()
      .click();
    await expect(ingrid.getByText('Ingrid Vale coordinates.')).toBeVisible();
    await ingrid.getByRole('button', { name: /^Resolve/ }).click();
    const end = ingrid.getByRole('dialog');
    await end.getByLabel('What was done').fill('New lamps');
    await end.getByRole('button', { name: /^Resolve/ }).click();
    await expect(end).toBeHidden();
    await bo.goto('/');
    await expect(bo).toHaveURL(/sign-in/);
  });
  await test.step('who was taken out by mistake is taken back in', async () => {
    await per.goto('/people');
    await per.getByRole('link', { name: 'Bo Ek', exact: true }).click();
    await per.getByRole('button', { name: 'Take Bo Ek back in…' }).click();
    await accessible(per, 'somebody who is about to be taken back in');
    await per.getByRole('button', { name: 'Take Bo Ek back in', exact: true }).click();
    await expect(per.getByText(/^Has left/)).toBeHidden();
    await per.getByRole('button', { name: 'Bo Ek leaves…' }).click();
    await per.getByRole('button', { name: 'Take Bo Ek out' }).click();
    await expect(per.getByText(/^Has left/)).toBeVisible();
  });
});

test('a team that others belong to stays, and one that nothing belongs to is dropped', async ({ page }) => {
  await signIn(page, 'Per Strand');
  await page.goto('/people');
  const teams = page.getByRole('region', { name: 'Teams' });
  await teams.getByRole('button', { name: 'Drop Quay network' }).click();
  await expect(teams.getByText(/^Quay network has \d+ people/)).toBeVisible();
  await teams.getByLabel('Add a team').fill('Short-lived');
  await teams.getByRole('button', { name: 'Create' }).click();
  await teams.getByRole('button', { name: 'Drop Short-lived' }).click();
  await expect(teams.getByRole('link', { name: 'Short-lived' })).toBeHidden();
});
