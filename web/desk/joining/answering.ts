/**
 * Purpose: answering a form in the mount beside its editor, so that what is shown only if is seen to come and go. The
 * paper has no script of its own: the desk watches its inputs and shows by the rule that the site shows by.
 */
import { shownBy, type FieldQuestion, type RawForm } from '../../../core/fields';
import { typeInto, typedIn } from '../../kit/fields/typedIn';
import { reader } from '../base/reader';

/** Keeps what is typed from one paper to the next. Nothing of it is sent. */
export function makeAnswering(questions: () => readonly FieldQuestion[]) {
  let typed: Record<string, unknown> = {};
  let form: HTMLFormElement | null = null;

  function show(): void {
    const shown = shownBy(questions(), typed, reader);
    for (const part of form?.querySelectorAll<HTMLElement>('[data-part], [data-page]') ?? []) {
      const name = part.dataset['part'] ?? part.dataset['page'];
      if (name) part.classList.toggle('off', !shown.has(name));
    }
  }

  return {
    /** A paper has come. */
    paper(page: Document): void {
      form = page.querySelector<HTMLFormElement>('form[data-form]');
      if (!form) return;
      form.dataset['answers'] = '';
      typeInto(form, typed);
      form.addEventListener('input', () => {
        typed = typedIn(form!);
        show();
      });
      show();
    },
    /** What stands in it by now. */
    typed: (): RawForm => (form ? (typedIn(form) as RawForm) : {}),
    /** Fills it in. */
    fill(answers: RawForm): void {
      // A paper that is still on its way finds them when it comes.
      typed = { ...answers };
      if (!form) return;
      typeInto(form, typed);
      show();
    },
  };
}
