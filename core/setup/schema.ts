/**
 * Purpose: the format of a set-up file for other programs, as a JSON Schema.
 * Source: JSON Schema 2020-12. What a schema cannot say (that an id exists, that a role fits its field) is said when the
 * file is brought in.
 */
import { z } from 'zod';
import { FORMAT, SetupDocument } from './document';

export const setupSchema = (): object => ({
  ...z.toJSONSchema(SetupDocument, { target: 'draft-2020-12', io: 'input', unrepresentable: 'any' }),
  title: FORMAT,
});
