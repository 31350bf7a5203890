/** Purpose: the answers of an application, as people read them. */
import type { Facts } from '../facts';
import { showValue, type SignupForm } from '../fields';
import { listed } from '../kernel';
import type { Setup } from '../setup';
import type { Application } from './application';

/** The answers as they were given, by the labels the form used. */
export function answersOf(application: Application, setup: Setup): { label: string; value: string }[] {
  const form: SignupForm | undefined = setup.forms.get(application.form);
  const fields = application.answers.fields as Record<string, Facts['fields'][keyof Facts['fields']]>;
  const rows = (form?.parts ?? []).flatMap((part) => {
    if (part.part === 'field') {
      const field = setup.fields.get(part.field);
      if (!field) return [];
      const value =
        field.role === 'name'
          ? application.answers.name
          : field.role === 'mail'
            ? application.answers.mail
            : fields[part.field];
      return [{ label: field.label, value: value === undefined ? 'not answered' : showValue(field.of, value) }];
    }
    if (part.part === 'topics') {
      const topics = application.answers.topics.map((id) => setup.topics.get(id)?.title ?? id);
      return [{ label: 'News by mail', value: topics.length ? listed(topics) : 'none wanted' }];
    }
    if (part.part === 'agreement') return [{ label: part.title ?? part.label, value: 'agreed' }];
    return [];
  });
  return rows;
}
