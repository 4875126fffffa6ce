import { expect } from '@playwright/test';
import ICAL from 'ical.js';
import { accessible, fitsItsWidth, later, present, someone, speak, test } from './world';

/** Planned work that overruns: last of all, as it moves the time of day ahead by hours. */
test('people are told of planned work ahead, and of an incident where it takes longer', async ({
  browser,
  request,
}) => {
  test.setTimeout(150_000);
  const ingrid = await someone(browser, 'Ingrid Vale');
  const from = new Date(present() + 3 * 3_600_000);
  const to = new Date(from.getTime() + 3_600_000);

  const says = (clear: boolean): Promise<void> =>
    speak(request, 'harbour-wireless', 'critical', 'No access point answers', clear);

  await test.step('what it takes down follows from the trace', async () => {
    const status = await ingrid.evaluate(
      async ([begins, ends]) => {
        const token = decodeURIComponent(/XSRF-TOKEN=([^;]*)/.exec(document.cookie)?.[1] ?? '');
        const answer = await fetch('/quiet', {
          method: 'POST',
          headers: { 'Content-Type': 'application/json', 'X-XSRF-TOKEN': token, 'X-Request-Key': 'planned' },
          body: JSON.stringify({ items: ['harbour-wireless'], from: begins, to: ends, reason: 'New access points' }),
        });
        return answer.status;
      },
      [from.toISOString(), to.toISOString()],
    );
    expect(status).toBe(200);
    await ingrid.goto('/quiet');
    await ingrid.getByRole('link', { name: /New access points$/ }).click();
    const form = ingrid.getByRole('listitem').filter({ hasText: 'New access points' });
    await expect(form.getByRole('list', { name: 'What it takes down' })).toContainText('Wireless at the quay: down');
    await form.getByLabel('What people do before it begins').fill('Ask Noor Lind for a timetable');
    await form.getByRole('button', { name: 'Tell people of it' }).click();
    await expect(form).toContainText('works here');
    await accessible(ingrid, 'planned work that is being announced');
    await form.getByLabel('What people do before it begins').fill('Load the timetable at home');
    await form.getByRole('button', { name: 'Tell people of it' }).click();
    await expect(ingrid.getByRole('listitem').filter({ hasText: 'Load the timetable at home' })).toContainText(
      'announced',
    );
    await accessible(ingrid, 'planned work');
  });

  const outside = await someone(browser, 'Noor Lind');
  await test.step('it stands on the page and in calendars', async () => {
    await outside.goto('/status');
    await expect(outside.getByRole('heading', { name: 'What is planned' })).toBeVisible();
    await expect(outside.getByText('Before it begins: Load the timetable at home.').first()).toBeVisible();
    await accessible(outside, 'the status page with planned work');
    const calendar = new ICAL.Component(
      ICAL.parse(await (await request.get('/status/planned.ics')).text()) as ConstructorParameters<
        typeof ICAL.Component
      >[0],
    );
    const event = new ICAL.Event(calendar.getFirstSubcomponent('vevent') as ICAL.Component);
    expect(event.summary).toBe('Planned work: Wireless at the quay');
    expect(Math.abs(event.startDate.toJSDate().getTime() - from.getTime())).toBeLessThan(1000);
    expect(event.endDate.toJSDate().getTime() - event.startDate.toJSDate().getTime()).toBe(3_600_000);
  });

  await test.step('it is told again shortly before, and becomes an incident as it takes longer', async () => {
    const work = ingrid.getByRole('listitem').filter({ hasText: 'Wireless at the quay' });
    later(3600 + 60);
    await expect(work).toContainText('begins soon, told again', { timeout: 20_000 });
    later(2 * 3600);
    await says(false);
    later(3600 + 360);
    await expect(work).toContainText('took longer than planned', { timeout: 20_000 });
    await outside.goto('/status');
    await expect(outside.getByText('The planned work takes longer than planned.').first()).toBeVisible();
    await work.getByRole('link', { name: 'its incident' }).click();
    await expect(ingrid.getByRole('heading', { name: 'Planned work takes longer: New access points' })).toBeVisible();
    await ingrid.setViewportSize({ width: 390, height: 844 });
    await ingrid.goto('/planned');
    await fitsItsWidth(ingrid);
    await says(true);
  });
});
