/** Purpose: what a block may ask of people, as one choice: places of the site's own, and the forms that are open. */
import { ownPlaces, type PlacedBlock } from '../../../../core/pages';
import type { Setup } from '../../../../core/setup';
import { reader } from '../../base/reader';
import { deskSiteSays } from '../site.sentences';

const says = deskSiteSays(reader);
const names: Record<(typeof ownPlaces)[number], string> = {
  signIn: says.placedSignIn,
  forgotten: says.placedForgotten,
  account: says.placedAccount,
};

type Shows = PlacedBlock['shows'];
export const nameOfPlaced = (shows: Shows, setup: Setup): string =>
  'form' in shows ? says.placedForm({ form: setup.forms.get(shows.form)?.title ?? shows.form }) : names[shows.place];

/** What can be chosen, each with the value it is told apart by. */
export const placedChoices = (setup: Setup): { readonly value: string; readonly title: string }[] => [
  ...ownPlaces.map((place) => ({ value: place, title: names[place] })),
  ...setup.doc.forms
    .filter(({ retired, purpose }) => !retired && (purpose.is === 'signup' || purpose.is === 'followUp'))
    .map(({ id }) => ({ value: `form:${id}`, title: nameOfPlaced({ form: id }, setup) })),
];

export const valueOfPlaced = (shows: Shows): string => ('form' in shows ? `form:${shows.form}` : shows.place);
export const placedOf = (value: string): Shows => {
  const place = ownPlaces.find((one) => one === value);
  return place ? { place } : { form: value.slice('form:'.length) as never };
};
