/**
 * Puts together what several areas give, by name.
 * @throws Error where two give the same name: one of them would never be heard of
 */
export function together<T>(what: string, given: readonly object[]): T {
  const all: Record<string, unknown> = {};
  for (const part of given)
    for (const [name, value] of Object.entries(part)) {
      if (name in all) throw new Error(`Two areas give the ${what} ${name}.`);
      all[name] = value;
    }
  return all as T;
}
