/** Purpose: the answers of an application, as people read them. */
import { partKindOf } from '../fields';
import type { Setup } from '../setup';
import type { Application } from './application';

/** The answers as they were given, by the labels the form used. */
export const answersOf = ({ form, answers }: Application, setup: Setup): { label: string; value: string }[] =>
  (setup.forms.get(form)?.parts ?? []).flatMap((part) => partKindOf(part).says(part, answers, setup) ?? []);
