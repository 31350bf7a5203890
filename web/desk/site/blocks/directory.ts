/** Purpose: which profile fields a directory of members can go by. */
import { facetOf, type FieldItem } from '../../../../core/fields';
import type { Setup } from '../../../../core/setup';

type Item = { readonly title: string; readonly value: string };
const items = (setup: Setup, fits: (field: FieldItem) => boolean): Item[] =>
  setup.doc.fields
    .filter((field) => !field.retired && fits(field))
    .map(({ id, label }) => ({ title: label, value: id }));

/** By which somebody can agree to stand in it. */
export const agreedBy = (setup: Setup): Item[] =>
  items(setup, ({ of }) => ['yes', 'agreement'].includes(facetOf(of).is));

/** What members see of each other. */
export const toldBy = (setup: Setup): Item[] =>
  items(setup, ({ seenBy, of, role }) => seenBy === 'members' && facetOf(of).is !== 'file' && role !== 'name');
