import type { Page } from '@playwright/test';
import {
  accessible,
  choose,
  codeIn,
  expect,
  fillRight,
  inputsReady,
  linkIn,
  moveClock,
  staffIn,
  test,
  watch,
} from './product';

test('Today: what needs somebody, decided with a reason or a yes', async ({ page, product }) => {
  const complaints = watch(page);
  await page.goto(`${product.site}/desk`);
  await accessible(page, 'the desk’s sign-in');
  await page.getByLabel('Email').fill('tamsin@quillmoor.example');
  await page.getByLabel('Password', { exact: true }).fill('wrong');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('alert')).toHaveText('That address and password do not go together.');
  await staffIn(page, product, 'tamsin');
  await expect(page.getByRole('banner')).toContainText(/Good \w+, Tamsin\. \w+ things need you, the oldest first\./);
  const names = await page.locator('.work-list').first().locator('.work-row__name').allTextContents();
  expect(names.slice(0, 2)).toEqual(['Anselm Pikard', 'Jessamy Thorle']);
  await expect(page.locator('.work-row').filter({ hasText: 'Anselm Pikard' })).toContainText('9 days 5 left');

  await page.getByRole('button', { name: 'Review Anselm Pikard' }).click();
  const sheet = page.getByRole('complementary', { name: 'Anselm Pikard' });
  await sheet.getByRole('button', { name: 'Decline…' }).click();
  await expect(sheet.getByLabel(/Why not\? Anselm reads this/)).toBeFocused();
  await sheet.getByRole('button', { name: 'Decline Anselm' }).click();
  await expect(sheet.getByText('Write the reason; the applicant reads it.')).toBeVisible();
  await sheet.getByLabel(/Why not/).fill('Your apiary lies in Harrowdale.');
  await sheet.getByRole('button', { name: 'Decline Anselm' }).click();
  await expect(page.getByText('Anselm Pikard is declined and gets your reason by mail.')).toBeVisible();
  // The sheet stays and tells the outcome; the keyboard is at the next row.
  await expect(sheet.getByText('Tamsin Rooke said no')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Review Jessamy Thorle' })).toBeFocused();
  // And taken up again, as the letter promises.
  await sheet.getByRole('button', { name: 'Open the application again' }).click();
  await expect(page.getByText('The application of Anselm Pikard is open again.')).toBeVisible();
  await sheet.getByRole('button', { name: 'Admit Anselm' }).dblclick();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Anselm Pikard waits for an answer as before; no letter has left.')).toBeVisible();
  await sheet.getByRole('button', { name: 'Decline…' }).click();
  await sheet.getByLabel(/Why not/).fill('Your apiary lies in Harrowdale, as we said.');
  await sheet.getByRole('button', { name: 'Decline Anselm' }).click();
  await expect(sheet.getByRole('button', { name: 'Open the application again' })).toBeVisible();
  expect((await product.letter('anselm.pikard@mail.example', /Your application/)).text).toContain('Harrowdale');

  // A question goes out and its answer comes back.
  await page.getByRole('button', { name: 'Review Maud Esterling' }).click();
  const maud = page.getByRole('complementary', { name: 'Maud Esterling' });
  await maud.getByRole('button', { name: 'Ask…' }).click();
  await maud.getByLabel('Your question to Maud').fill('Who taught you?');
  await maud.getByRole('button', { name: 'Send the question' }).click();
  await expect(maud.getByText('Maud has not answered yet.')).toBeVisible();
  await maud.getByRole('button', { name: 'Close' }).click();
  await expect(page.getByRole('button', { name: 'Review Maud Esterling' })).toBeFocused();

  // By keyboard alone: rows, the sheet, a yes.
  await expect(page.getByText('Your question waits for an answer')).toBeVisible();
  await page.locator('h1').click();
  await page.keyboard.press('j');
  await expect(page.getByRole('button', { name: 'Review Jessamy Thorle' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(
    page.getByRole('complementary', { name: 'Jessamy Thorle' }).getByRole('button', { name: 'Admit Jessamy' }),
  ).toBeVisible();
  await page.keyboard.press('y');
  await expect(page.getByText('Jessamy Thorle is through this gate and gets a message.')).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('heading', { name: 'Keys' })).toBeVisible();
  await accessible(page, 'the list of keys');
  await page.getByRole('button', { name: 'Close', exact: true }).last().click();
  expect(complaints).toEqual([]);
});

test('ten applications by keyboard alone, the oldest first: nobody is passed over', async ({ page, product }) => {
  await staffIn(page, product, 'tamsin');
  const row = page.locator('.work-list').first().locator('.work-row');
  await expect(row.first()).toBeVisible();
  const waiting = await row.locator('.work-row__name').allTextContents();
  const admitted: string[] = [];
  await page.locator('h1').click();
  for (const name of waiting.slice(0, 10)) {
    // Every second time without J: the keyboard is at the next row by itself.
    if (admitted.length % 2 === 0) await page.keyboard.press('j');
    await expect(page.getByRole('button', { name: `Review ${name}`, exact: true })).toBeFocused();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('complementary', { name }).getByRole('button', { name: /^Admit / })).toBeVisible();
    await page.keyboard.press('y');
    await expect(page.getByText(new RegExp(`^${name} is (through|admitted)`))).toBeVisible();
    await expect(page.getByRole('button', { name: `Review ${name}`, exact: true })).toBeHidden();
    await page.keyboard.press('Escape');
    await expect(page.getByRole('complementary', { name })).toBeHidden();
    admitted.push(name);
  }
  expect(admitted).toEqual(waiting.slice(0, 10));
  expect(admitted.length).toBeGreaterThan(4);
});

test('an editor sees applications and cannot decide them', async ({ page, product }) => {
  await staffIn(page, product, 'wilf');
  await expect(
    page.getByText(/Nothing needs you\. \w+ things wait for those who review; as editor you read along\./).first(),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Open Anselm Pikard' }).click();
  const sheet = page.getByRole('complementary', { name: 'Anselm Pikard' });
  await expect(sheet.getByText('Poster in the library').or(sheet.getByText('Apiary postcode')).first()).toBeVisible();
  await expect(sheet.getByRole('button', { name: /Admit|Decline/ })).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Demo clock' })).toHaveCount(0);
});

test('Members: counts, search, filters, sorting, sheet', async ({ page, product }) => {
  const complaints = watch(page);
  await staffIn(page, product, 'odile');
  await page.getByRole('link', { name: /^Members/ }).click();
  await expect(page.getByText('50 of 400 people')).toBeVisible();
  await expect(page.getByRole('button', { name: '400 Everyone' })).toHaveAttribute('aria-pressed', 'true');
  await accessible(page, 'Members');
  await page.getByRole('button', { name: 'Show 50 more' }).click();
  await expect(page.getByText('100 of 400 people')).toBeVisible();

  const tally = page.getByRole('group', { name: 'Narrow by standing' });
  await tally.getByRole('button', { name: /Lapsed/ }).click();
  await expect(page.locator('.kit-ledger tbody .standing')).not.toHaveText(['Admitted']);
  await expect(page).toHaveURL(/standing=lapsed/);
  await tally.getByRole('button', { name: /Everyone/ }).click();

  const search = page.getByRole('searchbox');
  await search.pressSequentially('wetherf');
  await expect(page.locator('.kit-ledger tbody tr')).toHaveCount(1);
  await page.getByRole('button', { name: 'Tobias Wetherfold' }).click();
  const sheet = page.getByRole('complementary', { name: 'Tobias Wetherfold' });
  await expect(sheet.getByText(/^Keeper, ended /)).toBeVisible();
  await expect(sheet.getByText('QM5 9HD')).toBeVisible();
  await expect(sheet.getByText('Not renewed')).toBeVisible();
  await accessible(page, 'a person’s sheet');
  await sheet.getByRole('tab', { name: 'Timeline' }).press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect(sheet.getByRole('tab', { name: 'Answers' })).toHaveAttribute('aria-selected', 'true');
  await expect(sheet.getByText(/Join Quillmoor, sent/)).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(sheet).toHaveCount(0);

  await search.fill('nobody at all');
  await expect(page.getByText('Nobody fits.')).toBeVisible();
  await page.getByRole('button', { name: 'Show everyone' }).click();
  await expect(page.getByText('50 of 400 people')).toBeVisible();
  await choose(page.getByRole('combobox', { name: 'Group' }), 'Committee');
  await expect(page).toHaveURL(/group=committee/);
  await expect(page.locator('.kit-ledger tbody tr').first()).toContainText('Committee');
  await page.getByRole('button', { name: 'Joined' }).click();
  await expect(page).toHaveURL(/sort=newest/);
  await page.getByRole('button', { name: 'Joined, newest' }).click();
  await expect(page).toHaveURL(/sort=oldest/);
  // Back undoes one step after the other.
  await page.goBack();
  await expect(page).toHaveURL(/sort=newest/);
  await page.goBack();
  await page.goBack();
  await expect(page).not.toHaveURL(/group=/);
  await page.goto(`${product.site}/desk/members?person=rubbish`);
  await expect(page.getByText('There is no such person.')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByText('There is no such person.')).toHaveCount(0);
  // By number, as it is printed.
  await page.getByRole('searchbox').fill('0001');
  await expect(page.locator('.kit-ledger tbody tr')).toHaveCount(1);

  // Finding anyone, from anywhere, by keyboard.
  await page.locator('h1').click();
  await page.keyboard.press('/');
  await page.keyboard.type('gwenna');
  await expect(page.getByRole('option', { name: /Gwenna Fairclough/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('complementary', { name: 'Gwenna Fairclough' })).toBeVisible();
  expect(complaints).toEqual([]);
});

test('the viewpoint: whoever, whenever, what they can open, and the view itself', async ({ page, product }) => {
  const complaints = watch(page);
  await staffIn(page, product, 'wilf');
  const strip = page.getByRole('contentinfo', { name: 'Viewpoint' });
  await expect(strip.getByText('Opens 5 of 10 pages.')).toBeVisible();

  await strip.getByRole('button', { name: /^Look as/ }).click();
  await page.getByRole('combobox', { name: 'Look at the site as' }).fill('ida mar');
  await page.getByRole('option', { name: /Ida Marrowby/ }).click();
  await expect(strip.getByText('Opens 8 of 10 pages, all but Mentor notes and Committee papers.')).toBeVisible();

  await strip.getByRole('button', { name: /Choose a day$/ }).click();
  await accessible(page, 'the menu of the day');
  await page.keyboard.press('Escape');
  await strip.getByRole('button', { name: 'Open the view' }).click();
  const mount = page.getByRole('complementary', { name: /^What \w+ sees$/ });
  const paper = page.frameLocator('iframe');
  await expect(paper.getByRole('heading', { level: 1 })).toHaveText(/^Good \w+, Ida$/);
  await choose(mount.getByRole('combobox', { name: 'Page' }), /Winter treatment guide/);
  await expect(paper.getByText('Never more than 50 ml')).toBeVisible();

  // Another person, in the open view: shut out, with the reasons.
  await strip.getByRole('button', { name: /^Look as/ }).click();
  await page.getByRole('combobox', { name: 'Look at the site as' }).fill('tobias');
  await page.getByRole('option', { name: /Tobias Wetherfold/ }).click();
  await expect(paper.getByText(/Renewing it, £48.00 a year, opens this page again/)).toBeVisible();
  await expect(page.getByText('Standing is Admitted')).toBeVisible();
  await expect(page.getByText(/^Lapsed, since /)).toBeVisible();

  // An applicant, on another day.
  await strip.getByRole('button', { name: /^Look as/ }).click();
  await page.getByRole('combobox', { name: 'Look at the site as' }).fill('jory');
  await page.getByRole('option', { name: /Jory Lambswick/ }).click();
  await expect(strip.getByText(/Waits at gate 2 of 3, Review\. 13 days left\.$/)).toBeVisible();
  await strip.getByRole('button', { name: 'A day on' }).click();
  await strip.getByRole('button', { name: 'A day on' }).click();
  await expect(strip.getByText('in 2 days')).toBeVisible();
  // That day is looked at from its end, which is up to a day further from now.
  await expect(strip.getByText(/(Ten|Eleven) days left\.$/)).toBeVisible();
  await page.locator('h1').click();
  await page.keyboard.press('[');
  await expect(strip.getByText('in 1 day', { exact: true })).toBeVisible();
  // A day typed, before the person was here; the choice outlives a reload.
  await strip.getByRole('button', { name: /Choose a day$/ }).click();
  await page.getByLabel('Look at the site on').fill('2024-03-01');
  await page.getByRole('button', { name: 'Look on this day' }).click();
  await expect(strip.getByText(/^Jory Lambswick was not here yet: first seen on /)).toBeVisible();
  await page.reload();
  await expect(strip.getByText(/^Jory Lambswick was not here yet/)).toBeVisible();
  await strip.getByRole('button', { name: /Choose a day$/ }).click();
  await page.getByRole('button', { name: 'Back to today' }).click();
  await strip.getByRole('button', { name: 'A day on' }).click();
  await strip.getByRole('button', { name: 'Open the view' }).click();
  // A link inside the paper takes the chooser along.
  await paper.getByRole('button', { name: 'Menu' }).click();
  await paper.getByRole('link', { name: 'About' }).click();
  await expect(mount.getByRole('combobox', { name: 'Page' })).toHaveValue(/^About/);
  await choose(mount.getByRole('combobox', { name: 'Page' }), /Winter treatment guide/);
  await expect(paper.getByText('Wait until three cold weeks have passed')).toBeVisible();
  // The paper runs no script, so axe cannot look into it: its pages are looked at by themselves.
  const own = await page.locator('iframe').getAttribute('src');
  await page.locator('iframe').evaluate((frame) => frame.remove());
  await accessible(page, 'the open mount');
  expect(own).toMatch(/^\/viewpoint\/[a-z0-9]{20}\/\d{4}-\d\d-\d\d\/winter-treatment-guide$/);
  await page.keyboard.press('v');
  await expect(page.locator('iframe')).toHaveCount(0);
  expect(complaints).toEqual([]);
});

test('the clock of the demo and the mail page', async ({ page, product }) => {
  await staffIn(page, product, 'odile');
  await page.getByRole('button', { name: 'Demo clock' }).click();
  const next = page.getByRole('menuitem', { name: /To the next due thing/ });
  await expect(next).toContainText(/the (application|membership) of /);
  await accessible(page, 'the clock’s menu');
  await next.click();
  await expect(page.getByRole('status').getByText(/^It is now .* happened on the way[.:]/)).toBeVisible();
  for (let day = 0; day < 5; day++) await moveClock(page, 'On by a day');
  await product.letter('tamsin@quillmoor.example', /has waited for 5 days/);
  await page.getByRole('button', { name: 'Demo clock' }).click();
  await page.goto((await page.getByRole('menuitem', { name: 'Mail that came' }).getAttribute('href'))!);
  await expect(page.getByRole('heading', { name: 'Mail that came' })).toBeVisible();
  await expect(page.getByText('has waited for 5 days').first()).toBeVisible();
  await page.locator('iframe').evaluate((frame) => frame.remove());
  await accessible(page, 'the mail page');
});

test('a staff member’s own account: light, keys, password, out', async ({ page, product }) => {
  const complaints = watch(page);
  await staffIn(page, product, 'bea');
  await page.getByRole('button', { name: 'Bea', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Your account' }).click();
  await expect(page.getByText('this device')).toBeVisible();
  await accessible(page, 'the account');
  await page.getByLabel('Dark').check();
  await expect(page.locator('html')).toHaveAttribute('data-dark', '');
  await accessible(page, 'the account in the dark');
  await page.getByRole('link', { name: /^Today/ }).click();
  await expect(page.getByRole('heading', { name: 'Applications to review' })).toBeVisible();
  await accessible(page, 'Today in the dark');
  await page.getByRole('link', { name: /^Members/ }).click();
  await expect(page.getByText('50 of 400 people')).toBeVisible();
  await accessible(page, 'Members in the dark');
  await page.getByRole('button', { name: 'Bea', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Your account' }).click();
  await page.getByLabel('Letter keys are on').uncheck();
  await page.locator('h1').click();
  await page.keyboard.press('v');
  await expect(page.locator('iframe')).toHaveCount(0);
  await page.getByLabel('Present password').fill('quillmoor-demo');
  await page.getByLabel('New password').fill('ivy bramble sunrise');
  await page.getByRole('button', { name: 'Change my password' }).click();
  await expect(page.getByText('Your password is changed. All other devices are signed out.')).toBeVisible();
  await page.getByRole('button', { name: 'Bea', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Sign out' }).click();
  await expect(page.getByRole('heading', { name: 'The desk' })).toBeVisible();
  // The way back with a forgotten password.
  await page.getByRole('link', { name: 'Forgotten your password?' }).click();
  await accessible(page, 'a forgotten password at the desk');
  await page.getByLabel('Email').fill('bea');
  await page.getByRole('button', { name: 'Send me the link' }).click();
  await expect(page.getByLabel('Email')).toHaveAccessibleDescription(/has no @/);
  await page.getByLabel('Email').fill('bea@quillmoor.example');
  await page.getByRole('button', { name: 'Send me the link' }).click();
  await expect(page.getByText('If we know that address, we have written to it.')).toBeVisible();
  await page.goto(linkIn(await product.letter('bea@quillmoor.example', /Choose a new password/)));
  await page.getByLabel('New password').fill('quillmoor2026');
  await page.getByRole('button', { name: 'Set this password' }).click();
  await expect(page.getByLabel('New password')).toHaveAccessibleDescription(/made of your own words or ours/);
  await page.getByLabel('New password').fill('fern lantern dusk');
  await page.getByRole('button', { name: 'Set this password' }).click();
  await expect(page.getByRole('heading', { name: 'Applications to review' })).toBeVisible();
  expect(complaints).toEqual([]);
});

test('two reviewers: what one does shows at the other, and nothing typed is lost', async ({
  page,
  product,
  browser,
}) => {
  await staffIn(page, product, 'tamsin');
  await page.getByRole('button', { name: 'Review Anselm Pikard' }).click();
  const sheet = page.getByRole('complementary', { name: 'Anselm Pikard' });
  await sheet.getByRole('button', { name: 'Ask…' }).click();
  await sheet.getByLabel('Your question to Anselm').fill('Half a question');
  await sheet.getByRole('button', { name: 'Not now' }).click();
  // Half a question is no reason.
  await sheet.getByRole('button', { name: 'Decline…' }).click();
  await expect(sheet.getByLabel(/Why not/)).toHaveValue('');
  await sheet.getByLabel(/Why not/).fill('Your apiary lies in Harrowdale.');
  // Another row keeps it.
  await page.getByRole('button', { name: 'Review Jessamy Thorle' }).click();
  await expect(page.getByRole('complementary', { name: 'Jessamy Thorle' })).toBeVisible();
  await page.getByRole('button', { name: 'Review Anselm Pikard' }).click();
  await expect(sheet.getByLabel(/Why not/)).toHaveValue('Your apiary lies in Harrowdale.');

  // Nothing asks for news meanwhile, so the decision is stale when it is sent.
  await page.route('**/api/desk/pulse', (route) => route.abort());
  const other = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await staffIn(other, product, 'odile');
  await other.getByRole('button', { name: 'Review Anselm Pikard' }).click();
  await other.getByRole('button', { name: 'Admit Anselm' }).click();
  await expect(other.getByText('Anselm Pikard is through this gate and gets a message.')).toBeVisible();
  await sheet.getByRole('button', { name: 'Decline Anselm' }).click();
  await expect(page.locator('.act-line')).toContainText(
    'Odile admitted Anselm a moment ago; your answer was not sent.',
  );
  await expect(sheet.getByText('You had written, and it was not sent')).toBeVisible();
  await expect(sheet.getByText('Your apiary lies in Harrowdale.')).toBeVisible();
  await accessible(page, 'a stale decision');

  // With news asked for again, what the other does shows by itself.
  await page.unroute('**/api/desk/pulse');
  await other.getByRole('button', { name: 'Review Jessamy Thorle' }).click();
  await other.getByRole('button', { name: 'Admit Jessamy' }).click();
  await expect(page.getByRole('button', { name: 'Review Jessamy Thorle' })).toHaveCount(0);
});

test('a question typed slowly over two lines stays whole, over a reload too, and reaches the applicant whole', async ({
  page,
  product,
}) => {
  await staffIn(page, product, 'tamsin');
  await page.getByRole('button', { name: 'Review Jessamy Thorle' }).click();
  const sheet = page.getByRole('complementary', { name: 'Jessamy Thorle' });
  await sheet.getByRole('button', { name: 'Ask…' }).click();
  const asked = sheet.getByLabel('Your question to Jessamy');
  const words = 'Where do you keep your bees, and who is your neighbour?\nFor how long have they stood there?';
  await asked.pressSequentially(words, { delay: 20 });
  await expect(asked).toHaveValue(words);
  await page.reload();
  await expect(asked).toHaveValue(words);
  await asked.press('End');
  await asked.pressSequentially(' Tell us all.', { delay: 20 });
  await sheet.getByRole('button', { name: 'Send the question' }).click();
  await expect(sheet.getByText('Jessamy has not answered yet.')).toBeVisible();
  const { text } = await product.letter('jessamy.thorle@mail.example', /question/i);
  for (const line of words.split('\n')) expect(text).toContain(line);
});

test('an answer lost on the way: sent again, the act is carried out once', async ({ page, product }) => {
  await staffIn(page, product, 'tamsin');
  await page.getByRole('button', { name: 'Review Fabian Sedgefield' }).click();
  const sheet = page.getByRole('complementary', { name: 'Fabian Sedgefield' });
  // The server decides, and the line breaks before its answer is here.
  await page.route(
    '**/api/desk/applications/*/approve',
    async (route) => {
      await route.fetch();
      await route.abort();
    },
    { times: 1 },
  );
  await page.route('**/api/desk/pulse', (route) => route.abort());
  await sheet.getByRole('button', { name: 'Admit Fabian' }).click();
  await expect(
    sheet.getByText('We could not be reached. Nothing you typed is lost; try again in a moment.'),
  ).toBeVisible();
  await sheet.getByRole('button', { name: 'Admit Fabian' }).click();
  await expect(page.getByText('Fabian Sedgefield is through this gate and gets a message.')).toBeVisible();
});

test('a session that ended: signed in over the page, and on', async ({ page, product }) => {
  await staffIn(page, product, 'tamsin');
  await page.getByRole('button', { name: 'Review Maud Esterling' }).click();
  const sheet = page.getByRole('complementary', { name: 'Maud Esterling' });
  await sheet.getByRole('button', { name: 'Decline…' }).click();
  await sheet.getByLabel(/Why not/).fill('Written before the session ended.');
  await page.context().clearCookies();
  await sheet.getByRole('button', { name: 'Decline Maud' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('heading', { name: 'Your session has ended' })).toBeVisible();
  await accessible(page, 'the sign-in over the page');
  await dialog.getByLabel('Password', { exact: true }).fill('quillmoor-demo');
  await dialog.getByRole('button', { name: 'Sign in and go on' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(sheet.getByLabel(/Why not/)).toHaveValue('Written before the session ended.');
  await sheet.getByRole('button', { name: 'Decline Maud' }).click();
  await expect(page.getByText('Maud Esterling is declined and gets your reason by mail.')).toBeVisible();
});

/**
 * What can be read or pressed and lies beyond the edge of the window, or of a part that cuts it off without being
 * scrolled: what runs out there is in no width of the document.
 */
const cutOff = (page: Page): Promise<string[]> =>
  page.evaluate(() =>
    [...document.querySelectorAll('html, body *')].flatMap((one) => {
      if (one === document.documentElement) return one.scrollWidth > window.innerWidth ? ['the whole document'] : [];
      const { left, right, width } = one.getBoundingClientRect();
      const said = one.matches('a, button, input, select, textarea') || [...one.childNodes].some(isWords);
      if (!said || width < 2 || getComputedStyle(one).visibility === 'hidden') return [];
      let edge = window.innerWidth;
      for (let around = one.parentElement; around; around = around.parentElement) {
        const { overflowX, textOverflow } = getComputedStyle(around);
        if (textOverflow === 'ellipsis' || (overflowX !== 'visible' && around.clientWidth < 2)) return [];
        if (/auto|scroll/.test(overflowX) && around.scrollWidth > around.clientWidth + 1) return [];
        if (overflowX !== 'visible') edge = Math.min(edge, around.getBoundingClientRect().right);
      }
      return left < edge && right > edge + 2 ? [`${one.className}: ${one.textContent.trim().slice(0, 30)}`] : [];

      function isWords(node: Node): boolean {
        return node.nodeType === Node.TEXT_NODE && node.textContent!.trim() !== '';
      }
    }),
  );

test('every part of the desk from 320 to 1280: nothing is cut off', async ({ browser, product }) => {
  const page = await (await browser.newContext()).newPage();
  await staffIn(page, product, 'odile');
  const parts = ['', '/members', '/joining', '/joining/forms', '/joining/paths', '/levels', '/levels/codes'];
  parts.push(
    '/site',
    '/site/menus',
    '/boards',
    '/boards/entries',
    '/money',
    '/money/figures',
    '/check-up',
    '/settings',
    '/settings/staff',
    '/account',
  );
  for (const part of parts) {
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.goto(`${product.site}/desk${part}`);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    // Beside the editor of a page it tells of that page.
    await expect(page.getByText(/^(Opens \d+ of \d+ pages\.$|Gets in\.)/)).toBeVisible();
    await page.waitForLoadState('networkidle');
    for (const width of [1280, 1040, 640, 320]) {
      await page.setViewportSize({ width, height: 800 });
      await expect.poll(() => cutOff(page), { message: `${part || 'Today'} at ${width}` }).toEqual([]);
    }
  }
});

test('the desk from 320 to 1280, for the longest names: nothing runs out of the window', async ({
  browser,
  product,
}) => {
  const site = await (await browser.newContext()).newPage();
  await site.goto(`${product.site}/join/quillmoor`);
  await fillRight(site, `${'b'.repeat(60)}@${'c'.repeat(60)}.example`);
  await site
    .getByLabel('Full name')
    .fill('Wolfeschlegelsteinhausenbergerdorffwelchevoralternwarengewissenhaftschafers'.slice(0, 79));
  await site.getByRole('button', { name: 'Send my application' }).click();
  const letter = await product.letter(`${'b'.repeat(60)}@${'c'.repeat(60)}.example`, /Your code/);
  await site.getByLabel('Code', { exact: true }).fill(codeIn(letter));
  await site.getByRole('button', { name: 'Confirm', exact: true }).click();
  await expect(site.getByRole('heading', { name: 'Your application is with us' })).toBeVisible();
  const page = await (await browser.newContext()).newPage();
  await staffIn(page, product, 'tamsin');
  // 640 wide is 1280 at 200 %.
  const widths = [1280, 1000, 768, 640, 390, 320];
  for (const width of widths) {
    await site.setViewportSize({ width, height: 800 });
    await expect.poll(() => cutOff(site), { message: `the site at ${width}` }).toEqual([]);
  }
  /** Looks at what is open at each width, and as somebody who cannot see it at the widest and the narrowest. */
  const everyWidth = async (what: string, also: (width: number) => Promise<void> = async () => undefined) => {
    for (const width of widths) {
      await page.setViewportSize({ width, height: 844 });
      await expect.poll(() => cutOff(page), { message: `${what} at ${width}` }).toEqual([]);
      await also(width);
      if (width === 1280 || width === 320) await accessible(page, `${what} at ${width}`);
    }
    await page.setViewportSize({ width: 1280, height: 844 });
  };
  await page.goto(`${product.site}/desk`);
  await expect(page.getByRole('button', { name: /^Review Wolfe/ })).toBeVisible();
  await expect(page.getByText('Opens 5 of 10 pages.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'A day back' })).toBeVisible();
  await everyWidth('Today');
  await page.getByRole('button', { name: /^Review Wolfe/ }).click();
  const admit = page.getByRole('button', { name: /^Admit/ });
  await expect(admit).toBeVisible();
  await everyWidth('the sheet', async (width) => {
    await admit.scrollIntoViewIfNeeded();
    const box = (await admit.boundingBox())!;
    expect(box.x + box.width, `the button at ${width}`).toBeLessThanOrEqual(width);
    // What lies behind a sheet that covers it is out of reach.
    const behind = page.locator('.today__main');
    if (width <= 1000) await expect(behind).toHaveAttribute('inert', '');
    else await expect(behind).not.toHaveAttribute('inert', '');
  });
  await page.keyboard.press('Escape');
  await expect(admit).toHaveCount(0);
  await page.goto(`${product.site}/desk/members`);
  await expect(page.getByText(/^50 of 40\d people$/)).toBeVisible();
  await everyWidth('Members');
});

test('Today on a phone stands still while it comes', async ({ browser, product }) => {
  const page = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await page.addInitScript(() => {
    const moved = { by: 0 };
    Object.assign(window, { moved });
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) moved.by += (entry as PerformanceEntry & { value: number }).value;
    }).observe({ type: 'layout-shift', buffered: true });
  });
  await staffIn(page, product, 'tamsin');
  // The answer is held back until the blanks stand there, as on a slow line.
  await page.route('**/api/desk/today*', async (route) => {
    await expect(page.getByRole('status', { name: 'Today is on its way' })).toBeVisible();
    await route.continue();
  });
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Coming up' })).toBeAttached();
  await expect(page.getByText(/^Opens 5 of 10 pages/)).toBeVisible();
  // Under 0.1 nothing is felt to jump (Web Vitals).
  expect(await page.evaluate(() => (window as unknown as { moved: { by: number } }).moved.by)).toBeLessThan(0.1);
});

test('a sheet that was opened in an outage comes back by itself', async ({ page, product }) => {
  await staffIn(page, product, 'odile');
  await page.goto(`${product.site}/desk/members?q=Marrowby`);
  await expect(page.getByRole('button', { name: 'Ida Marrowby' })).toBeVisible();
  await page.route('**/api/desk/members/*', (route) => route.abort());
  await page.getByRole('button', { name: 'Ida Marrowby' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Try again' })).toBeVisible();
  await page.unroute('**/api/desk/members/*');
  await expect(page.getByRole('button', { name: 'Change answers' })).toBeVisible();
});

test('a tab from before the house was built anew is loaded whole once, and keeps what was typed', async ({
  page,
  product,
}) => {
  /** As if this page had come with the scripts of an earlier build. */
  const older = () =>
    page.evaluate(() => document.querySelector('script[type="module"][src]')!.setAttribute('src', '/assets/older.js'));
  /** Counts the documents that were loaded. */
  let loaded = 0;
  page.on(
    'request',
    (request) => void (loaded += request.isNavigationRequest() && request.frame() === page.mainFrame() ? 1 : 0),
  );
  await staffIn(page, product, 'odile');
  await page.goto(`${product.site}/desk/members?q=Marrowby`);
  await page.getByRole('button', { name: 'Ida Marrowby' }).click();
  await page.getByRole('button', { name: 'Change answers' }).click();
  await page.getByLabel('Full name').fill('Ida Marrowby-Strauß');
  await older();
  loaded = 0;
  await page.getByRole('link', { name: /^Today/ }).click();
  await expect(page.locator('.work-list').first()).toBeVisible();
  await page.getByRole('link', { name: /^Levels/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Levels');
  expect(loaded).toBe(1);
  await page.goto(`${product.site}/desk/members?q=Marrowby`);
  await page.getByRole('button', { name: 'Ida Marrowby' }).click();
  await page.getByRole('button', { name: 'Change answers' }).click();
  await expect(page.getByLabel('Full name')).toHaveValue('Ida Marrowby-Strauß');

  await page.goto(`${product.site}/join/quillmoor`);
  await inputsReady(page);
  await page.getByLabel('Full name').fill('Perrin Oake');
  await page.evaluate(() => sessionStorage.removeItem('loaded.whole'));
  await older();
  loaded = 0;
  await page.getByRole('link', { name: 'Welcome' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/Bees/);
  expect(loaded).toBe(1);
  await page.goBack();
  await inputsReady(page);
  await expect(page.getByLabel('Full name')).toHaveValue('Perrin Oake');
});
