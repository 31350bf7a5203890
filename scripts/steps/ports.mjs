/** Ports on loopback: whether one is free. */
import { createServer } from 'node:net';

/** Whether nothing listens on 127.0.0.1:`port`. */
export function portIsFree(port) {
  return new Promise((resolve) => {
    const server = createServer();
    server.once('error', () => resolve(false));
    server.listen({ port, host: '127.0.0.1', exclusive: true }, () => server.close(() => resolve(true)));
  });
}

/**
 * A port nobody listens on just now: below those that the system gives to connections by itself, since one of these
 * may be gone before it is listened on.
 */
export async function freePort() {
  for (;;) {
    const port = 12_000 + Math.floor(Math.random() * 20_000);
    if (await portIsFree(port)) return port;
  }
}
