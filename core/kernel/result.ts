/**
 * Purpose: expected refusals are values, so that a caller cannot forget them.
 * Invariant: nothing in `core` throws for something a person may do.
 */
export type Result<T, R> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly refusal: R };

export const ok = <T>(value: T): { readonly ok: true; readonly value: T } => ({ ok: true, value });
export const refuse = <R>(refusal: R): { readonly ok: false; readonly refusal: R } => ({ ok: false, refusal });

/** Closes a union: adding a kind breaks compilation where it is not yet handled. */
export function never(value: never): never {
  throw new Error(`Unhandled kind: ${JSON.stringify(value)}`);
}
