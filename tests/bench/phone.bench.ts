/**
 * Purpose: the site's signup form on a slow phone: when something is first seen, and when a field takes typing, against
 * the same words and fields as bare HTML of the same size, in Chromium.
 * The phone: 150 ms to and fro, 1.6 Mbit/s down and 0.75 up, a processor at a quarter of its speed. Either page is come
 * to from another site, as people do: a browser gives a page of another site a process of its own, and one that asks to
 * be alone among its windows gets one from an empty tab as well, which the bare page does not.
 */
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { chromium, type Browser } from '@playwright/test';
import { MOST_STOLEN, machine, median, quantile, report, round, stolenSince } from './measure';
import { startProcess } from './processes';

const ROUNDS = 31;
const GOAL = 1.5;
const MEGABIT = 1_000_000 / 8;
const FIELD = 'input[name="full-name"]';
const TYPED = 'Ingrid Strauß';

type Seen = { readonly sight: number; readonly field: number };

/**
 * Opens the page with nothing kept.
 * @param from a page of another site
 * @throws when what was typed at the first moment is not there at the end
 */
async function look(browser: Browser, from: string, address: string): Promise<Seen> {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, isMobile: true, hasTouch: true });
  try {
    const page = await context.newPage();
    await page.goto(from);
    const phone = await context.newCDPSession(page);
    await phone.send('Network.enable');
    await phone.send('Network.emulateNetworkConditions', {
      offline: false,
      latency: 150,
      downloadThroughput: 1.6 * MEGABIT,
      uploadThroughput: 0.75 * MEGABIT,
    });
    await phone.send('Emulation.setCPUThrottlingRate', { rate: 4 });
    await page.addInitScript((field) => {
      // A field takes typing once it has been laid out and the thread that hears the keys is free.
      const find = () => {
        const found = document.querySelector<HTMLInputElement>(field);
        if (!found?.getClientRects().length || performance.getEntriesByName('first-contentful-paint').length === 0)
          return void requestAnimationFrame(find);
        setTimeout(() => Object.assign(window, { took: performance.now() }));
      };
      requestAnimationFrame(find);
    }, FIELD);
    await page.goto(address, { waitUntil: 'commit' });
    const field = Number(await (await page.waitForFunction(() => (window as { took?: number }).took)).jsonValue());
    await page.locator(FIELD).pressSequentially(TYPED);
    await page.waitForLoadState('networkidle');
    const kept = await page.locator(FIELD).inputValue();
    if (kept !== TYPED) throw new Error(`${address}: “${TYPED}” was typed, “${kept}” is left of it`);
    const sight = await page.evaluate(() => performance.getEntriesByName('first-contentful-paint')[0]!.startTime);
    return { sight, field };
  } finally {
    await context.close();
  }
}

/** The same words and fields without style or script, made as long as the original in a comment that does not shrink. */
async function bareOf(address: string): Promise<string> {
  const whole = await (await fetch(address)).text();
  const bare = whole
    .replace(/<script\b[\s\S]*?<\/script>/g, '')
    .replace(/<style\b[\s\S]*?<\/style>/g, '')
    .replace(/<link\b[^>]*>/g, '');
  return bare.replace(
    '</body>',
    `<!--${'.'.repeat(Math.max(0, Buffer.byteLength(whole) - Buffer.byteLength(bare) - 7))}--></body>`,
  );
}

export async function phone(env: Record<string, string>): Promise<void> {
  const product = await startProcess('dist/server/main.js', env, '/health/ready');
  const address = `${product.address}/join/quillmoor`;
  const html = Buffer.from(await bareOf(address));
  const bare = createServer((req, res) => {
    res.setHeader('Content-Type', 'text/html; charset=utf-8');
    res.end(req.url === '/' ? html : req.url === '/elsewhere' ? '<!doctype html><title>Elsewhere</title>' : '');
  });
  await new Promise<void>((ready) => bare.listen(0, '127.0.0.1', ready));
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--headless', '--no-sandbox', '--disable-gpu', '--disable-quic', '--disable-background-networking'],
  });
  try {
    const pairs: [Seen, Seen][] = [];
    const { port } = bare.address() as AddressInfo;
    const plain = `http://127.0.0.1:${port}/`;
    const elsewhere = `http://localhost:${port}/elsewhere`;
    let again = 0;
    while (pairs.length < ROUNDS) {
      const before = machine();
      const pair: [Seen, Seen] = [await look(browser, elsewhere, address), await look(browser, elsewhere, plain)];
      if (stolenSince(before) > MOST_STOLEN && again++ < ROUNDS) continue;
      pairs.push(pair);
    }
    for (const [name, what] of [
      ['first-sight', 'sight'],
      ['first-field', 'field'],
    ] as const) {
      const ratios = pairs.map(([ours, plain]) => ours[what] / plain[what]);
      report({
        name: `${name}: the signup form on a slow phone`,
        value: Math.round(median(pairs.map(([ours]) => ours[what]))),
        unit: 'ms after it was asked for',
        against: Math.round(median(pairs.map(([, plain]) => plain[what]))),
        ratio: round(median(ratios), 2),
        goal: `<= ${GOAL}`,
        met: median(ratios) <= GOAL,
        spread: [round(quantile(ratios, 0.25), 2), round(quantile(ratios, 0.75), 2)],
        measuredAgain: again,
      });
    }
  } finally {
    await browser.close();
    bare.close();
    product.stop();
  }
}
