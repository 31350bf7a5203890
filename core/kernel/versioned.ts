/**
 * Purpose: stored JSON that can be read for ever. What is written carries its version as `v`; what is read is brought
 * up to date by one upgrade a version, in order.
 * Invariant: an upgrade is never changed once its version has been written; one fixture of each old version is kept
 * in the tests. Reading refuses nothing: a stricter schema must not stop whoever was stored before it.
 */

/** Brings a value of one version to the next. `context` is what the older form left to be known from elsewhere. */
export type Upgrade<C> = (old: Record<string, unknown>, context: C) => Record<string, unknown>;

export type Versioned<T extends object, C> = {
  readonly version: number;
  /** The value as it is stored. */
  write(value: T): T & { readonly v: number };
  /** A stored value of any version up to the present one; without `v` it is of version 1. */
  read(stored: unknown, context: C): T;
};

/**
 * @param upgrades the first leads from version 1 to 2, and so on; the present version is one more than they are
 */
export function versioned<T extends object, C = undefined>(upgrades: readonly Upgrade<C>[]): Versioned<T, C> {
  const version = upgrades.length + 1;
  return {
    version,
    write: (value) => ({ ...value, v: version }),
    read(stored, context) {
      let value = stored as Record<string, unknown>;
      const from = typeof value['v'] === 'number' ? value['v'] : 1;
      if (from > version) throw new RangeError(`This was written by a newer version (${from}) than is running here.`);
      for (let at = from; at < version; at++) value = { ...upgrades[at - 1]!(value, context), v: at + 1 };
      return value as T;
    },
  };
}
