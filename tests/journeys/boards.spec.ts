/** Boards: work offered on a phone, looked at by staff, found, saved, filled; a board made from nothing at the desk. */
import type { Page } from '@playwright/test';
import { accessible, expect, inputsReady, kept, publish, signIn, staffIn, test, watch, type Product } from './product';

test.use({ members: 60 });

const at = async (page: Page, product: Product, path: string) => {
  await page.goto(`${product.site}${path}`);
  await inputsReady(page);
};
const fits = async (page: Page, width: number) => {
  await page.setViewportSize({ width, height: 844 });
  expect(await page.evaluate(() => document.documentElement.scrollWidth), `${width} wide`).toBeLessThanOrEqual(width);
};

test('work is offered on a phone, looked at first, found by a visitor, saved, filled, and gone; its owner alone changes it', async ({
  browser,
  page,
  product,
}) => {
  const complaints = watch(page);
  await page.setViewportSize({ width: 390, height: 844 });
  await signIn(page, product, 'philippa.ansty@mail.example');
  await at(page, product, '/boards/work');
  await accessible(page, 'a board on a phone');
  await fits(page, 320);
  await page.getByRole('link', { name: 'Offer work' }).click();
  await page.getByLabel('Title').fill('Sieving wax for Ingrid Strauß');
  // Half of it is typed and sent, and what is missing is told where it is.
  await page.getByRole('button', { name: 'Send it' }).click();
  await expect(page.getByRole('alert').first()).toBeVisible();
  await expect(page.getByLabel('Title')).toHaveValue('Sieving wax for Ingrid Strauß');
  await accessible(page, 'the form of an entry with faults');
  await page.getByLabel('Kind of work').selectOption('Day work');
  await page.getByLabel('Firm').fill('Ansty Honey Farm');
  await page.getByLabel('Pay').fill('£90.00');
  await page.getByLabel('About the work').fill('One day.\nBring an apron.');
  await page.reload();
  await inputsReady(page);
  await expect(page.getByLabel('About the work')).toHaveValue('One day.\nBring an apron.');
  await page.getByRole('button', { name: 'Keep it and look at it first' }).click();
  await expect(page.getByRole('heading', { name: 'Sieving wax for Ingrid Strauß' })).toBeVisible();
  await expect(page.getByText('Only you see this draft.', { exact: false })).toBeVisible();
  await accessible(page, 'an own draft');
  await fits(page, 320);
  const address = new URL(page.url()).pathname;
  await page.getByRole('button', { name: 'Send it' }).click();
  await expect(page.getByText('It waits to be looked at.', { exact: false })).toBeVisible();

  const others = await browser.newContext();
  const visitor = await others.newPage();
  expect((await visitor.goto(`${product.site}${address}`))?.status()).toBe(404);

  // Staff read it, send it back with a reason, and let the changed one through.
  const desk = await (await browser.newContext()).newPage();
  complaints.push(...watch(desk));
  await staffIn(desk, product, 'wilf');
  await desk.goto(`${product.site}/desk/boards/entries`);
  await desk.getByRole('button', { name: 'Sieving wax for Ingrid Strauß' }).click();
  const sheet = desk.getByRole('complementary', { name: 'Sieving wax for Ingrid Strauß' });
  await expect(sheet.getByText('Bring an apron.')).toBeVisible();
  await accessible(desk, 'entries with one opened');
  await sheet.getByLabel('What they are to change').fill('Say on which day.');
  await sheet.getByRole('button', { name: 'Send it back' }).click();
  await expect(sheet.getByText('It was sent back: Say on which day.')).toBeVisible();
  await page.reload();
  await expect(page.getByText('It was sent back: Say on which day.')).toBeVisible();
  await page.getByRole('link', { name: 'Change it' }).click();
  await inputsReady(page);
  await page.getByLabel('About the work').fill('On Friday.');
  await page.getByRole('button', { name: 'Send it' }).click();
  await expect(page.getByText('It waits to be looked at.', { exact: false })).toBeVisible();
  await sheet.getByRole('button', { name: 'Close' }).click();
  await desk.getByRole('button', { name: 'Sieving wax for Ingrid Strauß' }).click();
  await sheet.getByRole('button', { name: 'Let it through' }).click();
  await expect(sheet.getByText('let through by Wilf Garrowby')).toBeVisible();
  await product.letter('philippa.ansty@mail.example', /Sieving wax/);

  // A visitor finds it by the beginning of a word, without accents; the question stands in the address.
  await at(visitor, product, '/boards/work');
  await visitor.getByRole('searchbox').fill('strauss wax');
  await visitor.getByRole('button', { name: 'Search' }).click();
  await expect(visitor).toHaveURL(/\/boards\/work\?q=strauss(\+|%20)wax/);
  await expect(visitor.locator('mark').first()).toHaveText('wax');
  await visitor.getByRole('link', { name: 'Sieving wax for Ingrid Strauß' }).click();
  await expect(visitor.getByText('On Friday.')).toBeVisible();
  await expect(visitor.getByText('Philippa')).toHaveCount(0);
  await visitor.goBack();
  await expect(visitor.getByRole('searchbox')).toHaveValue('strauss wax');
  await visitor.getByLabel('Kind of work').selectOption({ value: 'apprenticeship' });
  await expect(visitor.getByText('Nothing fits. Ask for less.')).toBeVisible();

  // A member saves it.
  const ida = await (await browser.newContext()).newPage();
  await signIn(ida, product, 'ida.marrowby@mail.example');
  await at(ida, product, '/boards/work?q=sieving');
  await ida.getByRole('button', { name: 'Save “Sieving wax for Ingrid Strauß”' }).click();
  await expect(ida.getByRole('button', { name: /^Saved: / })).toBeVisible();
  await ida
    .getByRole('link', { name: /^Saved 1/ })
    .or(ida.getByRole('link', { name: /^Saved/ }))
    .first()
    .click();
  await expect(ida.getByRole('link', { name: 'Sieving wax for Ingrid Strauß' })).toBeVisible();
  await at(ida, product, '/mine');
  await expect(ida.getByRole('link', { name: 'Sieving wax for Ingrid Strauß' })).toBeVisible();
  await accessible(ida, 'what somebody posted and saved');
  // She applies, and reads what she said; its owner reads it too, with her name and no address.
  await at(ida, product, address);
  await ida.getByLabel('Why you?').fill('I have sieved wax before.\nTwice.');
  await ida.getByRole('button', { name: 'Send my application' }).click();
  await expect(ida.getByText('Your reply is on its way.')).toBeVisible();
  await expect(ida.getByText('Twice.')).toBeVisible();
  await accessible(ida, 'an entry with a reply form');
  const told = await product.letter('philippa.ansty@mail.example', /^A reply to/);
  expect(told.text).not.toContain('ida.marrowby@');
  await page.goto(`${product.site}${address}`);
  await expect(page.getByText('Ida Marrowby')).toBeVisible();
  await expect(page.getByText('Twice.')).toBeVisible();
  // It is not hers to change.
  await at(ida, product, address);
  await expect(ida.getByRole('link', { name: 'Change it' })).toHaveCount(0);

  await page.goto(`${product.site}${address}`);
  await page.getByRole('button', { name: 'Set to “Filled”' }).click();
  await expect(page.getByText('It has ended.')).toBeVisible();
  await visitor.goto(`${product.site}${address}`);
  await expect(visitor.getByText('Filled')).toBeVisible();
  expect(complaints).toEqual([]);
});

test('a board is made from nothing, published, posted on without script', async ({ browser, page, product }) => {
  const complaints = watch(page);
  await staffIn(page, product, 'odile');
  await page.goto(`${product.site}/desk/boards`);
  await page.getByRole('button', { name: 'Add a board' }).click();
  await page.getByRole('dialog').getByRole('textbox').fill('Lost and found');
  await page.getByRole('dialog').getByRole('button', { name: 'Add this board' }).click();
  await expect(page.getByRole('heading', { name: 'Lost and found' })).toBeVisible();
  await accessible(page, 'the fields of a new board');
  await page.getByRole('button', { name: 'Add a field' }).click();
  await page.getByRole('textbox', { name: 'Label' }).fill('Where it lay');
  await page.getByLabel('On the row of the list').check();
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await page.getByRole('tab', { name: 'Categories' }).click();
  await page.getByRole('button', { name: 'Add a category' }).click();
  await page.getByRole('textbox', { name: 'Category' }).fill('Gloves');
  await page.getByRole('tab', { name: 'States' }).click();
  // The lane by keyboard.
  await page.getByRole('button', { name: /Ended/ }).press('Enter');
  await page.getByRole('textbox', { name: 'What it is called' }).fill('Back with its owner');
  await accessible(page, 'the states of a board');
  await page.getByRole('tab', { name: 'Doors' }).click();
  await page.getByRole('radio', { name: 'Others see it at once' }).check();
  await accessible(page, 'the doors of a board');
  for (const tab of ['How long', 'Name', 'Letters']) {
    await page.getByRole('tab', { name: tab }).click();
    await accessible(page, `a board, ${tab}`);
  }
  await page.getByRole('tab', { name: 'Name' }).click();
  await page.getByLabel('Button that leads to a new entry').fill('Tell of something');
  await kept(page, /^Draft, 1 change$/);
  await page.reload();
  await page.getByRole('tab', { name: 'Name' }).click();
  await expect(page.getByLabel('Button that leads to a new entry')).toHaveValue('Tell of something');
  await publish(page, 'Lost and found');

  // Without script.
  const context = await browser.newContext({ javaScriptEnabled: false });
  const plain = await context.newPage();
  await plain.goto(`${product.site}/sign-in`);
  await plain.getByLabel('Email').fill('ida.marrowby@mail.example');
  await plain.getByLabel('Password', { exact: true }).fill('quillmoor-demo');
  await plain.getByRole('button', { name: 'Sign in', exact: true }).click();
  await plain.goto(`${product.site}/boards/lost-and-found`);
  await plain.getByRole('link', { name: 'Tell of something' }).click();
  await plain.getByLabel('What it is').fill('One glove');
  await plain.getByRole('button', { name: 'Send it' }).click();
  await expect(plain.getByLabel('What it is')).toHaveValue('One glove');
  await plain.getByLabel('Category').selectOption('Gloves');
  await plain.getByLabel('Where it lay').fill('By the extractor');
  await plain.getByRole('button', { name: 'Send it' }).click();
  await expect(plain.getByRole('heading', { name: 'One glove' })).toBeVisible();
  await plain.goto(`${product.site}/boards/lost-and-found?q=glove`);
  await expect(plain.getByText('By the extractor')).toBeVisible();
  await plain.getByRole('link', { name: 'Your entry' }).click();
  await plain.getByRole('button', { name: 'Set to “Back with its owner”' }).click();
  await expect(plain.getByText('It has ended.')).toBeVisible();
  expect(complaints).toEqual([]);
});
