/** Forms made at the desk, and sent: page by page, by invitation, from a waiting list, out of another site. */
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Page } from '@playwright/test';
import {
  accessible,
  choose,
  codeIn,
  expect,
  fillRight,
  inputsReady,
  linkIn,
  signIn,
  slowAsAPerson,
  staffIn,
  test,
  watch,
  type Product,
} from './product';

async function formAt(page: Page, product: Product, id: string): Promise<void> {
  await page.goto(`${product.site}/desk/joining/forms/${id}`);
  await expect(page.getByRole('button', { name: 'Publish…' })).toBeEnabled();
}
const pick = (page: Page, label: string, option: string | RegExp) =>
  choose(page.getByRole('combobox', { name: label, exact: true }), option);
async function publish(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Publish…' }).click();
  await page.getByRole('button', { name: /^Publish revision/ }).click();
  await expect(page.getByText(/^Revision \d+ is live\.$/)).toBeVisible();
}
async function settings(page: Page, tab: string): Promise<void> {
  await page.getByRole('button', { name: 'Form settings' }).click();
  await page.getByRole('tab', { name: tab }).click();
}

test.use({ members: 60 });

test('a page of a form is shown only if; previewed by answering, tried, published, and sent page by page on a phone', async ({
  browser,
  page,
  product,
}) => {
  const complaints = watch(page);
  await staffIn(page, product, 'wilf');
  await formAt(page, product, 'join-quillmoor');
  const add = async (piece: string) => {
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await page.getByRole('menuitem', { name: piece, exact: true }).click();
  };
  await add('A new page');
  await page.getByLabel('What the page is called').fill('Your bees');
  await pick(page, 'Shown', 'Only if all of this holds');
  await pick(page, 'Condition 1', 'Colonies kept is at least…');
  await page.getByRole('button', { name: 'Place Hive type' }).click();
  await page.getByRole('radio', { name: 'must be given' }).check();
  await expect(page.getByText(/^Draft, 1 change$/)).toBeVisible();

  // Previewed by answering: the page comes with an answer, and goes.
  const paper = page.frameLocator('.mount-beside__paper').last();
  await expect(paper.getByRole('heading', { name: 'Your bees' })).toBeHidden();
  await paper.getByLabel('How many colonies do you keep?').fill('4');
  await expect(paper.getByLabel('Hive type')).toBeVisible();
  await paper.getByLabel('How many colonies do you keep?').fill('0');
  await expect(paper.getByLabel('Hive type')).toBeHidden();
  // A test send tells what would come of it.
  await page.getByRole('button', { name: 'Test send' }).click();
  await expect(page.getByText(/^It would be refused: \d+ answers are wrong$/)).toBeVisible();
  await page.getByRole('button', { name: 'Fill it in' }).click();
  await page.getByRole('button', { name: 'Test send' }).click();
  await expect(page.getByText('Waits at gate 1, Confirm email')).toBeVisible();
  await expect(page.getByText('profile, Colonies kept')).toBeVisible();
  await accessible(page, 'the form editor with a test send');
  expect(await product.letters('perrin.oake@mail.example')).toEqual([]);
  await publish(page);
  expect(complaints).toEqual([]);

  const phone = await (await browser.newContext({ viewport: { width: 390, height: 800 } })).newPage();
  const complained = watch(phone);
  await phone.goto(`${product.site}/join/quillmoor`);
  await inputsReady(phone);
  await expect(phone.getByRole('button', { name: 'Next' })).toBeHidden();
  await phone.getByLabel('How many colonies do you keep?').fill('4');
  // Another page is to come now, and this one has to be right before.
  await phone.getByRole('button', { name: 'Next' }).click();
  await expect(phone.getByRole('alert')).toContainText('answers need another look');
  await accessible(phone, 'a page of a form with faults');
  await fillRight(phone, 'perrin@oake.example');
  await phone.getByRole('button', { name: 'Next' }).click();
  await expect(phone.getByRole('heading', { name: 'Your bees' })).toBeFocused();
  await expect(phone.getByLabel('Full name')).toBeHidden();
  // Back by the browser's own button, with everything typed.
  await phone.goBack();
  await expect(phone.getByLabel('Full name')).toHaveValue('Perrin Oake');
  await phone.goForward();
  await phone.getByRole('button', { name: 'Send my application' }).click();
  await expect(phone.getByRole('alert')).toContainText('Hive type');
  await phone.getByRole('combobox', { name: 'Hive type' }).selectOption({ index: 1 });
  await accessible(phone, 'the second page of a form');
  await phone.getByRole('button', { name: 'Send my application' }).click();
  await expect(phone.getByRole('heading', { name: 'Confirm your email' })).toBeVisible();
  expect(complained).toEqual([]);
});

test('an invitation: a link of one’s own, used once, and seen by whoever invited', async ({
  browser,
  page,
  product,
}) => {
  const complaints = watch(page);
  await staffIn(page, product, 'odile');
  await formAt(page, product, 'offer-a-talk');
  await settings(page, 'Who may');
  await page.getByLabel('Whom to invite').fill('Hesper Vane, hesper.vane@mail.example\nRafe');
  await page.getByRole('button', { name: 'Write to 1 person' }).click();
  await expect(page.getByText('1 person is written to.')).toBeVisible();
  // Rafe has no address: his link is passed on by hand.
  await expect(page.locator('.invitations__link')).toHaveCount(1);
  await accessible(page, 'invitations');
  const lost = linkIn(await product.letter('hesper.vane@mail.example', /speak/));
  await page.getByRole('button', { name: 'Write again to Hesper Vane' }).click();
  await expect(page.getByText(/^invited .* · written to /)).toBeVisible();
  let link = lost;
  await expect
    .poll(async () => (link = linkIn(await product.letter('hesper.vane@mail.example', /speak/))))
    .not.toBe(lost);

  const guest = await (await browser.newContext()).newPage();
  await guest.goto(`${product.site}/join/offer-a-talk`);
  await expect(guest.getByText('This form is for those who were invited.')).toBeVisible();
  await guest.goto(lost);
  await expect(guest.getByLabel('Full name')).toBeHidden();
  await guest.goto(link);
  await inputsReady(guest);
  await expect(guest.getByLabel('Full name')).toHaveValue('Hesper Vane');
  await expect(guest.getByLabel('Email')).toHaveValue('hesper.vane@mail.example');
  await guest.getByLabel('Title of the talk').fill('Heather honey in a wet August');
  await guest.getByLabel('Choose a password').fill('moss lantern heather');
  await slowAsAPerson(guest);
  await guest.getByRole('button', { name: 'Offer this talk' }).click();
  await guest.getByLabel('Code').fill(codeIn(await product.letter('hesper.vane@mail.example', /code/i)));
  await guest.getByRole('button', { name: 'Confirm', exact: true }).click();
  await expect(guest.getByRole('heading', { name: 'You are in' })).toBeVisible();
  const other = await (await browser.newContext()).newPage();
  await other.goto(link);
  await expect(other.getByText('This invitation has been used')).toBeVisible();

  await page.reload();
  await settings(page, 'Who may');
  await expect(page.getByRole('link', { name: /^used by Hesper Vane, / })).toBeVisible();
  await page.getByRole('button', { name: 'Take back the invitation of Rafe' }).click();
  await expect(page.getByText('1 of 1 used')).toBeVisible();
  expect(complaints).toEqual([]);
});

test('a waiting list moves up by itself', async ({ browser, page, product }) => {
  await staffIn(page, product, 'odile');
  await formAt(page, product, 'join-quillmoor');
  await settings(page, 'Who may');
  await page.getByLabel('Places', { exact: false }).first().fill('1');
  await page.getByLabel('A waiting list, which moves up by itself').check();
  // With the two letters that it sends.
  await expect(page.getByText(/^Draft, 3 changes$/)).toBeVisible();
  await publish(page);

  const join = async (mail: string) => {
    const one = await (await browser.newContext()).newPage();
    await one.goto(`${product.site}/join/quillmoor`);
    await fillRight(one, mail);
    await one.getByRole('button', { name: 'Send my application' }).click();
    return one;
  };
  const first = await join('first@oake.example');
  await expect(first.getByRole('heading', { name: 'Confirm your email' })).toBeVisible();
  const waits = await join('waits@oake.example');
  await expect(waits.getByRole('heading', { name: 'On the waiting list' })).toBeVisible();
  await accessible(waits, 'on the waiting list');
  await product.letter('waits@oake.example', /^You are on the waiting list$/);
  expect((await product.letters('waits@oake.example')).map(({ subject }) => subject)).toHaveLength(1);
  await first.getByText('Withdraw', { exact: false }).first().click();
  await first.getByRole('button', { name: /withdraw/i }).click();
  await expect(first.getByRole('heading', { name: 'Your application is withdrawn' })).toBeVisible();
  await product.letter('waits@oake.example', /^A place has come free for you$/);
  await product.letter('waits@oake.example', /Your code/);
  await waits.reload();
  await expect(waits.getByRole('heading', { name: 'Confirm your email' })).toBeVisible();
});

test('a form stands in a page of another site, fits its height, leaves no cookie, and goes on by mail', async ({
  browser,
  page,
  product,
}) => {
  await staffIn(page, product, 'odile');
  await formAt(page, product, 'join-quillmoor');
  // On two pages, so that the second is walked from elsewhere too.
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByRole('menuitem', { name: 'A new page', exact: true }).click();
  await page.getByLabel('What the page is called').fill('Your bees');
  await page.getByRole('button', { name: 'Place Hive type' }).click();
  await page.getByRole('radio', { name: 'must be given' }).check();
  await settings(page, 'Share');
  await page.getByLabel('May stand in pages of other sites').check();
  const lines = await page.getByLabel('Lines for another site').innerText();
  await expect(page.getByRole('img', { name: /which leads to/ })).toBeVisible();
  await accessible(page, 'sharing a form');
  await publish(page);

  const others = createServer((_, answer) => {
    answer.setHeader('content-type', 'text/html');
    answer.end(`<!doctype html><html lang="en"><title>Village hall</title><h1>Village hall</h1>${lines}</html>`);
  });
  await new Promise<void>((ready) => others.listen(0, '127.0.0.1', ready));
  const context = await browser.newContext({ viewport: { width: 700, height: 800 } });
  const hall = await context.newPage();
  const complaints = watch(hall);
  // Another host than the product's own.
  await hall.goto(`http://localhost:${(others.address() as AddressInfo).port}/`);
  const form = hall.frameLocator('iframe[title="Join Quillmoor"]');
  await expect(form.getByLabel('Full name')).toBeVisible();
  await expect(form.getByRole('link', { name: 'Already a member? Sign in' })).toHaveCount(0);
  const frame = hall.locator('iframe');
  const fits = () =>
    frame
      .evaluate((element: HTMLIFrameElement) => element.getBoundingClientRect().height)
      .then((height) => height > 900);
  await expect.poll(fits).toBe(true);
  await form.getByLabel('Full name').fill('Perrin Oake');
  await form.getByLabel('Email').fill('perrin@oake.example');
  await form.getByLabel('Choose a password').fill('moss lantern heather');
  await form.getByLabel('Apiary postcode').fill('qm4 7tb');
  await form.getByLabel('How many colonies do you keep?').fill('3');
  await form.getByLabel('Years keeping bees').fill('4');
  await form.getByLabel('I agree to the rules of the association').check();
  await slowAsAPerson(hall);
  await form.getByRole('button', { name: 'Next' }).click();
  await expect(form.getByLabel('Full name')).toBeHidden();
  await form.getByRole('button', { name: 'Send my application' }).click();
  await expect(form.getByRole('alert')).toContainText('Hive type');
  await form.getByRole('combobox', { name: 'Hive type' }).selectOption({ index: 1 });
  await form.getByRole('button', { name: 'Send my application' }).click();
  await expect(form.getByText('Open the link in it to confirm your address')).toBeVisible();
  // Shorter now, and so is its frame.
  await expect.poll(fits).toBe(false);
  await expect(form.getByLabel('Full name')).toHaveCount(0);
  expect(await context.cookies()).toEqual([]);
  expect(complaints).toEqual([]);
  others.close();

  const reader = await (await browser.newContext()).newPage();
  await reader.goto(linkIn(await product.letter('perrin@oake.example', /Your code/)));
  await inputsReady(reader);
  await reader.getByLabel('Password', { exact: true }).fill('moss lantern heather');
  await reader.getByRole('button', { name: 'Yes, confirm my address' }).click();
  await expect(reader.getByText('Your application is with us')).toBeVisible();
  // What is not meant to stand elsewhere does not.
  const answer = await reader.goto(`${product.site}/join/quillmoor`);
  expect(answer?.headers()['content-security-policy']).toContain("frame-ancestors 'self'");
});

test('a questionnaire waits for mentors on every page until it is sent', async ({ page, product }) => {
  const complaints = watch(page);
  await signIn(page, product, 'gwenna.fairclough@mail.example');
  await page.goto(`${product.site}/about`);
  await expect(page.getByText('“Mentor’s questionnaire” waits for you.')).toBeVisible();
  await accessible(page, 'a page with a notice');
  await page.getByRole('link', { name: 'Answer now' }).click();
  await expect(page.getByRole('heading', { name: 'Mentor’s questionnaire' })).toBeVisible();
  await expect(page.getByText('When you can visit them')).toBeHidden();
  await page.getByLabel('Novices you can look after').fill('2');
  await page.getByLabel('Saturdays').check();
  await accessible(page, 'a follow-up form');
  await page.getByRole('button', { name: 'Send my answers' }).click();
  await expect(page.getByText('Odile pairs mentors and novices in the first week of March.')).toBeVisible();
  await page.getByRole('link', { name: 'Go on' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Gwenna');
  await expect(page.getByText('waits for you')).toBeHidden();
  expect(complaints).toEqual([]);
});

test('somebody is invited to the desk with a part, and comes', async ({ browser, page, product }) => {
  const complaints = watch(page);
  await staffIn(page, product, 'odile');
  await page.goto(`${product.site}/desk/settings/staff`);
  await page.getByRole('button', { name: 'Invite somebody' }).click();
  await page.getByRole('button', { name: 'Send the invitation' }).click();
  await expect(page.getByText('Write their name in letters.')).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('Maud Tansley');
  await page.getByLabel('Email', { exact: true }).fill('maud@quillmoor.example');
  await page.getByLabel(/^Reviewer:/).check();
  await page.getByRole('button', { name: 'Send the invitation' }).click();
  await expect(page.getByText('The invitation is on its way to Maud Tansley')).toBeVisible();
  await accessible(page, 'the staff');
  const maud = await (await browser.newContext()).newPage();
  await maud.goto(linkIn(await product.letter('maud@quillmoor.example', /invited to the desk/)));
  await maud.getByLabel('New password').fill('moss lantern heather');
  await maud.getByRole('button', { name: 'Set this password' }).click();
  await expect(maud.getByRole('heading', { name: 'Applications to review' })).toBeVisible();
  await expect(maud.getByRole('button', { name: 'Maud', exact: true })).toBeVisible();
  // Nobody can take the last owner away, themselves neither.
  await page.getByRole('button', { name: 'Change Odile Harrowgate' }).click();
  await page.getByRole('button', { name: 'Leave the staff' }).click();
  await page.getByRole('button', { name: 'Yes', exact: true }).click();
  await expect(page.getByText('This is the last owner who can sign in.')).toBeVisible();
  expect(complaints).toEqual([]);
});
