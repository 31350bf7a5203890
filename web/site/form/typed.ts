/**
 * Purpose: what somebody typed into the first HTML before the script was there to hear it. Read from the page once,
 * just before the script takes it over, and handed to the forms as they come to life.
 */
const before = new Map<string, Record<string, unknown>>();

/** Reads every form that is marked with its name. */
export function readTyped(): void {
  for (const form of document.querySelectorAll<HTMLFormElement>('form[data-form]')) {
    const answers: Record<string, unknown> = {};
    for (const field of form.elements) {
      if (field instanceof HTMLInputElement && field.type === 'checkbox') {
        const several = form.querySelectorAll(`input[type=checkbox][name="${CSS.escape(field.name)}"]`).length > 1;
        if (!several) answers[field.name] = field.checked;
        else if (field.checked) answers[field.name] = [...((answers[field.name] as string[]) ?? []), field.value];
      } else if (field instanceof HTMLInputElement && field.type === 'radio') {
        if (field.checked) answers[field.name] = field.value === 'true';
      } else if (
        (field instanceof HTMLInputElement && field.type !== 'hidden') ||
        field instanceof HTMLTextAreaElement ||
        field instanceof HTMLSelectElement
      ) {
        const before = answers[field.name];
        // The two days of a span have one name.
        const span = field instanceof HTMLInputElement && field.type === 'date' && typeof before === 'string';
        if (span) answers[field.name] = `${before}/${field.value}`;
        else if (field.value !== '' || field.type === 'date') answers[field.name] = field.value;
      }
    }
    before.set(form.dataset['form']!, answers);
  }
}

/** What was typed into a form before; once. */
export function typedBefore(name: string): Record<string, unknown> {
  const typed = before.get(name) ?? {};
  before.delete(name);
  return typed;
}
