/** node screenshots.mjs ADDRESS FOLDER: goes through the demo's scene as its people would, and takes one picture of each main view. */
import { chromium } from '@playwright/test';
import { chromiumOptions } from '../support/chromium.mjs';

const [base, folder] = process.argv.slice(2);
const standIns = base.replace(/\d+$/, (port) => String(Number(port) + 1));
const until = async (what, check) => {
  for (let n = 0; n < 240; n++) {
    if (await check().catch(() => false)) return;
    await new Promise((resolve) => setTimeout(resolve, 500));
  }
  throw new Error(`In two minutes there was no ${what}.`);
};
const state = async () => (await fetch(`${standIns}/state`)).json();

await until('demo', async () => (await fetch(`${base}/up`)).ok);
const browser = await chromium.launch(chromiumOptions);
const open = async (options = {}) => {
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    timezoneId: 'Europe/Oslo',
    locale: 'en-GB',
    reducedMotion: 'reduce',
    ...options,
  });
  return context.newPage();
};
const shoot = async (page, name, path) => {
  if (path) await page.goto(path.startsWith('http') ? path : base + path);
  await page.waitForLoadState('networkidle');
  // What is being drawn is waited for.
  await page.getByText('Drawing…').first().waitFor({ state: 'hidden' });
  await page.evaluate(() => document.fonts.ready);
  await page.waitForTimeout(700);
  await page.screenshot({ path: `${folder}/${name}.png` });
};
const phone = { viewport: { width: 390, height: 844 } };

const ingrid = await open();
await ingrid.goto(`${base}/sign-in`);
await ingrid.getByRole('button', { name: /Ingrid Vale/ }).click();
await until('report from the scene', async () => (await state()).reports.length === 3);
await shoot(ingrid, 'watch');
await ingrid.goto(`${base}/alerts`);
await ingrid.locator('[id^=group-]').first().waitFor();
await ingrid.keyboard.press('o');
await ingrid.locator('[id^=alert-]').nth(2).waitFor();
await shoot(ingrid, 'alerts');
await ingrid.goto(base);
await ingrid.getByRole('article').first().waitFor();
await ingrid.keyboard.press('d');
await ingrid.getByLabel('Title').waitFor();
await ingrid.getByRole('button', { name: /Declare and page/ }).click();
await ingrid.waitForURL(/incidents\/\d+/);
const room = new URL(ingrid.url()).pathname;
await until('page', async () => (await state()).pages.length > 0);
await shoot(await open(phone), 'phone', (await state()).pages[0].link);
await ingrid
  .getByLabel('What happened')
  .fill('Lane systems sets the clocks of all lanes by hand, then looks at the antenna');
await ingrid.getByLabel('this is a decision').check();
await ingrid.getByRole('button', { name: 'Add to journal' }).click();
await ingrid.getByText('Decision', { exact: true }).waitFor();
await ingrid.waitForTimeout(1500);
await ingrid.keyboard.press('Escape');
await ingrid.locator('h1').click();
await ingrid.keyboard.press('u');
await ingrid.getByLabel('What to do meanwhile').fill('Foot passengers board as usual');
await ingrid.getByLabel('What staff do at the counter').fill('Open the barriers by hand from the lane box, key 4');
await ingrid.getByRole('dialog').getByLabel('Stage').selectOption('cause_found');
await ingrid.getByLabel('Cause, as far as it may be told').fill('The clocks of the lanes are behind');
const managers = ingrid.getByLabel('Managers');
await managers.waitFor();
await ingrid.waitForTimeout(2500);
await managers.fill((await managers.inputValue()).replace('only partly working', 'not working'));
await ingrid.getByText('Before it goes out').waitFor();
await shoot(ingrid, 'update');
await ingrid.getByRole('button', { name: 'Draft again' }).click();
await ingrid.getByText('Before it goes out').waitFor({ state: 'hidden' });
await ingrid.getByRole('button', { name: /Publish/ }).click();
await ingrid.getByRole('dialog').waitFor({ state: 'hidden' });
const noor = await open(phone);
await noor.goto((await state()).pages[0].link);
await noor.getByRole('button', { name: 'Yes, I take it' }).click();
await ingrid.waitForTimeout(2500);
await shoot(ingrid, 'room');
await ingrid.keyboard.press('p');
await ingrid.getByRole('button', { name: 'All of them' }).click();
await ingrid.getByRole('heading', { name: 'Who this pages' }).waitFor();
await ingrid.getByLabel('Why they are needed').fill('The clocks of all lanes are set by hand');
await shoot(ingrid, 'call');
await ingrid.getByRole('button', { name: /^Page \d/ }).click();
await ingrid.getByRole('dialog').waitFor({ state: 'hidden' });
await until('text', async () => (await state()).pages.some((page) => page.channel === 'text'));
for (const [name, path] of [
  ['item', '/estate/host-07'],
  [
    'estate',
    '/estate?where[]=approver~per&columns[]=kind&columns[]=tier&columns[]=team&columns[]=business_owner&columns[]=delivery_manager&columns[]=approver',
  ],
  ['what-if', '/what-if?items=clk-2&hours=3'],
  ['handovers', '/handovers'],
])
  await shoot(ingrid, name, path);
await ingrid.goto(base + room);
await ingrid
  .getByRole('button', { name: /^(Check and raise…|Raise to major…)$/ })
  .first()
  .click();
await ingrid.getByLabel('How it was confirmed').fill('Two terminals were called; both see it');
await ingrid.getByLabel('What outsiders read').fill('Vehicle lanes open by hand only. Please allow more time.');
await ingrid.getByRole('button', { name: 'Raise to a major incident' }).click();
await ingrid.getByRole('dialog').waitFor({ state: 'hidden' });
await ingrid
  .getByRole('button', { name: /^Put it down/ })
  .first()
  .click();
await ingrid.getByText('put down by Ingrid Vale').first().waitFor();
await ingrid.getByRole('button', { name: /^Something else/ }).click();
await ingrid.getByRole('textbox', { name: 'What may be the cause' }).fill('The new release of lane control');
await ingrid.getByRole('button', { name: 'Put it down', exact: true }).click();
await ingrid.getByRole('button', { name: /^Rule it out….*new release/ }).click();
await ingrid
  .getByLabel('What was checked, and what came of it')
  .fill('Two terminals still run the old one, and are shut too');
await ingrid.getByRole('button', { name: 'Rule it out', exact: true }).click();
await ingrid.getByText('Two terminals still run the old one').first().waitFor();
await ingrid.getByRole('button', { name: 'Estimate…' }).click();
await ingrid.getByRole('button', { name: '1 h', exact: true }).click();
await ingrid.getByLabel('Why then').fill('Clocks are set one site after the other');
await ingrid.getByRole('button', { name: 'Say so' }).click();
await ingrid
  .getByText(/Expected back by/)
  .first()
  .waitFor();
await ingrid.getByRole('button', { name: /^Take it.*Communicator/ }).click();
await ingrid.waitForTimeout(2000);
await ingrid.locator('section[aria-label="What we know"]').evaluate((known) => known.scrollTo(0, 250));
await ingrid.locator('aside').evaluate((aside) => aside.scrollTo(0, 330));
await shoot(ingrid, 'major');
const responder = await open();
await responder.goto(`${base}/sign-in`);
await responder.getByRole('button', { name: /Noor Lind/ }).click();
await responder.getByRole('heading', { name: 'Watch', exact: true }).waitFor({ state: 'attached' });
await responder.goto(`${base}/people/noor-lind`);
await responder.getByRole('button', { name: 'Add a rule' }).click();
await responder.getByRole('button', { name: 'Save', exact: true }).click();
await responder.getByRole('button', { name: 'Undo' }).waitFor({ state: 'hidden' });
await responder.getByRole('button', { name: 'Test them all' }).click();
await responder.getByText('arrived; answer it on the device').nth(2).waitFor();
await shoot(responder, 'person');
await ingrid.goto(`${base}/reach?items=lane-control-ask`);
await ingrid.getByRole('button', { name: /^Time server clk-2,/ }).click();
await shoot(ingrid, 'reach');
await fetch(`${standIns}/scan`, { method: 'POST', body: JSON.stringify({ name: 'half' }) });
await shoot(ingrid, 'scans', '/scans');
await shoot(ingrid, 'changes', '/changes');
await ingrid.goto(`${base}/rules`);
await ingrid.getByRole('button', { name: 'Add a rule' }).click();
await ingrid.getByLabel('Name of rule 1').fill('Short losses in fog');
const rule = ingrid.locator('#rule-list fieldset').first();
await rule.getByLabel('check', { exact: true }).fill('link-loss');
await rule.getByLabel('hold', { exact: true }).fill('5 min');
await rule.getByLabel('hold', { exact: true }).press('Tab');
await ingrid.getByRole('button', { name: 'The last week' }).click();
await ingrid.getByText(/alerts instead of/).waitFor();
await shoot(ingrid, 'rules');
const lotte = await open();
await lotte.goto(`${base}/sign-in`);
await lotte.getByRole('button', { name: /Lotte Krone/ }).click();
await lotte.getByRole('heading', { name: 'Watch' }).waitFor({ state: 'attached' });
// By hand, to show where reports probably belong: else most were linked as they came.
const per = await open();
await per.goto(`${base}/sign-in`);
await per.getByRole('button', { name: /Per Strand/ }).click();
await per.getByRole('heading', { name: 'Watch' }).waitFor({ state: 'attached' });
await per.goto(`${base}/lessons`);
await per.getByRole('button', { name: 'Switch it off' }).click();
await per.getByText('No report is linked by itself.').waitFor();
await lotte.goto(`${base}/tickets`);
await fetch(`${standIns}/scene`, { method: 'POST', body: JSON.stringify({ name: 'people-report' }) });
await lotte.getByRole('link', { name: /My car stands in lane 3/ }).waitFor();
await lotte.getByRole('link', { name: /My car stands in lane 3/ }).click();
await lotte.getByLabel(/^Answer to/).fill('We know of it. Stay in your lane, please; is your booking for today?');
await lotte.keyboard.press('Control+Enter');
await lotte
  .getByRole('list', { name: 'Conversation' })
  .getByText(/We know of it/)
  .waitFor();
await lotte.keyboard.press('i');
await lotte
  .getByLabel(/nobody outside/)
  .fill('Ask lane 3 is the one with the old reader. Its clock is 9 min behind too.');
await lotte.getByRole('button', { name: 'Keep the note' }).click();
await lotte.getByRole('link', { name: /receipts of October/ }).waitFor();
await lotte.getByText(/of \d+ fit IN-/).waitFor();
await lotte.mouse.move(640, 700);
await lotte.getByRole('region', { name: 'The pile' }).evaluate((pile) => pile.scrollTo(0, 0));
await shoot(lotte, 'tickets');
await lotte.goto(`${base}/tickets/phone`);
await lotte
  .getByLabel('What they say')
  .fill('Nobody gets through lane 3 at Ask, the boom is stuck, the plate says barrier-ask');
await lotte.getByLabel('Where they are').fill('Ask');
await lotte.getByLabel('Who calls').fill('Quay staff Ask');
await lotte.getByRole('region', { name: 'Others who said the same' }).waitFor();
await lotte.getByRole('region', { name: 'Known to be wrong' }).waitFor();
await shoot(lotte, 'phone-call');
await shoot(await open(), 'status', '/status');
await browser.close();
