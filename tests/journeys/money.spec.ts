/** Money, walked by those who pay it and by who keeps the books. */
import {
  accessible,
  codeIn,
  expect,
  fillRight,
  inPlace,
  inputsReady,
  kept,
  linkIn,
  moveClock,
  publish,
  signIn,
  slowAsAPerson,
  staffIn,
  test,
  watch,
  type Product,
} from './product';
import type { Page } from '@playwright/test';
import { PAYS, giveCard } from './cards';

const ONCE = '9704 1911 0274 1060';
const ASKS = '9704 1911 0411 1593';
const BROKE = '9704 1911 0685 2657';

/** Somebody fills in the Patron form and confirms their address. */
async function towardsPatron(page: Page, product: Product, mail: string, name = 'Ingrid Strauß'): Promise<void> {
  await page.goto(`${product.site}/join/patron`);
  await inputsReady(page);
  await page.getByLabel('Full name').fill(name);
  await page.getByLabel('Email').fill(mail);
  await page.getByLabel('Choose a password').fill('moss lantern heather');
  await page.getByLabel('I agree to the rules of the association').check();
  await slowAsAPerson(page);
  await page.getByRole('button', { name: 'Go on to payment' }).click();
  await page.getByLabel('Code', { exact: true }).fill(codeIn(await product.letter(mail, /Your code/)));
  await page.getByRole('button', { name: 'Confirm', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Choose and pay' })).toBeVisible();
  await inputsReady(page);
}

test.use({ members: 60 });

test('a Patron chooses an amount and a code, is refused, goes on with another card, and is in; on a phone', async ({
  page,
  product,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const complaints = watch(page);
  const mail = 'ingrid@strauss.example';
  await towardsPatron(page, product, mail);
  await accessible(page, 'choosing and paying');
  const amount = page.getByLabel('Your amount, a month');
  await amount.fill('5');
  await expect(page.getByText('Write £10.00 or more.')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Pay / })).toBeDisabled();
  await amount.fill('25');
  await page.getByLabel('Discount code, if you have one').fill('market 26');
  await expect(page.getByRole('status').getByText('10% off the first payment')).toBeVisible();
  await expect(page.getByText('-£2.50')).toBeVisible();
  await expect(page.getByText(/^Next payment £25\.00, /)).toBeVisible();
  await page.getByRole('button', { name: 'Pay £22.50 by card' }).click();

  await giveCard(page, '9704 1911 0137 0532');
  await expect(page.getByText('This is no card number')).toBeVisible();
  await accessible(page, 'the page of the card house');
  await giveCard(page, BROKE);
  await expect(page.getByRole('heading', { name: 'Not paid' })).toBeVisible();
  await expect(page.getByText('There was not enough in the account. Nothing was taken.')).toBeVisible();
  await inPlace(page);
  await page.goto(`${product.site}/joining`);
  await expect(page.getByText('The last card was refused: There was not enough in the account.')).toBeVisible();
  await inputsReady(page);
  await page.getByRole('button', { name: 'Pay £20.00 by card' }).click();
  // A bank that asks its owner once more.
  await giveCard(page, ASKS);
  await page.getByRole('button', { name: 'Yes, pay £20.00' }).click();
  await expect(page.getByRole('heading', { name: 'Paid. Thank you.' })).toBeVisible();
  await inPlace(page);
  await accessible(page, 'paid');
  await page.getByRole('link', { name: /Go on|To my account/ }).click();
  await expect(page.getByRole('heading', { name: 'Paid. Thank you.' })).toHaveCount(0);
  await page.goto(`${product.site}/account`);
  await expect(page.getByText(/^£20\.00 on .*, from the card ending 1593$/)).toBeVisible();
  await accessible(page, 'the account with its money');
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await page.getByRole('link', { name: /^Receipt \d+$/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^Receipt \d{6}$/);
  await accessible(page, 'a receipt');
  expect(complaints).toEqual([]);
});

test('a Keeper is reviewed, pays, fails a year later, mends the card, and is renewed', async ({
  page,
  product,
  browser,
}) => {
  const mail = 'perrin@oake.example';
  await page.goto(`${product.site}/join/quillmoor`);
  await fillRight(page, mail);
  await page.getByRole('button', { name: 'Send my application' }).click();
  await page.getByLabel('Code', { exact: true }).fill(codeIn(await product.letter(mail, /Your code/)));
  await page.getByRole('button', { name: 'Confirm', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Your application is with us' })).toBeVisible();

  const desk = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await staffIn(desk, product, 'odile');
  await desk.getByRole('button', { name: 'Review Perrin Oake' }).click();
  await desk.getByRole('button', { name: 'Admit Perrin' }).click();
  await expect(desk.getByText('Perrin Oake is through this gate and gets a message.')).toBeVisible();
  await page.goto(`${product.site}/joining`);
  await inputsReady(page);
  // One level at one price is taken as given.
  await expect(page.getByText('£48.00 a year', { exact: true })).toBeVisible();
  await expect(page.getByRole('radio', { name: /Keeper/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Pay £48.00 by card' }).click();
  await giveCard(page, ONCE);
  await page.getByRole('link', { name: 'Go on' }).click();
  await expect(page.getByText('Perrin Oake Keeper')).toBeVisible();

  // A year on: everything due on the way happens, with a line that tells how far it has come.
  await moveClock(desk, 'On by a year');
  await expect(
    desk.getByRole('status').getByText(/^It is now .* things happened on the way: .* renewals paid/),
  ).toBeVisible();
  await moveClock(desk, 'On by a day');
  await product.letter(mail, /^Your Keeper renews on /);
  const letter = await product.letter(mail, /^Your card was refused: £48\.00$/);
  expect(linkIn(letter)).toContain('/account');
  await signIn(page, product, mail, 'moss lantern heather');
  await page.goto(`${product.site}/account`);
  await expect(page.getByText(/^£48\.00 could not be taken\. We try again on /)).toBeVisible();
  await inputsReady(page);
  await page.getByRole('button', { name: 'Change card' }).click();
  await giveCard(page, PAYS);
  await expect(page.getByRole('heading', { name: 'Your card is kept.' })).toBeVisible();
  await expect
    .poll(async () => {
      await page.goto(`${product.site}/account`);
      return page.getByText(/^£48\.00 on .*, from the card ending 0531$/).count();
    })
    .toBe(1);
});

test('a membership is changed in the middle, paused and cancelled; what is shown before is what is booked', async ({
  page,
  product,
  browser,
}) => {
  await signIn(page, product, 'philippa.ansty@mail.example');
  await page.goto(`${product.site}/account`);
  await inputsReady(page);
  await page.getByRole('link', { name: 'Change level' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Change or buy');
  await inputsReady(page);
  await accessible(page, 'changing the level');
  await page.getByRole('radio', { name: /Patron.*£120\.00 a year/ }).check();
  const yearly = page.getByText(/^Becomes Patron on /);
  const credit = page.locator('.pay__bill div').filter({ hasText: 'Left from before' }).locator('dd');
  await expect(yearly.or(credit)).toBeVisible();
  // Down to Friend at the end of what is paid, and back again.
  await page.getByRole('radio', { name: /Friend/ }).check();
  await page.getByRole('button', { name: 'Take it' }).click();
  await expect(page.getByText(/^Becomes Friend on /)).toBeVisible();
  await inputsReady(page);
  await page.getByRole('button', { name: 'Stay as it is' }).click();
  await expect(page.getByText('It stays as it is.')).toBeVisible();
  // The Apprentice's one payment sets off what is left.
  await page.goto(`${product.site}/pay?offer=apprentice/course`);
  await inputsReady(page);
  const shown = (await credit.textContent()) ?? '';
  expect(shown).toMatch(/^-£\d+\.\d\d$/);
  const total = (await page.locator('.pay__total b').textContent()) ?? '';
  await page.getByRole('button', { name: /^Pay / }).click();
  await giveCard(page, PAYS);
  await expect(page.getByRole('heading', { name: 'Paid. Thank you.' })).toBeVisible();
  const desk = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await staffIn(desk, product, 'odile');
  await desk.goto(`${product.site}/desk/money`);
  await desk.locator('.money__ledger [data-row] button').first().click();
  const sheet = desk.getByRole('complementary', { name: `${total}, paid` });
  await expect(sheet.getByRole('link', { name: 'Philippa Ansty' })).toBeVisible();
  await expect(sheet.getByText(shown)).toBeVisible();
  await expect(desk.getByText(/^The books balance\./)).toBeVisible();
});

test('who keeps the books: a failing payment’s story, a refund, a transfer, figures; all of it by the keyboard', async ({
  page,
  product,
  browser,
}) => {
  const complaints = watch(page);
  await page.goto(`${product.site}/desk`);
  await page.getByLabel('Email').fill('bea@quillmoor.example');
  await page.getByLabel('Password', { exact: true }).fill('quillmoor-demo');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('link', { name: /^Money/ }).click();
  await expect(page.getByText(/^The books balance\./)).toBeVisible();
  await accessible(page, 'Money');
  await page.getByRole('button', { name: /Failing, \d/ }).click();
  const row = page.locator('.money__ledger [data-row]').filter({ hasText: 'Osric Danvell' });
  await row.getByRole('button').focus();
  await page.keyboard.press('Enter');
  const story = page.getByRole('complementary', { name: '£15.00, refused' });
  await expect(story.getByText('Try 2: refused')).toBeVisible();
  await expect(story.getByText('Lapses, unless it is paid')).toBeVisible();
  await accessible(page, 'a payment’s story');
  await page.keyboard.press('Escape');

  // A refund: how much, why, and once more whether it is meant.
  await page.getByRole('button', { name: /Paid, \d/ }).click();
  await page.locator('.money__ledger [data-row] button').first().click();
  const sheet = page.locator('aside.kit-sheet');
  await sheet.getByLabel('Amount, GBP').fill('1000');
  await sheet.getByLabel('Reason, on the receipt').fill('Counted twice by mistake');
  await sheet.getByRole('button', { name: /^Refund / }).click();
  await sheet.getByRole('button', { name: /^Yes, send / }).click();
  await expect(sheet.getByText(/^At most £.* can go back\.$/)).toBeVisible();
  await sheet.getByLabel('Amount, GBP').fill('5');
  await sheet.getByRole('button', { name: 'Refund £5.00…' }).click();
  await sheet.getByRole('button', { name: 'Yes, send £5.00 back' }).click();
  await expect(page.getByText(/^£5\.00 is on its way back to /)).toBeVisible();
  await expect(sheet.getByText('£5.00 sent back')).toBeVisible();

  // A transfer that comes in two parts lets its sender in.
  const guest = await (await browser.newContext()).newPage();
  await towardsPatron(guest, product, 'moss@oake.example', 'Perrin Moss');
  await guest.getByRole('radio', { name: /By bank transfer/ }).check();
  await guest.getByRole('button', { name: 'Pay £20.00 by transfer' }).click();
  await expect(guest.getByRole('heading', { name: 'We wait for your transfer' })).toBeVisible();
  await page.goto(`${product.site}/desk/money?show=awaited`);
  await page.locator('.money__ledger [data-row]').filter({ hasText: 'Perrin Moss' }).getByRole('button').click();
  await sheet.getByLabel('How much has come, GBP').fill('8');
  await sheet.getByRole('button', { name: 'Mark as come' }).click();
  await expect(sheet.getByText('Came by transfer: £8.00')).toBeVisible();
  await expect(sheet.getByLabel('How much has come, GBP')).toHaveValue('12.00');
  await sheet.getByRole('button', { name: 'Mark as come' }).click();
  await expect(page.getByRole('heading', { name: '£20.00, paid' })).toBeVisible();
  await guest.goto(`${product.site}/account`);
  await expect(guest.getByText('Perrin Moss Patron')).toBeVisible();

  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Download as CSV' }).click();
  expect((await download).suggestedFilename()).toMatch(/^payments-\d{4}-\d\d\.csv$/);
  await page.getByRole('link', { name: 'Figures and books' }).click();
  await expect(page.getByRole('img', { name: /^Income by level, as a chart/ })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Members kept' }).first()).toBeVisible();
  await accessible(page, 'figures');
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${product.site}/desk/money`);
  await expect(page.getByText(/^The books balance\./)).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  expect(complaints).toEqual([]);
});

test('an owner makes a discount code and says how money is taken; it is asked for at the gate', async ({
  page,
  product,
  browser,
}) => {
  await staffIn(page, product, 'odile');
  await page.goto(`${product.site}/desk/levels/codes`);
  await page.getByRole('button', { name: 'Add a code' }).click();
  await page.getByLabel('What it is for').fill('Spring 27');
  await page.getByRole('button', { name: 'Make the code' }).click();
  await expect(page.getByLabel('What is typed')).toHaveValue('SPRING27');
  await page.getByLabel('Per cent').fill('50');
  await accessible(page, 'discount codes');
  await page.getByRole('link', { name: 'Taking money' }).click();
  await page.getByLabel('They stay for').fill('5');
  await kept(page, /2 changes/);
  await accessible(page, 'taking money');
  // A try that nobody would wait for any more is found as it is typed.
  await expect(page.getByText('A card is tried after 6 days, and nobody stays longer than 5 days')).toBeVisible();
  await page.getByLabel('They stay for').fill('10');
  await publish(page, 'Spring');
  const guest = await (await browser.newContext()).newPage();
  await towardsPatron(guest, product, 'spring@oake.example', 'Perrin Spring');
  await guest.getByLabel('Discount code, if you have one').fill('spring27');
  await expect(guest.getByRole('status').getByText('50% off the first payment')).toBeVisible();
  await expect(guest.getByRole('button', { name: 'Pay £10.00 by card' })).toBeVisible();
});
