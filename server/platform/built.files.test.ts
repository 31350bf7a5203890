import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import express from 'express';
import { expect, it } from 'vitest';
import { builtFiles } from './built.files';

it('a file that was taken away breaks its answer off, and the next is answered', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'admissa-built-'));
  for (const name of ['gone.js', 'stays.js']) writeFileSync(join(folder, name), `"${name}";`);
  const app = express();
  app.use(builtFiles(folder, (res) => void res.status(404).end()));
  const server = app.listen(0, '127.0.0.1');
  try {
    await new Promise((ready) => server.once('listening', ready));
    const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
    rmSync(join(folder, 'gone.js'));
    await expect(fetch(`${address}/gone.js`).then((answer) => answer.text())).rejects.toThrow();
    const next = await fetch(`${address}/stays.js`);
    expect([next.status, await next.text()]).toEqual([200, '"stays.js";']);
    expect((await fetch(`${address}/never.js`)).status).toBe(404);
  } finally {
    server.close();
    rmSync(folder, { recursive: true });
  }
});
