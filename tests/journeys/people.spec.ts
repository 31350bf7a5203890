/** Looking after people: found by what they answered, put right, answered several at once; looked at as nobody real. */
import { accessible, choose, expect, inPlace, inputsReady, publish, signIn, staffIn, test, watch } from './product';

test('members are found by what they answered, and an answer is put right', async ({ page, product }) => {
  const complaints = watch(page);
  await staffIn(page, product, 'odile');
  await page.goto(`${product.site}/desk/members`);
  await page.getByRole('button', { name: 'Add a condition' }).click();
  await choose(page.getByRole('combobox', { name: 'Show people whose' }), 'Years keeping bees is at least…');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByText('Type a number, such as 5.')).toBeVisible();
  await page.getByLabel('Number', { exact: true }).fill('5');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page).toHaveURL(/where=/);
  await expect(page.getByText('Years keeping bees is at least 5')).toBeVisible();
  const shown = page.getByText(/^\d+ of \d+ people$/);
  await expect(shown).toBeVisible();
  const before = await shown.textContent();
  await page.getByRole('button', { name: 'Add a condition' }).click();
  await choose(page.getByRole('combobox', { name: 'Show people whose' }), 'Apiary postcode begins with…');
  await page.getByLabel('Letters').fill('qm4');
  await page.keyboard.press('Enter');
  await expect(shown).not.toHaveText(before!);
  await accessible(page, 'Members, filtered by answers');
  // What is asked for stands in the address.
  await page.reload();
  await expect(page.getByText('Apiary postcode begins with qm4')).toBeVisible();
  await page.getByRole('button', { name: 'Take out Apiary postcode begins with qm4' }).click();
  await page.getByRole('button', { name: 'Take out Years keeping bees is at least 5' }).click();

  await page.getByPlaceholder('Search').fill('ida marrow');
  await page.getByRole('button', { name: 'Ida Marrowby' }).click();
  await page.getByRole('button', { name: 'Change answers' }).click();
  await inPlace(page);
  await page.getByLabel('Colonies kept').fill('many');
  await accessible(page, 'Answers put right');
  await page.getByRole('button', { name: 'Keep the answers' }).click();
  await expect(page.getByLabel('Colonies kept')).toHaveAccessibleDescription(/number/i);
  await inPlace(page);
  await page.getByLabel('Colonies kept').fill('12');
  await page.getByRole('button', { name: 'Keep the answers' }).click();
  await expect(page.getByText('The answers of Ida Marrowby are kept.')).toBeVisible();
  await inPlace(page);
  await expect(page.getByText('Odile Harrowgate changed Colonies kept')).toBeVisible();
  expect(complaints).toEqual([]);
});

test('several applications are answered at once, after their count and names', async ({ page, product }) => {
  const complaints = watch(page);
  await staffIn(page, product, 'tamsin');
  await page.getByRole('checkbox', { name: 'Tick Anselm Pikard' }).check();
  await page.getByRole('checkbox', { name: 'Tick Jessamy Thorle' }).check();
  await page.getByRole('button', { name: 'Decline…' }).click();
  await page.getByRole('button', { name: 'Decline these 2' }).click();
  await expect(page.getByText('Write why. Each of them reads it.')).toBeVisible();
  await accessible(page, 'Several at once');
  await page.getByRole('button', { name: 'Not now' }).click();
  await inPlace(page);
  await page.getByRole('button', { name: 'Say yes…' }).click();
  await expect(page.getByText('A yes to 2 people: Anselm Pikard and Jessamy Thorle.')).toBeVisible();
  await page.getByRole('button', { name: 'Yes, to these 2' }).click();
  await expect(page.getByText('2 of 2 have their yes.')).toBeVisible();
  await expect(page.getByRole('checkbox', { name: 'Tick Anselm Pikard' })).toHaveCount(0);
  await inPlace(page);
  expect(complaints).toEqual([]);
});

test('somebody made up: looked at as, a letter read and tried as them, a form filled in as them', async ({
  page,
  product,
}) => {
  const complaints = watch(page);
  await staffIn(page, product, 'wilf');
  await page.goto(`${product.site}/desk/settings/made-up`);
  await page.getByRole('button', { name: 'Make somebody up' }).first().click();
  await page.getByLabel('Name', { exact: true }).fill('Perrin Underhill');
  await page.getByRole('button', { name: 'Add a level' }).click();
  await page.getByLabel('Days until it ends').fill('20');
  await page.getByLabel('Apiary postcode').fill('moor');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByLabel('Apiary postcode')).toHaveAccessibleDescription(/QM4 7TB/);
  await page.getByLabel('Apiary postcode').fill('QM2 8HN');
  await accessible(page, 'Somebody made up');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('Perrin Underhill is kept.')).toBeVisible();
  await page.locator('#viewpoint-person').click();
  await page.getByRole('button', { name: 'Perrin Underhill', exact: true }).click();
  await expect(page.locator('#viewpoint-person')).toContainText('Perrin Underhill');

  await page.goto(`${product.site}/desk/joining/paths`);
  await page.getByRole('button', { name: 'Write the letter On admission' }).click();
  const letter = page.getByRole('region', { name: /^The letter/ });
  await expect(letter.getByText('Subject: Welcome to Quillmoor, Perrin')).toBeVisible();
  await expect(letter.frameLocator('iframe').getByText('Hello Perrin,')).toBeVisible();
  await letter.getByRole('tab', { name: 'Plain text' }).click();
  await expect(letter.getByText('Hello Perrin,')).toBeVisible();
  await accessible(page, 'A letter as it is read');
  await letter.getByRole('button', { name: 'Send me a test' }).click();
  await expect(letter.getByText('A test is on its way to wilf@quillmoor.example.')).toBeVisible();
  await product.letter('wilf@quillmoor.example', /^Test: Welcome to Quillmoor, Perrin$/);

  await page.goto(`${product.site}/desk/joining/forms`);
  await page.getByRole('button', { name: 'Fill it in as Perrin Underhill' }).click();
  await expect(page.frameLocator('iframe').first().getByLabel('Full name')).toHaveValue('Perrin Underhill');
  expect(complaints).toEqual([]);
});

test('a member’s picture: chosen, shown, and seen at the desk', async ({ page, product, browser }) => {
  const complaints = watch(page);
  await signIn(page, product, 'ida.marrowby@mail.example');
  await page.goto(`${product.site}/account`);
  await inputsReady(page);
  await page
    .getByLabel('Your picture')
    .setInputFiles({ name: 'words.png', mimeType: 'image/png', buffer: Buffer.from('no') });
  await expect(page.getByText('This file cannot be read as a picture.')).toBeVisible();
  // The smallest PNG there is: one point.
  const point = 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';
  await page
    .getByLabel('Your picture')
    .setInputFiles({ name: 'point.png', mimeType: 'image/png', buffer: Buffer.from(point, 'base64') });
  await expect(page.getByRole('img', { name: 'The picture chosen, large' })).toBeVisible();
  await accessible(page, 'A picture chosen');
  // What is typed over an answer that stood there is kept in the tab as well.
  const postcode = page.getByLabel('Apiary postcode');
  await postcode.fill('QM4 9ZZ');
  await page.reload();
  await inputsReady(page);
  await expect(postcode).toHaveValue('QM4 9ZZ');
  // And what is typed while the form is on its way.
  const phone = page.getByLabel('Swarm phone');
  let arrive = (): void => undefined;
  const typed = new Promise<void>((done) => (arrive = done));
  await page.route('**/api/site/profile', async (route) => {
    await typed;
    await route.continue();
  });
  await page.getByRole('button', { name: 'Keep my profile' }).click();
  await phone.fill('01632 960 111');
  arrive();
  await expect(page.getByText('Your profile is kept.')).toBeVisible();
  await inPlace(page);
  await expect(phone).toHaveValue('01632 960 111');
  await page.reload();
  await inputsReady(page);
  await expect(postcode).toHaveValue('QM4 9ZZ');
  await expect(phone).toHaveValue('01632 960 111');
  const picture = page.getByRole('img', { name: 'The picture chosen, large' });
  await expect(picture).toBeVisible();
  expect(await picture.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBe(160);
  const desk = await (await browser.newContext()).newPage();
  await staffIn(desk, product, 'tamsin');
  await desk.goto(`${product.site}/desk/members?q=ida`);
  await desk.getByRole('button', { name: 'Ida Marrowby' }).click();
  await expect(desk.getByRole('img', { name: 'Your picture' })).toBeVisible();
  expect(complaints).toEqual([]);
});

test('a field is made of others, a text is agreed to anew, a view is kept, a follow-up begins ready', async ({
  page,
  product,
}) => {
  const complaints = watch(page);
  await staffIn(page, product, 'odile');
  await page.goto(`${product.site}/desk/joining`);
  await page.getByRole('button', { name: 'New field' }).click();
  await page.getByLabel('Label').fill('Apiary in short');
  await page.keyboard.press('Enter');
  const kind = page.getByRole('combobox', { name: 'Kind' });
  await kind.focus();
  await page.keyboard.press('Enter');
  await page.keyboard.type('Made');
  await page.keyboard.press('Enter');
  const madeOf = page.getByLabel('Made of', { exact: true });
  await madeOf.fill('nothing but words');
  await expect(page.getByText('Put the answer of at least one field in.')).toBeVisible();
  await madeOf.fill('{Apiary postcode}, {Colonies kept}');
  await expect(page.getByText('Apiary in short shows Apiary postcode to more people.')).toBeVisible();
  await choose(page.getByRole('combobox', { name: 'Seen by' }), /^staff$/);
  await expect(page.getByText('shows Apiary postcode to more people')).toBeHidden();
  await accessible(page, 'A field made of others');

  await page.goto(`${product.site}/desk/joining?field=rules`);
  await page.getByLabel('Text, one point a line').fill('Bring cake to Hut 2.');
  await expect(page.getByText('Our rules changes what was agreed to.')).toBeVisible();
  await page.getByRole('button', { name: 'Count the version up' }).click();
  await expect(page.getByText(/^Version 4/)).toBeVisible();
  await expect(page.getByText('Our rules changes what was agreed to.')).toBeHidden();
  await expect(page.frameLocator('.mount-beside__paper').last().getByText('Bring cake to Hut 2.')).toBeVisible();

  await page.goto(`${product.site}/desk/joining/forms`);
  await page.getByRole('button', { name: 'New form' }).click();
  await page.getByLabel('Title').last().fill('The new rules');
  await choose(page.getByRole('combobox', { name: 'Begins as' }), 'A follow-up: put to everybody inside');
  await page.getByRole('button', { name: 'New form' }).last().click();
  await expect(page.getByRole('heading', { name: 'The new rules' }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Place Our rules' }).click();
  await page.getByRole('button', { name: 'Publish…' }).click();
  await page.getByRole('button', { name: /^Publish revision/ }).click();
  await expect(page.getByText(/is live/).first()).toBeVisible();

  await page.goto(`${product.site}/desk/members`);
  await page.getByPlaceholder('Search').fill('ida marrow');
  await page.getByRole('button', { name: 'Ida Marrowby' }).click();
  // A job makes the field for everybody, some moments after it went live.
  await expect(async () => {
    await page.reload();
    await expect(page.getByText(/^QM\d \d\w\w, \d+ colon/)).toBeVisible({ timeout: 3_000 });
  }).toPass({ timeout: 40_000 });
  await page.goto(`${product.site}/desk/members?level=keeper&sort=newest`);
  await page.getByRole('button', { name: 'Views' }).click();
  await page.getByRole('menuitem', { name: 'Keep this as a view' }).click();
  await page.getByLabel('Name of the view').fill('Newest Keepers');
  await page.keyboard.press('Enter');
  await expect(page.getByText('“Newest Keepers” is kept for everybody at the desk.')).toBeVisible();
  await inPlace(page);
  await page.goto(`${product.site}/desk/members`);
  await page.getByRole('button', { name: 'Views' }).click();
  await page.getByRole('menuitem', { name: 'Newest Keepers' }).click();
  await expect(page).toHaveURL(/level=keeper&sort=newest/);
  await accessible(page, 'Members, by a view');
  expect(complaints).toEqual([]);
});

test('a group is made, given to somebody, seen in the list, renamed and retired', async ({ page, product }) => {
  const complaints = watch(page);
  await staffIn(page, product, 'odile');
  await page.goto(`${product.site}/desk/levels/groups`);
  await page.getByRole('button', { name: 'Add a group' }).click();
  await page.getByLabel('Name of the group').fill('Show judges');
  await page.getByRole('button', { name: 'Make the group' }).click();
  await expect(page.getByText(/^Draft, 1 change$/)).toBeVisible();
  await expect(page.getByText('nothing yet; it is given on a person’s sheet, a path or a form')).toBeVisible();
  await accessible(page, 'Groups');
  await publish(page, 'A group for judges');

  await page.goto(`${product.site}/desk/members`);
  await page.getByPlaceholder('Search').fill('ida marrow');
  await page.getByRole('button', { name: 'Ida Marrowby' }).click();
  await page.getByRole('button', { name: 'Groups…' }).click();
  await page.getByRole('checkbox', { name: 'Show judges' }).check();
  await page.getByRole('button', { name: 'Keep the groups' }).click();
  await expect(page.getByText('The groups of Ida are kept.')).toBeVisible();
  await inPlace(page);
  await expect(page.getByText('Odile Harrowgate put them into Show judges')).toBeVisible();

  await page.goto(`${product.site}/desk/levels/groups?group=show-judges`);
  await page.getByLabel('Name of the group').fill('Judges of shows');
  await page.getByRole('button', { name: 'Give it no more' }).click();
  await expect(page.getByText('not given any more')).toBeVisible();
  await publish(page, 'No more judges');
  // Whoever is in it keeps it.
  await page.goto(`${product.site}/desk/members?q=ida+marrow`);
  await expect(page.getByText(/Judges of shows/).first()).toBeVisible();
  expect(complaints).toEqual([]);
});
