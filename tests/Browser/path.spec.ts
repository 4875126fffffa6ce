import { expect } from '@playwright/test';
import {
  accessible,
  fitsItsWidth,
  further,
  later,
  mails,
  phone,
  pockets,
  someone,
  speak,
  standInsAddress,
  test,
} from './world';

test('from a signal to restored service, with two coordinators, a responder and a reporter', async ({
  browser,
  request,
}) => {
  const ingrid = await someone(browser, 'Ingrid Vale');
  const mika = await someone(browser, 'Mika Sund');

  await test.step('signals become one alert with a count, on every open watch', async () => {
    await speak(request, 'clk-2', 'error', 'Time server clk-2 lost its satellite signal');
    await speak(request, 'lane-control-ask', 'critical', 'Lane control Ask takes bookings for not yet valid');
    await speak(request, 'lane-control-ask', 'critical', 'Lane control Ask takes bookings for not yet valid');
    await speak(request, 'lane-control-skjell', 'critical', 'Lane control Skjell takes bookings for not yet valid');
    for (const page of [ingrid, mika]) {
      const card = page.getByRole('article').filter({ hasText: 'Lane control Ask takes bookings' });
      await expect(card).toContainText('3 alerts from 4 signals');
      await expect(card).toContainText('Affects Vehicle lanes (tier 1)');
      await expect(card).toContainText('Common cause: Time server clk-2, explains 3 of 3');
      await expect(page.getByRole('region', { name: 'Deadlines' })).toContainText('nobody has it');
    }
  });

  await test.step('two declare from it at once: one incident, and the second is told', async () => {
    for (const page of [ingrid, mika]) {
      await page.keyboard.press('d');
      const sheet = page.getByRole('dialog');
      await expect(sheet.getByLabel('Title')).toHaveValue(/^Vehicle lanes: time server clk-2 lost/);
      await expect(sheet.getByRole('combobox', { name: /^Affected service/ })).toHaveValue('vehicle-lanes');
      await expect(sheet).toContainText('Something is broken at 14 sites.');
      await expect(sheet).toContainText('Priority 1');
      await expect(sheet.getByLabel('Team to call')).toHaveValue('platform');
    }
    await mika.getByLabel('Title').fill('My own words for it');
    await ingrid.getByRole('button', { name: 'Declare and page one person' }).click();
    await expect(ingrid).toHaveURL(/\/incidents\/\d+$/);
    await mika.getByRole('button', { name: 'Declare and page one person' }).click();
    await expect(mika.getByRole('alert').first()).toContainText('was declared from this alert by Ingrid Vale');
    await expect(mika.getByLabel('Title')).toHaveValue('My own words for it');
    await mika.goto(ingrid.url());
    await expect(ingrid.getByText('Joined the room')).toHaveCount(2);
  });

  await test.step('judged too low, it says that it has grown, and is raised with one press, on every open screen', async () => {
    await ingrid.keyboard.press('e');
    const sheet = ingrid.getByRole('dialog');
    await sheet.getByText('a few people').click();
    await sheet.getByText('can be planned').click();
    await sheet.getByLabel('Why').fill('one lane only, it seems');
    await sheet.getByRole('button', { name: 'Save' }).click();
    const grown = mika.getByRole('status').filter({ hasText: 'Impact has grown: priority 1' });
    await expect(grown).toContainText('Something is broken at 14 sites. Vehicle lanes: tier 1');
    await expect(mika.getByText(/(Affected now|Little used at this hour):/)).toBeVisible();
    const owners = mika.getByRole('list', { name: 'To be told' });
    await expect(owners).toContainText('To be told: Elin Skarv (Vehicle lanes)');
    await owners.getByRole('button', { name: 'Tell by mail' }).click();
    await owners.getByRole('button', { name: 'Mail Elin Skarv' }).click();
    await expect(owners).toContainText('Told: Elin Skarv');
    await mika.getByRole('button', { name: 'Raise it to priority 1' }).click();
    await grown.getByLabel('Why').fill('fourteen sites');
    await grown.getByRole('button', { name: /Raise it/ }).click();
    for (const page of [ingrid, mika]) {
      await expect(page.getByText('Impact has grown')).toBeHidden();
      await expect(page.getByRole('region', { name: 'Journal entries' })).toContainText('Priority 1: was 4');
    }
  });

  const called = ingrid.getByRole('complementary', { name: 'People, updates, reports' });
  await test.step('nobody answers, and the next is paged', async () => {
    await expect.poll(async () => (await pockets(request)).length).toBe(1);
    const [first] = await pockets(request);
    expect(first?.channel).toBe('push');
    await expect(called).toContainText(`${first?.person}, push: arrived, no answer yet`);
    later(301);
    await expect.poll(async () => new Set((await pockets(request)).map((page) => page.person)).size).toBeGreaterThan(1);
    await expect(called).toContainText('step 2 of 2');
  });

  await test.step('the responder sees what, where, how bad and who else, and takes it', async () => {
    const all = await pockets(request);
    const mine = all.find((page) => page.person !== all[0]?.person);
    const responder = await phone(browser);
    await responder.goto(mine?.link ?? '');
    await expect(responder.getByRole('heading', { level: 1 })).toContainText('Vehicle lanes');
    await expect(responder.getByText('Priority 1: many people or several sites')).toBeVisible();
    await expect(responder.getByText('14 sites')).toBeVisible();
    await expect(responder.getByText('Ingrid Vale coordinates', { exact: false })).toBeVisible();
    await expect(responder.getByRole('button', { name: 'Yes, I take it' })).toBeInViewport();
    await fitsItsWidth(responder);
    await responder.getByRole('button', { name: 'Yes, I take it' }).click();
    await expect(responder.getByRole('status')).toContainText('You have it');
    for (const page of [ingrid, mika]) await expect(page.getByText(`${mine?.person} said yes`)).toBeVisible();
    await expect(called).toContainText(`${mine?.person} has it`);
  });

  await test.step('the room shows the reach as a drawing and as a list, with reasons', async () => {
    const drawing = ingrid.getByRole('group', { name: 'What is affected, services on top' });
    await expect(drawing.getByRole('button', { name: /^Vehicle lanes, tier 1, degraded/ })).toBeVisible();
    await drawing.getByRole('button', { name: /^Vehicle lanes/ }).press('Enter');
    await expect(ingrid.getByText(/Degraded, because .* is down/).first()).toBeVisible();
    await ingrid.getByRole('button', { name: 'Show as a list' }).click();
    await expect(ingrid.getByText('Reported by alerts: degraded.')).toBeVisible();
  });

  const reporter = await phone(browser);
  await test.step('the coordinator publishes an update, and the next one owed runs', async () => {
    await ingrid.keyboard.press('u');
    const sheet = ingrid.getByRole('dialog');
    await expect(sheet.getByLabel('What is affected')).toHaveValue(/^Vehicle lanes: only partly working since/);
    await sheet.getByLabel('Stage').selectOption({ label: 'Cause found' });
    const found = sheet.getByRole('region', { name: 'Before it goes out' });
    await expect(found).toBeHidden();
    const words = sheet.getByLabel('What is affected');
    await words.fill('Vehicle lanes are down. Mika Sund is on it.');
    await expect(found.getByText('It says “down” of Vehicle lanes, which is only partly working')).toBeVisible();
    await accessible(ingrid, 'an update that disagrees with the record');
    await found.getByRole('button', { name: 'Say “only partly working” instead' }).press('Enter');
    await expect(words).toHaveValue('Vehicle lanes are only partly working. Mika Sund is on it.');
    await expect(found.getByText('It says “down”')).toBeHidden();
    await found.getByRole('button', { name: 'Show “Mika Sund”' }).press('Enter');
    expect(
      await words.evaluate((field: HTMLTextAreaElement) => field.value.slice(field.selectionStart, field.selectionEnd)),
    ).toBe('Mika Sund');
    await sheet.getByRole('button', { name: 'Publish update 1' }).click();
    await expect(found.getByText('Nothing was sent.')).toBeVisible();
    await sheet.getByRole('button', { name: 'Draft again' }).click();
    await expect(found.getByRole('button')).toHaveCount(0);
    await sheet.getByLabel('What to do meanwhile').fill('Lorries report at the desk.');
    await sheet.getByRole('button', { name: 'Publish update 1' }).click();
    await expect(sheet).toBeHidden();
    await expect(mika.getByText('Update 1 published')).toBeVisible();
    await expect(ingrid.getByText('until the next update')).toBeVisible();
    await ingrid.keyboard.press('s');
    await expect(sheet.getByRole('heading', { name: 'Update 2 to the status page' })).toBeVisible();
    await expect(sheet.getByLabel('What is affected')).toHaveValue(/^Nothing new since .* still only partly working/);
    await expect(sheet.getByRole('button', { name: 'Publish update 2' })).toBeFocused();
    await sheet.getByLabel('Next update in').fill('600');
    await expect(sheet.getByLabel('Why the next one may come later')).toBeVisible();
    await ingrid.keyboard.press('Escape');
    await expect(sheet).toBeHidden();
    await reporter.goto('/status');
    await expect(reporter.getByRole('heading', { name: 'One service has a problem' })).toBeVisible();
    await expect(reporter.getByText('Lorries report at the desk.')).toBeVisible();
    await fitsItsWidth(reporter);
  });

  await test.step('a reporter sees that it is known, and tells it all the same', async () => {
    await reporter.getByRole('link', { name: 'Report a problem' }).click();
    await reporter.getByLabel('Service').selectOption({ label: 'Vehicle lanes' });
    await reporter.getByLabel('Where').fill('Ask');
    await expect(reporter.getByRole('heading', { name: 'Does this affect you? Yes' })).toBeVisible();
    await expect(reporter.getByRole('status')).toContainText('Lorries report at the desk.');
    await reporter.getByLabel('What happens').fill('Forty cars wait at Ask');
    await reporter.getByLabel('Email address').fill('lea.krag@mail.example');
    await fitsItsWidth(reporter);
    await reporter.getByRole('button', { name: 'Check before sending' }).click();
    await fitsItsWidth(reporter);
    await reporter.getByRole('button', { name: 'Send' }).click();
    await expect(reporter.getByRole('heading', { name: /We have your report|We are working on it/ })).toBeVisible();
    // Beyond doubt it belongs there: it is linked by itself, and its reporter may say no.
    await expect(mika.getByText('Report linked: Forty cars wait at Ask')).toBeVisible();
    await expect(reporter.getByRole('button', { name: 'Mine is something else' })).toBeVisible({ timeout: 15_000 });
    await accessible(reporter, 'a report that was linked by itself');
  });

  await test.step('resolving shows what it will do, then does it', async () => {
    await speak(request, 'lane-control-ask', 'critical', '', true);
    await speak(request, 'lane-control-skjell', 'critical', '', true);
    await expect(ingrid.getByText('1 of 3 still firing')).toBeVisible();
    await ingrid.keyboard.press('r');
    const sheet = ingrid.getByRole('dialog');
    await expect(sheet).toContainText('1 alert still firing');
    await expect(sheet).toContainText('Time server clk-2 lost its satellite signal');
    await expect(sheet).toContainText('email 1 reporter: lea.krag@mail.example');
    await expect(sheet).toContainText('show Vehicle lanes there as not confirmed');
    await sheet.getByLabel('What was done').fill('Antenna cable of clk-2 replaced');
    await sheet.getByRole('button', { name: 'Resolve and mail 1 person' }).click();
    await expect(ingrid.getByText('Resolved', { exact: false }).first()).toBeVisible();
    await expect(mika.getByText('Antenna cable of clk-2 replaced').first()).toBeVisible();
    await expect
      .poll(async () =>
        (await mails(request))
          .filter((mail) => mail.to.includes('krag'))
          .map((mail) => mail.subject.replace(/RE-\d+/, 'RE')),
      )
      .toEqual(['Known: your report RE', 'Over: what you reported (RE)']);
    await expect(reporter.getByRole('heading', { name: 'This is fixed' })).toBeVisible({ timeout: 15_000 });
    await reporter.goto('/status');
    await expect(reporter.getByRole('row').filter({ hasText: 'Vehicle lanes' })).toContainText('not confirmed');
    await speak(request, 'clk-2', 'error', '', true);
    await expect(reporter.getByRole('heading', { name: 'All services are working' })).toBeVisible({ timeout: 30_000 });
  });

  await test.step('the journal tells the whole story, each entry with who and when', async () => {
    const story = ingrid.getByRole('region', { name: 'Journal entries' });
    for (const line of [
      'Declared, priority 1',
      'Calling Platform',
      'Page reached ',
      'said yes',
      'Update 1 published',
      'Report linked',
      'Resolved: Antenna cable',
      'is resolved',
      'Email sent to lea.krag@mail.example',
    ]) {
      await expect(story.getByText(line).first()).toBeAttached();
    }
    await expect(story.getByRole('listitem').filter({ hasText: 'Declared' }).first()).toContainText('Ingrid Vale');
    const pages = await pockets(request);
    expect(new Set(pages.map((page) => page.key)).size).toBe(pages.length);
    expect(pages.every((page) => page.repeats === 0)).toBe(true);
  });

  await test.step('the stand-ins show all of it, and can be worked by hand', async () => {
    const outside = await further(browser);
    await outside.goto(standInsAddress);
    await expect(outside.getByText('to lea.krag@mail.example', { exact: false }).first()).toBeVisible();
    await outside.getByLabel('Item').fill('no-such-level');
    await outside.getByRole('button', { name: 'It is clear' }).click();
    await expect(outside.getByText('Taken.')).toBeVisible();
  });
});
