/** Purpose: answers of a form that was not sent yet, kept in this tab alone; never a password. */
const keyOf = (name: string) => `form:${name}`;

/** Whether two answers are the same: texts, truths, or lists of texts. */
export const same = (one: unknown, other: unknown): boolean => JSON.stringify(one) === JSON.stringify(other);

/** The answers that are not what stood there before. */
export const changed = (answers: Record<string, unknown>, before: Record<string, unknown>): Record<string, unknown> =>
  Object.fromEntries(Object.entries(answers).filter(([at, value]) => !same(value, before[at])));

export function kept(name: string): Record<string, unknown> {
  try {
    return JSON.parse(sessionStorage.getItem(keyOf(name)) ?? '{}') as Record<string, unknown>;
  } catch {
    return {};
  }
}

export function keep(name: string, answers: Record<string, unknown>): void {
  try {
    sessionStorage.setItem(keyOf(name), JSON.stringify(answers));
  } catch {
    // A browser that keeps nothing: what is typed stays until the page is left.
  }
}

export function forget(name: string): void {
  try {
    sessionStorage.removeItem(keyOf(name));
  } catch {
    // Nothing was kept.
  }
}
