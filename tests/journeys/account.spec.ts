import { accessible, expect, inPlace, inputsReady, linkIn, signIn, test, watch } from './product';

const IDA = 'ida.marrowby@mail.example';

test.use({ members: 60 });

test('a member signs in where they wanted to go, and out again', async ({ page, product }) => {
  const complaints = watch(page);
  await page.goto(`${product.site}/winter-treatment-guide`);
  await page.getByRole('link', { name: 'Sign in', exact: true }).click();
  await inputsReady(page);
  await accessible(page, 'Sign in');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.locator('#s-mail-fault, #s-password-fault')).toHaveText([
    'Write your address, as name@place.org.',
    'Write your password.',
  ]);
  await page.getByLabel('Email').fill(IDA);
  await page.getByLabel('Password', { exact: true }).fill('not her password');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('That address and password do not go together.');
  await expect(page.getByLabel('Email')).toHaveValue(IDA);
  await page.getByLabel('Password', { exact: true }).fill('quillmoor-demo');
  await page.getByRole('button', { name: 'Show the password' }).click();
  await expect(page.getByLabel('Password', { exact: true })).toHaveAttribute('type', 'text');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page).toHaveURL(/winter-treatment-guide$/);
  await expect(page.getByText('Good to see you here, Ida.')).toBeVisible();
  await accessible(page, 'the open guide');
  await page.getByRole('link', { name: 'My bees' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Your bees, Ida');
  await expect(page.getByText('No. 0001')).toBeVisible();
  await accessible(page, 'My bees');
  await page.goto(`${product.site}/sign-in`);
  await expect(page.getByText('You are signed in as Ida Marrowby.')).toBeVisible();
  await accessible(page, 'signed in already');
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Bees on the moor, kept together');
  await page.goBack();
  // A page that the browser had kept whole takes a moment to be the active one again, and cannot be reloaded before.
  await expect(() => page.reload()).toPass();
  await expect(page.getByText('Ida Marrowby')).toHaveCount(0);
  expect(complaints).toEqual([]);
});

test('a forgotten password is replaced by a link', async ({ page, product }) => {
  await page.goto(`${product.site}/sign-in`);
  await page.getByRole('link', { name: 'Forgotten your password?' }).click();
  await inputsReady(page);
  await accessible(page, 'Forgotten password');
  await page.getByLabel('Email').fill('ida.marrowby');
  await page.getByRole('button', { name: 'Send me the link' }).click();
  await expect(page.getByLabel('Email')).toHaveAccessibleDescription(
    'That address has no @. Write it as name@place.org.',
  );
  await page.getByLabel('Email').fill(IDA);
  await page.getByRole('button', { name: 'Send me the link' }).click();
  await expect(page.getByText('it works for an hour')).toBeVisible();
  await inPlace(page);
  await page.goto(linkIn(await product.letter(IDA, /Choose a new password/)));
  await inputsReady(page);
  await accessible(page, 'Choose a new password');
  await page.getByLabel('New password').fill('password123');
  await page.getByRole('button', { name: 'Set this password' }).click();
  await expect(page.getByLabel('New password')).toHaveAccessibleDescription(/among the first to be guessed/);
  await page.getByLabel('New password').fill('ivy bramble sunrise');
  await page.getByRole('button', { name: 'Set this password' }).click();
  await expect(page.getByText('Your new password is set, and you are signed in.')).toBeVisible();
  await expect(page.getByText('Ida Marrowby Keeper')).toBeVisible();
  await page.goto(linkIn(await product.letter(IDA, /Choose a new password/)));
  await expect(page.getByText('This link has been used or is too old.')).toBeVisible();
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByRole('link', { name: 'Already a member? Sign in' })).toBeVisible();
  // Whoever sits down next and goes back finds nobody's pages.
  await page.goBack();
  await expect(page.getByRole('link', { name: 'Already a member? Sign in' })).toBeVisible();
  await expect(page.getByText('Ida Marrowby')).toHaveCount(0);
  await signIn(page, product, IDA, 'ivy bramble sunrise');
});

test('a member changes the password and ends sessions', async ({ page, product, browser }) => {
  const complaints = watch(page);
  await signIn(page, product, IDA);
  const elsewhere = await (await browser.newContext()).newPage();
  await signIn(elsewhere, product, IDA);
  await page.getByRole('link', { name: 'My account' }).click();
  await inputsReady(page);
  await expect(page.getByText('this device')).toBeVisible();
  await accessible(page, 'My account');
  await page.getByRole('button', { name: 'Sign out there' }).click();
  await expect(page.getByText('That device is signed out.')).toBeVisible();
  await inPlace(page);
  await elsewhere.reload();
  await expect(elsewhere.getByText('Already a member? Sign in')).toBeVisible();

  await page.getByLabel('Present password').fill('wrong');
  await page.getByLabel('New password').fill('ivy bramble sunrise');
  await page.getByRole('button', { name: 'Change it' }).click();
  await expect(page.getByLabel('Present password')).toHaveAccessibleDescription(
    'That is not your present password. Look whether capitals are locked.',
  );
  await expect(page.getByLabel('New password')).toHaveValue('ivy bramble sunrise');
  await inPlace(page);
  await page.getByLabel('Present password').fill('quillmoor-demo');
  await page.getByRole('button', { name: 'Change it' }).click();
  await expect(page.getByText('Your password is changed. All other devices are signed out.')).toBeVisible();
  await inPlace(page);
  await product.letter(IDA, /Your password was changed/);
  expect(complaints).toEqual([]);
});

test('the site works on a phone, by keyboard, and says when a page is not there', async ({ browser, product }) => {
  const page = await (await browser.newContext({ viewport: { width: 390, height: 800 } })).newPage();
  const complaints = watch(page);
  await page.goto(product.site);
  await page.getByRole('button', { name: 'Menu', exact: true }).press('Enter');
  await page.getByRole('navigation').getByRole('link', { name: 'About' }).press('Enter');
  await expect(page).toHaveURL(/\/about$/);
  await page.keyboard.press('Tab');
  await page.goto(`${product.site}/join/quillmoor`);
  await inputsReady(page);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await accessible(page, 'the form on a phone');
  await page.goto(`${product.site}/no-such-page`);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('There is no such page');
  await accessible(page, 'no such page');
  await page.getByRole('link', { name: 'To the welcome page' }).click();
  await expect(page).toHaveURL(`${product.site}/`);
  expect(complaints).toEqual([]);
});

test('a second process knows the member, and mail goes out once', async ({ page, product }) => {
  const other = await product.second();
  await signIn(page, product, IDA);
  const cookies = await page.context().cookies();
  expect(cookies.find((cookie) => cookie.name === 'admissa_member')).toMatchObject({ httpOnly: true, sameSite: 'Lax' });
  await page.goto(`${other}/winter-treatment-guide`);
  await expect(page.getByText('Good to see you here, Ida.')).toBeVisible();
  await page.goto(`${other}/forgotten`);
  await inputsReady(page);
  await page.getByLabel('Email').fill('gwenna.fairclough@mail.example');
  await page.getByRole('button', { name: 'Send me the link' }).click();
  await product.letter('gwenna.fairclough@mail.example', /Choose a new password/);
  expect(await product.letters('gwenna.fairclough@mail.example')).toHaveLength(1);
});
