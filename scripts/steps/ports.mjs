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
