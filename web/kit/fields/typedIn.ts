/** Purpose: what stands in the inputs of a form as it is in the page, whoever put it there. */

/** Several ticks of one name are a list, two days of one name a span; what sends unseen is not told. */
export function typedIn(form: HTMLFormElement): Record<string, unknown> {
  const answers: Record<string, unknown> = {};
  for (const field of form.elements) {
    const is = (tag: string) => field.tagName === tag;
    if (is('INPUT') && (field as HTMLInputElement).type === 'checkbox') {
      const box = field as HTMLInputElement;
      const several = form.querySelectorAll(`input[type=checkbox][name="${CSS.escape(box.name)}"]`).length > 1;
      if (!several) answers[box.name] = box.checked;
      else if (box.checked) answers[box.name] = [...((answers[box.name] as string[]) ?? []), box.value];
    } else if (is('INPUT') && (field as HTMLInputElement).type === 'radio') {
      const radio = field as HTMLInputElement;
      if (radio.checked)
        answers[radio.name] = /^(true|false)$/.test(radio.value) ? radio.value === 'true' : radio.value;
    } else if (is('INPUT') && (field as HTMLInputElement).type === 'file') {
      // Its picture is known by what is kept beside it.
    } else if ((is('INPUT') && isTyped(field as HTMLInputElement)) || is('TEXTAREA') || is('SELECT')) {
      const { name, value, type } = field as HTMLInputElement;
      const before = answers[name];
      // The two days of a span have one name.
      if (is('INPUT') && type === 'date' && typeof before === 'string') answers[name] = `${before}/${value}`;
      else if (value !== '' || type === 'date') answers[name] = value;
    }
  }
  return answers;
}

/** Typed or chosen, and not the form's own; what is kept of a file is chosen. */
const isTyped = (input: HTMLInputElement): boolean => input.type !== 'hidden' || 'kept' in input.dataset;

/** Puts answers back into the inputs of a form. */
export function typeInto(form: HTMLFormElement, answers: Readonly<Record<string, unknown>>): void {
  const taken = new Map<string, number>();
  for (const field of form.elements) {
    const input = field as HTMLInputElement;
    const answer = answers[input.name];
    if (!input.name || answer === undefined || !isTyped(input) || input.type === 'file') continue;
    if (input.type === 'checkbox')
      input.checked = Array.isArray(answer) ? answer.includes(input.value) : answer === true;
    else if (input.type === 'radio') input.checked = String(answer) === input.value;
    else if (typeof answer === 'string') {
      const nth = taken.get(input.name) ?? 0;
      taken.set(input.name, nth + 1);
      input.value = input.type === 'date' && answer.includes('/') ? (answer.split('/')[nth] ?? '') : answer;
    }
  }
}
