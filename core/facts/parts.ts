/**
 * Purpose: facts made of parts, one for each area that knows something of people: its properties, what they are of nobody,
 * and how what was stored before is brought up to date. An area adds its part to the table in `facts.ts`, and nothing else
 * changes: what was stored before that part was there reads as nobody's.
 * How it lies: the properties of all parts beside each other, and the versions as `v`. What was stored before facts came in
 * parts has a number there, and the parts of that time in their first version.
 */
import { z } from 'zod';
import type { Upgrade } from '../kernel';

/** Gives the properties of a part, out of what was stored when the part was one version older. */
export type PartUpgrade = (old: Readonly<Record<string, unknown>>) => object;

export type FactsPart<S extends z.ZodRawShape = z.ZodRawShape> = {
  readonly schema: z.ZodObject<S>;
  /** Of a visitor, and of everybody of whom this part has stored nothing yet. */
  readonly nobody: z.infer<z.ZodObject<S>>;
  /** The first leads from version 1 to 2, and so on. */
  readonly upgrades: readonly PartUpgrade[];
};

export const factsPart = <S extends z.ZodRawShape>(
  shape: S,
  nobody: z.infer<z.ZodObject<S>>,
  upgrades: readonly PartUpgrade[] = [],
): FactsPart<S> => ({ schema: z.object(shape), nobody, upgrades });

type All<U> = (U extends unknown ? (one: U) => void : never) extends (all: infer I) => void ? I : never;
/** The properties of all parts of a table. */
export type FactsOf<P extends Readonly<Record<string, { readonly nobody: object }>>> = All<P[keyof P]['nobody']>;

export type FactsKind<F extends object> = {
  readonly schema: z.ZodType<F>;
  readonly nobody: Readonly<F>;
  /** One more with each part and each upgrade. */
  readonly version: number;
  /** Facts as they are stored. */
  write(facts: F): F & { readonly v: unknown };
  /** Stored facts of any version. @throws RangeError where a newer program wrote them */
  read(stored: unknown): F;
};

/**
 * @param parts of which no two have a property in common
 * @param first those that were there when facts came in parts
 * @param before brought them up to date until then
 */
export function factsOf<P extends Readonly<Record<string, FactsPart>>>(
  parts: P,
  first: readonly string[],
  before: readonly Upgrade<undefined>[],
): FactsKind<FactsOf<P> & object> {
  type F = FactsOf<P> & object;
  const all = Object.entries(parts);
  const shape: z.ZodRawShape = Object.assign({}, ...all.map(([, { schema }]) => schema.shape));
  const nobody = Object.freeze(Object.assign({}, ...all.map(([, part]) => part.nobody))) as F;
  const count = all.reduce((sum, [, { schema }]) => sum + Object.keys(schema.shape).length, 0);
  if (Object.keys(shape).length !== count) throw new Error('Two parts of facts have a property of the same name.');
  const base = before.length + 1;
  const told = Object.fromEntries(
    all
      .map(([name, { upgrades }]) => [name, upgrades.length + 1] as const)
      .filter(([name, version]) => version > 1 || !first.includes(name)),
  );
  const present: unknown = Object.keys(told).length ? told : base;
  const isPresent = JSON.stringify(present);
  const version =
    base + all.reduce((sum, [name, { upgrades }]) => sum + upgrades.length + Number(!first.includes(name)), 0);

  function upgraded(stored: Record<string, unknown>): F {
    const { v } = stored;
    if (typeof v === 'number' && v > base) throw newer(v);
    let old = stored;
    if (typeof v !== 'object') for (const upgrade of before.slice(Number(v ?? 1) - 1)) old = upgrade(old, undefined);
    const versions = (typeof v === 'object' ? v : {}) as Readonly<Record<string, number>>;
    // A part whose area is not here any more stays as it was.
    const made: Record<string, unknown> = { ...old };
    for (const [name, part] of all) {
      const from = versions[name] ?? (first.includes(name) ? 1 : null);
      const last = part.upgrades.length + 1;
      if (from === null) Object.assign(made, part.nobody);
      else if (from > last) throw newer(from);
      else for (const upgrade of part.upgrades.slice(from - 1)) Object.assign(made, upgrade(made));
    }
    return made as F;
  }

  return {
    schema: z.object(shape) as unknown as z.ZodType<F>,
    nobody,
    version,
    write: (facts) => ({ ...facts, v: present }),
    read(stored) {
      const raw = stored as F & { readonly v?: unknown };
      // Quick for those of the present one: every request of a member reads them.
      if (raw.v === present || (typeof raw.v === 'object' && JSON.stringify(raw.v) === isPresent)) return raw;
      return upgraded(raw as Record<string, unknown>);
    },
  };
}

const newer = (version: number): RangeError =>
  new RangeError(`This was written by a newer version (${version}) than is running here.`);
