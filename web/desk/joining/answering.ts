/**
 * Purpose: answering a form in the mount beside its editor, so that what is shown only if is seen to come and go. The
 * paper has no script of its own: the desk watches its inputs and shows by the rule that the site shows by.
 */
import { shownBy, type Question } from '../../../core/fields';
import { typeInto, typedIn } from '../../kit/fields/typedIn';
import { reader } from '../reader';

/** Keeps what is typed from one paper to the next. Nothing of it is sent. */
export function makeAnswering(questions: () => readonly Question[]) {
  let typed: Record<string, unknown> = {};
  return function paper(page: Document): void {
    const form = page.querySelector<HTMLFormElement>('form[data-form]');
    if (!form) return;
    form.dataset['answers'] = '';
    typeInto(form, typed);
    const show = (): void => {
      const shown = shownBy(questions(), typed, reader);
      for (const part of form.querySelectorAll<HTMLElement>('[data-part], [data-page]')) {
        const name = part.dataset['part'] ?? part.dataset['page'];
        if (name) part.classList.toggle('off', !shown.has(name));
      }
    };
    form.addEventListener('input', () => {
      typed = typedIn(form);
      show();
    });
    show();
  };
}
