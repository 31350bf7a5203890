import {
  accessible,
  codeIn,
  expect,
  fillRight,
  inPlace,
  inputsReady,
  linkIn,
  moveClock,
  signIn,
  slowAsAPerson,
  staffIn,
  test,
  watch,
} from './product';
import { PAYS, giveCard } from './cards';

test.use({ members: 60 });

test('a visitor sees what is open, and of the guide only its outside', async ({ page, product }) => {
  const complaints = watch(page);
  await page.goto(product.site);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Bees on the moor, kept together');
  const menu = page.getByRole('navigation', { name: 'Main menu' });
  await expect(menu.getByRole('link')).toHaveText(['Welcome', 'About', 'Join Quillmoor']);
  // What stands within an item opens by coming to it, by keyboard as by hand.
  await menu.getByRole('link', { name: 'About' }).focus();
  await expect(menu.getByRole('link')).toHaveText([
    'Welcome',
    'About',
    'First season',
    'Swarm calls',
    'Questions',
    'Join Quillmoor',
  ]);
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
    ['Years keeping bees', 'Write a number in digits, such as 3.'],
  ];
  for (const [label, says] of sentences) {
    await expect(list.getByText(says)).toBeVisible();
    await expect(page.getByLabel(label)).toHaveAttribute('aria-invalid', 'true');
    await expect(page.getByLabel(label)).toHaveAccessibleDescription(new RegExp(`^${says.replace(/[.?]/g, '\\$&')}`));
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
  await page.getByRole('button', { name: 'Confirm', exact: true }).click();
  await expect(page.getByText('That is not the code we sent. 4 tries left.')).toBeVisible();
  await expect(code).toHaveValue('');
  await expect(code).toBeFocused();
  await page.keyboard.type(codeIn(letter).replace('-', '').toLowerCase());
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Your application is with us' })).toBeVisible();
  await expect(page.getByText('Email confirmed')).toBeVisible();
  await page.goto(`${product.site}/winter-treatment-guide`);
  await expect(page.locator('.shut').getByRole('link', { name: 'Your application' })).toBeVisible();

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
  await expect(
    desk.getByRole('status').getByText('Perrin Oake is through this gate and gets a message.'),
  ).toBeVisible();
  await expect(desk.getByRole('button', { name: 'Review Perrin Oake' })).toHaveCount(0);
  expect(deskComplaints).toEqual([]);

  // The first year is paid on the card house's own page.
  await page.goto(`${product.site}/joining`);
  await inputsReady(page);
  await page.getByRole('button', { name: 'Pay £48.00 by card' }).click();
  await giveCard(page, PAYS);
  await expect(page.getByRole('heading', { name: 'Paid. Thank you.' })).toBeVisible();

  // The next page view opens the guide and greets by name, in the first HTML.
  const welcome = await product.letter(mail, /^Welcome to Quillmoor, Perrin$/);
  expect(welcome.text).toContain('You are now a Keeper');
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

test('the rules that a page brings are all of the sheet that it can use', async ({ browser, product }) => {
  const page = await (await browser.newContext()).newPage();
  await page.route('**/*.js', (route) => route.abort());
  for (const path of ['/', '/join/quillmoor', '/membership', '/winter-treatment-guide', '/search?q=bees', '/nowhere']) {
    await page.goto(product.site + path);
    const { brought, whole, missing } = await page.evaluate(async () => {
      /** The selectors of a sheet, each with the conditions around it. */
      const selectorsOf = (rules: CSSRuleList, around = ''): string[] =>
        [...rules].flatMap((rule) => {
          if (rule instanceof CSSStyleRule)
            return rule.selectorText.split(/,(?![^(]*\))/).map((one) => `${around}${one.trim()}`);
          return rule instanceof CSSMediaRule ? selectorsOf(rule.cssRules, `${rule.conditionText} `) : [];
        });
      const ofAll = () => [...document.styleSheets].flatMap(({ cssRules }) => selectorsOf(cssRules));
      const brought = ofAll();
      const link = document.querySelector<HTMLLinkElement>('link[rel="preload"][as="style"]')!;
      link.rel = 'stylesheet';
      await new Promise((done) => link.addEventListener('load', done));
      const whole = ofAll().slice(brought.length);
      // Whatever somebody does with the page may make it match.
      const still = (selector: string) =>
        selector
          .replace(/^\([^)]*\) (and \([^)]*\) )?/, '')
          .replace(/::[\w-]+/g, '')
          .replace(/:(hover|focus(-visible|-within)?|active|checked|disabled|enabled|target)\b/g, ':not(never)');
      const used = whole.filter((one) => document.querySelector(still(one) || '*'));
      return { brought, whole, missing: used.filter((one) => !brought.includes(one)) };
    });
    expect(missing, path).toEqual([]);
    expect(brought.length, `${path}: a part of the sheet`).toBeLessThan(whole.length * 0.8);
  }
});

test('the link shows whose sign-up it confirms, and its reader chooses the password', async ({
  page,
  product,
  browser,
}) => {
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
  await expect(phone.getByText('Stall at Quillmoor market')).toBeVisible();
  await accessible(phone, 'the confirmation link');
  await phone.getByRole('button', { name: 'Yes, confirm my address' }).click();
  await expect(phone.getByLabel('Password', { exact: true })).toHaveAccessibleDescription(/^Choose a password\./);
  await phone.getByLabel('Password', { exact: true }).fill('fern lantern dusk');
  await phone.getByRole('button', { name: 'Yes, confirm my address' }).click();
  await expect(phone.getByRole('heading', { name: 'Your application is with us' })).toBeVisible();
  await phone.goto(link);
  await expect(phone.getByText('Nothing more is to be done here.')).toBeVisible();

  // The reader's password is the only one from now on: the other device has to sign in with it.
  await page.reload();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Sign in');
  await signIn(page, product, 'linnet@oake.example', 'fern lantern dusk');

  // Another sign-up is thrown away by whoever reads its letter.
  const other = await (await browser.newContext()).newPage();
  await other.goto(`${product.site}/join/quillmoor`);
  await fillRight(other, 'robin@oake.example');
  await other.getByRole('button', { name: 'Send my application' }).click();
  await phone.goto(linkIn(await product.letter('robin@oake.example', /Your code/)));
  await phone.getByRole('button', { name: 'Throw this application away' }).click();
  await expect(phone.getByText('Everything you told us is erased')).toBeVisible();
  await other.reload();
  await expect(other.getByRole('heading', { level: 1 })).toHaveText('Sign in');
  expect(complaints).toEqual([]);
});

test('codes: a new one voids the old, five wrong tries void it, age ends it', async ({ page, product, browser }) => {
  const mail = 'greta@oake.example';
  await page.goto(`${product.site}/join/quillmoor`);
  await fillRight(page, mail);
  await page.getByRole('button', { name: 'Send my application' }).click();
  await inputsReady(page);
  const first = codeIn(await product.letter(mail, /Your code/));
  await expect(page.getByText(/You can ask for a new code in \d+ seconds/)).toBeVisible();
  const code = page.getByLabel('Code', { exact: true });
  const confirm = page.getByRole('button', { name: 'Confirm', exact: true });
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
  await inPlace(page);

  const desk = await (await browser.newContext()).newPage();
  await staffIn(desk, product, 'odile');
  await moveClock(desk, 'On by an hour');
  await page.reload();
  await inputsReady(page);
  await page.getByRole('button', { name: 'Send a new code' }).click();
  await expect(page.getByText('A new code is on its way. The one before no longer works.')).toBeVisible();
  await inPlace(page);
  await code.fill(first);
  await confirm.click();
  await expect(page.getByText('That code was replaced by a newer one.')).toBeVisible();
  await inPlace(page);

  await moveClock(desk, 'On by a day');
  await page.reload();
  // Half a day unused signs out; the way back is to sign in.
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Sign in');
  await inputsReady(page);
  await page.getByLabel('Email').fill(mail);
  await page.getByLabel('Password', { exact: true }).fill('moss lantern heather');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByText(/^That code worked until /)).toBeVisible();
  await page.getByRole('button', { name: 'Send a new code' }).click();
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
  await page.getByText('Changed your mind?').click();
  await page.getByRole('button', { name: 'Withdraw and erase' }).click();
  await expect(page).toHaveURL(`${product.site}/withdrawn`);
  await expect(page.getByText('Everything you told us is erased')).toBeVisible();
  await accessible(page, 'withdrawn');
  await expect(page.getByRole('link', { name: 'Already a member? Sign in' })).toBeVisible();
});

test('without script: wrong, right, a wrong code, the right one, a question, out', async ({ browser, product }) => {
  const page = await (await browser.newContext({ javaScriptEnabled: false })).newPage();
  const mail = 'tansy@oake.example';
  await page.goto(`${product.site}/join/quillmoor`);
  await page.getByLabel('Full name').fill('Tansy Oake');
  await page.getByLabel('Email').fill('tansy@oake');
  await page.getByRole('combobox').selectOption('The honey show');
  await page.getByLabel('Apiary news').check();
  await page.getByRole('button', { name: 'Send my application' }).click();
  await expect(page.getByRole('alert').getByRole('heading')).toHaveText('Six answers need another look');
  await expect(page.getByLabel('Full name')).toHaveValue('Tansy Oake');
  await expect(page.getByLabel('Email')).toHaveAccessibleDescription('That address has no ending, such as .org.');
  await expect(page.getByRole('combobox')).toHaveValue('honey-show');
  await expect(page.getByLabel('Apiary news')).toBeChecked();
  await page.getByLabel('Email').fill(mail);
  await page.getByLabel('Choose a password').fill('moss lantern heather');
  await page.getByLabel('Apiary postcode').fill('qm4 7tb');
  await page.getByLabel('How many colonies do you keep?').fill('3');
  await page.getByLabel('Years keeping bees').fill('4');
  await page.getByLabel('I agree to the rules of the association').check();
  await slowAsAPerson(page);
  await page.getByRole('button', { name: 'Send my application' }).click();
  await expect(page).toHaveURL(/\/joining$/);
  const code = codeIn(await product.letter(mail, /Your code/));
  await page.getByLabel('Code', { exact: true }).fill('ZZZZZZ');
  await page.getByRole('button', { name: 'Confirm', exact: true }).click();
  await expect(page.getByText('That is not the code we sent. 4 tries left.')).toBeVisible();
  await page.getByLabel('Code', { exact: true }).fill(code);
  await page.getByRole('button', { name: 'Confirm', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Your application is with us' })).toBeVisible();
  await page.goto(`${product.site}/account`);
  await page.getByLabel('Present password').fill('wrong');
  await page.getByLabel('New password').fill('fern lantern dusk');
  await page.getByRole('button', { name: 'Change it' }).click();
  await expect(page.getByText('That is not your present password.').first()).toBeVisible();
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByRole('link', { name: 'Already a member? Sign in' })).toBeVisible();
  await page.goto(`${product.site}/sign-in?next=/about`);
  await page.getByLabel('Email').fill(mail);
  await page.getByLabel('Password', { exact: true }).fill('wrong');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('That address and password do not go together.');
  await expect(page.getByLabel('Email')).toHaveValue(mail);
  await page.getByLabel('Password', { exact: true }).fill('moss lantern heather');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page).toHaveURL(/\/about$/);
  await page.goto(`${product.site}/forgotten`);
  await page.getByLabel('Email').fill(mail);
  await page.getByRole('button', { name: 'Send me the link' }).click();
  await expect(page.getByText('If we know that address, we have written to it.')).toBeVisible();
});

test('what is typed is never lost: before the script, offline, over a reload and Back', async ({ page, product }) => {
  // The script comes late: what was typed into the first HTML stays, and the send is the script's.
  let letGo = () => undefined as void;
  const held = new Promise<void>((go) => (letGo = go));
  await page.route('**/assets/site/*.js', async (route) => {
    await held;
    await route.continue();
  });
  await page.goto(`${product.site}/join/quillmoor`, { waitUntil: 'commit' });
  await page.getByLabel('Full name').fill('Ingrid Strauß');
  await page.getByRole('combobox').selectOption('The honey show');
  await page.getByLabel('Course dates').check();
  await page.getByLabel('Choose a password').fill('moss lantern heather');
  letGo();
  await inputsReady(page);
  await expect(page.getByLabel('Full name')).toHaveValue('Ingrid Strauß');
  await expect(page.getByRole('combobox')).toHaveValue('honey-show');
  await expect(page.getByLabel('Course dates')).toBeChecked();
  await expect(page.getByLabel('Choose a password')).toHaveValue('moss lantern heather');
  await page.getByLabel('Email').fill('ingrid@strauss.example');
  await page.getByLabel('Apiary postcode').fill('x');

  await page.reload();
  await inputsReady(page);
  await expect(page.getByLabel('Full name')).toHaveValue('Ingrid Strauß');
  await expect(page.getByLabel('Choose a password')).toHaveValue('');
  await page.getByRole('link', { name: 'About' }).click();
  await expect(page).toHaveURL(/\/about$/);
  await page.goBack();
  await expect(page.getByLabel('Email')).toHaveValue('ingrid@strauss.example');

  await page.getByLabel('Choose a password').fill('moss lantern heather');
  await page.getByLabel('How many colonies do you keep?').fill('3');
  await page.getByLabel('Years keeping bees').fill('4');
  await page.getByLabel('I agree to the rules of the association').check();
  await page.context().setOffline(true);
  const send = page.getByRole('button', { name: 'Send my application' });
  await send.click();
  await expect(page.getByRole('alert')).toContainText('We could not be reached. Nothing you typed is lost');
  await expect(send).toBeEnabled();
  await page.context().setOffline(false);
  await send.click();
  const postcode = page.getByLabel('Apiary postcode');
  await expect(postcode).toHaveAccessibleDescription(
    'That does not look right. Write it like QM4 7TB. Never shown to other members.',
  );
  // The fault goes as soon as the answer is right, and the help stays.
  await postcode.fill('QM4 7TB');
  await expect(postcode).toHaveAccessibleDescription('Never shown to other members.');
  // The page was loaded anew on the way, so its second begins there.
  await slowAsAPerson(page);
  await send.click();
  await expect(page.getByRole('heading', { name: 'Confirm your email' })).toBeVisible();
  // Sent: nothing of it is kept.
  expect(await page.evaluate(() => JSON.stringify(sessionStorage))).not.toContain('Strauß');
});
