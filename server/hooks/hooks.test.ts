/** Programs elsewhere that are told of sendings: when, of what, signed how, and what becomes of a call that is not taken. */
import { createServer, type IncomingMessage, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { networkInterfaces } from 'node:os';
import { Webhook } from 'standardwebhooks';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { HookCallView } from '../../contract';
import type { HookOfForm } from '../../core/forms';
import { Caller, codeIn, makeStack, perrin, until, type Stack } from '../../tests/support/stack';
import { isInside, post } from './call';

type Came = { headers: IncomingMessage['headers']; body: string };
type Told = { type: string; data: { form: { id: string }; member: { id: string }; answers: Record<string, unknown> } };
type Calls = { keys: { address: string; key: string }[]; calls: HookCallView[] };

const came: Came[] = [];
/** What the receiver answers to the calls that come, in order; 204 once there are no more. */
const answersWith: number[] = [];
let receiver: Server;
let address: string;
let stack: Stack;
let odile: Caller;
beforeAll(async () => {
  receiver = createServer((request, response) => {
    let body = '';
    request.on('data', (part: Buffer) => (body += String(part)));
    request.on('end', () => {
      came.push({ headers: request.headers, body });
      const status = answersWith.shift() ?? 204;
      response.writeHead(status, status === 302 ? { location: `${address}/elsewhere` } : {}).end();
    });
  });
  await new Promise<void>((ready) => receiver.listen(0, '127.0.0.1', () => ready()));
  address = `http://127.0.0.1:${(receiver.address() as AddressInfo).port}`;
  stack = await makeStack({ members: 20, env: { ADMISSA_HOOKS_INSIDE: '1' } });
  odile = await new Caller(stack.address).staffIn('odile@quillmoor.example');
});
afterAll(async () => {
  await stack.stop();
  await new Promise((closed) => receiver.close(closed));
});

const withHooks = (...hooks: Partial<HookOfForm>[]) =>
  stack.publish((doc) => {
    doc.forms[0]!.hooks = hooks.map((hook) => ({ address, generation: 1, ...hook }));
  });
const calls = async () => (await odile.get<Calls>('/desk/forms/join-quillmoor/hooks')).body;
let person = 0;
/** Somebody who has sent the form and confirmed their address. */
async function joins() {
  const mail = `hook.${++person}@oake.example`;
  const who = new Caller(stack.address);
  expect((await who.join({ ...perrin, mail, 'full-name': 'Ingrid Strauß' })).status).toBe(200);
  const confirm = async () =>
    who.post('/site/joining/code', { code: codeIn(await stack.letter(mail, ({ text }) => /^ {4}\w{3}-/m.test(text))) });
  return { mail, confirm };
}
const arrived = (count: number) => until(`${count} calls`, () => Promise.resolve(came.length >= count ? came : null));

describe('a web hook of a form', () => {
  it('is called once the address is confirmed, signed so that others can tell', async () => {
    expect((await withHooks({})).ok).toBe(true);
    const { mail, confirm } = await joins();
    await stack.settled();
    expect(came).toHaveLength(0);
    await confirm();
    await arrived(1);
    const [call] = came as [Came];
    const { keys } = await calls();
    expect(keys).toEqual([{ address, key: expect.stringMatching(/^whsec_[A-Za-z0-9+/]{43}=$/) }]);
    const told = new Webhook(keys[0]!.key).verify(call.body, call.headers as Record<string, string>) as Told;
    expect(told).toMatchObject({
      type: 'sending.made',
      data: {
        form: { id: 'join-quillmoor', title: 'Join Quillmoor' },
        answers: {
          'full-name': { value: 'Ingrid Strauß' },
          mail: { value: mail },
          'colonies-kept': { value: 3, shown: '3 colonies' },
        },
      },
    });
    expect(JSON.stringify(told)).not.toContain(perrin.password);
    const other = { ...call.headers } as Record<string, string>;
    expect(() => new Webhook(keys[0]!.key).verify(call.body.replace('Ingrid', 'Astrid'), other)).toThrow();
    await until('the call to be settled', async () => ((await calls()).calls[0]?.taken ? true : null));
    expect(await stack.query('SELECT body FROM hook_call')).toEqual([{ body: null }]);
  });

  it('is told the answers that were chosen and no others, and another key signs once it is counted up', async () => {
    const old = (await calls()).keys[0]!.key;
    await withHooks({ answers: ['years-keeping' as never], generation: 2 });
    const before = came.length;
    await (await joins()).confirm();
    const call = (await arrived(before + 1))[before]!;
    const { keys } = await calls();
    expect(keys[0]!.key).not.toBe(old);
    const told = new Webhook(keys[0]!.key).verify(call.body, call.headers as Record<string, string>) as Told;
    expect(Object.keys(told.data.answers)).toEqual(['years-keeping']);
    expect(call.body).not.toMatch(/Strauß|oake\.example/);
    expect(() => new Webhook(old).verify(call.body, call.headers as Record<string, string>)).toThrow();
  });

  it('is called again under the same id until it takes the call, follows no redirect, and can be called at once', async () => {
    await withHooks({});
    const before = came.length;
    answersWith.push(500, 302, 204);
    await (await joins()).confirm();
    await arrived(before + 1);
    const row = await until('the refusal to be kept', async () => {
      const [first] = (await calls()).calls;
      return first?.says.includes('500') ? first : null;
    });
    expect(row.says).toMatch(/^It answered 500 instead of 200\. Tried again /);
    expect(row).toMatchObject({ taken: false, address: new URL(address).host });
    await stack.pass('hour');
    await arrived(before + 2);
    await until('the second refusal', async () => ((await calls()).calls[0]?.says.includes('302') ? true : null));
    const again = await odile.post('/desk/forms/join-quillmoor/hooks/again', { id: row.id });
    expect(again.status).toBe(200);
    await arrived(before + 3);
    const ids = new Set(came.slice(before).map(({ headers }) => headers['webhook-id']));
    expect([...ids]).toEqual([row.id]);
    await until('the call to be taken', async () => ((await calls()).calls[0]?.taken ? true : null));
    expect((await odile.post('/desk/forms/join-quillmoor/hooks/again', { id: row.id })).status).toBe(404);
    expect(came).toHaveLength(before + 3);
  });

  it('is given up when whoever is called has gone for good, and goes with the person it tells of', async () => {
    answersWith.push(410);
    const { mail, confirm } = await joins();
    await confirm();
    await until('it to be given up', async () => ((await calls()).calls[0]?.says.startsWith('given up') ? true : null));
    const [member] = await stack.query<{ id: string }>('SELECT id FROM member WHERE mail = ?', [mail]);
    const { manager } = stack.services.db;
    await stack.services.db.transaction(async (inner) => {
      await stack.services.erase(inner, member!.id as never, mail);
    });
    expect(await manager.query('SELECT id FROM hook_call WHERE member = ?', [member!.id])).toEqual([]);
  });

  it('is kept from whoever does not manage members', async () => {
    const tamsin = await new Caller(stack.address).staffIn('tamsin@quillmoor.example');
    expect((await tamsin.get('/desk/forms/join-quillmoor/hooks')).status).toBe(403);
  });
});

describe('what stands inside', () => {
  it.each([
    '127.0.0.1',
    '10.1.2.3',
    '172.31.0.1',
    '192.168.1.1',
    '169.254.169.254',
    '100.64.0.1',
    '0.0.0.0',
    '::1',
    '::ffff:127.0.0.1',
    '::ffff:10.0.0.1',
    'fe80::1',
    'fd00::1',
    '64:ff9b::7f00:1',
    // Documentation, benchmarks, relays, tunnels, discards, multicast, and what is reserved.
    '192.0.0.8',
    '192.0.2.7',
    '192.88.99.1',
    '198.19.0.1',
    '198.51.100.7',
    '203.0.113.7',
    '224.0.0.1',
    '255.255.255.255',
    '64:ff9b:1::1',
    '100::1',
    '2001::1',
    '2001:db8::1',
    '2002:7f00:1::1',
    '3fff::1',
    '5f00::1',
    'ff02::1',
    '::1.2.3.4',
  ])('%s is not called', (place) => {
    expect(isInside(place)).toBe(true);
  });

  it('nor is any address of this machine, in whichever network it stands', () => {
    const own = Object.values(networkInterfaces()).flatMap((all) => (all ?? []).map(({ address }) => address));
    expect(own.length).toBeGreaterThan(0);
    for (const address of own) expect([address, isInside(address)]).toEqual([address, true]);
  });

  it('what stands in the open is', () => {
    for (const place of ['93.184.216.34', '172.32.0.1', '2606:2800:220:1::1']) expect(isInside(place)).toBe(false);
  });

  it('is not called by its number, however it is written, nor by a name', async () => {
    const { port } = receiver.address() as AddressInfo;
    const before = came.length;
    for (const host of ['127.0.0.1', '2130706433', '0x7f.1', '[::ffff:127.0.0.1]', 'localhost'])
      await expect(post(`http://${host}:${port}/`, {}, '{}', false)).rejects.toMatchObject({
        trouble: { is: 'inside' },
      });
    expect(came).toHaveLength(before);
  });

  it('nobody answering is told as that', async () => {
    await expect(post('http://127.0.0.1:1/', {}, '{}', true)).rejects.toMatchObject({ trouble: { is: 'silent' } });
  });
});
