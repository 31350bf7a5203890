/** Purpose: the kinds of field there are. To add one, write it and name it here; the compiler asks for the rest. */
import { lineFor } from '../../kernel/table';
import { z } from 'zod';
import { agreement } from './agreement';
import { imageChoice, oneChoice, severalChoices } from './choices';
import { computed } from './computed';
import { country } from './country';
import { date, dateRange } from './dates';
import type { Facet } from '../facets';
import type { FieldKindOf } from './kind';
import { picture } from './picture';
import { colour, longText, mail, phone, shortText, webAddress } from './texts';
import { number, yesNo } from './values';

export { PICTURE_BYTES } from './picture';
export type { RawAnswer } from '../raw';

export const fieldKinds = {
  shortText,
  longText,
  number,
  yesNo,
  oneChoice,
  severalChoices,
  imageChoice,
  picture,
  date,
  dateRange,
  mail,
  phone,
  webAddress,
  country,
  colour,
  agreement,
  computed,
} as const;

export const FieldKind = z.discriminatedUnion('kind', [
  shortText.schema,
  longText.schema,
  number.schema,
  yesNo.schema,
  oneChoice.schema,
  severalChoices.schema,
  imageChoice.schema,
  picture.schema,
  date.schema,
  dateRange.schema,
  mail.schema,
  phone.schema,
  webAddress.schema,
  country.schema,
  colour.schema,
  agreement.schema,
  computed.schema,
]);
export type FieldKind = z.infer<typeof FieldKind>;

fieldKinds satisfies {
  readonly [K in FieldKind['kind'] | keyof typeof fieldKinds]: FieldKindOf<Extract<FieldKind, { kind: K }>>;
};

/** The names of all kinds, in the order in which they are offered. */
export const fieldKindNames = Object.keys(fieldKinds) as readonly FieldKind['kind'][];

/** What sort of value the answers to a field are. */
export const facetOf = (of: FieldKind): Facet => fieldKindOf(of).facet(of);

/** Whether somebody answers it: one that is computed is made of the answers to others. */
export const isAnswered = ({ kind }: { readonly kind: FieldKind['kind'] }): boolean => kind !== 'computed';

/** The kind of a field, to be asked about that very field. */
export const fieldKindOf = (of: { readonly kind: FieldKind['kind'] }): FieldKindOf<FieldKind> =>
  lineFor(fieldKinds, of.kind);
