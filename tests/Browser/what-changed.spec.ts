import { expect, type Page } from '@playwright/test';
import ICAL from 'ical.js';
import {
  accessible,
  fitsItsWidth,
  mails,
  onTheClock,
  phone,
  pockets,
  someone,
  speak,
  standInsAddress,
  test,
} from './world';

/** A day from now, as a field takes it. */
const local = (days: number, time: string): string => `${onTheClock(days * 24 * 60).slice(0, 10)} ${time}`;

const row = (page: Page, text: RegExp) => page.getByRole('listitem').filter({ hasText: text });

test('a change is planned around a freeze and a collision, approved by a stand-in on a phone, and backed out', async ({
  browser,
  request,
}) => {
  test.setTimeout(150_000);
  const noor = await someone(browser, 'Noor Lind');
  const main = noor.getByRole('region', { name: 'Plan' });
  const per = await someone(browser, 'Per Strand');
  await test.step('of those who are asked, one is on leave', async () => {
    await per.goto('/people/jonas-solberg');
    const away = per.getByRole('form', { name: 'Away' });
    await away
      .getByLabel('From')
      .first()
      .fill(onTheClock(-4 * 60));
    await away.getByLabel('Until').fill(onTheClock(20 * 60));
    await away.getByRole('button', { name: 'Add', exact: true }).click();
    await expect(per.getByRole('button', { name: /^Drop it/ })).toBeVisible();
  });

  await test.step('what speaks against a time is seen while one plans, and a free one is picked', async () => {
    await noor.goto('/changes');
    await expect(noor.getByRole('heading', { name: 'Calendar', exact: true })).toBeVisible();
    await expect(noor.getByRole('region', { name: 'In each other' })).toContainText('together take down');
    // A time is marked by keys, or where a finger comes down, as well as by dragging.
    const free = noor.getByRole('slider', { name: 'Time to plan a change in' });
    await free.focus();
    await noor.keyboard.press('PageDown');
    await noor.keyboard.press('Shift+ArrowRight');
    const marked = await free.getAttribute('aria-valuetext');
    await noor.keyboard.press('ArrowRight');
    await expect(free).not.toHaveAttribute('aria-valuetext', marked ?? '');
    await noor.keyboard.press('ArrowLeft');
    await expect(free).toHaveAttribute('aria-valuetext', marked ?? '');
    await accessible(noor, 'the calendar with a time that is marked');
    await noor.keyboard.press('Enter');
    await expect(noor).toHaveURL(/\/changes\/new\?begin=\d+&end=\d+$/);
    const span = new URL(noor.url()).searchParams;
    expect(Number(span.get('end')) - Number(span.get('begin'))).toBe(2 * 3_600_000);
    await expect(noor.getByRole('textbox', { name: 'From' })).not.toHaveValue('');
    await noor.goto('/changes');
    const svg = noor.getByRole('region', { name: 'Calendar' }).locator('svg').first();
    const ground = (await svg.boundingBox()) ?? { x: 0, y: 0, width: 0, height: 0 };
    await svg.click({ position: { x: ground.width - 20, y: 30 } });
    await noor.getByRole('button', { name: 'Plan a change then' }).click();
    await expect(noor).toHaveURL(/\/changes\/new\?begin=/);
    await noor.goto('/changes');
    await noor.getByRole('navigation', { name: 'Places' }).waitFor();
    await noor.keyboard.press('p');
    await noor.getByLabel('What is changed').fill('New lens for lane camera 1 at Eidkai');
    await main.getByLabel('Takes down').fill('camera-eidkai-1');
    await main.getByRole('button', { name: 'Add' }).first().click();
    await expect(noor.getByText('Lane camera 1 Eidkai', { exact: false }).first()).toBeVisible();
    await noor.getByRole('textbox', { name: 'From' }).fill(local(4, '12:00'));
    await noor.getByLabel(/^To\b/).fill(local(4, '13:00'));
    await expect(noor.getByRole('status').filter({ hasText: 'What speaks against this time' })).toContainText(
      'Nothing is changed during “Winter timetable begins”.',
    );
    await accessible(noor, 'a plan that something speaks against');
    // Whoever does it is busy then, too: seen on the band before anything is let go.
    await noor.getByLabel('Who does it').selectOption({ label: 'Jonas Solberg' });
    const slider = noor.getByRole('slider', { name: 'When it is made' });
    await expect(slider).toBeVisible();
    await slider.focus();
    await noor.keyboard.press('PageDown');
    await noor.keyboard.press('ArrowRight');
    await expect(noor.getByRole('textbox', { name: 'From' })).toHaveValue(local(5, '12:15'));
    const box = (await slider.boundingBox()) ?? { x: 0, y: 0, width: 0, height: 0 };
    await noor.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await noor.mouse.down();
    await noor.mouse.move(box.x + box.width / 2 - 100, box.y + box.height / 2, { steps: 4 });
    await noor.mouse.up();
    await expect(noor.getByRole('textbox', { name: 'From' })).not.toHaveValue(local(5, '12:15'));
    await noor.getByRole('region', { name: 'When there is room for it' }).getByRole('button').first().click();
    await expect(noor.getByText('What speaks against this time')).toHaveCount(0);
    await expect(noor.getByText('nothing by itself speaks against it.')).toBeVisible();
    await noor.getByLabel('Who does it').selectOption({ label: 'Noor Lind' });
  });

  await test.step('it is asked for once what the rules want is there', async () => {
    await noor.getByRole('button', { name: 'Add a step' }).click();
    await noor.getByLabel('Step 1', { exact: true }).fill('Take the camera off');
    await noor.getByRole('button', { name: 'Keep as a draft' }).click();
    await expect(noor.getByRole('heading', { name: 'New lens for lane camera 1 at Eidkai' })).toBeVisible();
    await noor.getByRole('button', { name: 'Ask for approval' }).click();
    await expect(noor.getByText('Say first: why it is done, the way back.')).toBeVisible();
    await noor.keyboard.press('e');
    await noor.getByLabel('Why it is done').fill('The old one is blind in rain');
    await noor.getByLabel('The way back', { exact: true }).last().fill('Put the old lens back');
    await noor.getByRole('button', { name: 'Keep the plan' }).click();
    await noor.getByRole('button', { name: 'Ask for approval' }).click();
    await expect(noor.getByText(/Waits for .*Frida Haugen/)).toBeVisible();
    await accessible(noor, 'a change that waits for approval');
  });

  await test.step('whoever stands in for a peer on leave says yes on a phone, without a password', async () => {
    const address = async (): Promise<string | undefined> =>
      (await mails(request))
        .filter((mail) => mail.to === 'frida-haugen@eiderholm.example' && mail.subject.includes('New lens'))
        .map((mail) => /http\S+\/approve\/\w+/.exec(mail.text)?.[0])
        .at(-1);
    await expect.poll(address).toBeDefined();
    const frida = await phone(browser);
    await frida.goto((await address()) ?? '');
    await expect(frida.getByText('Noor Lind asks for it.')).toBeVisible();
    await fitsItsWidth(frida);
    await accessible(frida, 'a change on the phone of whoever is asked');
    await frida.getByRole('button', { name: 'No', exact: true }).click();
    await expect(frida.getByText('Say why not: whoever asked has to change something.')).toBeVisible();
    await frida.getByLabel(/Comment/).fill('Bring the ladder');
    await frida.getByRole('button', { name: 'Yes, go ahead' }).click();
    await expect(frida.getByRole('status')).toContainText(/You said yes, .* CH-\d+ is approved\./);
    await expect(frida.getByText('Frida Haugen for Jonas Solberg')).toBeVisible();
    await frida.reload();
    await expect(frida.getByRole('button', { name: 'Yes, go ahead' })).toHaveCount(0);
    await per.getByRole('button', { name: /^Drop it/ }).click();
    await expect(per.getByRole('button', { name: /^Drop it/ })).toHaveCount(0);
  });

  await test.step('it stands in calendars', async () => {
    await noor.goto('/changes');
    await noor.getByRole('button', { name: 'Address for the changes' }).click();
    const feed = await noor.locator('code').filter({ hasText: '.ics' }).textContent();
    const answer = await request.get(new URL(feed ?? '').pathname);
    const calendar = new ICAL.Component(ICAL.parse(await answer.text()) as unknown[]);
    const events = calendar.getAllSubcomponents('vevent').map((event) => new ICAL.Event(event));
    const own = events.find((event) => event.summary.includes('New lens for lane camera 1 at Eidkai'));
    expect(own?.component.getFirstPropertyValue('status')).toBe('CONFIRMED');
    expect(own?.duration.toSeconds()).toBe(3600);
    await noor.getByRole('button', { name: 'Revoke' }).first().click();
    await expect(noor.getByRole('button', { name: 'Revoke' })).toHaveCount(0);
    expect((await request.get(new URL(feed ?? '').pathname)).status()).toBe(404);
  });

  await test.step('whoever asked sees it without a reload, and carries it out', async () => {
    await noor
      .getByRole('link', { name: /New lens for lane camera 1 at Eidkai/ })
      .first()
      .click();
    await expect(noor.getByText('approved', { exact: true })).toBeVisible();
    await expect(noor.getByRole('button', { name: 'Follow it by mail' })).toBeVisible();
    await noor.keyboard.press('f');
    await expect(noor.getByText('You are mailed what happens to it.')).toBeVisible();
    await noor.getByRole('button', { name: 'Begin', exact: true }).click();
    // News may come before the answer to a press, and a machine is quicker than both.
    await expect(noor.getByRole('button', { name: 'It is done' })).toHaveAttribute('aria-busy', 'false');
    await noor.getByRole('checkbox', { name: /Take the camera off/ }).check();
    await expect(row(noor, /Take the camera off/)).toContainText('Noor Lind');
    await expect(noor.getByRole('checkbox', { name: /Take the camera off/ })).toBeEnabled();
    await noor.getByRole('button', { name: /^Back it out/ }).click();
    await noor.getByLabel('What happened').fill('The new lens does not fit');
    await noor.getByRole('button', { name: 'It was backed out' }).click();
    await expect(noor.getByText('backed out', { exact: true })).toBeVisible();
    await expect(noor.getByText('“The new lens does not fit”')).toBeVisible();
    await noor.goto('/estate/camera-eidkai-1');
    await expect(noor.getByRole('region', { name: 'Changes on it' })).toContainText('backed out');
    await expect(noor.getByText(/^Changed lately:/)).toContainText('backed out');
  });
});

test('a list that is pasted is looked up once, and nothing that is typed meanwhile is lost', async ({ browser }) => {
  const noor = await someone(browser, 'Noor Lind');
  await noor.goto('/changes/new');
  await noor.getByRole('button', { name: 'Paste a list…' }).first().click();
  const list = noor.getByLabel('Ids or names, one on a line');
  await list.fill('clk-2\nNo such thing');
  let go = (): void => undefined;
  const held = new Promise<void>((resolve) => (go = resolve));
  let asked = 0;
  await noor.route(/find\/items/, async (route) => {
    asked++;
    await held;
    await route.continue();
  });
  await noor.getByRole('button', { name: 'Add them' }).click();
  await noor.getByRole('button', { name: 'Looking them up …' }).click();
  await expect(list).toHaveAttribute('readonly', '');
  go();
  await expect(noor.getByRole('alert').filter({ hasText: 'The estate knows none of these' })).toBeVisible();
  await expect(list).toHaveValue('No such thing');
  await expect(list).not.toHaveAttribute('readonly');
  await expect(noor.getByRole('button', { name: 'Without Time server clk-2' })).toHaveCount(1);
  expect(asked).toBe(2);
});

test('the deployment that did it is found, its author is called, and it is taken out', async ({ browser, request }) => {
  test.setTimeout(150_000);
  const ingrid = await someone(browser, 'Ingrid Vale');
  const deliver = async (name: string, minutesAgo: number): Promise<void> => {
    const answer = await request.post(`${standInsAddress}/deliver`, { data: { name, minutesAgo } });
    expect(((await answer.json()) as { answered: number }).answered).toBe(201);
  };
  // Late, and in the wrong order: first that it was taken out in the morning, then what was.
  await deliver('tide-reader-back', 200);
  await deliver('tide-reader', 230);
  await deliver('tide-reader', 4);
  await speak(request, 'tide-feed', 'critical', 'The tide feed repeats yesterday');

  let address = '';
  await test.step('an incident is declared, and what changed stands in its room', async () => {
    await ingrid.goto('/estate/tide-feed');
    const alert = ingrid.locator('a[href^="/alerts/"]').filter({ hasText: 'The tide feed repeats yesterday' }).first();
    await expect(alert).toBeVisible();
    const id = Number(/\d+/.exec((await alert.getAttribute('href')) ?? '')?.[0]);
    address = await ingrid.evaluate(async (number) => {
      const token = decodeURIComponent(/XSRF-TOKEN=([^;]*)/.exec(document.cookie)?.[1] ?? '');
      const answer = await fetch('/incidents', {
        method: 'POST',
        headers: { 'Content-Type': 'application/json', 'X-XSRF-TOKEN': token, 'X-Request-Key': 'tides' },
        body: JSON.stringify({
          title: 'Tide tables repeat yesterday',
          impact: 'part',
          urgency: 'now',
          service: 'tide-tables',
          alerts: [number],
        }),
      });
      return answer.url;
    }, id);
    await ingrid.goto(address);
    const changed = ingrid.getByRole('region', { name: 'What changed' });
    await expect(changed.getByRole('listitem').first()).toContainText('Deployed tide-feed 3.2.0');
    await expect(changed.getByRole('listitem').first()).toContainText(/likely/);
    await expect(changed).toContainText('backed out');
    await expect(changed).toContainText(/takes out CH-\d+/);
  });

  const first = ingrid.getByRole('region', { name: 'What changed' }).getByRole('listitem').first();
  await test.step('one press makes it suspected, and its author is called', async () => {
    await first.getByRole('button', { name: /^Suspect it/ }).click();
    await expect(first.getByText('Suspected', { exact: true })).toBeVisible();
    await accessible(ingrid, 'a room with a suspected change');
    await first.getByRole('button', { name: /^Call Amal Nygaard/ }).click();
    await expect(first.getByLabel('What they are asked')).toHaveValue(/is suspected of IN-\d+/);
    await first.getByRole('button', { name: 'Page Amal Nygaard' }).click();
    await expect.poll(async () => (await pockets(request)).some((one) => one.person === 'Amal Nygaard')).toBe(true);
  });

  await test.step('its way back is an emergency change, filled in', async () => {
    await first.getByRole('button', { name: /^Take it out/ }).click();
    await expect(ingrid.getByRole('heading', { name: /^Take out CH-\d+ Deployed tide-feed 3\.2\.0/ })).toBeVisible();
    await expect(ingrid.getByText(/emergency change/)).toBeVisible();
    await ingrid.getByRole('button', { name: /^Cancel it/ }).click();
    await ingrid.getByLabel('Why it is not done').fill('The pipeline took it out itself');
    await ingrid.getByRole('button', { name: 'Cancel the change' }).click();
    await expect(ingrid.getByText('cancelled', { exact: true })).toBeVisible();
  });

  await test.step('it is confirmed, and the incident is over', async () => {
    await deliver('tide-reader-back', 0);
    await ingrid.goto(address);
    await first.getByRole('button', { name: /^It is the cause/ }).click();
    await first.getByLabel('What shows it').fill('Since it is out, the feed is new again');
    await first.getByRole('button', { name: 'It is the cause', exact: true }).click();
    await expect(first.getByText('The cause', { exact: true })).toBeVisible();
    await speak(request, 'tide-feed', 'critical', 'The tide feed repeats yesterday', true);
    await ingrid.keyboard.press('r');
    const sheet = ingrid.getByRole('dialog');
    await sheet.getByLabel('What was done').fill('The old reader is back');
    await sheet.getByRole('button', { name: /^Resolve/ }).click();
    await expect(sheet).toBeHidden();
    await expect(ingrid.getByRole('button', { name: 'Reopen…' })).toBeVisible();
  });
});
