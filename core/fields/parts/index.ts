/** Purpose: the parts a form is made of. To add one, write it and name it here; the compiler asks for the rest. */
import { z } from 'zod';
import { agreement, topics } from './consents';
import { field } from './field';
import type { PartKind } from './kind';
import { heading, page, words } from './layout';
import { password } from './password';

export type { AnswerFault, Beforehand, Given, PartsKnown, Reading } from './kind';
export { StartsWith } from './field';

export const partKinds = { field, password, heading, words, page, agreement, topics } as const;

export const FormPart = z.discriminatedUnion('part', [
  field.schema,
  password.schema,
  heading.schema,
  words.schema,
  page.schema,
  agreement.schema,
  topics.schema,
]);
export type FormPart = z.infer<typeof FormPart>;

partKinds satisfies {
  readonly [K in FormPart['part'] | keyof typeof partKinds]: PartKind<Extract<FormPart, { part: K }>>;
};

/** The kind of a part, to be asked about that very part. */
export const partKindOf = ({ part }: { readonly part: FormPart['part'] }): PartKind<FormPart> =>
  partKinds[part] as unknown as PartKind<FormPart>;

/** The name under which a part is answered; null for one that asks nothing. */
export const nameOfPart = (part: FormPart): string | null => partKindOf(part).name(part);
