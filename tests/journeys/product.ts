/** A product of its own for each journey: a copy of Quillmoor, mail and card stand-in, the server as a process. */
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import AxeBuilder from '@axe-core/playwright';
import { test as base, expect, type Locator, type Page } from '@playwright/test';
import { createConnection } from 'mysql2/promise';
import { randomBytes } from 'node:crypto';
import { PLAIN_DAY } from '../../scripts/steps/days.mjs';
import { freePort } from '../../scripts/steps/ports.mjs';
import type { Letter } from '../../standins/mail/letters';
import { startHouse, startPostOffice } from '../support/outside';
import { copyQuillmoor, database, type Size } from './quillmoors';

export type { Letter };
export type Product = {
  readonly site: string;
  readonly mailPage: string;
  letter(to: string, subject: RegExp): Promise<Letter>;
  letters(to: string): Promise<Letter[]>;
  /** Another server process on the same database. */
  second(): Promise<string>;
};

const PASSWORD = 'quillmoor-demo';

async function answers(address: string): Promise<void> {
  await expect
    .poll(async () => (await fetch(address).catch(() => null))?.status ?? 599, { timeout: 60_000, intervals: [100] })
    .toBeLessThan(500);
}

export const test = base.extend<{ product: Product; members: Size }>({
  /** How many people Quillmoor has: fewer where nobody counts them, since each journey has a Quillmoor of its own. */
  members: [400, { option: true }],
  product: async ({ members }, use) => {
    const name = `admissa_j_${randomBytes(6).toString('hex')}`;
    const connection = await createConnection(database());
    await connection.query(`CREATE DATABASE ${name}`);
    const folder = await mkdtemp(join(tmpdir(), 'admissa-journey-'));
    const files = join(folder, 'files');
    const books = join(folder, 'cards');
    await copyQuillmoor(members, { name, files, cards: books });
    const sitePort = await freePort();
    const post = await startPostOffice();
    const ahead = Date.parse(process.env['ADMISSA_CLOCK'] ?? PLAIN_DAY) - Date.now();
    const cards = await startHouse(sitePort, () => Date.now() + ahead, books);
    const env = (port: number) => ({
      ...process.env,
      NODE_ENV: 'production',
      UV_THREADPOOL_SIZE: '6',
      ADMISSA_PORT: String(port),
      ADMISSA_DB_PORT: String(database().port),
      ADMISSA_DB_PASSWORD: database().password,
      ADMISSA_DB_NAME: name,
      ADMISSA_SMTP_PORT: String(post.smtpPort),
      ADMISSA_MAIL_PAGE: post.url,
      ADMISSA_DEMO: '1',
      ADMISSA_STRICT: '1',
      ADMISSA_LOG: 'error',
      ADMISSA_FILES: files,
      ...cards.env,
    });
    const children: ChildProcess[] = [];
    const serve = async (port: number) => {
      children.push(
        spawn(process.execPath, [resolve('dist/server/main.js')], {
          env: env(port),
          stdio: ['ignore', 'ignore', 'inherit'],
        }),
      );
      await answers(`http://127.0.0.1:${port}/health/ready`);
      return `http://127.0.0.1:${port}`;
    };
    try {
      const site = await serve(sitePort);
      const letters = (to: string) => Promise.resolve(post.letters.list(to));
      await use({
        site,
        mailPage: post.url,
        letters,
        letter: async (to, subject) => {
          let found: Letter | undefined;
          await expect
            .poll(async () => (found = (await letters(to)).find((letter) => subject.test(letter.subject))), {
              message: `a letter “${subject}” to ${to}`,
            })
            .toBeTruthy();
          return found!;
        },
        second: async () => serve(await freePort()),
      });
    } finally {
      for (const child of children) child.kill('SIGKILL');
      await Promise.all([post.stop(), cards.stop()]);
      await connection.query(`DROP DATABASE ${name}`);
      await connection.end();
      await rm(folder, { recursive: true, force: true });
    }
  },
});

export { expect };

export const codeIn = (letter: Letter): string => /^ {4}([0-9A-Z]{3}-[0-9A-Z]{3})$/m.exec(letter.text)![1]!;
export const linkIn = (letter: Letter): string => /https?:\/\/\S+/.exec(letter.text)![0];

/** Fails on anything the browser complains of: errors in scripts, hydration, the content policy. */
export function watch(page: Page): string[] {
  const complaints: string[] = [];
  page.on('pageerror', (error) => complaints.push(error.message));
  page.on('console', (message) => {
    const own = !/status of (4\d\d|503)/.test(message.text());
    if (own && (message.type() === 'error' || message.type() === 'warning')) complaints.push(message.text());
  });
  return complaints;
}

/** No serious or critical finding of axe, WCAG 2.2 AA. */
export async function accessible(page: Page, what: string): Promise<void> {
  const { violations } = await new AxeBuilder({ page })
    // A paper on the mount is a page of the site, looked at where it stands; no script runs in it, so axe would wait.
    .exclude('iframe[sandbox]')
    // What passes is not told, and nothing is put together in a window of its own: half the time, the same findings.
    .setLegacyMode(true)
    .options({
      resultTypes: ['violations'],
      runOnly: { type: 'tag', values: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'] },
    })
    .analyze();
  const bad = violations.filter((item) => item.impact === 'serious' || item.impact === 'critical');
  expect(
    bad.map((item) => `${item.id}: ${item.nodes.map((node) => node.html.slice(0, 160)).join(' | ')}`),
    what,
  ).toEqual([]);
}

/** Waits until the script has taken over what the server sent; typing would be heard before as well. */
export async function inputsReady(page: Page): Promise<void> {
  await expect(page.locator('html.alive')).toHaveCount(1);
}

export async function signIn(page: Page, product: Product, mail: string, password = PASSWORD): Promise<void> {
  await page.goto(`${product.site}/sign-in`);
  await inputsReady(page);
  await page.getByLabel('Email').fill(mail);
  await page.getByLabel('Password', { exact: true }).fill(password);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Sign out' })).toBeVisible();
}

export async function staffIn(page: Page, product: Product, first: string): Promise<void> {
  await page.goto(`${product.site}/desk`);
  await page.getByLabel('Email').fill(`${first}@quillmoor.example`);
  await page.getByLabel('Password', { exact: true }).fill(PASSWORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('heading', { name: 'Applications to review' })).toBeVisible();
}

/** Moves the site clock on at the desk; done when everything due has happened and the desk shows it. */
export async function moveClock(desk: Page, by: string | RegExp): Promise<void> {
  const clock = desk.getByRole('button', { name: 'Demo clock' });
  await clock.click();
  // The line that tells of the move before may still stand there, so the answer itself is waited for.
  const moved = desk.waitForResponse(
    (response) => response.url().endsWith('/api/desk/clock') && response.request().method() === 'POST',
  );
  await desk.getByRole('menuitem', { name: by }).click();
  expect((await moved).ok()).toBe(true);
  await expect(clock).toBeEnabled();
}

/** Chooses from a select as a keyboard user does. */
export async function choose(select: Locator, option: string | RegExp): Promise<void> {
  await select.press('ArrowDown');
  await select.page().getByRole('option', { name: option }).click();
}

export async function fillRight(page: Page, mail: string): Promise<void> {
  await inputsReady(page);
  await page.getByLabel('Full name').fill('Perrin Oake');
  await page.getByLabel('Email').fill(mail);
  await page.getByLabel('Choose a password').fill('moss lantern heather');
  await page.getByLabel('Apiary postcode').fill('qm4 7tb');
  await page.getByLabel('How many colonies do you keep?').fill('3');
  await page.getByLabel('Years keeping bees').fill('4');
  await page.getByRole('combobox', { name: 'How did you hear of us?' }).selectOption('Stall at Quillmoor market');
  await page.getByLabel('I agree to the rules of the association').check();
  await page.getByLabel('Apiary news').check();
  await slowAsAPerson(page);
}

/** What is sent within a second of opening was not filled in by a person, and is refused. */
export async function slowAsAPerson(page: Page): Promise<void> {
  await expect.poll(() => page.evaluate(() => performance.now())).toBeGreaterThan(1_500);
}

/** The keyboard is somewhere: what was done has not let the focus fall to the page. */
export const inPlace = (page: Page): Promise<void> =>
  expect
    .poll(() => page.evaluate(() => document.activeElement !== null && document.activeElement !== document.body))
    .toBe(true);

/** Says how much the draft holds: everything typed has reached the server. */
export const kept = (page: Page, says: RegExp): Promise<void> => expect(page.getByText(says)).toBeVisible();

export async function publish(page: Page, note: string): Promise<void> {
  await page.getByRole('button', { name: 'Publish…' }).click();
  const sheet = page.getByRole('dialog', { name: 'Publish' });
  await sheet.getByLabel('Note for the history').fill(note);
  await sheet.getByRole('button', { name: /^Publish revision/ }).click();
  await expect(page.getByText(/^Revision \d+ is live\.$/)).toBeVisible();
}
