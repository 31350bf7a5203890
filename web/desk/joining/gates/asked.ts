/** Purpose: what the settings of a gate may ask about: the answers of those who come to it, given by the editor of the path. */
import { inject, provide, type ComputedRef, type InjectionKey } from 'vue';
import type { FieldItem } from '../../../../core/fields';

const key: InjectionKey<ComputedRef<readonly FieldItem[]>> = Symbol('the answers that may be asked about');

export const provideAsked = (fields: ComputedRef<readonly FieldItem[]>): void => provide(key, fields);

/** @throws Error outside the editor of a gate */
export function useAsked(): ComputedRef<readonly FieldItem[]> {
  const fields = inject(key);
  if (!fields) throw new Error('Nobody has said which answers there are to ask about.');
  return fields;
}
