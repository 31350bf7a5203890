/**
 * Purpose: keys and signatures of web hooks, as Standard Webhooks 1.0.0 has them (symmetric, `v1`): HMAC-SHA256 over
 * id, time and body, so that whoever is called can tell that it was this site, and when.
 * How: a key is made of the site's own secret, the form, the address and a number, so that none has to be kept and none
 * is in a set-up that is handed on.
 */
import { createHmac } from 'node:crypto';

export type HookKey = { readonly form: string; readonly address: string; readonly generation: number };

const bytesOf = (secret: Buffer, { form, address, generation }: HookKey): Buffer =>
  createHmac('sha256', secret)
    .update(JSON.stringify(['hook', form, address, generation]))
    .digest();

/** `whsec_` and the key in base64, as receivers take it. */
export const sayKey = (secret: Buffer, key: HookKey): string => `whsec_${bytesOf(secret, key).toString('base64')}`;

/** @param at when it leaves, in milliseconds */
export function signedHeaders(
  secret: Buffer,
  key: HookKey,
  id: string,
  at: number,
  body: string,
): Record<string, string> {
  const seconds = Math.floor(at / 1000);
  const signature = createHmac('sha256', bytesOf(secret, key)).update(`${id}.${seconds}.${body}`).digest('base64');
  return { 'webhook-id': id, 'webhook-timestamp': String(seconds), 'webhook-signature': `v1,${signature}` };
}
