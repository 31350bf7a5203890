import { sentences } from '../../core/kernel';

/** What is wrong with a change of the set-up. */
export const setupSays = sentences({
  keepsId: 'An item keeps its id.',
  stale: '{who} changed this {when}.',
  staleUnknown: 'Somebody changed this meanwhile.',
  cannotSave: 'This cannot be saved as it is: {says}',
  usedBy: 'It is used by {uses}. Retire it instead: those who have it keep it, and nobody new meets it.',
  itemUsedBy: '“{item}” is used by {uses}. Bring it back and retire it instead.',
  usedIn: 'It is used in the set-up. Take it out there first, or retire it.',
  draftChanged: 'Somebody changed the draft after you looked at it. Look once more, then publish.',
  nothingNew: 'This draft is live already: there is nothing new to publish.',
  noRevision: 'There is no such revision.',
  noDocument: 'This is no set-up that can be read here: {says}',
  newerFormat: 'This set-up was written by a newer version of Admissa. Bring this one up to date first.',
  notOurs: 'This file is no set-up of Admissa; such a file begins with its format.',
  moneyOnly:
    'Prices, codes, taxes, the currency, where money is paid to, and web hooks are changed by staff who handle money. The rest of this you may save.',
  blocked: 'Publishing has to wait: {says}',
  more: { one: '{first} And {count} more.', other: '{first} And {count} more.' },
});
