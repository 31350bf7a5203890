/**
 * Purpose: the addresses this product answers to. A page of another name that leads to this machine (DNS rebinding)
 * could else call it as if it were ours, with Host and Origin both foreign and both alike.
 */
import type { IncomingMessage } from 'node:http';

const loopback = ['127.0.0.1', 'localhost', '[::1]'];

export type OwnAddresses = {
  /** Whether a request names this product in its Host (behind a proxy: in what the proxy says was asked for). */
  names(req: IncomingMessage): boolean;
  /** Whether an Origin header is this product's own. */
  isOrigin(origin: string): boolean;
};

/**
 * @param address the configured address; on loopback every name of loopback with the same port is the same
 * @param proxy whether X-Forwarded-Host may be believed
 */
export function ownAddresses(address: string, proxy: boolean): OwnAddresses {
  const { protocol, hostname, host, port } = new URL(address);
  const hosts = loopback.includes(hostname) ? loopback.map((name) => (port ? `${name}:${port}` : name)) : [host];
  const named = new Set(hosts);
  const origins = new Set(hosts.map((name) => `${protocol}//${name}`));
  return {
    names: (req) => {
      const forwarded = proxy ? req.headers['x-forwarded-host'] : undefined;
      const asked = (typeof forwarded === 'string' ? forwarded.split(',')[0]!.trim() : req.headers.host) ?? '';
      return named.has(asked.toLowerCase());
    },
    isOrigin: (origin) => origins.has(origin.toLowerCase()),
  };
}
