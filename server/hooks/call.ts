/**
 * Purpose: calling an address that staff have typed.
 * Invariant: nothing of this machine or of the network it stands in is called unless the configuration says so, by
 * whatever name: the address that a name stands for is looked at by the very connection that is made, so that a name
 * that changes between looking and calling leads nowhere. No redirect is followed, and nothing that is answered is read.
 */
import { lookup } from 'node:dns';
import { request as plain } from 'node:http';
import { request as secure } from 'node:https';
import { BlockList, isIP, type LookupFunction } from 'node:net';
import { networkInterfaces } from 'node:os';

/** Why a call was not taken: nobody there, an answer that is no yes, or a place that is not called. */
export type HookTrouble = { readonly is: 'silent' | 'inside' } | { readonly is: 'answered'; readonly status: number };
export class HookError extends Error {
  constructor(readonly trouble: HookTrouble) {
    super(trouble.is === 'answered' ? `answered ${trouble.status}` : trouble.is);
  }
}

const TIMEOUT = 10_000;

/** Addresses that are nobody's in the open (IANA special-purpose registries, RFC 6890). */
const inside = new BlockList();
for (const [network, bits] of [
  ['0.0.0.0', 8],
  ['10.0.0.0', 8],
  ['100.64.0.0', 10],
  ['127.0.0.0', 8],
  ['169.254.0.0', 16],
  ['172.16.0.0', 12],
  ['192.0.0.0', 24],
  ['192.0.2.0', 24],
  ['192.88.99.0', 24],
  ['192.168.0.0', 16],
  ['198.18.0.0', 15],
  ['198.51.100.0', 24],
  ['203.0.113.0', 24],
  ['224.0.0.0', 3],
] as const)
  inside.addSubnet(network, bits, 'ipv4');
for (const [network, bits] of [
  ['::', 96],
  ['64:ff9b::', 96],
  ['64:ff9b:1::', 48],
  ['100::', 64],
  ['2001::', 23],
  ['2001:db8::', 32],
  ['2002::', 16],
  ['3fff::', 20],
  ['5f00::', 16],
  ['fc00::', 7],
  ['fe80::', 10],
  ['ff00::', 8],
] as const)
  inside.addSubnet(network, bits, 'ipv6');

/** Whether an address (of IPv6 one that stands for one of IPv4 too, which the list knows) is of this machine, of a network behind it, or of no place at all. */
export function isInside(address: string): boolean {
  const family = isIP(address) === 6 ? 'ipv6' : 'ipv4';
  if (inside.check(address, family)) return true;
  // This machine's own addresses, as they are at this moment: some of them may lie in the open.
  const own = new BlockList();
  for (const { address: mine, family: of } of Object.values(networkInterfaces()).flatMap((all) => all ?? []))
    own.addAddress(mine, of === 'IPv6' ? 'ipv6' : 'ipv4');
  return own.check(address, family);
}

const outsideOnly: LookupFunction = (name, options, done) =>
  lookup(name, { ...options, all: true }, (error, found) => {
    if (error) return done(error, '');
    if (found.some(({ address }) => isInside(address))) return done(new HookError({ is: 'inside' }), '');
    if (options.all) done(null, found);
    else done(null, found[0]!.address, found[0]!.family);
  });

/**
 * Posts JSON and waits for the answer's first line.
 * @param anywhere whether places inside may be called
 * @returns the status, 200 to 299
 * @throws HookError
 */
export function post(to: string, headers: Record<string, string>, body: string, anywhere: boolean): Promise<number> {
  const url = new URL(to);
  const host = url.hostname.replace(/^\[|\]$/g, '');
  return new Promise((resolve, reject) => {
    if (!anywhere && isIP(host) && isInside(host)) return reject(new HookError({ is: 'inside' }));
    const call = (url.protocol === 'https:' ? secure : plain)(
      url,
      {
        method: 'POST',
        agent: false,
        ...(anywhere ? {} : { lookup: outsideOnly }),
        signal: AbortSignal.timeout(TIMEOUT),
        headers: {
          ...headers,
          'content-type': 'application/json',
          'content-length': Buffer.byteLength(body),
          'user-agent': 'Admissa',
        },
      },
      (answer) => {
        const status = answer.statusCode ?? 0;
        answer.destroy();
        if (status >= 200 && status < 300) resolve(status);
        else reject(new HookError({ is: 'answered', status }));
      },
    );
    call.on('error', (error) => reject(error instanceof HookError ? error : new HookError({ is: 'silent' })));
    call.end(body);
  });
}
