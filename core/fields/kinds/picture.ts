/** Purpose: the kind of field that holds a picture, as the id under which the server has kept it. */
import { z } from 'zod';
import { ok, refuse } from '../../kernel/result';
import { fieldsSays } from '../fields.sentences';
import { holdsNothing, noLimits, type FieldKindOf } from './kind';

/** The largest file that is taken, in bytes. */
export const PICTURE_BYTES = 8 * 1024 * 1024;

const pictureOf = z.strictObject({ kind: z.literal('picture') });
export const picture: FieldKindOf<z.infer<typeof pictureOf>> & { schema: typeof pictureOf } = {
  schema: pictureOf,
  title: (reader) => fieldsSays(reader).kindAPicture,
  begin: () => ({ kind: 'picture' }),
  facet: () => ({ is: 'file' }),
  sample: () => 'made0up0picture0here',
  limits: noLimits,
  called: (_, reader) => fieldsSays(reader).kindPicture,
  missing: (_, reader) => fieldsSays(reader).choosePicture,
  read: (_, raw, reader) =>
    /^[a-z0-9]{20}$/.test(String(raw)) ? ok(String(raw)) : refuse(fieldsSays(reader).choosePicture),
  show: (_, _value, reader) => fieldsSays(reader).aPicture,
  brief: () => null,
  input: () => ({ kind: 'picture', most: PICTURE_BYTES }),
  found: () => [],
  holds: holdsNothing,
};
