import { accessible, codeIn, expect, fillRight, inputsReady, linkIn, moveClock, staffIn, test, watch } from './product';

test('a visitor sees what is open, and of the guide only its outside', async ({ page, product }) => {
  const complaints = watch(page);
  await page.goto(product.site);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Bees on the moor, kept together');
  await expect(page.getByRole('navigation').getByRole('link')).toHaveText(['Welcome', 'About', 'Join Quillmoor']);
  await accessible(page, 'Welcome');
  await page.getByRole('link', { name: 'About' }).click();
  await expect(page).toHaveTitle(/^About · /);
  await expect(page.getByRole('heading', { level: 1 })).toBeFocused();
  await accessible(page, 'About');

  const response = await page.goto(`${product.site}/winter-treatment-guide`);
  expect(await response!.text()).not.toContain('50 ml');
  await expect(page.getByText('Wait until three cold weeks have passed')).toBeVisible();
  await expect(page.getByRole('link', { name: 'Sign in', exact: true })).toHaveAttribute(
    'href',
    '/sign-in?next=%2Fwinter-treatment-guide',
  );
  await expect(page.getByText('Joining as Keeper opens this page, £48.00 a year.')).toBeVisible();
  await accessible(page, 'the guide from outside');
  expect(complaints).toEqual([]);
});

test('a person joins: wrong at each field, right, confirmed, admitted, greeted', async ({ page, product, browser }) => {
  const complaints = watch(page);
  const mail = 'perrin@oake.example';
  await page.goto(`${product.site}/winter-treatment-guide`);
  await page.getByRole('main').getByRole('link', { name: 'Join Quillmoor' }).click();
  await inputsReady(page);
  await accessible(page, 'the empty form');

  // Wrong input at each field: a sentence beside each, all of them on top, nothing typed is lost.
  await page.getByLabel('Full name').fill('12');
  await page.getByLabel('Email').fill('perrin@oake');
  await page.getByLabel('Choose a password').fill('short');
  await page.getByLabel('Apiary postcode').fill('moorland');
  await page.getByLabel('How many colonies do you keep?').fill('-3');
  await page.getByLabel('Years keeping bees').fill('many');
  await page.getByRole('button', { name: 'Send my application' }).click();
  const list = page.getByRole('alert');
  await expect(list).toBeFocused();
  await expect(list.getByRole('heading')).toHaveText('Seven answers need another look');
  const sentences: [string, string][] = [
    ['Full name', 'Write your name in letters, first name first.'],
    ['Email', 'That address has no ending, such as .org.'],
    ['Choose a password', 'Too short: 5 of 10 characters. Three unusual words make a good one.'],
    ['Apiary postcode', 'That does not look right. Write it like QM4 7TB.'],
    ['How many colonies do you keep?', '0 is the least that can be right here.'],
    ['Years keeping bees', 'Write a number, in digits.'],
  ];
  for (const [label, says] of sentences) {
    await expect(list.getByText(says)).toBeVisible();
    await expect(page.getByLabel(label)).toHaveAttribute('aria-invalid', 'true');
    await expect(page.getByLabel(label)).toHaveAccessibleDescription(says);
  }
  await expect(page.getByLabel('Email')).toHaveValue('perrin@oake');
  await expect(page.getByLabel('Choose a password')).toHaveValue('short');
  await expect(list.getByText('Tick the box to agree')).toBeVisible();
  await list.getByRole('link', { name: 'Apiary postcode' }).click();
  await expect(page.getByLabel('Apiary postcode')).toBeFocused();
  await accessible(page, 'the form with faults');

  // Right: no reload, signed in as Applicant, standing told.
  await page.evaluate(() => ((window as unknown as { stays: boolean }).stays = true));
  await fillRight(page, mail);
  await page.getByRole('button', { name: 'Send my application' }).click();
  await expect(page).toHaveURL(/\/joining$/);
  expect(await page.evaluate(() => (window as unknown as { stays?: boolean }).stays)).toBe(true);
  await expect(page.getByText('Perrin Oake Applicant')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Confirm your email' })).toBeVisible();
  await expect(page.locator('.gates [aria-current=step]')).toContainText('Confirm your email');
  await inputsReady(page);
  await accessible(page, 'where an applicant stands');

  // A wrong code, then the right one in small letters.
  const letter = await product.letter(mail, /Your code/);
  const code = page.getByLabel('Code', { exact: true });
  await code.fill('zzzzzz');
  await page.getByRole('button', { name: 'Confirm' }).click();
  await expect(page.getByText('That is not the code we sent. 4 tries left.')).toBeVisible();
  await expect(code).toHaveValue('');
  await expect(code).toBeFocused();
  await page.keyboard.type(codeIn(letter).replace('-', '').toLowerCase());
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Your application is with us' })).toBeVisible();
  await expect(page.getByText('Email confirmed')).toBeVisible();
  await page.goto(`${product.site}/winter-treatment-guide`);
  await expect(page.getByRole('link', { name: 'See where you stand' })).toBeVisible();

  // Staff admit at the desk.
  const desk = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  const deskComplaints = watch(desk);
  await staffIn(desk, product, 'tamsin');
  await accessible(desk, 'Today');
  await desk.getByRole('button', { name: 'Review Perrin Oake' }).click();
  const sheet = desk.getByRole('complementary', { name: 'Perrin Oake' });
  await expect(sheet.getByText('QM4 7TB')).toBeVisible();
  await expect(sheet.getByText('Stall at Quillmoor market')).toBeVisible();
  await accessible(desk, 'the review');
  await sheet.getByRole('button', { name: 'Admit Perrin' }).click();
  await expect(desk.getByRole('status').getByText('Perrin Oake is admitted and gets a message.')).toBeVisible();
  await expect(desk.getByRole('button', { name: 'Review Perrin Oake' })).toHaveCount(0);
  expect(deskComplaints).toEqual([]);

  // The next page view opens the guide and greets by name, in the first HTML.
  const welcome = await product.letter(mail, /^Welcome to Quillmoor, Perrin$/);
  expect(welcome.text).toContain('you are now a Keeper');
  const answer = await page.goto(`${product.site}/winter-treatment-guide`);
  const html = await answer!.text();
  expect(html).toContain('Good to see you here, Perrin.');
  expect(html).toContain('Never more than 50 ml');
  await expect(page.getByText('Never more than 50 ml')).toBeVisible();
  await expect(page.getByRole('navigation').getByRole('link', { name: 'My bees' })).toBeVisible();
  await page.goto(`${product.site}/joining`);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('You are in');
  expect(complaints).toEqual([]);
});

test('nothing flashes: the first HTML is what stays, with scripts and without', async ({ browser, product }) => {
  const context = await browser.newContext({ javaScriptEnabled: false });
  const page = await context.newPage();
  await page.goto(product.site);
  const without = await page.locator('main').innerText();
  const alive = await (await browser.newContext()).newPage();
  const complaints = watch(alive);
  await alive.goto(product.site);
  await alive.waitForLoadState('networkidle');
  expect(await alive.locator('main').innerText()).toBe(without);
  expect(complaints).toEqual([]);
});

test('the link confirms with one click on another device', async ({ page, product, browser }) => {
  await page.goto(`${product.site}/join/quillmoor`);
  await fillRight(page, 'linnet@oake.example');
  await page.getByRole('button', { name: 'Send my application' }).click();
  await expect(page).toHaveURL(/\/joining$/);
  const link = linkIn(await product.letter('linnet@oake.example', /Your code/));

  const phone = await (await browser.newContext({ viewport: { width: 390, height: 800 } })).newPage();
  const complaints = watch(phone);
  // A program that only opens the link confirms nothing.
  await phone.request.get(link);
  await phone.goto(link);
  await accessible(phone, 'the confirmation link');
  await phone.getByRole('button', { name: 'Yes, confirm my address' }).click();
  await expect(phone.getByText('linnet@oake.example is confirmed.')).toBeVisible();
  await expect(phone.getByRole('button', { name: 'Sign out' })).toHaveCount(0);
  await phone.reload();
  await expect(phone.getByText('Nothing more is to be done here.')).toBeVisible();

  await page.reload();
  await expect(page.getByRole('heading', { name: 'Your application is with us' })).toBeVisible();
  expect(complaints).toEqual([]);
});

test('codes: a new one voids the old, five wrong tries void it, age ends it', async ({ page, product, browser }) => {
  const mail = 'greta@oake.example';
  await page.goto(`${product.site}/join/quillmoor`);
  await fillRight(page, mail);
  await page.getByRole('button', { name: 'Send my application' }).click();
  await inputsReady(page);
  const first = codeIn(await product.letter(mail, /Your code/));
  await expect(page.getByText(/ask for a new code in \d+ seconds/)).toBeVisible();
  const code = page.getByLabel('Code', { exact: true });
  const confirm = page.getByRole('button', { name: 'Confirm' });
  for (const left of ['4 tries', '3 tries', '2 tries', '1 try']) {
    await code.fill('ZZZZZZ');
    await confirm.click();
    await expect(page.getByText(`That is not the code we sent. ${left} left.`)).toBeVisible();
    await expect(code).toHaveValue('');
  }
  await code.fill('ZZZZZZ');
  await confirm.click();
  await expect(
    page.getByText('That code no longer works after too many wrong tries. Ask for a new one.').first(),
  ).toBeVisible();
  await expect(confirm).toHaveCount(0);

  const desk = await (await browser.newContext()).newPage();
  await staffIn(desk, product, 'odile');
  await moveClock(desk, 'On by an hour');
  await page.reload();
  await inputsReady(page);
  await page.getByRole('button', { name: 'send a new code' }).click();
  await expect(page.getByText('A new code is on its way. The one before no longer works.')).toBeVisible();
  await code.fill(first);
  await confirm.click();
  await expect(page.getByText('That code was replaced by a newer one.')).toBeVisible();

  await moveClock(desk, 'On by a day');
  await page.reload();
  // Half a day unused signs out; the way back is to sign in.
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Sign in');
  await inputsReady(page);
  await page.getByLabel('Mail address').fill(mail);
  await page.getByLabel('Password', { exact: true }).fill('moss lantern heather');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByText(/^That code worked until /)).toBeVisible();
  await page.getByRole('button', { name: 'send a new code' }).click();
  await inputsReady(page);
  await expect.poll(async () => (await product.letters(mail)).length).toBe(3);
  await code.fill(codeIn((await product.letters(mail))[0]!));
  await confirm.click();
  await expect(page.getByRole('heading', { name: 'Your application is with us' })).toBeVisible();
});

test('a lost sign-up is swept by the clock, and its address is free again', async ({ page, product, browser }) => {
  await page.goto(`${product.site}/join/quillmoor`);
  await fillRight(page, 'lost@oake.example');
  await page.getByRole('button', { name: 'Send my application' }).click();
  await expect(page).toHaveURL(/\/joining$/);
  const desk = await (await browser.newContext()).newPage();
  await staffIn(desk, product, 'odile');
  for (let day = 1; day <= 8; day++) await moveClock(desk, 'On by a day');
  await page.goto(`${product.site}/joining`);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Sign in');
  await page.goto(`${product.site}/join/quillmoor`);
  await fillRight(page, 'lost@oake.example');
  await page.getByRole('button', { name: 'Send my application' }).click();
  await expect(page.getByRole('heading', { name: 'Confirm your email' })).toBeVisible();
  await expect
    .poll(async () => (await product.letters('lost@oake.example')).map((letter) => letter.subject))
    .toEqual(['Your code for joining Quillmoor', 'Your code for joining Quillmoor']);
});

test('a known address leads to the same page, and tells its owner', async ({ page, product }) => {
  await page.goto(`${product.site}/join/quillmoor`);
  await fillRight(page, 'ida.marrowby@mail.example');
  await page.getByRole('button', { name: 'Send my application' }).click();
  await expect(page).toHaveURL(/\/joining$/);
  await expect(page.getByRole('heading', { name: 'Confirm your email' })).toBeVisible();
  await product.letter('ida.marrowby@mail.example', /You have an account at Quillmoor already/);
  await page.goto(`${product.site}/winter-treatment-guide`);
  await expect(page.getByText('Never more than 50 ml')).toHaveCount(0);
});

test('an applicant withdraws, and everything is erased', async ({ page, product }) => {
  await page.goto(`${product.site}/join/quillmoor`);
  await fillRight(page, 'mercy@oake.example');
  await page.getByRole('button', { name: 'Send my application' }).click();
  await page.getByRole('button', { name: 'Withdraw this application' }).click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await page.getByRole('button', { name: 'Withdraw this application' }).click();
  await page.getByRole('button', { name: 'Withdraw and erase' }).click();
  await expect(page).toHaveURL(`${product.site}/`);
  await expect(page.getByRole('link', { name: 'Already a member? Sign in' })).toBeVisible();
});
