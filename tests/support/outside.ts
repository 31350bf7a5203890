/** The outside services of a test within its own process: what they hold can be looked at and set. */
import { randomBytes } from 'node:crypto';
import { createServer, type RequestListener, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { House } from '../../standins/cards/house';
import { cardHouse } from '../../standins/cards/http';
import { Notices, calm, type Mood } from '../../standins/cards/notices';
import { Letters } from '../../standins/mail/letters';
import { mailPage } from '../../standins/mail/page';
import { smtpServer } from '../../standins/mail/smtp';

/** Serves on a port of its own. @returns its address, and what ends it */
async function serve(server: Server): Promise<{ url: string; stop(): Promise<void> }> {
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
  return {
    url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    stop: () =>
      new Promise((closed) => {
        server.closeAllConnections();
        server.close(() => closed());
      }),
  };
}

const page = (listener: RequestListener) => serve(createServer(listener));

export type PostOffice = {
  readonly letters: Letters;
  readonly smtpPort: number;
  /** The page on which letters are read. */
  readonly url: string;
  stop(): Promise<void>;
};

/** A mail server that keeps what comes. */
export async function startPostOffice(): Promise<PostOffice> {
  const letters = new Letters(null);
  const smtp = smtpServer(letters);
  // A product that is killed hangs up in the middle of a letter.
  smtp.on('error', () => undefined);
  await new Promise<void>((ready) => smtp.listen(0, '127.0.0.1', () => ready()));
  const { url, stop } = await page(mailPage(letters));
  return {
    letters,
    url,
    smtpPort: (smtp.server.address() as AddressInfo).port,
    stop: async () => {
      await stop();
      await new Promise<void>((closed) => smtp.close(() => closed()));
    },
  };
}

export type CardHouseOfTest = {
  readonly house: House;
  readonly mood: Mood;
  /** What the product has to be told of it. */
  readonly env: Record<string, string>;
  stop(): Promise<void>;
};

/**
 * A card house that tells the product at `port` what became of payments.
 * @param now its clock
 * @param file its books, where it begins with some
 */
export async function startHouse(
  port: number,
  now: () => number,
  file: string | null = null,
): Promise<CardHouseOfTest> {
  const key = randomBytes(12).toString('hex');
  const noticeKey = `whsec_${randomBytes(24).toString('base64')}`;
  const house = new House(file, now);
  const mood = { ...calm };
  const notices = new Notices(house, `http://127.0.0.1:${port}/notices/cards`, noticeKey, mood);
  const { url, stop } = await page(cardHouse({ house, notices, mood, key }));
  const env = { ADMISSA_CARD_URL: url, ADMISSA_CARD_KEY: key, ADMISSA_CARD_NOTICE_KEY: noticeKey };
  return { house, mood, env, stop };
}
