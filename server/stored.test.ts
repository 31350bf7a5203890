/**
 * What lies in columns as JSON: each has a schema and a version, and values of each version as they lay there can be read,
 * are what the schema says, and come out of a writing and a reading as they were.
 */
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { getMetadataArgsStorage } from 'typeorm';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { areas, tables } from './areas';
import type { JsonTransformer } from './platform/columns';
import type { SomeJob } from './platform/job.kinds';
import { stored, type Stored } from './platform/stored';

const fixtures = join(import.meta.dirname, '../tests/fixtures/stored');
const fixture = (of: string, version: number): unknown => {
  const file = join(fixtures, `${of}.${version}.json`);
  return existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : null;
};

/** Whose shape is told elsewhere: set-ups by `tests/fixtures/setup.*.json`, jobs below, answers that live for minutes. */
const elsewhere = new Set([
  'setup_item.live',
  'setup_item.draft',
  'setup_revision.document',
  'job.payload',
  'sent_act.answer',
  'application.data',
]);

const rows = new Set<unknown>(tables.map(({ row }) => row));
const columns = getMetadataArgsStorage().columns.filter(({ target }) => rows.has(target));
const known = columns.flatMap(({ options }): Stored<unknown>[] => {
  const { stored: found } = (options.transformer ?? {}) as Partial<JsonTransformer>;
  return found && !elsewhere.has(found.of) ? [found] : [];
});

const jobs = areas.flatMap((area) => Object.entries<SomeJob>(area.jobs ?? {}));

type Kept = { readonly schema: z.ZodType; read(text: string): unknown; write(value: never): string };

function comesThrough(of: Kept, raw: unknown): void {
  const read: unknown = of.read(JSON.stringify(raw));
  expect(of.schema.safeParse(read).error?.message).toBeUndefined();
  expect(of.read(of.write(read as never))).toEqual(read);
}

describe('what is stored as JSON', () => {
  it.each(known.map((one) => [one.of, one] as const))('%s: values of every version can be read', (of, one) => {
    // The oldest of facts said no version; nothing is left of what the first ones looked like.
    for (let version = of === 'member_facts.facts' ? one.version : 1; version <= one.version; version++) {
      const values = fixture(of, version) as unknown[] | null;
      expect(values, `tests/fixtures/stored/${of}.${version}.json`).not.toBeNull();
      expect(values!.length).toBeGreaterThan(0);
      for (const value of values!) comesThrough(one, value);
    }
  });

  it.each(jobs)('a job to %s: payloads of every version can be read', (kind, one) => {
    for (let version = 1; version <= one.stored.version; version++) {
      const values = (fixture('job.payload', version) as Record<string, unknown[]> | null)?.[kind];
      expect(values, `${kind} in tests/fixtures/stored/job.payload.${version}.json`).toBeDefined();
      for (const value of values!) comesThrough({ ...one.stored, schema: one.payload }, value);
    }
  });

  it('lies in no column of which it is not said what it is', () => {
    const bare = columns.filter(({ options }) => /text|json/.test(String(options.type)) && !options.transformer);
    const named = bare.map(({ propertyName, target }) => `${(target as { name: string }).name}.${propertyName}`);
    // Words, and bodies that are signed, and so kept as they came or go out.
    expect(named.sort()).toEqual([
      'CardNoticeRow.body',
      'HookCallRow.body',
      'OutgoingRow.html',
      'OutgoingRow.text',
      'TimelineEntity.note',
    ]);
  });

  it('is brought up to date one version at a time, whatever it is', () => {
    const first = stored('a.b', z.object({ n: z.number() }));
    const third = stored('a.b', z.object({ count: z.number(), of: z.string() }), [
      ({ n }: { n: number }) => ({ count: n }),
      (old: object) => ({ ...old, of: 'things' }),
    ]);
    expect(first.write({ n: 4 })).toBe('{"n":4}');
    expect(third.read('{"n":4}')).toEqual({ count: 4, of: 'things' });
    expect(third.read('{"count":4,"v":2}')).toEqual({ count: 4, of: 'things' });
    expect(third.write({ count: 4, of: 'hives' })).toBe('{"count":4,"of":"hives","v":3}');
    expect(third.read('{"count":4,"of":"hives","v":3}')).toEqual({ count: 4, of: 'hives' });
    expect(() => third.read('{"v":4}')).toThrow('newer version (4)');
    const purpose = stored('a.d', z.object({ is: z.string() }), [(old: object) => old]);
    expect(purpose.read(purpose.write({ is: 'step' }))).toEqual({ is: 'step' });
    const list = stored('a.c', z.array(z.string()), [(old: string) => [old]]);
    expect(list.read('"queens"')).toEqual(['queens']);
    expect(list.write(['queens'])).toBe('{"$":["queens"],"v":2}');
    expect(list.read('{"$":["queens"],"v":2}')).toEqual(['queens']);
  });

  it('is held to its schema in tests, in both directions', () => {
    const of = stored('a.b', z.object({ n: z.number() }));
    expect(() => of.write({ n: 'four' } as never)).toThrow('a.b: ');
    expect(() => of.read('{"n":4,"more":true}')).toThrow('does not know all of');
  });
});
