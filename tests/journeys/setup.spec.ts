/** Joining, set up by its owner at the desk, and what comes of it for those who join. */
import type { Page } from '@playwright/test';
import {
  accessible,
  codeIn,
  expect,
  kept,
  publish,
  inPlace,
  inputsReady,
  slowAsAPerson,
  staffIn,
  test,
  watch,
  type Product,
} from './product';

async function joiningAt(page: Page, product: Product, part: '' | '/forms' | '/paths' = ''): Promise<void> {
  await page.goto(`${product.site}/desk/joining${part}`);
  await expect(page.getByRole('button', { name: 'Publish…' })).toBeEnabled();
}

async function pick(page: Page, label: string, option: string | RegExp): Promise<void> {
  await page.getByRole('combobox', { name: label, exact: true }).press('ArrowDown');
  await page.getByRole('option', { name: option }).click();
}
async function named(page: Page, button: string, name: string): Promise<void> {
  await page.getByRole('button', { name: button, exact: true }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('textbox').fill(name);
  await dialog.getByRole('button', { name: button }).click();
  await expect(dialog).toBeHidden();
}
test.use({ members: 60 });

test('a field, a path and a form from nothing; published; somebody joins through them and lands on the right page', async ({
  browser,
  page,
  product,
}) => {
  const complaints = watch(page);
  await staffIn(page, product, 'wilf');
  await joiningAt(page, product);

  await named(page, 'New field', 'What would you talk about?');
  await pick(page, 'Kind', 'One choice');
  await page.getByLabel('As read').first().fill('Queens');
  await page.getByLabel('As read').nth(1).fill('Honey');
  await page.getByLabel('Help under the question').fill('One is enough.');
  await kept(page, /^Draft, 1 change$/);
  await accessible(page, 'profile fields');

  await joiningAt(page, product, '/paths');
  await named(page, 'New path', 'Speakers');
  await expect(page.getByText('No gate: whoever sends the form is in at once.')).toBeVisible();
  for (const gate of ['Confirm email', 'Review']) {
    await page.getByRole('button', { name: 'Add a gate' }).click();
    await page.getByRole('menuitem', { name: gate }).click();
  }
  await page.getByLabel('Aim, in days').fill('3');
  // What cannot be is marked at once, and nothing that was typed is lost.
  await page.getByLabel('Time limit, in days').fill('soon');
  await expect(page.getByText('Not saved yet: mend what is marked.')).toBeVisible();
  await page.getByLabel('Time limit, in days').fill('10');
  await expect(page.getByText('Not saved yet: mend what is marked.')).toBeHidden();
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByRole('menuitem', { name: 'A level' }).click();
  await pick(page, 'First page', 'About');
  await accessible(page, 'admission paths');

  await joiningAt(page, product, '/forms');
  await named(page, 'New form', 'Spring evenings');
  await page.getByRole('button', { name: 'Place What would you talk about?' }).click();
  await page.getByRole('radio', { name: 'must be given' }).check();
  // The check-up has said so as it was made: nothing leads to the form yet.
  await expect(page.getByText('Nothing leads to Spring evenings.')).toBeVisible();
  await page.getByRole('button', { name: 'Form settings' }).click();
  await page.getByRole('tab', { name: 'Use' }).click();
  await pick(page, 'Leads to', 'Speakers');
  // The field, the path, the form, and the letter that tells reviewers of what comes in.
  await kept(page, /^Draft, 4 changes$/);
  await expect(page.frameLocator('.mount-beside__paper').first().getByText('One is enough.')).toBeVisible();
  await accessible(page, 'signup forms');
  await publish(page, 'Talks by guests');

  const guest = await (await browser.newContext()).newPage();
  const mail = 'perrin@oake.example';
  await guest.goto(`${product.site}/join/spring-evenings`);
  await inputsReady(guest);
  await guest.getByLabel('Full name').fill('Perrin Oake');
  await guest.getByLabel('Email').fill(mail);
  await guest.getByLabel('Choose a password').fill('moss lantern heather');
  await guest.getByRole('combobox', { name: 'What would you talk about?' }).selectOption('Honey');
  await slowAsAPerson(guest);
  await guest.getByRole('button', { name: 'Send my application' }).click();
  await expect(guest.getByRole('heading', { name: 'Confirm your email' })).toBeVisible();
  const letter = await product.letter(mail, /Your code/);
  await guest.getByLabel('Code', { exact: true }).fill(codeIn(letter));
  await guest.getByRole('button', { name: 'Confirm', exact: true }).click();
  await expect(guest.getByRole('heading', { name: 'Your application is with us' })).toBeVisible();

  const tamsin = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await staffIn(tamsin, product, 'tamsin');
  await tamsin.getByRole('button', { name: 'Review Perrin Oake' }).click();
  const sheet = tamsin.getByRole('complementary', { name: 'Perrin Oake' });
  await expect(sheet.getByText('Honey')).toBeVisible();
  await sheet.getByRole('button', { name: 'Ask…' }).click();
  await sheet.getByLabel('Your question to Perrin').fill('For how long would you speak?');
  await sheet.getByRole('button', { name: 'Send the question' }).click();
  await product.letter(mail, /question/i);
  await guest.goto(`${product.site}/joining`);
  await inputsReady(guest);
  await expect(guest.getByText('For how long would you speak?')).toBeVisible();
  await guest.getByRole('textbox').fill('For half an hour.');
  await guest.getByRole('button', { name: /Send/ }).click();
  await expect(guest.getByText('Thank you, your answer is with us.')).toBeVisible();
  await inPlace(guest);
  await expect(sheet.getByText('For half an hour.').first()).toBeVisible();
  await sheet.getByRole('button', { name: 'Admit Perrin' }).click();
  await expect(tamsin.getByText('Perrin Oake is admitted.', { exact: false })).toBeVisible();
  await guest.goto(`${product.site}/joining`);
  await expect(guest.getByRole('heading', { level: 1 })).toHaveText('You are in');
  await guest.getByRole('main').getByRole('link').first().click();
  await expect(guest).toHaveURL(/\/about$/);
  expect(complaints).toEqual([]);
});

test('two staff change one field: both states side by side, and nothing typed is lost', async ({
  browser,
  page,
  product,
}) => {
  await staffIn(page, product, 'wilf');
  await page.goto(`${product.site}/desk/joining?field=colonies-kept`);
  await expect(page.getByLabel('Help under the question')).toHaveValue('Count nuclei as one each.');

  // Wilf hears nothing of what others do for a while, as on a line that fails.
  await page.route('**/api/desk/pulse', (route) => route.abort());
  const other = await (await browser.newContext()).newPage();
  await staffIn(other, product, 'odile');
  await other.goto(`${product.site}/desk/joining?field=colonies-kept`);
  await other.getByLabel('Help under the question').fill('Nuclei count too.');
  await expect(other.getByText(/^Draft, 1 change$/)).toBeVisible();

  await page.getByLabel('Help under the question').fill('Full hives only.');
  const dialog = page.getByRole('dialog', { name: 'Two of you changed Colonies kept' });
  await expect(dialog).toContainText('Odile Harrowgate changed this');
  await expect(dialog.getByRole('cell', { name: 'Full hives only.' })).toBeVisible();
  await expect(dialog.getByRole('cell', { name: 'Nuclei count too.' })).toBeVisible();
  await accessible(page, 'two who changed one thing');
  await dialog.getByRole('button', { name: 'Keep mine' }).click();
  await expect(page.getByLabel('Help under the question')).toHaveValue('Full hives only.');
  await expect(page.getByText(/^Draft, 1 change$/)).toBeVisible();
  // The other desk follows by itself.
  await expect(other.getByLabel('Help under the question')).toHaveValue('Full hives only.');

  await page.getByRole('button', { name: 'Undo the last change of the draft' }).click();
  await expect(page.getByLabel('Help under the question')).not.toHaveValue('Full hives only.');
  await page.getByRole('button', { name: 'Redo the change that was undone' }).click();
  await expect(page.getByLabel('Help under the question')).toHaveValue('Full hives only.');
  await page.reload();
  await expect(page.getByLabel('Help under the question')).toHaveValue('Full hives only.');

  // What is on its way when the line fails is there after a reload, and goes on its way then.
  await page.route('**/api/desk/setup/items/**', (route) => route.abort());
  await page.getByLabel('Help under the question').fill('Hives, not nuclei.');
  await expect(page.getByText('Saving…')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Help under the question')).toHaveValue('Hives, not nuclei.');
  await page.unroute('**/api/desk/setup/items/**');
  await expect(other.getByLabel('Help under the question')).toHaveValue('Hives, not nuclei.');

  // What others save while somebody types takes nothing away: both states are shown.
  await page.route('**/api/desk/setup/items/**', (route) => route.abort());
  await page.getByLabel('Help under the question').fill('Mine.');
  await other.getByLabel('Help under the question').fill('Theirs.');
  await expect(other.getByText('Saving…')).toBeHidden();
  await page.unroute('**/api/desk/pulse');
  await expect(page.getByLabel('Help under the question')).toHaveValue('Mine.');
  await page.unroute('**/api/desk/setup/items/**');
  await expect(dialog).toContainText('Odile Harrowgate changed this');
  // A reload in the question asks it again, with one's own words.
  await page.reload();
  await expect(dialog.getByRole('cell', { name: 'Mine.' })).toBeVisible();
  await expect(dialog.getByRole('cell', { name: 'Theirs.' })).toBeVisible();
  await dialog.getByRole('button', { name: 'Take theirs' }).click();
  await expect(page.getByLabel('Help under the question')).toHaveValue('Theirs.');
  await page.reload();
  await expect(page.getByLabel('Help under the question')).toHaveValue('Theirs.');
  await expect(dialog).toBeHidden();
});

test('a gate is taken away while people wait at it: told by name before, done at once, and the old revision brought back', async ({
  page,
  product,
}) => {
  await staffIn(page, product, 'odile');
  await joiningAt(page, product, '/paths');
  await page.getByRole('button', { name: /Review/ }).click();
  await page.getByRole('button', { name: 'Remove this gate' }).click();
  await kept(page, /^Draft, 1 change$/);
  await page.getByRole('button', { name: 'Publish…' }).click();
  const sheet = page.getByRole('dialog', { name: 'Publish' });
  await expect(sheet.getByText('Gone: Gate, Review')).toBeVisible();
  await expect(sheet.getByText('Anselm Pikard goes on to Payment')).toBeVisible();
  await expect(sheet.getByText(/^\d+ people on a path are moved$/)).toBeVisible();
  await accessible(page, 'publish');
  await sheet.getByLabel('Note for the history').fill('Everybody is welcome');
  await sheet.getByRole('button', { name: 'Publish revision 2' }).click();
  await expect(page.getByText('Revision 2 is live.')).toBeVisible();
  await page.goto(`${product.site}/desk/members?q=Anselm`);
  await page
    .getByRole('row', { name: /Anselm Pikard/ })
    .getByRole('button')
    .click();
  await expect(page.getByText(/gate 2 of 2, Payment/)).toBeVisible();

  await joiningAt(page, product, '/paths');
  await page.getByRole('button', { name: 'Publish…' }).click();
  await sheet.getByRole('tab', { name: 'History 2' }).click();
  await sheet.getByRole('radio', { name: 'Compare from revision 1' }).check();
  await expect(sheet.getByText('Gone: Gate, Review')).toBeVisible();
  await expect(sheet.getByText('“Everybody is welcome”')).toBeVisible();
  await accessible(page, 'history');
  await sheet.getByRole('button', { name: 'Restore 1 into the draft' }).click();
  await expect(page.getByText(/^The draft is now what revision 1 was/)).toBeVisible();
  await expect(page.getByRole('button', { name: /Review/ })).toBeVisible();
  await publish(page, 'As it was');
});

test('by keyboard alone: a question is moved, a gate too, and it is said where they came to', async ({
  page,
  product,
}) => {
  await staffIn(page, product, 'wilf');
  await joiningAt(page, product, '/forms');
  const handle = page.getByRole('button', { name: 'Move Apiary postcode' });
  await handle.focus();
  await page.keyboard.press('Alt+ArrowUp');
  await expect(page.getByText('Apiary postcode, now 3 of 9')).toBeAttached();
  await expect(handle).toBeFocused();
  await page.keyboard.press('Alt+ArrowDown');
  await kept(page, /^Draft, no changes$/);
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Question, as asked here')).toBeVisible();

  await joiningAt(page, product, '/paths');
  await page.getByRole('button', { name: /^2 ?Review/ }).focus();
  await page.keyboard.press('Alt+ArrowLeft');
  await expect(page.getByRole('button', { name: /^1 ?Review/ })).toBeVisible();
  await page.keyboard.press('Control+Shift+P');
  await expect(page.getByRole('dialog', { name: 'Publish' })).toContainText('Order: Review, Confirm email');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog', { name: 'Publish' })).toBeHidden();
});

test('the check-up finds what is wrong as it is typed, leads there, and it keeps the draft from going live', async ({
  page,
  product,
}) => {
  await staffIn(page, product, 'wilf');
  await joiningAt(page, product, '/forms');
  await page.getByRole('button', { name: /^Choose a password/ }).click();
  await page.getByRole('button', { name: 'Take out' }).click();
  await expect(page.getByRole('link', { name: /^Signup forms 1 to fix/ })).toBeVisible();
  await page.getByRole('link', { name: /^Check-up/ }).click();
  await page.getByRole('button', { name: /^Join Quillmoor does not ask for a password/ }).click();
  const sheet = page.getByRole('complementary', { name: /does not ask for a password/ });
  await expect(sheet).toContainText('Nobody who signs up could sign in again.');
  await accessible(page, 'check-up');
  await page.getByRole('button', { name: 'Publish…' }).click();
  const publishing = page.getByRole('dialog', { name: 'Publish' });
  await expect(publishing.getByText('Publishing has to wait for this.')).toBeVisible();
  await expect(publishing.getByRole('button', { name: /^Publish revision/ })).toBeDisabled();
  await publishing.getByRole('button', { name: 'Put back' }).click();
  await expect(publishing.getByText('The draft is what is live now.', { exact: false })).toBeVisible();
  await publishing.getByRole('button', { name: /^Close/ }).click();
  await expect(page.getByText('Nothing to fix', { exact: false })).toBeVisible();
});

test('what is made and taken out again before it has reached the server is gone, here and there', async ({
  page,
  product,
}) => {
  await staffIn(page, product, 'wilf');
  await joiningAt(page, product);
  let letGo = () => undefined as void;
  const held = new Promise<void>((go) => (letGo = go));
  await page.route('**/api/desk/setup/items/field/queens', async (route) => {
    await held;
    await route.continue();
  });
  const sent = page.waitForRequest('**/api/desk/setup/items/field/queens');
  await named(page, 'New field', 'Queens');
  await sent;
  await page.getByRole('button', { name: 'Remove', exact: true }).click();
  letGo();
  await kept(page, /^Draft, no changes$/);
  await page.reload();
  await kept(page, /^Draft, no changes$/);
  await expect(page.getByText('Queens', { exact: true })).toHaveCount(0);
});

test('a reviewer has no draft, and an address typed by hand says so', async ({ page, product }) => {
  await staffIn(page, product, 'tamsin');
  await expect(page.getByRole('link', { name: /^Joining/ })).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Publish…' })).toHaveCount(0);
  await page.goto(`${product.site}/desk/joining/forms`);
  await expect(page.getByText('Your part at the desk does not include this.', { exact: false })).toBeVisible();
});

test('what is begun in the sheet, the publish note and somebody made up is there after Escape and a reload', async ({
  page,
  product,
}) => {
  const complaints = watch(page);
  await staffIn(page, product, 'odile');

  await page.goto(`${product.site}/desk/members`);
  await page.getByRole('button', { name: 'Ida Marrowby' }).click();
  await page.getByRole('button', { name: 'Change answers' }).click();
  const name = page.getByLabel('Full name');
  const before = await name.inputValue();
  await name.press('End');
  await name.pressSequentially(' Strauß', { delay: 20 });
  await page.keyboard.press('Escape');
  await expect(name).toBeHidden();
  await page.getByRole('button', { name: 'Change answers' }).click();
  await expect(name).toHaveValue(`${before} Strauß`);
  await page.reload();
  await page.getByRole('button', { name: 'Change answers' }).click();
  await expect(name).toHaveValue(`${before} Strauß`);
  await page.getByRole('button', { name: 'Cancel' }).click();
  await page.getByRole('button', { name: 'Change answers' }).click();
  await expect(name).toHaveValue(before);

  await page.goto(`${product.site}/desk/settings/made-up`);
  await page.getByRole('button', { name: 'Make somebody up' }).click();
  await page.getByLabel('Name').fill('Tilda Coombe');
  await page.getByLabel('For how many days').fill('12');
  await page.reload();
  await page.getByRole('button', { name: 'Make somebody up' }).click();
  await expect(page.getByLabel('Name')).toHaveValue('Tilda Coombe');
  await expect(page.getByLabel('For how many days')).toHaveValue('12');
  await page.getByRole('button', { name: 'Cancel' }).click();
  await page.getByRole('button', { name: 'Make somebody up' }).click();
  await expect(page.getByLabel('Name')).toHaveValue('');

  await page.goto(`${product.site}/desk/joining?field=colonies-kept`);
  await page.getByLabel('Help under the question').fill('Nuclei count as one.');
  await page.getByRole('button', { name: 'Publish…' }).click();
  const note = page.getByLabel('Note for the history');
  await note.pressSequentially('Asked at the meeting,\nby two.', { delay: 15 });
  await page.keyboard.press('Escape');
  await expect(note).toBeHidden();
  await page.reload();
  await page.getByRole('button', { name: 'Publish…' }).click();
  await expect(note).toHaveValue('Asked at the meeting,\nby two.');
  await page.getByRole('button', { name: /^Publish revision/ }).click();
  await expect(page.getByText(/is live/).first()).toBeVisible();
  await page.getByLabel('Help under the question').fill('Nuclei count as one each.');
  await page.getByRole('button', { name: 'Publish…' }).click();
  await expect(note).toHaveValue('');
  expect(complaints).toEqual([]);
});
