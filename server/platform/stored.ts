/**
 * Purpose: values that lie in a column as JSON, each with its schema, its version and the upgrades from older ones, so that
 * whatever was stored once can be read for ever.
 * How: what is written first has no version; once there is an upgrade, an object carries its version as `v`, and anything
 * else lies as `$` beside it, which no property of ours is called. An upgrade is never changed once its version has been written, and
 * `tests/fixtures/stored/` keeps values of each version as they lay there.
 * Invariant: reading refuses nothing that is no newer than this program: a stricter schema must not stop whoever was
 * stored before it. In tests both ways are held to the schema, so that a shape it does not know is noticed.
 */
import { isDeepStrictEqual } from 'node:util';
import type { z } from 'zod';
import { strict } from './strict';

/** Brings a value of one version to the next. */
type Upgrade = (old: never) => unknown;

export type Stored<T> = {
  /** The column, such as `payment.data`. */
  readonly of: string;
  readonly version: number;
  readonly schema: z.ZodType<T>;
  /** The value as the text that lies in the column. */
  write(value: T): string;
  /** A text of the column, of any version. @throws RangeError where a newer program wrote it */
  read(text: string): T;
};

/** Throws where a value is not just what its schema says, no property more and none less. */
function held<T>(of: string, schema: z.ZodType<T>, value: T): T {
  if (!strict || value === undefined) return value;
  const plain: unknown = JSON.parse(JSON.stringify(value));
  const read = schema.safeParse(plain);
  if (!read.success) throw new Error(`${of}: ${read.error.message} in ${JSON.stringify(plain)}`);
  const known: unknown = JSON.parse(JSON.stringify(read.data));
  if (!isDeepStrictEqual(known, plain))
    throw new Error(`${of}: its schema does not know all of ${JSON.stringify(plain)}`);
  return value;
}

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** @param upgrades the first leads from version 1 to 2, and so on; the present version is one more than they are */
export function stored<T>(of: string, schema: z.ZodType<T>, upgrades: readonly Upgrade[] = []): Stored<T> {
  const version = upgrades.length + 1;
  const wrap = (value: T): unknown => {
    if (version === 1) return value;
    return isObject(value) ? { ...value, v: version } : { $: value, v: version };
  };
  const unwrap = (raw: unknown): { value: unknown; from: number } => {
    if (version === 1 || !isObject(raw) || typeof raw['v'] !== 'number') return { value: raw, from: 1 };
    const { v, ...rest } = raw;
    return { value: '$' in rest ? rest['$'] : rest, from: v };
  };
  return {
    of,
    version,
    schema,
    write: (value) => JSON.stringify(wrap(held(of, schema, value))),
    read(text) {
      const { value, from } = unwrap(JSON.parse(text));
      if (from > version) throw new RangeError(`${of} was written by a newer version (${from}) than is running here.`);
      const present = upgrades.slice(from - 1).reduce<unknown>((old, upgrade) => upgrade(old as never), value);
      return held(of, schema, present as T);
    },
  };
}

/** A column whose values say their version themselves, by a reader of the core. */
export function versionedColumn<T extends object>(
  of: string,
  by: { readonly version: number; write(value: T): object; read(stored: unknown): unknown },
  schema: z.ZodType<T>,
): Stored<T> {
  return {
    of,
    version: by.version,
    schema,
    write: (value) => JSON.stringify(by.write(held(of, schema, value))),
    read(text) {
      const { v: _v, ...value } = by.read(JSON.parse(text)) as T & { v?: unknown };
      return held(of, schema, value as unknown as T);
    },
  };
}
