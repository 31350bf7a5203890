/** Holes in a set-up and how to mend them; what its parts are called. */
import { sentences } from '../kernel';

export const setupSays = sentences({
  fields: 'profile field',
  forms: 'signup form',
  paths: 'admission path',
  levels: 'level',
  groups: 'group',
  topics: 'topic',
  pages: 'page',
  menus: 'menu',
  messages: 'message',
  doors: 'door',
  nothingThere: 'There is no {kind} “{id}”. Choose one that exists or add it.',
  retired: 'The {kind} “{id}” is retired. Choose another or bring it back.',
  askName: 'The form must ask once, as required, for the field that holds the name.',
  askMail: 'The form must ask once, as required, for the field that holds the mail address.',
  askPassword: 'The form must ask once for a password.',
  sameQuestion:
    'Two questions of the form have the same name; ask each field once, and give each agreement an id of its own.',
});
