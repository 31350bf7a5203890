import { mkdtempSync, rmSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { AddressInfo } from 'node:net';
import { createTransport } from 'nodemailer';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Letters } from './letters';
import { mailPage } from './page';
import { smtpServer } from './smtp';

const folder = mkdtempSync(join(tmpdir(), 'letters-'));
const file = join(folder, 'mail.jsonl');
const letters = new Letters(file);
const smtp = smtpServer(letters);
let page: Server;
let address: string;
let send: (mail: object) => Promise<unknown>;

beforeAll(async () => {
  await new Promise<void>((ready) => smtp.listen(0, '127.0.0.1', () => ready()));
  page = createServer(mailPage(letters));
  await new Promise<void>((ready) => page.listen(0, '127.0.0.1', () => ready()));
  address = `http://127.0.0.1:${(page.address() as AddressInfo).port}`;
  const transport = createTransport({
    host: '127.0.0.1',
    port: (smtp.server.address() as AddressInfo).port,
    ignoreTLS: true,
  });
  send = (mail) => transport.sendMail({ from: 'hello@quillmoor.example', ...mail });
});
afterAll(async () => {
  await new Promise<void>((done) => smtp.close(() => done()));
  page.close();
  rmSync(folder, { recursive: true });
});

describe('the mail stand-in', () => {
  it('takes what comes by SMTP and shows it, as a page and as JSON', async () => {
    await send({
      to: 'ida.marrowby@mail.example',
      subject: 'Grüße vom Moor',
      text: 'See http://here.example/x?a=1&b=2',
      html: '<p>Hello</p>',
    });
    const list = (await (await fetch(`${address}/api?to=ida`)).json()) as { id: string; subject: string }[];
    expect(list[0]).toMatchObject({ subject: 'Grüße vom Moor', to: 'ida.marrowby@mail.example' });
    const html = await (await fetch(`${address}/letter/${list[0]!.id}`)).text();
    expect(html).toContain('Grüße vom Moor');
    expect(html).toContain('<a href="http://here.example/x?a=1');
    expect(await (await fetch(`${address}/body/${list[0]!.id}`)).text()).toContain('<p>Hello</p>');
    expect(await (await fetch(`${address}/api?to=nobody`)).json()).toEqual([]);
  });

  it('holds one letter for one Message-ID, however often it is handed in', async () => {
    const mail = { to: 'a@b.example', subject: 'Once', text: 'x', messageId: '<the-same@quillmoor.example>' };
    await send(mail);
    await send(mail);
    expect(letters.list().filter((letter) => letter.subject === 'Once')).toHaveLength(1);
  });

  it('lets no letter run anything in its page', async () => {
    await send({
      to: '"><script>alert(1)</script>@b.example',
      subject: '<script>alert(2)</script>',
      text: '<script>alert(3)</script>',
      html: '<script>alert(4)</script>',
    }).catch(() => undefined);
    await send({
      to: 'evil@b.example',
      subject: '<script>alert(2)</script>',
      text: '<script>alert(3)</script>',
      html: '<script>alert(4)</script>',
    });
    const response = await fetch(`${address}/?to=${encodeURIComponent('"><script>')}`);
    expect(await response.text()).not.toContain('<script>');
    expect(await (await fetch(`${address}/`)).text()).not.toContain('<script>alert');
    const body = await fetch(`${address}/body/${letters.list('evil')[0]!.id}`);
    expect(body.headers.get('content-security-policy')).toContain('sandbox');
  });

  it('keeps letters over a restart', () => {
    expect(new Letters(file).list().map((letter) => letter.subject)).toEqual(
      letters.list().map((letter) => letter.subject),
    );
  });

  it('says so when there is nothing', async () => {
    const empty = createServer(mailPage(new Letters(null)));
    await new Promise<void>((ready) => empty.listen(0, '127.0.0.1', () => ready()));
    const html = await (await fetch(`http://127.0.0.1:${(empty.address() as AddressInfo).port}/`)).text();
    expect(html).toContain('No mail has come yet.');
    empty.close();
  });
});
