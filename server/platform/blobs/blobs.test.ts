import { chmod, mkdtemp, readdir, rm, stat } from 'node:fs/promises';
import { createServer, type IncomingMessage, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buffer } from 'node:stream/consumers';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { FolderBlobs } from './folder';
import { S3Blobs } from './s3';
import type { Blobs } from './blobs';

/** A bucket as little as the product needs: it keeps what is put under signed requests, and gives parts of it. */
class Bucket {
  readonly kept = new Map<string, Buffer>();
  readonly seen: IncomingMessage[] = [];
  failing = 0;
  readonly server: Server = createServer((req, res) => {
    void buffer(req).then((body) => {
      this.seen.push(req);
      const signed =
        /^AWS4-HMAC-SHA256 Credential=bees\/\d{8}\/moor\/s3\/aws4_request, SignedHeaders=.+, Signature=[0-9a-f]{64}$/;
      if (!signed.test(req.headers.authorization ?? '')) return res.writeHead(403).end();
      if (this.failing-- > 0) return res.writeHead(503).end();
      const key = req.url!;
      if (req.method === 'PUT') this.kept.set(key, body);
      if (req.method === 'DELETE') return res.writeHead(this.kept.delete(key) ? 204 : 404).end();
      const found = this.kept.get(key);
      if (req.method === 'PUT' || !found) return res.writeHead(found ? 200 : 404).end();
      const [, from, to] = /bytes=(\d+)-(\d+)/.exec(req.headers.range ?? '') ?? [];
      if (from === undefined) return res.writeHead(200).end(found);
      return res.writeHead(206).end(found.subarray(Number(from), Number(to) + 1));
    });
  });
}

let folder: string;
const bucket = new Bucket();
const stores = new Map<string, Blobs>();
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'blobs-'));
  await chmod(folder, 0o755);
  stores.set('a folder', new FolderBlobs(folder));
  await new Promise<void>((ready) => bucket.server.listen(0, '127.0.0.1', () => ready()));
  const { port } = bucket.server.address() as AddressInfo;
  const place = { url: `http://127.0.0.1:${port}/bucket`, region: 'moor', key: 'bees', secret: 'heather' };
  stores.set('a store that speaks S3', new S3Blobs(place));
});
afterAll(async () => {
  bucket.server.close();
  await rm(folder, { recursive: true });
});

describe.each(['a folder', 'a store that speaks S3'])('files in %s', (name) => {
  const read = async (key: string, part?: { start: number; end: number }) => {
    const stream = await stores.get(name)!.get(key, part);
    return stream && (await buffer(stream)).toString();
  };
  it('are kept whole, given whole or in part, and gone when they are removed', async () => {
    const blobs = stores.get(name)!;
    await blobs.put('one/whole', Buffer.from('Heft your hives.'));
    expect(await read('one/whole')).toBe('Heft your hives.');
    expect(await read('one/whole', { start: 5, end: 8 })).toBe('your');
    expect(await read('one/none')).toBeNull();
    await blobs.put('one/whole', Buffer.from('Again.'));
    expect(await read('one/whole')).toBe('Again.');
    await blobs.remove('one/whole');
    await blobs.remove('one/whole');
    expect(await read('one/whole')).toBeNull();
  });
});

it('a folder holds nothing half written, and no key leads out of it', async () => {
  const blobs = stores.get('a folder')!;
  await Promise.all(Array.from({ length: 20 }, (_, n) => blobs.put('two/whole', Buffer.alloc(100_000, n))));
  const bytes = await buffer((await blobs.get('two/whole'))!);
  expect(new Set(bytes).size).toBe(1);
  expect(await readdir(join(folder, 'two'))).toEqual(['whole']);
  for (const key of ['../etc/passwd', '/etc/passwd', 'a/../../b', 'a//b', '', 'A', 'a b'])
    await expect(blobs.get(key)).rejects.toThrow('No key of a file');
});

it('a folder lets nobody else on the machine read what is in it', async () => {
  await stores.get('a folder')!.put('five/whole', Buffer.from('for members alone'));
  const modes = await Promise.all(['', 'five', 'five/whole'].map((path) => stat(join(folder, path))));
  expect(modes.map(({ mode }) => (mode & 0o777).toString(8))).toEqual(['700', '700', '600']);
});

it('a store that is away for a moment is asked again; one that refuses is told of', async () => {
  const blobs = stores.get('a store that speaks S3')!;
  bucket.failing = 2;
  await blobs.put('three/whole', Buffer.from('x'));
  expect(bucket.kept.has('/bucket/three/whole')).toBe(true);
  const { port } = bucket.server.address() as AddressInfo;
  const other = { url: `http://127.0.0.1:${port}/bucket`, region: 'moor', key: 'wasps', secret: 'heather' };
  await expect(new S3Blobs(other).put('four/whole', Buffer.from('x'))).rejects.toThrow('answered 403');
  await expect(new S3Blobs(other).get('three/whole')).rejects.toThrow('answered 403');
});
