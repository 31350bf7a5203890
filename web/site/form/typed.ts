/**
 * Purpose: what somebody typed into the first HTML before the script was there to hear it. Read from the page once,
 * just before the script takes it over, and handed to the forms as they come to life.
 */
import { typedIn } from '../../kit/fields/typedIn';

const before = new Map<string, Record<string, unknown>>();

/** Reads every form that is marked with its name. */
export function readTyped(): void {
  for (const form of document.querySelectorAll<HTMLFormElement>('form[data-form]'))
    before.set(form.dataset['form']!, typedIn(form));
}

/** What was typed into a form before; once. */
export function typedBefore(name: string): Record<string, unknown> {
  const typed = before.get(name) ?? {};
  before.delete(name);
  return typed;
}
