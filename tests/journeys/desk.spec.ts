import { accessible, choose, expect, moveClock, staffIn, test, watch } from './product';

test('Today: what needs somebody, decided with a reason or a yes', async ({ page, product }) => {
  const complaints = watch(page);
  await page.goto(`${product.site}/desk`);
  await accessible(page, 'the desk’s sign-in');
  await page.getByLabel('Mail address').fill('tamsin@quillmoor.example');
  await page.getByLabel('Password', { exact: true }).fill('wrong');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('alert')).toHaveText('That address and password do not go together.');
  await staffIn(page, product, 'tamsin');
  await expect(page.getByText(/^Good \w+, Tamsin\. \w+ things need you, the oldest first\.$/)).toBeVisible();
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
  // The sheet stays and tells the outcome; the keyboard is where it can go on.
  await expect(sheet.getByText('Tamsin Rooke said no')).toBeVisible();
  await expect(sheet.getByRole('button', { name: 'Close' })).toBeFocused();
  expect((await product.letter('anselm.pikard@mail.example', /Your application/)).text).toContain('Harrowdale');

  // A question goes out and its answer comes back.
  await page.getByRole('button', { name: 'Review Maud Esterling' }).click();
  const maud = page.getByRole('complementary', { name: 'Maud Esterling' });
  await maud.getByRole('button', { name: 'Ask…' }).click();
  await maud.getByLabel('Your question to Maud').fill('Who taught you?');
  await maud.getByRole('button', { name: 'Send the question' }).click();
  await expect(maud.getByText('Maud has not answered yet.')).toBeVisible();
  await maud.getByRole('button', { name: 'Close' }).click();

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
  await expect(page.getByText('Jessamy Thorle is admitted and gets a message.')).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('heading', { name: 'Keys' })).toBeVisible();
  await accessible(page, 'the list of keys');
  await page.getByRole('button', { name: 'Close', exact: true }).last().click();
  expect(complaints).toEqual([]);
});

test('an editor sees applications and cannot decide them', async ({ page, product }) => {
  await staffIn(page, product, 'wilf');
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

  await page.getByRole('button', { name: /Lapsed/ }).click();
  await expect(page.locator('.ledger tbody .standing')).not.toHaveText(['Admitted']);
  await expect(page).toHaveURL(/standing=lapsed/);
  await page
    .getByRole('button', { name: /Lapsed/ })
    .first()
    .click();

  const search = page.getByRole('searchbox');
  await search.pressSequentially('wetherf');
  await expect(page.locator('.ledger tbody tr')).toHaveCount(1);
  await page.getByRole('button', { name: 'Tobias Wetherfold' }).click();
  const sheet = page.getByRole('complementary', { name: 'Tobias Wetherfold' });
  await expect(sheet.getByText(/^Keeper, ended /)).toBeVisible();
  await expect(sheet.getByText('QM5 9HD')).toBeVisible();
  await expect(sheet.getByText('Not renewed')).toBeVisible();
  await accessible(page, 'a person’s sheet');
  await sheet.getByRole('tab', { name: 'Timeline' }).press('ArrowRight');
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
  await expect(page.locator('.ledger tbody tr').first()).toContainText('Committee');
  await page.getByRole('button', { name: 'Joined' }).click();
  await expect(page).toHaveURL(/sort=newest/);

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
  await expect(strip.getByText('Opens 2 of 5 pages: Welcome and About.')).toBeVisible();

  await strip.getByRole('button', { name: /^Look as/ }).click();
  await page.getByRole('combobox', { name: 'Look at the site as' }).fill('ida mar');
  await page.getByRole('option', { name: /Ida Marrowby/ }).click();
  await expect(strip.getByText('Opens 4 of 5 pages, all but Mentor notes.')).toBeVisible();

  await strip.getByRole('button', { name: 'Open the view' }).click();
  const mount = page.getByRole('complementary', { name: 'What Ida sees' });
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
  await expect(strip.getByText(/Waits at gate 2 of 2, Review\. 13 days left\.$/)).toBeVisible();
  await strip.getByRole('button', { name: 'A day on' }).click();
  await strip.getByRole('button', { name: 'A day on' }).click();
  await expect(strip.getByText('in 2 days')).toBeVisible();
  await expect(strip.getByText(/Eleven days left\.$/)).toBeVisible();
  await page.locator('h1').click();
  await page.keyboard.press('[');
  await expect(strip.getByText('in 1 day', { exact: true })).toBeVisible();
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
  const next = page.getByRole('button', { name: /To the next due thing/ });
  await expect(next).toContainText('the application of ');
  await accessible(page, 'the clock’s menu');
  await next.click();
  await expect(page.getByRole('status').getByText(/^It is now .* happened on the way\.$/)).toBeVisible();
  for (let day = 0; day < 5; day++) await moveClock(page, 'On by a day');
  await product.letter('tamsin@quillmoor.example', /has waited for five days/);
  await page.getByRole('button', { name: 'Demo clock' }).click();
  await page.goto((await page.getByRole('link', { name: 'Mail that came' }).getAttribute('href'))!);
  await expect(page.getByRole('heading', { name: 'Mail that came' })).toBeVisible();
  await expect(page.getByText('has waited for five days').first()).toBeVisible();
  await page.locator('iframe').evaluate((frame) => frame.remove());
  await accessible(page, 'the mail page');
});

test('a staff member’s own account: light, keys, password, out', async ({ page, product }) => {
  const complaints = watch(page);
  await staffIn(page, product, 'bea');
  await page.getByRole('button', { name: 'Bea', exact: true }).click();
  await page.getByRole('link', { name: 'Your account' }).click();
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
  await page.getByRole('link', { name: 'Your account' }).click();
  await page.getByLabel('Letter keys are on').uncheck();
  await page.locator('h1').click();
  await page.keyboard.press('v');
  await expect(page.locator('iframe')).toHaveCount(0);
  await page.getByLabel('Present password').fill('quillmoor-demo');
  await page.getByLabel('New password').fill('ivy bramble sunrise');
  await page.getByRole('button', { name: 'Change my password' }).click();
  await expect(page.getByText('Your password is changed. All other devices are signed out.')).toBeVisible();
  await page.getByRole('button', { name: 'Bea', exact: true }).click();
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByRole('heading', { name: 'The desk' })).toBeVisible();
  expect(complaints).toEqual([]);
});

test('the desk at 768 and at 390: nothing runs out of the window', async ({ browser, product }) => {
  for (const width of [768, 390]) {
    const page = await (await browser.newContext({ viewport: { width, height: 844 } })).newPage();
    await staffIn(page, product, 'tamsin');
    expect(await page.evaluate(() => document.documentElement.scrollWidth), `${width}`).toBeLessThanOrEqual(width);
    await accessible(page, `Today at ${width}`);
    if (width === 390) await page.getByRole('button', { name: 'Today', exact: true }).click();
    await page.getByRole('link', { name: /^Members/ }).click();
    await page
      .getByRole('button', { name: /^Abel|^Ada|^Abigail/ })
      .first()
      .click();
    await expect(page.getByRole('tab', { name: 'Timeline' })).toBeVisible();
    expect(await page.evaluate(() => document.documentElement.scrollWidth), `${width}`).toBeLessThanOrEqual(width);
    await page.getByRole('button', { name: 'Close Esc' }).click();
  }
});
