import { expect, type Locator, type Page } from '@playwright/test';
import { accessible, fitsItsWidth, phone, signIn, someone, speak, standInsAddress, test } from './world';

/** A major incident from its first alert to its end: two coordinators, somebody without an account, and what belongs under it. */

const declare = async (page: Page, words: string): Promise<string> => {
  await page.goto('/');
  const card = page.getByRole('article').filter({ hasText: words }).first();
  await expect(card).toBeVisible();
  await card.getByRole('button', { name: /Declare/ }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByLabel('Team to call').selectOption({ label: 'Nobody' });
  await sheet.getByRole('button', { name: /^Declare/ }).click();
  await expect(page).toHaveURL(/\/incidents\/\d+$/);
  return page.url();
};

test('a major incident is raised, worked on by two, told to an outsider, and ended with what belongs to it', async ({
  browser,
  request,
}) => {
  const ingrid = await someone(browser, 'Ingrid Vale');
  const mika = await someone(browser, 'Mika Sund');
  await speak(request, 'announce-hub', 'critical', 'The announcement hub stands still');
  const room = await declare(ingrid, 'The announcement hub stands still');
  const known = ingrid.getByRole('region', { name: 'What we know' });
  await mika.goto('/incidents');

  await test.step('it is raised after a look, by keyboard, and the other one sees it without a reload', async () => {
    await ingrid.getByRole('button', { name: 'Raise to major…' }).focus();
    await ingrid.keyboard.press('Enter');
    const sheet = ingrid.getByRole('dialog');
    const title = sheet.getByLabel('What is really broken');
    await expect(title).toBeFocused();
    await accessible(ingrid, 'raising to a major incident');
    await title.fill('Announcements fail everywhere');
    await sheet.getByLabel('How it was confirmed').fill('Two terminals were called');
    await sheet.getByLabel('What outsiders read').fill('Announcements are made by hand.');
    await ingrid.keyboard.press('Tab');
    await ingrid.keyboard.press('Enter');
    await expect(sheet).toBeHidden();
    await expect(ingrid.getByText('Major incident', { exact: true })).toBeVisible();
    await expect(mika.getByRole('link', { name: /Announcements fail everywhere/ })).toContainText('Major');
    await mika.goto(room);
  });

  await test.step('one puts down what may be the cause, the other rules it out, and the summary says so', async () => {
    await ingrid.keyboard.press('h');
    await ingrid.getByRole('textbox', { name: 'What may be the cause' }).fill('A new release');
    await ingrid.keyboard.press('Enter');
    await expect(mika.getByText('put down by Ingrid Vale').first()).toBeVisible();
    await mika.getByRole('button', { name: /I look into it.*A new release/ }).click();
    await expect(known.getByText('Mika Sund looks into it', { exact: true })).toBeVisible();
    await mika.getByRole('button', { name: /Rule it out….*A new release/ }).click();
    await mika.getByLabel('What was checked, and what came of it').fill('No release since Tuesday');
    await mika.keyboard.press('Enter');
    await expect(known).toContainText('Ruled out: A new release (No release since Tuesday)');
  });

  await test.step('roles are taken, and the coordination goes over once it is accepted', async () => {
    await mika.getByRole('button', { name: /Take it.*Communicator/ }).click();
    await expect(ingrid.getByText('Communicator: Mika Sund').first()).toBeVisible();
    await ingrid.getByRole('button', { name: 'Hand over…' }).click();
    await ingrid.getByLabel(/^To whom/).selectOption({ label: 'Mika Sund' });
    await ingrid.getByRole('button', { name: 'Offer it' }).click();
    await expect(ingrid.getByText('Coordination is offered to Mika Sund').first()).toBeVisible();
    await mika.getByRole('button', { name: 'Accept it' }).click();
    await expect(ingrid.getByText('Mika Sund coordinates.').first()).toBeVisible();
  });

  const guest = await phone(browser);
  await test.step('somebody without an account reads how it stands, on a phone, and when it is expected back', async () => {
    await mika.getByRole('button', { name: 'Estimate…' }).click();
    await mika.getByRole('button', { name: '30 min', exact: true }).click();
    await mika.getByRole('button', { name: 'Say so' }).click();
    await expect(known).toContainText('Expected back by');
    await mika.getByRole('button', { name: 'Give a card…' }).click();
    await mika.getByLabel('Who it is for').fill('Harbour master');
    await mika.getByRole('button', { name: 'Make the address' }).click();
    const address = await mika.getByRole('link', { name: 'Harbour master' }).getAttribute('href');
    await guest.goto(address ?? '');
    await expect(guest.getByText('Announcements are made by hand.')).toBeVisible();
    await expect(guest.getByText('Nobody can say yet.')).toBeHidden();
    await accessible(guest, 'a card of how it stands');
    await fitsItsWidth(guest);
  });

  await test.step('an incident that hangs on it is put under it by itself, and shows its story', async () => {
    await speak(request, 'announcements', 'critical', 'Nothing is announced any more');
    const child = await declare(ingrid, 'Nothing is announced any more');
    await expect(ingrid.getByRole('region', { name: 'Part of a major incident' })).toContainText(
      'Announcements fail everywhere',
    );
    await expect(mika.getByText(/put there by itself/)).toBeVisible();
    await accessible(mika, 'the room of a major incident');
    await mika.keyboard.press('k');
    await expect(mika.getByRole('heading', { name: 'What do we know about this?' })).toBeVisible();
    await accessible(mika, 'what is known about it');
    await mika.keyboard.press('Escape');
    await ingrid.goto(child);
  });

  await test.step('it is confirmed, ends with what is under it, and the outsider reads that it is over', async () => {
    await speak(request, 'announcements', 'critical', 'Nothing is announced any more', true);
    await speak(request, 'announce-hub', 'critical', 'The announcement hub stands still', true);
    await mika.keyboard.press('r');
    const sheet = mika.getByRole('dialog');
    await expect(sheet.getByRole('heading', { name: 'Ends with it' })).toBeVisible();
    await accessible(mika, 'resolving a major incident');
    await sheet.getByLabel('What was done').fill('Clock set by hand');
    await sheet.getByLabel('A check that was run').fill('Ten cars came through');
    await sheet.getByRole('button', { name: /^Resolve/ }).click();
    await expect(sheet).toBeHidden();
    await expect(ingrid.getByText(/Resolved with IN-/).first()).toBeVisible();
    await expect(guest.getByRole('heading', { name: 'It is over' })).toBeVisible();
  });
});

/** Focuses something, and presses a key on it. */
const press = async (target: Locator, key = 'Enter'): Promise<void> => {
  await target.focus();
  await target.press(key);
};

/** By the command line: what somebody types, and Enter. */
const command = async (page: Page, words: string): Promise<void> => {
  await page.keyboard.press('.');
  await page.getByRole('combobox').fill(words);
  await expect(page.getByRole('option').first()).toContainText(new RegExp(words, 'i'));
  await page.keyboard.press('Enter');
};

/** Sixty terminals say the same, each as an incident of its own. */
const sixty = (page: Page): Promise<number[]> =>
  page.evaluate(async () => {
    const token = decodeURIComponent(/XSRF-TOKEN=([^;]+)/.exec(document.cookie)?.[1] ?? '');
    const statuses: number[] = [];
    for (let n = 1; n <= 60; n++) {
      const answer = await fetch('/incidents', {
        method: 'POST',
        redirect: 'manual',
        headers: { 'Content-Type': 'application/json', 'X-XSRF-TOKEN': token, 'X-Request-Key': `part-${n}` },
        body: JSON.stringify({
          alerts: [],
          reports: [],
          item: 'payment',
          state: 'degraded',
          title: `Terminal ${n} takes no cards`,
          service: 'payment',
          impact: 'few',
          urgency: 'soon',
          team: null,
        }),
      });
      statuses.push(answer.status);
    }
    return statuses;
  });

test('three people work one major incident with sixty parts by keyboard, from the first report to the end', async ({
  browser,
  request,
}) => {
  test.setTimeout(300_000);
  const ingrid = await someone(browser, 'Ingrid Vale');
  const noor = await someone(browser, 'Noor Lind');
  const mika = await someone(browser, 'Mika Sund');
  await speak(request, 'pay-link', 'critical', 'The line to the card network is gone');
  const room = await declare(ingrid, 'The line to the card network is gone');
  const id = room.split('/').at(-1) ?? '';
  const bridge = `in-${id.padStart(4, '0')}`;
  await noor.goto(room);
  await mika.goto(room);
  const said = (page: Page): Locator => page.getByRole('list', { name: 'What was said' });

  await test.step('raised, it has a conversation and a bridge; sixty others are put under it by themselves', async () => {
    await command(ingrid, 'to a major incident');
    const sheet = ingrid.getByRole('dialog');
    await expect(sheet).toContainText(`open a conversation, ${bridge}`);
    await sheet.getByLabel('What outsiders read').fill('Please pay in cash.');
    await press(sheet.getByRole('button', { name: 'Raise to a major incident' }));
    await expect(sheet).toBeHidden();
    expect(new Set(await sixty(ingrid))).toEqual(new Set([0]));
    const part = mika.getByRole('heading', { name: /^Part of it/ });
    await expect(part).toContainText('60', { timeout: 60_000 });
    await expect(mika.getByText(/put there by itself/)).toHaveCount(40);
    // News that arrive in the moment of the press can take it along: then it is pressed again.
    const all = mika.getByRole('button', { name: 'Show all 60' });
    await expect(async () => {
      if (await all.isVisible()) await all.press('Enter');
      await expect(mika.getByText(/put there by itself/)).toHaveCount(60, { timeout: 5000 });
    }).toPass();
    await expect(mika).toHaveURL(/children=all/);
    await accessible(mika, 'the room of a major incident with sixty parts');
  });

  await test.step('what one says in the conversation the others read, and it becomes a decision', async () => {
    await command(noor, 'Say something in the conversation');
    await expect(noor.getByRole('textbox', { name: 'Say in the conversation' })).toBeFocused();
    await noor.keyboard.type('Paper signs from now on');
    await noor.keyboard.press('Enter');
    await expect(said(ingrid)).toContainText('Paper signs from now on');
    await request.post(`${standInsAddress}/say-in`, {
      data: { conversation: bridge, person: 'ada-holm', text: 'The mast at Ask has no power' },
    });
    await expect(said(mika)).toContainText('Ada Holm');
    await press(ingrid.getByRole('button', { name: /Make it… something: Paper signs/ }));
    await press(said(ingrid).getByRole('button', { name: 'Decision', exact: true }));
    await expect(said(noor)).toContainText('made a decision, Ingrid Vale');
    await expect(mika.getByRole('region', { name: 'Journal entries' })).toContainText(
      'Paper signs from now on (Noor Lind)',
    );
    await press(mika.getByRole('button', { name: /Make it… something: The mast/ }));
    await press(said(mika).getByRole('button', { name: 'Hypothesis' }));
    await expect(noor.getByRole('region', { name: 'What we know' })).toContainText('The mast at Ask has no power');
  });

  await test.step('a phone is rung onto the bridge, and the others see who is on it', async () => {
    await press(ingrid.getByRole('button', { name: /Give….*Technical lead/ }));
    await ingrid.getByRole('combobox', { name: /^Technical lead/ }).selectOption({ label: 'Noor Lind' });
    await press(ingrid.getByRole('button', { name: 'Give it' }));
    await expect(noor.getByText('Technical lead: Noor Lind').first()).toBeVisible();
    await command(noor, 'Ring my phone onto the bridge');
    await expect(ingrid.getByText(/rings since/)).toBeVisible();
    await expect
      .poll(async () => {
        const state = (await (await request.get(`${standInsAddress}/state`)).json()) as {
          bridges: { name: string; people: { person: string; state: string }[] }[];
        };
        return state.bridges.find((one) => one.name === bridge)?.people[0]?.state;
      })
      .toBe('rings');
    await request.post(`${standInsAddress}/phone`, { data: { bridge, person: 'noor-lind', event: 'joined' } });
    await expect(mika.getByText('1 on it')).toBeVisible();
    await expect(ingrid.getByRole('link', { name: /^\+47 55 50/ })).toHaveAttribute('href', /^tel:\+47/);
  });

  await test.step('a task is one person’s with a time, held up, done; and the room is seen as it was before', async () => {
    await command(ingrid, 'Give somebody a task');
    await expect(ingrid.getByLabel('What is to be done')).toBeFocused();
    await ingrid.keyboard.type('Start the line anew');
    await ingrid.getByLabel('By whom').last().selectOption({ label: 'Noor Lind' });
    await press(ingrid.getByRole('button', { name: 'Add it' }));
    const next = mika.getByRole('list', { name: 'Next steps' });
    await expect(next).toContainText('Noor Lind: Start the line anew');
    await noor.goto('/tasks');
    await press(noor.getByRole('button', { name: 'Blocked… Start the line anew' }));
    await expect(noor.getByLabel('What it waits for')).toBeFocused();
    await noor.keyboard.type('No key');
    await noor.keyboard.press('Enter');
    await expect(next).toContainText('blocked: No key');
    await press(noor.getByRole('button', { name: 'Done: Start the line anew' }));
    await expect(next).not.toContainText('Start the line anew');
    await mika.keyboard.press('b');
    const then = mika.getByRole('dialog');
    await expect(then).toContainText('The mast at Ask has no power');
    await accessible(mika, 'the room as it was');
    // How far it reaches is noted by the clock, and may be the last change.
    await expect(async () => {
      await press(then.getByRole('button', { name: 'The change before' }));
      await expect(then).toContainText('Noor Lind: Start the line anew; blocked: No key', { timeout: 1500 });
    }).toPass();
    await mika.keyboard.press('Escape');
    await noor.goto(room);
  });

  await test.step('it ends with all sixty, but for the one that stays', async () => {
    await speak(request, 'pay-link', 'critical', 'The line to the card network is gone', true);
    await expect(ingrid.getByRole('button', { name: /^Resolve…/ })).toBeVisible();
    await ingrid.keyboard.press('r');
    const sheet = ingrid.getByRole('dialog');
    await expect(sheet).toContainText('60 incidents');
    await press(sheet.getByLabel(/Terminal 7 takes no cards/), 'Space');
    await sheet.getByLabel('What was done').fill('Power at Ask is back');
    await sheet.getByLabel('A check that was run').fill('Three terminals took a card');
    await press(sheet.getByRole('button', { name: /^Resolve/ }));
    await expect(sheet).toBeHidden();
    await expect(mika.getByText(/How long it took:/)).toBeVisible();
    await expect(noor.getByText(/Resolved/).first()).toBeVisible();
    await ingrid.goto('/incidents');
    await expect(ingrid.getByRole('main')).toContainText('1 incident', { timeout: 60_000 });
    await expect(ingrid.getByRole('link', { name: /Terminal 7 takes no cards/ })).toBeVisible();
    // Whatever comes after begins with a town that works.
    await press(ingrid.getByRole('link', { name: /Terminal 7 takes no cards/ }));
    await expect(ingrid).toHaveURL(/\/incidents\/\d+$/);
    await expect(ingrid.getByRole('button', { name: /^Resolve…/ })).toBeVisible();
    await ingrid.keyboard.press('r');
    await sheet.getByLabel('What was done').fill('Started anew');
    await press(sheet.getByRole('button', { name: /^Resolve/ }));
    await expect(ingrid.getByRole('button', { name: 'Reopen…' })).toBeVisible();
  });
});

test('two incidents that turned out to be one go on in one, and the old address leads there', async ({
  page,
  request,
}) => {
  await signIn(page, 'Ingrid Vale');
  await speak(request, 'fuel-unit-lira', 'critical', 'Fuel unit of Lira is silent');
  const old = await declare(page, 'Fuel unit of Lira is silent');
  await page.getByLabel('What happened').fill('The cable was looked at');
  await page.getByRole('button', { name: 'Add to journal' }).click();
  await speak(request, 'speaker-rossnes', 'critical', 'Loudspeakers Rossnes are silent');
  const other = await declare(page, 'Loudspeakers Rossnes are silent');
  await page.goto(old);
  await expect(page.getByRole('button', { name: /^Edit/ })).toBeVisible();
  await page.keyboard.press('e');
  await page.getByRole('button', { name: 'It is the same as another…' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByLabel('It goes on in').selectOption({ value: other.split('/').at(-1) ?? '' });
  await sheet.getByLabel('Why they are one').fill('One power line');
  await accessible(page, 'merging two incidents');
  await sheet.getByRole('button', { name: 'Make them one' }).click();
  await expect(page).toHaveURL(other);
  await expect(page.getByRole('region', { name: 'Journal entries' })).toContainText('The cable was looked at');
  await page.goto(old);
  await expect(page).toHaveURL(other);
  await page.keyboard.press('e');
  await page.getByRole('button', { name: 'Split it…' }).click();
  await page.getByLabel('What the other one is').fill('The speakers alone');
  await page.getByRole('checkbox', { name: /Loudspeakers Rossnes/ }).check();
  await page.getByLabel('Why they are two').fill('Two causes after all');
  await accessible(page, 'splitting an incident');
  await page.getByRole('button', { name: 'Split it', exact: true }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('The speakers alone');
  await expect(page.getByRole('region', { name: 'Journal entries' })).toContainText('The cable was looked at');
  // Whatever comes after begins with a town that works.
  await speak(request, 'fuel-unit-lira', 'critical', 'Fuel unit of Lira is silent', true);
  await speak(request, 'speaker-rossnes', 'critical', 'Loudspeakers Rossnes are silent', true);
  for (const room of [page.url(), other]) {
    await page.goto(room);
    await expect(page.getByRole('button', { name: /^Resolve…/ })).toBeVisible();
    await page.keyboard.press('r');
    const ending = page.getByRole('dialog');
    await ending.getByLabel('What was done').fill('Power is back');
    await ending.getByRole('button', { name: /^Resolve/ }).click();
    await expect(page.getByRole('button', { name: 'Reopen…' })).toBeVisible();
  }
});

test('how major incidents are dealt with is set by an administrator, and nonsense is refused with a reason', async ({
  page,
}) => {
  await signIn(page, 'Per Strand');
  await page.goto('/settings/major');
  await accessible(page, 'settings of major incidents');
  await page.getByRole('button', { name: 'Add a condition' }).click();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText(/Condition \d+ asks for nothing/)).toBeVisible();
  await page.getByLabel(/Condition 4: Reports/).fill('25');
  await page.getByRole('button', { name: 'Add a role' }).click();
  await page.getByLabel('Role 1', { exact: true }).fill('Scribe');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Saved. It holds from now on.')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Role 1', { exact: true })).toHaveValue('Scribe');
  await page.setViewportSize({ width: 390, height: 844 });
  await fitsItsWidth(page);
});
