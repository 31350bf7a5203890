/** Levels and their prices, set up by their owner, and what of it is read on the site. */
import { accessible, expect, kept, publish, staffIn, test, watch } from './product';

test('a level gets a second price with a trial and a fee, is reckoned for somebody, and is read so by visitors', async ({
  browser,
  page,
  product,
}) => {
  const complaints = watch(page);
  await staffIn(page, product, 'odile');
  await page.goto(`${product.site}/desk/levels`);
  await expect(page.getByRole('button', { name: 'Publish…' })).toBeEnabled();
  const rows = page.getByRole('region', { name: 'Levels' });
  await expect(rows.getByRole('button', { name: /^Keeper \d+ £48\.00 a year/ })).toBeVisible();
  await expect(rows.getByRole('button', { name: /^Patron .* all that Keeper opens, and nothing more/ })).toBeVisible();

  // By keyboard alone: the level, and a price more.
  await rows.getByRole('button', { name: /^Keeper/ }).focus();
  await page.keyboard.press('Enter');
  await rows.getByRole('button', { name: 'Add a price' }).focus();
  await page.keyboard.press('Enter');
  await expect(rows.getByText('Prices 2')).toBeVisible();
  // The day is the 31st: months that have none are charged on their last day.
  await page.locator('#viewpoint-day').click();
  await page.locator('#viewpoint-day-input').fill('2027-10-31');
  await page.keyboard.press('Enter');

  // What is no amount is marked and stays; nothing of it is saved.
  const amount = rows.getByLabel('Amount, GBP');
  await amount.fill('five');
  await expect(rows.getByText('What is marked is not saved until it is put right.')).toBeVisible();
  await expect(amount).toHaveValue('five');
  await amount.fill('4,50');
  await rows.getByLabel('Unit').first().focus();
  await page.keyboard.press('Enter');
  await page.getByRole('option', { name: 'months' }).click();
  await rows.getByLabel(/^To join, once, GBP/).fill('5');
  await rows.getByLabel('With a first span at a price of its own').check();
  await expect(rows.getByText('What is marked is not saved until it is put right.')).toBeHidden();
  await expect(rows.getByText('£4.50 a month, 1 month free to begin with, £5.00 to join')).toBeVisible();

  const comes = page.getByRole('complementary').filter({ hasText: 'takes Keeper on 31 October 2027' });
  await expect(comes.getByRole('listitem').first()).toHaveText(/31 Oct 2027 to join\s*£5\.00/);
  await expect(comes.getByRole('listitem').nth(1)).toHaveText(/30 Nov 2027\s*£4\.50/);
  await expect(comes.getByRole('listitem').nth(2)).toHaveText(/31 Dec 2027\s*£4\.50/);
  await expect(comes.getByRole('listitem').nth(4)).toHaveText(/29 Feb 2028\s*£4\.50/);
  await expect(comes.getByText('A short month is charged on its last day.', { exact: false })).toBeVisible();
  // £5.00 and eleven times £4.50.
  await expect(comes.getByText('£54.50 in twelve months.', { exact: false })).toBeVisible();
  await accessible(page, 'Levels');
  await kept(page, /^Draft, 1 change$/);
  await publish(page, 'Keepers may pay by the month');

  const outside = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await outside.goto(product.site);
  await expect(outside.getByText('£48.00 a year or £4.50 a month')).toBeVisible();
  await accessible(outside, 'prices on a phone');
  expect(complaints).toEqual([]);
});

test('signing in is placed on a page, with words for those who are in', async ({ browser, page, product }) => {
  const complaints = watch(page);
  await staffIn(page, product, 'wilf');
  await page.goto(`${product.site}/desk/site?page=about`);
  await expect(page.getByRole('button', { name: 'Publish…' })).toBeEnabled();
  await page.getByRole('button', { name: 'Add a block' }).click();
  await page.getByRole('menuitem', { name: 'Signing in or a form', exact: true }).click();
  await page.getByLabel('What those read of whom nothing is asked here').click();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('You are one of us already.');
  await accessible(page, 'a placed block');
  await kept(page, /^Draft, 1 change$/);
  await publish(page, 'Members sign in on About');

  const who = await (await browser.newContext()).newPage();
  await who.goto(`${product.site}/about`);
  await expect(who.getByText('You are one of us already.')).toHaveCount(0);
  await who.getByLabel('Email').fill('ida.marrowby@mail.example');
  await who.getByLabel('Password', { exact: true }).fill('wrong');
  await who.getByRole('main').getByRole('button', { name: 'Sign in' }).click();
  await expect(who.getByText('do not go together', { exact: false })).toBeVisible();
  await expect(who.getByLabel('Email')).toHaveValue('ida.marrowby@mail.example');
  await accessible(who, 'signing in on a page');
  await who.getByLabel('Password', { exact: true }).fill('quillmoor-demo');
  await who.getByRole('main').getByRole('button', { name: 'Sign in' }).click();
  await expect(who.getByRole('banner').getByText('Ida Marrowby')).toBeVisible();
  await who.goto(`${product.site}/about`);
  await expect(who.getByText('You are one of us already.')).toBeVisible();
  expect(complaints).toEqual([]);
});
