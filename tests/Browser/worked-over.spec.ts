import { expect } from '@playwright/test';
import { accessible, fitsItsWidth, later, onTheClock, phone, pockets, someone, test } from './world';

/** A change whose time ends while it runs: after all others, as it moves the time of day ahead. */
test('an emergency change is approved on the device that wakes somebody, overruns, and is backed out and reviewed', async ({
  browser,
  request,
}) => {
  test.setTimeout(150_000);
  const noor = await someone(browser, 'Noor Lind');

  await test.step('it is planned, and asked for', async () => {
    await noor.goto('/changes/new');
    await noor.getByLabel('What is changed').fill('Restart the lane camera at Eidkai');
    await noor.getByLabel('Kind').selectOption('emergency');
    await noor.getByRole('region', { name: 'Plan' }).getByLabel('Touches besides').fill('camera-eidkai-2');
    await noor.getByRole('textbox', { name: 'From' }).fill(onTheClock(5));
    await noor.getByLabel(/^To\b/).fill(onTheClock(25));
    await noor.getByLabel('Why it is done').fill('It shows nothing since midnight');
    // What still stands in the field of items is taken along.
    await noor.getByRole('button', { name: 'Keep as a draft' }).click();
    await expect(noor.getByRole('link', { name: 'Lane camera 2 Eidkai' })).toBeVisible();
    await noor.getByRole('button', { name: 'Ask for approval' }).click();
    await expect(noor.getByText(/Waits for .*Ingrid Vale/)).toBeVisible();
  });

  await test.step('a coordinator says yes on the device that it reached', async () => {
    const asked = async () => (await pockets(request)).filter((one) => one.text.includes('Restart the lane camera'));
    await expect.poll(async () => (await asked()).some((one) => one.person === 'Ingrid Vale')).toBe(true);
    const ingrid = await phone(browser);
    await ingrid.goto((await asked()).find((one) => one.person === 'Ingrid Vale')?.link ?? '');
    await fitsItsWidth(ingrid);
    await accessible(ingrid, 'an emergency change on a phone');
    await ingrid.getByRole('button', { name: 'Yes, go ahead' }).click();
    await expect(ingrid.getByRole('status')).toContainText('You said yes');
    await expect(noor.getByText('approved', { exact: true })).toBeVisible();
  });

  await test.step('its time ends while it is under way, and that is seen', async () => {
    await noor.getByRole('button', { name: 'Begin', exact: true }).click();
    await expect(noor.getByText('under way', { exact: true })).toBeVisible();
    later(30 * 60);
    await noor.reload();
    await expect(noor.getByText('under way, longer than planned')).toBeVisible();
    await noor.goto('/');
    await expect(
      noor.getByRole('link', { name: /CH-\d+ is to be done overdue; Restart the lane camera/ }),
    ).toBeVisible();
    await noor.goBack();
  });

  await test.step('it is backed out, and looked at afterwards by whoever was named', async () => {
    await noor.getByRole('button', { name: /^Back it out/ }).click();
    await noor.getByLabel('What happened').fill('It does not come up again');
    await noor.getByRole('button', { name: 'It was backed out' }).click();
    await expect(noor.getByText('backed out, waits for its review')).toBeVisible();
    await expect(noor.getByRole('button', { name: /^Review it/ })).toHaveCount(0);
    const per = await someone(browser, 'Per Strand');
    await per.goto(new URL(noor.url()).pathname);
    await per.getByRole('button', { name: /^Review it/ }).click();
    await per.getByLabel('What was found').fill('Its power supply is weak');
    await per.getByRole('button', { name: 'It is reviewed' }).click();
    await expect(per.getByText('“Its power supply is weak”')).toBeVisible();
    await expect(noor.getByText('backed out', { exact: true })).toBeVisible();
  });
});
