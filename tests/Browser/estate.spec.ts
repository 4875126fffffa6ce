import { expect, type APIRequestContext, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { accessible, fitsItsWidth, signIn, someone, standInsAddress, test } from './world';

/** The record of the estate: brought by file, set by people, contradicted by scans; and what its reach shows. */

const scan = async (request: APIRequestContext, name: string): Promise<{ state: string }> =>
  (await (await request.post(`${standInsAddress}/scan`, { data: { name } })).json()) as { state: string };
const upload = async (page: Page, name: string, text: string | Buffer): Promise<void> => {
  await page.goto('/imports');
  await page
    .getByLabel('CSV, JSON or GraphML')
    .setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
  await page.getByRole('button', { name: 'Preview' }).click();
};

test.beforeEach(async ({ page }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' });
});

test('a file is looked at first, and stored without the line that is refused', async ({ page }) => {
  await signIn(page, 'Ada Holm');
  await upload(page, 'wrong.csv', 'name\nx\n');
  await expect(page.getByText('Line 1: The header has no column "id".')).toBeVisible();
  await upload(
    page,
    'pontoons.csv',
    Buffer.concat([
      Buffer.from('id,kind,name,site,tier,needs\npontoon-1,device,Pontoon 1,Kalv'),
      Buffer.from([0xf8]),
      Buffer.from(
        'y,,router-kalvoy\npontoon-2,device,"Pontoon 2,Ask,,\npontoon-3,device,Pontoon 3,Ask,9,\npontoon-4,divice,Pontoon 4,Ask,,\nmw-skjell,,,Skjell north,,\n',
      ),
    ]),
  );
  await expect(page.getByRole('heading', { name: 'pontoons.csv' })).toBeVisible();
  await expect(page.getByText('One line was not in UTF-8 and read as Windows-1252.')).toBeVisible();
  await expect(page.getByRole('button', { name: '3 refused', exact: true })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByRole('row', { name: /line 3/ })).toContainText('A quote is opened and never closed.');
  await expect(page.getByRole('row', { name: /line 4/ })).toContainText('Tier is a number from 1');
  await expect(page.getByRole('row', { name: /line 5/ })).toContainText('device');
  await accessible(page, 'a file that is looked at');
  await page.getByRole('button', { name: '1 changed', exact: true }).click();
  await expect(page.getByRole('row', { name: /mw-skjell/ })).toContainText('site: from Skjell to Skjell north');
  await page.getByRole('button', { name: 'Store 1 new and 1 changed, leave out 3 refused' }).click();
  await expect(page.getByText('stored, uploaded by Ada Holm')).toBeVisible();
  await page.goto('/estate?find=pontoon');
  await expect(page.getByRole('link', { name: 'Pontoon 1' })).toBeVisible();
  await expect(page.getByText('Kalvøy')).toBeVisible();
  await page.getByRole('link', { name: 'Pontoon 1' }).click();
  await expect(page.getByText('Recorded Pontoon 1: from the file pontoons.csv')).toBeVisible();
});

test('two people edit one item: different things both stay, of the same thing the second is told', async ({
  browser,
  page,
}) => {
  await signIn(page, 'Ada Holm');
  const other = await someone(browser, 'Per Strand');
  for (const one of [page, other]) {
    await one.goto('/estate/tide-feed');
    await one.getByRole('button', { name: /Edit/ }).click();
    await expect(one.getByLabel('Name', { exact: true })).toHaveValue('Tide feed');
  }
  await page.getByLabel('Site').fill('Storvik');
  await page.getByLabel('Why').fill('moved with the gauge');
  await page.getByRole('button', { name: 'Save changes' }).click();
  await expect(page.getByText('site from none to Storvik; moved with the gauge')).toBeVisible();
  // The other has not saved yet, and the screen behind the sheet shows what came.
  await other.getByLabel('Site').fill('Brenna');
  await other.getByLabel('What it is').fill('Levels at the quays');
  await other.getByRole('button', { name: 'Save changes' }).click();
  await expect(other.getByText('Ada Holm set this to "Storvik" meanwhile.')).toBeVisible();
  await expect(other.getByLabel('What it is')).toHaveValue('Levels at the quays');
  await other.getByRole('button', { name: 'Save changes' }).click();
  await expect(other.getByText('from Storvik to Brenna')).toBeVisible();
  await expect(page.getByText('from Storvik to Brenna')).toBeVisible();

  // What was typed outlives a reload.
  await page.getByRole('button', { name: /Edit/ }).click();
  await page.getByLabel('Add an item to line 1').fill('host-03');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Without Host 3' })).toBeVisible();
  await page.reload();
  await page.getByRole('button', { name: /Edit/ }).click();
  await expect(page.getByText('of these 2')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Without Host 3' })).toBeVisible();
  await accessible(page, 'the form of an item');
  await page.getByRole('button', { name: 'Save changes' }).click();
  await expect(page.getByRole('region', { name: 'Depends on', exact: true })).toContainText('needs 1 of these 2');
  await other.context().close();
});

test('a scan contradicts a person, proposes what it heard, and is held back when it sees too little', async ({
  page,
  request,
}) => {
  expect((await scan(request, 'before')).state).toBe('taken');
  await signIn(page, 'Ada Holm');
  await page.goto('/estate/host-07');
  await expect(page.getByText('quay-sweep', { exact: false }).first()).toBeVisible();
  expect((await scan(request, 'now')).state).toBe('taken');
  // It appears without a reload.
  await expect(page.getByText('quay-sweep says 192')).toBeVisible();
  await page.getByRole('button', { name: 'Keep ours' }).click();
  await expect(page.getByText('quay-sweep says 192')).toBeHidden();
  await expect(page.getByText('Keeps what is recorded of Host 7')).toBeVisible();

  await page.goto('/scans');
  const proposal = page
    .getByRole('listitem')
    .filter({ hasText: 'Announcement hub, node 1 speaks to Booking database, node 2' });
  await proposal.getByLabel('How it needs it').selectOption({ label: 'the one reads from the other' });
  await proposal.getByRole('button', { name: 'Accept', exact: true }).click();
  await expect(proposal).toBeHidden();
  await page
    .getByRole('listitem')
    .filter({ hasText: 'Roster application, node 1 speaks to' })
    .getByRole('button', { name: 'No dependency' })
    .click();
  await expect(page.getByText('Roster application, node 1 does not need Position store, node 1')).toBeVisible();
  expect((await scan(request, 'half')).state).toBe('held');
  await expect(page.getByText('It no longer sees 57 of the')).toBeVisible();
  await accessible(page, 'scans');
  await page.getByRole('button', { name: 'Refuse it' }).click();
  await expect(page.getByText('Say why, for whoever looks after the scanner.')).toBeVisible();
  await page.getByLabel('Why not').fill('the probe was blind');
  await page.getByRole('button', { name: 'Refuse it' }).click();
  await expect(page.getByText('It no longer sees 57 of the')).toBeHidden();

  await page.goto('/truth');
  await page.getByRole('button', { name: /No longer seen/i }).click();
  await expect(page.getByRole('link', { name: 'Host 19' })).toBeVisible();
  await accessible(page, 'truth');
  await page.getByRole('link', { name: 'Host 19' }).click();
  await expect(page.getByText('Not seen since')).toBeVisible();
  await page.getByRole('button', { name: 'It still exists' }).click();
  await expect(page.getByText('Not seen since')).toBeHidden();
});

test('the reach is found in, walked by keyboard, read as a list, and taken out as a picture', async ({ page }) => {
  await signIn(page, 'Noor Lind');
  await page.goto('/reach?items=lane-control-ask');
  const box = (name: RegExp): ReturnType<Page['getByRole']> => page.getByRole('button', { name });
  await expect(box(/^Lane control Ask,/)).toBeVisible();
  await page.keyboard.press('/');
  await page.keyboard.type('clk-2');
  await page.keyboard.press('Enter');
  await expect(
    page
      .getByRole('status')
      .filter({ hasText: 'Lane control Ask, which needs Lane time, which needs Time server clk-2' }),
  ).toBeVisible();
  await box(/^Time server clk-2,/).focus();
  await page.keyboard.press('ArrowUp');
  await expect(box(/^Lane time,/)).toBeFocused();
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('status').filter({ hasText: 'because Lane control Ask is' })).toBeVisible();
  const view = (): Promise<string | null> =>
    page.locator('svg[aria-label="What is affected, services on top"]').getAttribute('viewBox');
  const before = await view();
  await page.keyboard.press('+');
  expect(await view()).not.toBe(before);
  await page.getByLabel('What it stands on').selectOption({ label: '1 step' });
  await expect(page.getByText(/items? farther away/)).toBeVisible();
  await page.getByRole('button', { name: 'Show all' }).click();
  for (const [format, start] of [
    ['SVG', '<svg'],
    ['PNG', '\u0089PNG'],
  ] as const) {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: `Save as ${format}` }).click(),
    ]);
    expect(readFileSync(await file.path(), 'latin1').slice(0, 4)).toBe(start);
  }
  await accessible(page, 'the reach');
  await page.getByRole('button', { name: 'Show as a list' }).click();
  await expect(page.getByRole('region', { name: 'What could be the cause: it stands on' })).toContainText(
    'Time server clk-2',
  );
  await accessible(page, 'the reach as a list');
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto('/reach?items=core-sw-1');
  await expect(page.getByRole('region', { name: 'What it also brings down' })).toContainText('Vehicle lanes');
  await fitsItsWidth(page);
});

test('before a change, it is asked what would fall and when that hurts least, and kept', async ({ page }) => {
  await signIn(page, 'Ada Holm');
  await page.goto('/what-if');
  await page.getByLabel('An item that fails, or is taken out for work').fill('Time server clk-2');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByText('Services affected: Vehicle lanes (tier 1, down)')).toBeVisible();
  await expect(page.getByText('Mon 00:00 to 02:00')).toBeVisible();
  await page.getByLabel(', if it takes').selectOption('12');
  await expect(page.getByText(/sailings affected, \d+% of the worst time/).first()).toBeVisible();
  await expect(page.getByText('Ask: Platform.')).toBeVisible();
  await page.getByLabel('Save as').fill('New antenna for clk-2');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await accessible(page, 'what if');
  await page.goto('/what-if');
  await page.getByRole('button', { name: 'New antenna for clk-2' }).click();
  await expect(page).toHaveURL(/hours=12&items=clk-2|items=clk-2&hours=12/);
  await expect(page.getByText('Services affected: Vehicle lanes')).toBeVisible();
});

test('a type is made with attributes of its own, and items of it are told apart', async ({ page }) => {
  await signIn(page, 'Ada Holm');
  await page.goto('/types');
  await page.getByRole('button', { name: 'Add a type' }).click();
  await page.getByLabel('Name', { exact: true }).fill('radio licence');
  await page.getByRole('button', { name: 'Add an attribute' }).click();
  await page.getByLabel('Called').fill('Valid until');
  await page.getByLabel(/^is a/).selectOption('date');
  await page.getByLabel('An end date').fill('30, 7');
  await accessible(page, 'a type');
  await page.getByRole('button', { name: 'Add the type' }).click();
  await expect(page.getByText('Valid until (date), told 30, 7 days ahead')).toBeVisible();
  await accessible(page, 'types');
  await page.goto('/estate');
  await page.getByRole('button', { name: /Add an item/ }).click();
  await page.getByLabel('Id used in files and scans').fill('licence-mw');
  await page.getByLabel('Name', { exact: true }).fill('Licence of the microwave links');
  await page.getByLabel('Type').last().fill('radio licence');
  await page.getByLabel('Valid until').fill('2031-05-01');
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByRole('heading', { name: 'Licence of the microwave links' })).toBeVisible();
  await expect(page.getByRole('row', { name: /Valid until/ })).toContainText('2031-05-01; ends in');
  await accessible(page, 'an item');
  await page.goto('/imports');
  await accessible(page, 'imports');
});

test('the estate is narrowed and shown by any field, in the address, and says who answers for it', async ({
  browser,
  page,
}) => {
  await signIn(page, 'Ada Holm');
  await page.goto('/estate');
  await expect(page.getByRole('heading', { name: /^Estate, \d+ items/ })).toBeVisible();
  await page.keyboard.press('f');
  await expect(page.getByLabel('Field of condition 1')).toBeFocused();
  await page.getByLabel('Field of condition 1').selectOption('Memory, GB');
  await page.getByLabel('Comparison of condition 1').selectOption('is above, or after');
  await page.getByLabel('Value of condition 1').fill('200');
  await expect(page).toHaveURL(/where%5B0?%5D=memory%3E200/);
  await page.getByRole('button', { name: 'Columns' }).click();
  await page.getByLabel('Memory, GB').check();
  await page.getByLabel('Tier', { exact: true }).uncheck();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Memory, GB' }).click();
  await expect(page.getByRole('columnheader', { name: 'Memory, GB' })).toHaveAttribute('aria-sort', 'ascending');
  await expect(page.getByRole('columnheader', { name: 'Tier' })).toHaveCount(0);
  await expect(page.getByRole('row').nth(1)).toContainText('256');
  await accessible(page, 'the estate by a field');

  // Whoever is sent the address sees the same; the file has it too.
  const other = await someone(browser, 'Per Strand');
  await other.goto(page.url());
  await expect(other.getByLabel('Value of condition 1')).toHaveValue('200');
  await expect(other.getByRole('columnheader', { name: 'Memory, GB' })).toBeVisible();
  await expect(other.getByRole('link', { name: 'CSV' })).toHaveAttribute('href', /where%5B0?%5D=memory%3E200/);
  await other.context().close();

  await page.getByRole('button', { name: 'Remove condition 1' }).click();
  await page.getByLabel('Type').selectOption('service');
  await expect(page.getByRole('link', { name: 'Boarding', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Who answers for these' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Per Strand' })).toContainText('Approver of all');
  await accessible(page, 'who answers');
  await page.keyboard.press('Escape');

  // A role that the organisation adds stands on every item at once.
  await page.goto('/types');
  await page.getByRole('button', { name: 'Change the roles' }).click();
  await page.getByRole('button', { name: 'Add a role' }).click();
  await page.getByLabel('Role 3', { exact: true }).fill('Harbour office');
  await page.getByLabel('Role 3 is a').selectOption('team');
  await page.getByRole('button', { name: 'Save the roles' }).click();
  await expect(page.getByText('Harbour office, a team')).toBeVisible();
  await page.goto('/estate/tide-tables');
  // Whoever is signed in follows what it is about, with one key, and lets go of it again.
  await expect(page.getByRole('button', { name: 'Follow it by mail' })).toBeVisible();
  await page.keyboard.press('f');
  await expect(
    page.getByRole('status').filter({ hasText: 'You are mailed each update of what hits it.' }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Follow it no more' }).click();
  await expect(page.getByRole('button', { name: 'Follow it by mail' })).toBeVisible();
  await page.getByRole('button', { name: /Edit/ }).click();
  await page.getByLabel('Harbour office').selectOption('Terminals');
  await page.getByRole('button', { name: 'Save changes' }).click();
  await expect(page.getByRole('region', { name: 'Item' })).toContainText('Harbour office');
});
