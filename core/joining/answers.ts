/** Purpose: the answers of an application, as people read them. */
import type { Facts } from '../facts';
import { showValue, type SignupForm } from '../fields';
import { listed, never } from '../kernel';
import type { Setup } from '../setup';
import type { Application } from './application';
import { joiningSays } from './joining.sentences';

/** The answers as they were given, by the labels the form used. */
export function answersOf(application: Application, setup: Setup): { label: string; value: string }[] {
  const { site } = setup.doc;
  const says = joiningSays(site);
  const form: SignupForm | undefined = setup.forms.get(application.form);
  const fields = application.answers.fields as Record<string, Facts['fields'][keyof Facts['fields']]>;
  return (form?.parts ?? []).flatMap((part) => {
    switch (part.part) {
      case 'field': {
        const field = setup.fields.get(part.field);
        if (!field) return [];
        const { name, mail } = application.answers;
        const value = field.role === 'name' ? name : field.role === 'mail' ? mail : fields[part.field];
        return [
          { label: field.label, value: value === undefined ? says.notAnswered : showValue(field.of, value, site) },
        ];
      }
      case 'topics': {
        const topics = application.answers.topics.map((id) => setup.topics.get(id)?.title ?? id);
        return [{ label: says.newsByMail, value: topics.length ? listed(topics, site) : says.noneWanted }];
      }
      case 'agreement':
        return [{ label: part.title ?? part.label, value: says.agreed }];
      case 'heading':
      case 'password':
        return [];
      default:
        return never(part);
    }
  });
}
