/** The site, worked on at the desk: pages and their doors, files, menus and the look, and what comes of it for readers. */
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { accessible, choose, expect, kept, publish, signIn, staffIn, test, watch, type Product } from './product';

async function siteAt(page: Page, product: Product, part = ''): Promise<void> {
  await page.goto(`${product.site}/desk/site${part}`);
  await expect(page.getByRole('button', { name: 'Publish…' })).toBeEnabled();
}
async function lookAs(page: Page, name: string): Promise<void> {
  await page.locator('#viewpoint-person').click();
  await page.locator('#viewpoint-search').fill(name);
  await page.getByRole('option', { name: new RegExp(name) }).click();
}
async function addBlock(page: Page, kind: string): Promise<void> {
  await page.getByRole('button', { name: 'Add a block' }).click();
  await page.getByRole('menuitem', { name: kind, exact: true }).click();
}
test('a page is made, a block of it shut for Mentors, seen as three people and on two days, published, and taken back', async ({
  browser,
  page,
  product,
}) => {
  const complaints = watch(page);
  await staffIn(page, product, 'wilf');
  await siteAt(page, product);
  await page.getByRole('button', { name: 'New page' }).click();
  await page.getByRole('dialog').getByRole('textbox').fill('Heather honey');
  await page.getByRole('dialog').getByRole('button', { name: 'Make the page' }).click();
  await expect(page.getByRole('heading', { name: 'Heather honey' })).toBeVisible();
  await expect(page.getByText('Nothing leads to Heather honey.')).toBeVisible();

  // A text, written as it will read.
  await addBlock(page, 'Text');
  const writing = page.getByRole('textbox', { name: 'Text', exact: true });
  await writing.click();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('Press it, never spin it. ');
  await page.getByRole('button', { name: 'Personal word' }).click();
  await page.getByRole('menuitem', { name: 'first name' }).click();
  await expect(writing.locator('.chip')).toHaveText('first name');
  await page.getByRole('button', { name: 'Door of the page' }).click();

  // The door of the page: everybody inside, built by keyboard alone.
  await page.getByRole('button', { name: 'Let in only some' }).focus();
  await page.keyboard.press('Enter');
  const door = page.getByRole('region', { name: 'Door of this page' });
  await expect(door.getByText('Standing is Admitted', { exact: false })).toBeVisible();
  await expect(door.getByText(/^\d{3} meet it$/)).toBeVisible();
  await door.getByRole('button', { name: 'Add a condition' }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('menuitem', { name: 'Membership level' }).press('Enter');
  const word = door.getByRole('button', { name: 'Levels: Friend' });
  await word.focus();
  await page.keyboard.press('Enter');
  await page.getByRole('checkbox', { name: 'Keeper' }).press('Space');
  await page.getByRole('checkbox', { name: 'Friend' }).press('Space');
  await page.keyboard.press('Escape');
  await expect(door.getByRole('button', { name: 'Levels: Keeper' })).toBeVisible();
  const who = page.getByRole('region', { name: 'Who gets in' });
  await expect(who.getByText(/^\d+ Keepers$/)).toBeVisible();
  await expect(who.getByText('This is not published yet.')).toBeVisible();
  await who.getByRole('button', { name: 'List them' }).click();
  await expect(who.getByRole('link', { name: 'Ida Marrowby' })).toBeVisible();
  await who.getByRole('button', { name: 'Hide the list' }).click();

  // A block of its own door within it.
  await addBlock(page, 'Heading');
  await page.getByLabel('Heading', { exact: true }).fill('For mentors: the moisture table');
  await page.getByRole('radio', { name: 'Only those whom a door of its own lets in' }).check();
  const own = page.getByRole('region', { name: 'Door of this block' });
  await own.getByRole('button', { name: 'Use a saved door' }).click();
  await page.getByRole('menuitem', { name: /^Mentors only/ }).click();
  await expect(own.getByText(/shared by/)).toBeVisible();
  await kept(page, /^Draft, 1 change$/);
  await accessible(page, 'the editor of pages');

  // Through three people's eyes, and on two days.
  const paper = page.frameLocator('.mount-beside__paper').last();
  await page.getByRole('button', { name: 'Door of the page' }).click();
  await lookAs(page, 'Ida Marrowby');
  await expect(page.getByRole('heading', { name: 'Why Ida gets in' })).toBeVisible();
  await expect(page.getByText('Gets in. Sees 1 of 2 blocks.')).toBeVisible();
  await expect(paper.getByText('Press it, never spin it. Ida')).toBeVisible();
  await expect(paper.getByText('the moisture table')).toBeHidden();
  await page.goto(`${page.url()}`);
  await lookAs(page, 'Tobias Wetherfold');
  await expect(page.getByRole('heading', { name: 'Why Tobias is shut out' })).toBeVisible();
  await expect(page.getByText('Tobias must meet all of these and misses 2.')).toBeVisible();
  await expect(page.getByText(/^Your Keeper membership ended on /)).toBeVisible();
  await lookAs(page, 'Gwenna Fairclough');
  await expect(page.getByText('Gwenna must meet all of these and misses one.')).toBeVisible();
  await lookAs(page, 'Ida Marrowby');
  await expect(page.getByText('Gets in. Sees 1 of 2 blocks.')).toBeVisible();
  await page.getByRole('button', { name: /Choose a day$/ }).click();
  await page.locator('#viewpoint-day-input').fill('2031-01-05');
  await page.getByRole('button', { name: 'Look on this day' }).click();
  await expect(page.getByRole('heading', { name: 'Why Ida is shut out' })).toBeVisible();
  await page.getByRole('button', { name: /Choose a day$/ }).click();
  await page.getByRole('button', { name: 'Back to today' }).click();
  await expect(page.getByRole('heading', { name: 'Why Ida gets in' })).toBeVisible();

  // The view of the whole site shows what is live, or the draft of which the page is a part.
  await page.getByRole('button', { name: /^Open the view/ }).click();
  const view = page.getByRole('complementary', { name: 'What Ida sees' }).last();
  await view.getByRole('button', { name: 'As the draft has it' }).click();
  await choose(view.getByRole('combobox', { name: 'Page' }), 'Heather honey, open');
  const whole = page.frameLocator('.mount__paper');
  await expect(whole.getByText('Press it, never spin it. Ida')).toBeVisible();
  await accessible(page, 'the view of the draft');
  await view.getByRole('button', { name: 'As it is live' }).click();
  await expect(whole.getByText('Press it, never spin it.')).toBeHidden();
  await page.getByRole('button', { name: /^Close the view/ }).click();

  // Ida is on the site in a browser of her own; what is published comes to her without signing in again.
  const ida = await (await browser.newContext()).newPage();
  await signIn(ida, product, 'ida.marrowby@mail.example');
  expect((await ida.goto(`${product.site}/heather-honey`))!.status()).toBe(404);
  await publish(page, 'Heather honey');
  await expect.poll(async () => (await ida.goto(`${product.site}/heather-honey`))!.status()).toBe(200);
  await expect(ida.getByText('Press it, never spin it. Ida')).toBeVisible();
  await expect(ida.getByText('the moisture table')).toBeHidden();
  await accessible(ida, 'a page of the site');

  // A change of the door tells whom it shuts out before it does.
  await siteAt(page, product, '?page=heather-honey');
  await page.getByRole('region', { name: 'Door of this page' }).getByRole('button', { name: 'Levels: Keeper' }).click();
  await page.getByRole('checkbox', { name: 'Patron' }).check();
  await page.getByRole('checkbox', { name: 'Keeper' }).uncheck();
  await page.keyboard.press('Escape');
  await expect(who.getByText(/^Publishing this lets \d+ in and shuts \d+ out\.$/)).toBeVisible();
  await kept(page, /^Draft, 1 change$/);
  await publish(page, 'For Patrons');
  await expect.poll(async () => (await ida.goto(`${product.site}/heather-honey`))!.status()).toBe(403);
  await expect.poll(async () => (await ida.reload(), await ida.getByText('Press it').count())).toBe(0);

  // The revision before is brought back, and what Ida had is there again.
  await page.getByRole('button', { name: 'Publish…' }).click();
  const sheet = page.getByRole('dialog', { name: 'Publish' });
  await sheet.getByRole('tab', { name: /^History/ }).click();
  await sheet.getByRole('radio', { name: 'Compare from revision 2' }).check();
  await sheet.getByRole('button', { name: 'Restore 2 into the draft' }).click();
  await expect(page.getByText(/^The draft is now what revision 2 was/)).toBeVisible();
  await page.keyboard.press('Escape');
  await publish(page, 'As before');
  await expect.poll(async () => (await ida.reload(), await ida.getByText('Press it').count())).toBe(1);
  expect(complaints).toEqual([]);
});

test('a picture and a file behind a door: their readers have them, and to others they are not there', async ({
  browser,
  page,
  product,
}) => {
  const complaints = watch(page);
  await staffIn(page, product, 'wilf');
  await siteAt(page, product, '?page=mentor-notes');
  const picture = await sharp({ create: { width: 1_000, height: 600, channels: 3, background: '#56365f' } })
    .png()
    .toBuffer();
  const bring = async (kind: string, file: { name: string; mimeType: string; buffer: Buffer }) => {
    await addBlock(page, kind);
    const dialog = page.getByRole('dialog');
    await dialog.locator('input[type=file]').setInputFiles(file);
    await expect(dialog).toBeHidden();
  };
  await bring('Picture', { name: 'comb.png', mimeType: 'image/png', buffer: picture });
  await page.getByLabel('What it shows, for whoever does not see it').fill('A comb held against the light.');
  const sheet = Buffer.from('hive,visits\n1,2\n');
  await bring('File', { name: 'Visits.csv', mimeType: 'text/csv', buffer: sheet });
  await expect(page.getByLabel('Title of the file')).toHaveValue('Visits');
  // What nothing may be brought in as is said so, and nothing is lost.
  await addBlock(page, 'File');
  const dialog = page.getByRole('dialog');
  await dialog
    .locator('input[type=file]')
    .setInputFiles({ name: 'x.html', mimeType: 'text/html', buffer: Buffer.from('<script>') });
  await expect(dialog.getByRole('alert')).toContainText('Bring in a picture');
  await accessible(page, 'choosing a file');
  await dialog.getByRole('button', { name: 'Cancel' }).click();
  await kept(page, /^Draft, 1 change$/);
  await publish(page, 'Notes with pictures');

  const gwenna = await (await browser.newContext()).newPage();
  await signIn(gwenna, product, 'gwenna.fairclough@mail.example');
  await expect
    .poll(
      async () => (await gwenna.goto(`${product.site}/mentor-notes`), await gwenna.getByAltText('A comb held').count()),
    )
    .toBe(1);
  const shown = gwenna.getByAltText('A comb held against the light.');
  await expect.poll(() => shown.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBeGreaterThan(400);
  const src = (await shown.getAttribute('src'))!;
  const link = gwenna.getByRole('link', { name: 'Visits' });
  const href = (await link.getAttribute('href'))!;
  const [taken] = await Promise.all([gwenna.waitForEvent('download'), link.click()]);
  expect(taken.suggestedFilename()).toBe('Visits.csv');

  const ida = await browser.newContext();
  await signIn(await ida.newPage(), product, 'ida.marrowby@mail.example');
  const nobody = await browser.newContext();
  for (const other of [ida, nobody])
    for (const address of [src, href]) expect((await other.request.get(product.site + address)).status()).toBe(404);
  expect(complaints).toEqual([]);
});

test('colours that read badly are refused with the nearest that passes; a menu is built; what came before is undone', async ({
  page,
  product,
}) => {
  const complaints = watch(page);
  await staffIn(page, product, 'odile');
  await siteAt(page, product, '/look');
  const accent = page.getByLabel('Accent buttons, links');
  await accent.fill('#9A6FA6');
  await expect(
    page.getByText('On tint it reaches 3.3 to 1 and must reach 4.5. Until it does, #56365F stays.'),
  ).toBeVisible();
  await expect(page.getByText('Draft, no changes')).toBeVisible();
  await page.getByRole('button', { name: /^Use #\w{6}, 4\.5, the nearest$/ }).click();
  await kept(page, /^Draft, 1 change$/);
  await page.getByRole('radio', { name: 'All plain' }).check();
  await accessible(page, 'look');

  await siteAt(page, product, '/menus');
  await page.getByRole('button', { name: 'Add an item' }).click();
  await page.getByRole('combobox', { name: 'Leads to' }).press('ArrowDown');
  await page.getByRole('option', { name: 'The own account' }).scrollIntoViewIfNeeded();
  await page.getByRole('option', { name: 'The own account' }).click();
  await page.getByLabel('Label, where it is not the title').fill('Welcome, {first name|friend}');
  await kept(page, /^Draft, 2 changes$/);
  await accessible(page, 'menus');
  await lookAs(page, 'Ida Marrowby');
  const paper = page.frameLocator('.mount-beside__paper').last();
  await expect(paper.getByText('Welcome, Ida').first()).toBeAttached();
  // Moved up by keyboard.
  const handles = page.locator('.kit-order__handle');
  await handles.last().focus();
  await page.keyboard.press('Alt+ArrowUp');
  await expect(page.getByText(/, now 8 of 9$/)).toBeAttached();
  expect(complaints).toEqual([]);
});

test('the site is searched on a phone, before any script too', async ({ browser, product }) => {
  const phone = await (
    await browser.newContext({ viewport: { width: 390, height: 800 }, javaScriptEnabled: false })
  ).newPage();
  await phone.goto(`${product.site}/search`);
  await phone.getByRole('searchbox').fill('swarm');
  await phone.getByRole('button', { name: 'Search' }).click();
  await expect(phone.getByRole('link', { name: 'Swarm calls' }).first()).toBeVisible();
  await expect(phone.locator('mark').first()).toHaveText(/swarm/i);
  const wide = await phone.evaluate(() => document.documentElement.scrollWidth);
  expect(wide).toBeLessThanOrEqual(390);
});

test('a page comes in as Markdown, shut until its door is chosen, and goes out as it came', async ({
  page,
  product,
}) => {
  const complaints = watch(page);
  await staffIn(page, product, 'wilf');
  await siteAt(page, product);
  const text = '---\ntitle: Feeding\n---\n\n## When\n\nIn **autumn**, never later.\n\n- Sugar\n- Water\n';
  await page
    .locator('.page-blocks input[type=file]')
    .setInputFiles({ name: 'feeding.md', mimeType: 'text/markdown', buffer: Buffer.from(text) });
  await expect(page.getByRole('heading', { name: 'Feeding' })).toBeVisible();
  await expect(page.getByText('In autumn, never later.')).toBeVisible();
  await expect(page.getByText('No condition yet: nobody gets in.')).toBeVisible();
  await kept(page, /^Draft, 1 change$/);
  await page.getByRole('button', { name: 'Settings' }).last().click();
  const [taken] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Take it out as Markdown' }).click(),
  ]);
  expect(taken.suggestedFilename()).toBe('feeding.md');
  const out = (await (await taken.createReadStream()).toArray()).join('');
  expect(out).toContain('## When\n\nIn **autumn**, never later\\.\n\n- Sugar\n- Water'.replace('\\.', '.'));
  expect(complaints).toEqual([]);
});
