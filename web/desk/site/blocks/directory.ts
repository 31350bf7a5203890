/** Purpose: which profile fields a directory of members can go by. */
import type { FieldItem } from '../../../../core/fields';
import type { Setup } from '../../../../core/setup';

type Item = { readonly title: string; readonly value: string };
const items = (setup: Setup, fits: (field: FieldItem) => boolean): Item[] =>
  setup.doc.fields
    .filter((field) => !field.retired && fits(field))
    .map(({ id, label }) => ({ title: label, value: id }));

/** By which somebody can agree to stand in it. */
export const agreedBy = (setup: Setup): Item[] =>
  items(setup, ({ of }) => of.kind === 'yesNo' || of.kind === 'agreement');

/** What members see of each other. */
export const toldBy = (setup: Setup): Item[] =>
  items(setup, ({ seenBy, of, role }) => seenBy === 'members' && of.kind !== 'picture' && role !== 'name');
