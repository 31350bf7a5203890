/** Purpose: files in a store that speaks S3, asked over HTTP with signed requests (AWS Signature Version 4). */
import { Readable } from 'node:stream';
import type { ReadableStream } from 'node:stream/web';
import { AwsClient } from 'aws4fetch';
import type { Blobs, Part } from './blobs';

export type S3Place = {
  /** The bucket's address, path-style: `https://store.quillmoor.example/bucket`. */
  readonly url: string;
  readonly region: string;
  readonly key: string;
  readonly secret: string;
};

const PATIENCE = 20_000;

export class S3Blobs implements Blobs {
  private readonly client: AwsClient;

  constructor(private readonly place: S3Place) {
    const { key, secret, region } = place;
    this.client = new AwsClient({ accessKeyId: key, secretAccessKey: secret, region, service: 's3', retries: 3 });
  }

  async put(key: string, bytes: Buffer): Promise<void> {
    const answer = await this.ask(key, { method: 'PUT', body: new Uint8Array(bytes) });
    if (!answer.ok) throw new Error(`The file store answered ${answer.status} to a file of ${bytes.length} bytes.`);
  }

  async get(key: string, part?: Part): Promise<Readable | null> {
    const headers: Record<string, string> = part ? { range: `bytes=${part.start}-${part.end}` } : {};
    const answer = await this.ask(key, { headers });
    if (answer.status === 404) return null;
    if (!answer.ok || !answer.body) throw new Error(`The file store answered ${answer.status}.`);
    return Readable.fromWeb(answer.body as ReadableStream<Uint8Array>);
  }

  async remove(key: string): Promise<void> {
    const answer = await this.ask(key, { method: 'DELETE' });
    if (!answer.ok && answer.status !== 404) throw new Error(`The file store answered ${answer.status}.`);
  }

  private ask(key: string, init: RequestInit): Promise<Response> {
    return this.client.fetch(`${this.place.url}/${key}`, { ...init, signal: AbortSignal.timeout(PATIENCE) });
  }
}
