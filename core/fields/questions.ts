/** Purpose: the parts of a form as the site shows them. */
import { partKindOf, type Beforehand, type PartOfForm, type PartsKnown } from './parts';
import { shownBy, type FieldQuestion } from './question';

/** In the order of the form, without what is not there for this viewer. */
export function questionsOf(parts: readonly PartOfForm[], known: PartsKnown, from: Beforehand): FieldQuestion[] {
  const questions = parts.flatMap((part, at) => {
    const question = partKindOf(part).question(part, at, known, from);
    return question ? [{ ...question, only: part.when ? from.says(part.when) : null }] : [];
  });
  const start = Object.fromEntries(questions.map((question) => [question.name, question.start]));
  const shown = shownBy(questions, start, known.doc.site);
  return questions.map((question) => ({ ...question, shown: shown.has(question.name) }));
}
