/**
 * `npm run pictures`: takes the pictures of the README from a demo that is running (first argument: its address,
 * unless it is the usual one). Signs one made-up person up on the way.
 */
import { fileURLToPath } from 'node:url';
import { chromium } from '@playwright/test';

const site = (process.argv[2] ?? 'http://127.0.0.1:4400').replace(/\/$/, '');
const folder = fileURLToPath(new URL('../docs/screenshots/', import.meta.url));
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--headless', '--no-sandbox', '--disable-gpu'],
});

async function page(width = 1280, height = 800) {
  const context = await browser.newContext({ viewport: { width, height }, colorScheme: 'light', locale: 'en-GB' });
  return context.newPage();
}
const shoot = async (on, name) => {
  // The paper of the mount runs no script and never reports to be idle; what is waited for there is its text.
  if ((await on.locator('iframe').count()) === 0) await on.waitForLoadState('networkidle');
  await on.screenshot({ path: `${folder}${name}.png` });
  process.stdout.write(`${name}.png\n`);
};
/** The code in the newest letter to an address, from the page of the mail stand-in. */
async function codeFor(mail) {
  const port = Number(new URL(site).port) + 1;
  for (let tries = 0; tries < 60; tries++) {
    const letters = await (await fetch(`http://127.0.0.1:${port}/api?to=${encodeURIComponent(mail)}`)).json();
    const code = letters.map(({ text }) => /^ {4}([0-9A-Z]{3}-[0-9A-Z]{3})$/m.exec(text)?.[1]).find(Boolean);
    if (code) return code;
    await new Promise((wait) => setTimeout(wait, 250));
  }
  throw new Error('No code has come.');
}
/** The script has taken over what the server sent. */
const alive = (on) => on.locator('html.alive').waitFor();
async function deskOf(who, ...size) {
  const on = await page(...size);
  await on.goto(`${site}/desk`);
  await on.getByLabel('Email').fill(`${who}@quillmoor.example`);
  await on.getByLabel('Password', { exact: true }).fill('quillmoor-demo');
  await on.getByRole('button', { name: 'Sign in' }).click();
  await on.getByRole('heading', { name: 'Applications to review' }).waitFor();
  return on;
}
/** Everything of an applicant is erased, and the answer has come before anything else is asked. */
async function withdraw(on) {
  await on.getByText('Changed your mind?').click();
  const answered = on.waitForResponse((response) => response.url().endsWith('/joining/withdraw'));
  await on.getByRole('button', { name: 'Withdraw and erase' }).click();
  await answered;
  await on.waitForLoadState('networkidle');
}
async function lookAs(on, name) {
  await on.getByRole('button', { name: /^Look as/ }).click();
  await on.getByRole('combobox', { name: 'Look at the site as' }).fill(name);
  await on.getByRole('option', { name: new RegExp(name) }).click();
}

/** In the page: the guide for Keepers and swarm collectors, as a change of the draft. */
async function narrowTheGuide() {
  const { items } = await (await fetch('/api/desk/setup/draft')).json();
  const { version, body } = items.find(({ kind, id }) => kind === 'door' && id === 'keepers');
  const rule = {
    all: [
      { fact: 'standing', is: ['admitted'] },
      {
        any: [
          { fact: 'level', is: ['keeper'], when: 'now' },
          { fact: 'group', is: ['swarm-collectors'] },
        ],
      },
    ],
  };
  await fetch('/api/desk/setup/items/door/keepers', {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'idempotency-key': crypto.randomUUID() },
    body: JSON.stringify({ version, body: { ...body, rule } }),
  });
}

try {
  const visitor = await page();
  await visitor.goto(`${site}/`);
  await shoot(visitor, 'site-welcome');

  await visitor.goto(`${site}/join/quillmoor`);
  await alive(visitor);
  await visitor.getByLabel('Full name').fill('Perrin Oake');
  await visitor.getByLabel('Email').fill('perrin@oake');
  await visitor.getByLabel('Choose a password').fill('moss');
  await visitor.getByLabel('Apiary postcode').fill('QM4 7TB');
  await visitor.getByLabel('How many colonies do you keep?').fill('3');
  await visitor.getByLabel('Years keeping bees').fill('4');
  await visitor.getByLabel('I agree to the rules of the association').check();
  await visitor.getByRole('button', { name: 'Send my application' }).click();
  await visitor.getByRole('alert').waitFor();
  await shoot(visitor, 'site-join');
  await visitor.getByLabel('Email').fill('perrin@oake.example');
  await visitor.getByLabel('Choose a password').fill('moss lantern heather');
  await visitor.getByRole('button', { name: 'Send my application' }).click();
  await visitor.getByRole('heading', { name: 'Confirm your email' }).waitFor();
  await visitor.getByLabel('Code', { exact: true }).pressSequentially('Q7H');
  await shoot(visitor, 'site-joining');
  await withdraw(visitor);

  await visitor.goto(`${site}/join/patron`);
  await alive(visitor);
  await visitor.getByLabel('Full name').fill('Perrin Oake');
  await visitor.getByLabel('Email').fill('patron@oake.example');
  await visitor.getByLabel('Choose a password').fill('moss lantern heather');
  await visitor.getByLabel('I agree to the rules of the association').check();
  await visitor.waitForTimeout(1_500);
  await visitor.getByRole('button', { name: 'Go on to payment' }).click();
  await visitor.getByLabel('Code', { exact: true }).fill(await codeFor('patron@oake.example'));
  await visitor.getByRole('button', { name: 'Confirm', exact: true }).click();
  await visitor.getByLabel('Your amount, a month').fill('25');
  await visitor.getByLabel('Discount code, if you have one').fill('MARKET26');
  await visitor.getByText('-£2.50').waitFor();
  await visitor.evaluate(() => window.scrollTo(0, 200));
  await shoot(visitor, 'site-pay');
  await withdraw(visitor);

  const member = await page();
  await member.goto(`${site}/sign-in`);
  await alive(member);
  await member.getByLabel('Email').fill('ida.marrowby@mail.example');
  await member.getByLabel('Password', { exact: true }).fill('quillmoor-demo');
  await member.getByRole('button', { name: 'Sign in', exact: true }).click();
  await member.getByRole('button', { name: 'Sign out' }).waitFor();

  const phone = await page(390, 844);
  await phone.goto(`${site}/boards/work`);
  await alive(phone);
  // As from the second page on: the first is drawn before the typefaces have come, and stays so.
  await phone.waitForLoadState('networkidle');
  await phone.reload();
  await alive(phone);
  await shoot(phone, 'site-board-390');

  const tamsin = await deskOf('tamsin');
  await lookAs(tamsin, 'Ida Marrowby');
  await tamsin.getByText('all but Mentor notes and Committee papers').waitFor();
  await shoot(tamsin, 'desk-today');
  await tamsin.getByRole('button', { name: 'Review Maud Esterling' }).click();
  await tamsin.getByRole('button', { name: 'Admit Maud' }).waitFor();
  await shoot(tamsin, 'desk-review');
  await tamsin.goto(`${site}/desk/members`);
  await tamsin.getByRole('searchbox').fill('QM4');
  // The list moves when the answer is there; a click meanwhile would meet another row.
  await tamsin.waitForURL(/q=QM4/);
  await tamsin.waitForLoadState('networkidle');
  await tamsin.getByRole('button', { name: 'Ida Marrowby', exact: true }).click();
  await tamsin.getByRole('tab', { name: 'Timeline' }).waitFor();
  await shoot(tamsin, 'desk-members');
  await lookAs(tamsin, 'Tobias Wetherfold');
  await tamsin.getByRole('button', { name: 'Open the view' }).click();
  await tamsin.getByRole('combobox', { name: 'Page' }).press('ArrowDown');
  await tamsin.getByRole('option', { name: /Winter treatment guide/ }).click();
  await tamsin.getByText('Why Tobias is shut out').waitFor();
  await tamsin.frameLocator('iframe').getByText('Renew your membership').waitFor();
  await shoot(tamsin, 'desk-viewpoint');

  await member.goto(`${site}/account`);
  await alive(member);
  await shoot(member, 'site-account');

  const wilf = await deskOf('wilf');
  /** The paper on the mount is there, with what is looked for on it. */
  const paper = (text) => wilf.frameLocator('.mount-beside__paper').last().getByText(text).first().waitFor();
  await wilf.goto(`${site}/desk/joining?field=hive-type`);
  await wilf.getByLabel('Label', { exact: true }).waitFor();
  await paper('Years keeping bees');
  await shoot(wilf, 'desk-fields');
  await wilf.goto(`${site}/desk/joining/forms`);
  await wilf.getByRole('button', { name: /^How many colonies do you keep/ }).click();
  await wilf.getByLabel('Help under the question').fill('Nuclei count as well.');
  await wilf.getByText('Draft, 1 change').waitFor();
  await paper('Nuclei count as well.');
  await shoot(wilf, 'desk-form');
  await wilf.goto(`${site}/desk/joining/paths`);
  await wilf.getByRole('button', { name: /Review/ }).click();
  await paper('Years keeping bees');
  await shoot(wilf, 'desk-path');
  await wilf.getByRole('button', { name: 'Remove this gate' }).click();
  await wilf.getByRole('button', { name: 'Confirm email' }).click();
  await wilf.getByText('Draft, 2 changes').waitFor();
  await wilf.evaluate(narrowTheGuide);
  await wilf.goto(`${site}/desk/site?page=winter-guide`);
  await lookAs(wilf, 'Tobias Wetherfold');
  await wilf.getByText('Why Tobias is shut out').waitFor();
  await wilf.getByText(/^Publishing this/).waitFor();
  await paper('Wait until three cold weeks');
  await shoot(wilf, 'desk-page');
  const odile = await deskOf('odile');
  await odile.goto(`${site}/desk/money`);
  await odile.getByText(/^The books balance/).waitFor();
  // Early in a month what fails may be of the one before.
  const osric = odile.locator('[data-row]').filter({ hasText: 'Osric Danvell' }).getByRole('button');
  if ((await osric.count()) === 0) await odile.getByRole('button', { name: 'The month before' }).click();
  await osric.click();
  await odile.getByText('Lapses, unless it is paid').waitFor();
  await shoot(odile, 'desk-money');
  await odile.goto(`${site}/desk/levels?level=patron`);
  await odile.getByRole('button', { name: /^from £10/ }).click();
  await odile.getByText('in twelve months', { exact: false }).waitFor();
  await odile.frameLocator('.mount-beside__paper').getByText('Ways to belong').first().waitFor();
  await shoot(odile, 'desk-levels');
  await lookAs(wilf, 'Ida Marrowby');
  await wilf.goto(`${site}/desk/site/look`);
  await wilf.getByLabel('Accent buttons, links').fill('#9A6FA6');
  await wilf.getByText(/the nearest$/).waitFor();
  await paper('Good ');
  await wilf.getByRole('button', { name: 'Publish…' }).click();
  await wilf.getByText('Anselm Pikard goes on to Payment').waitFor();
  await wilf.getByRole('heading', { name: /^Lets|^Shuts/ }).waitFor();
  await shoot(wilf, 'desk-publish');
  for (const left of [2, 1]) {
    await wilf.getByRole('button', { name: 'Put back' }).last().click();
    await wilf.getByRole('button', { name: 'Put back' }).nth(left).waitFor({ state: 'detached' });
  }
  await wilf.getByRole('button', { name: /^Close/ }).click();
  await wilf.goto(`${site}/desk/joining?field=heard-of-us`);
  await wilf.getByRole('button', { name: 'Retire this field' }).click();
  await wilf.getByText('Draft, 2 changes').waitFor();
  await wilf.goto(`${site}/desk/check-up`);
  await wilf
    .getByRole('button', { name: /which is retired/ })
    .first()
    .click();
  await shoot(wilf, 'desk-checkup');
  // The draft is left as it was.
  await wilf.getByRole('button', { name: 'Publish…' }).click();
  for (const left of [1, 0]) {
    await wilf.getByRole('button', { name: 'Put back' }).first().click();
    await wilf.getByRole('button', { name: 'Put back' }).nth(left).waitFor({ state: 'detached' });
  }
  await wilf.getByText('The draft is what is live now.', { exact: false }).waitFor();

  await wilf.goto(`${site}/desk/boards`);
  await wilf.getByRole('tab', { name: 'States' }).click();
  await wilf.getByRole('button', { name: /Talking/ }).click();
  await paper('Work & apprenticeships');
  await shoot(wilf, 'desk-boards');
} finally {
  await browser.close();
}
