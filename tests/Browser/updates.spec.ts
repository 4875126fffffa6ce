import { expect } from '@playwright/test';
import { accessible, fitsItsWidth, phone, signIn, someone, test } from './world';

/** One incident, told in the words of each reader and in two languages, from the first notice to the end. */

test('facts are entered once, each reads them in their own words, and who must know says that they have read it', async ({
  browser,
}) => {
  test.setTimeout(240_000);
  const ingrid = await someone(browser, 'Ingrid Vale');
  const noor = await phone(browser);
  await signIn(noor, 'Noor Lind');

  await test.step('an administrator says how it is called in Norwegian, and who must know', async () => {
    const per = await someone(browser, 'Per Strand');
    await per.goto('/settings/glossary');
    await per.getByRole('button', { name: 'Add a phrase' }).click();
    await per
      .getByRole('textbox', { name: /^Phrase \d+$/ })
      .last()
      .fill('Use the printed timetable');
    await per
      .getByRole('textbox', { name: /^Phrase \d+ in Norwegian$/ })
      .last()
      .fill('Bruk den trykte rutetabellen');
    await per.getByRole('button', { name: 'Save' }).click();
    await expect(per.getByRole('status').filter({ hasText: 'Saved.' })).toBeVisible();
    await per.goto('/settings/audiences');
    await per.getByRole('button', { name: 'Add an audience' }).click();
    await per.getByLabel('Name').fill('Quay leads');
    await per.getByRole('button', { name: 'Add it' }).click();
    await expect(per.getByText('Choose people, or a team.')).toBeVisible();
    await per.getByRole('listbox', { name: /^People/ }).selectOption({ label: 'Noor Lind' });
    await per.getByRole('listbox', { name: /^Services/ }).selectOption('Wireless at the quay');
    await per.getByRole('checkbox', { name: /They must know/ }).check();
    await accessible(per, 'an audience that is being defined');
    await per.getByRole('button', { name: 'Add it' }).click();
    await expect(per.getByRole('listitem').filter({ hasText: 'Quay leads' })).toContainText(
      'Told of Wireless at the quay',
    );
  });

  const sheet = ingrid.getByRole('dialog');
  await test.step('the versions follow from the facts, and what disagrees is said where it stands', async () => {
    await ingrid.keyboard.press('.');
    await ingrid.getByRole('combobox', { name: 'Find or do anything' }).fill('Declare an incident');
    await ingrid.keyboard.press('Enter');
    await sheet.getByLabel('Title').fill('No wireless at three quays');
    await sheet.getByLabel('Service').selectOption('harbour-wireless');
    await sheet.getByRole('button', { name: /^Declare/ }).click();
    await expect(ingrid.getByRole('heading', { name: 'No wireless at three quays' })).toBeVisible();
    await expect(ingrid.getByRole('button', { name: 'Review and send' })).toBeVisible();
    await ingrid.keyboard.press('u');
    await expect(sheet.getByLabel('Staff at terminals')).toHaveValue(/^Wireless at the quay: only partly working/);
    await expect(sheet.getByLabel('Engineers and owners')).toHaveValue(/^IN-\d+: No wireless at three quays\./);
    await expect(sheet.getByLabel('Managers')).toHaveValue(/Coordinated by Ingrid Vale\.$/);
    // In words of one's own the check may not know what is said: it says so, and not that it agrees.
    await sheet.getByLabel('Engineers and owners').fill('Wireless at the quay has conked out.');
    const unread = sheet.getByText('The check does not understand what this says of Wireless at the quay.');
    await expect(unread).toBeVisible();
    await sheet.getByRole('button', { name: 'Draft again' }).click();
    await expect(sheet.getByLabel('Engineers and owners')).toHaveValue(/^IN-\d+: No wireless at three quays\./);
    await expect(unread).toBeHidden();
    await sheet.getByLabel('What staff do at the counter').fill('Hand out printed timetables');
    await expect(sheet.getByLabel('Staff at terminals')).toHaveValue(/At the counter: Hand out printed timetables\./);
    await sheet.getByLabel('What to do meanwhile').first().fill('Use the printed timetable');
    await sheet.getByRole('button', { name: 'Say by when it works again…' }).click();
    await sheet.getByRole('button', { name: 'in 2 h', exact: true }).click();
    await expect(sheet.getByLabel('Staff at terminals')).toHaveValue(/We expect it to work again by .*\d\d:\d\d/);
    const since = sheet.getByRole('group', { name: 'Since when' });
    await since.getByRole('button', { name: 'Correct…' }).click();
    await expect(since.getByRole('textbox')).toHaveValue(/^\d{4}-\d\d-\d\d \d\d:\d\d$/);
    await since.getByRole('button', { name: 'As the record has it' }).click();
    await sheet.getByLabel('Managers').fill('Wireless at the quay: not working. Booking: not working.');
    const wrong = sheet.getByRole('region', { name: 'Before it goes out' });
    await expect(wrong.getByRole('listitem').filter({ hasText: /Managers:.*Booking/ })).toBeVisible();
    await accessible(ingrid, 'an update in several versions, of which one disagrees');
    await sheet.getByRole('button', { name: 'Publish update 1' }).click();
    await expect(wrong).toContainText('Nothing was sent.');
    await sheet.getByRole('button', { name: 'Draft again' }).click();
    await expect(sheet.getByLabel('Managers')).toHaveValue(/Coordinated by Ingrid Vale\.$/);
    await sheet.getByRole('button', { name: /^Norsk/ }).click();
    await expect(sheet.getByRole('textbox', { name: 'Everybody' })).toHaveValue(
      /^Trådløst nett på kaia: bare delvis i drift siden/,
    );
    await expect(sheet.getByLabel('What to do meanwhile, Norsk')).toHaveValue('Bruk den trykte rutetabellen');
    await expect(sheet.getByText('Not known in this language: “Hand out printed timetables”')).toBeVisible();
    await sheet
      .getByRole('checkbox', { name: /I have read it/ })
      .first()
      .check();
    await accessible(ingrid, 'an update in Norwegian');
    await sheet.getByRole('button', { name: 'Publish update 1' }).click();
    await expect(sheet).toBeHidden();
    await expect(ingrid.getByText('1 update given')).toBeVisible();
  });

  await test.step('outsiders read it in their language, and nothing from inside', async () => {
    const kari = await phone(browser);
    await kari.goto('/status');
    await kari.getByRole('link', { name: /^Wireless at the quay, since/ }).click();
    await expect(kari.getByText(/^Wireless at the quay: only partly working/)).toBeVisible();
    await kari.getByRole('link', { name: 'Norsk', exact: true }).click();
    await expect(kari.getByRole('heading', { name: 'Trådløst nett på kaia', exact: true })).toBeVisible();
    await expect(kari.getByText(/^Trådløst nett på kaia: bare delvis i drift/)).toBeVisible();
    await fitsItsWidth(kari);
    await expect(kari.getByText('Satt sammen av en maskin')).toHaveCount(0);
    await expect(kari.getByText('Hand out printed timetables')).toHaveCount(0);
    await accessible(kari, 'an incident on the status page, in Norwegian');
    // What is read from there stays in the language, up to the form.
    await kari.getByRole('link', { name: 'Følg', exact: true }).click();
    await expect(kari).toHaveURL(/language=no/);
    await expect(kari.getByLabel('Språk')).toHaveValue('no');
  });

  await test.step('staff read what to do, and who must know says that they have read it', async () => {
    const room = ingrid.getByRole('region', { name: 'Must know' });
    await expect(room).toContainText('0 of 1 have read update 1', { timeout: 20_000 });
    await noor.goto('/updates');
    const card = noor.getByRole('article').filter({ hasText: 'No wireless at three quays' });
    await expect(card).toContainText('Hand out printed timetables');
    await accessible(noor, 'the updates for staff');
    await fitsItsWidth(noor);
    await expect(room).toContainText('opened', { timeout: 20_000 });
    await room.getByRole('button', { name: 'Remind Noor Lind' }).click();
    await expect(room).toContainText('reminded');
    await card.getByRole('button', { name: 'I have read it' }).click();
    await expect(card.getByRole('status')).toHaveText('✓ You have read it.');
    await expect(room).toContainText('1 of 1 have read update 1', { timeout: 20_000 });
  });

  await test.step('its end is told in each language', async () => {
    await ingrid.keyboard.press('r');
    await sheet.getByLabel('What was done').fill('Access points restarted');
    await sheet.getByRole('button', { name: /^Resolve/ }).click();
    await expect(sheet).toBeHidden();
    await noor.getByRole('button', { name: 'Norsk' }).click();
    const card = noor.getByRole('article').filter({ hasText: 'No wireless at three quays' });
    await expect(card).toContainText('Trådløst nett på kaia: virker som normalt igjen.', { timeout: 20_000 });
  });
});
