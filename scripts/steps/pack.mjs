/** Packs what browsers fetch, once at build: beside each file its Brotli and gzip form, at the tightest level. */
import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';

const packable = /\.(js|css|svg|html)$/;
const WORTH_IT = 800;

/** @param folder a built folder; its files are flat */
export function pack(folder) {
  for (const name of readdirSync(folder)) {
    if (!packable.test(name)) continue;
    const file = join(folder, name);
    const plain = readFileSync(file);
    if (plain.length < WORTH_IT) continue;
    const size = { [constants.BROTLI_PARAM_SIZE_HINT]: plain.length };
    const quality = { [constants.BROTLI_PARAM_QUALITY]: constants.BROTLI_MAX_QUALITY };
    writeFileSync(`${file}.br`, brotliCompressSync(plain, { params: { ...size, ...quality } }));
    writeFileSync(`${file}.gz`, gzipSync(plain, { level: 9 }));
  }
}
