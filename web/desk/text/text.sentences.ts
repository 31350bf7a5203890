/** Writing formatted text, and choosing where something leads. */
import { sentences } from '../../../core/kernel/sentences';

export const textSays = sentences({
  formatting: 'Formatting of {label}',
  bold: 'Strong',
  italic: 'Emphasis',
  heading: 'Heading',
  bullets: 'Points',
  numbers: 'Numbers',
  quote: 'Quotation',
  link: 'Link',
  word: 'Personal word',
  unlink: 'Take the link off',
  linkTo: 'Leads to',
  takeLink: 'Set the link',
  selectFirst: 'Select the words that should lead somewhere first.',
  fallback: 'Said where “{name}” is not known',
  leadsTo: 'Leads to',
  nowhere: 'Nowhere',
  toPage: 'Page: {title}',
  toForm: 'Form: {title}',
  elsewhere: 'An address elsewhere',
  theAddress: 'Address',
  signIn: 'Signing in',
  account: 'The own account',
  signOut: 'Signing out',
  search: 'Searching the site',
});
