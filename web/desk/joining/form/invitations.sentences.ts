/** Invitations to a form, as they are made and looked through. */
import { sentences } from '../../../../core/kernel/sentences';

export const invitationsSay = sentences({
  invitations: 'Invitations',
  usedOf: { one: '{used} of {count} used', other: '{used} of {count} used' },
  whom: 'Whom to invite',
  whomHelp: 'One person a line: a name, an email, or both with a comma between them.',
  fromFile: 'From a CSV file',
  invite: {
    none: 'Write to them',
    one: 'Write to {count} person',
    other: 'Write to {count} people',
  },
  written: { one: '{count} person is written to.', other: '{count} people are written to.' },
  onlyLinks: 'The live form has no letter for the invited yet. Publish, or make links and pass them on yourself.',
  withoutMail: {
    one: '{count} of them has no email address. You get that link to pass on.',
    other: '{count} of them have no email address. You get those links to pass on.',
  },
  notWritten: 'not written to',
  writeAgain: 'Write again',
  writeAgainNamed: 'Write again to {name}, with a new link',
  make: { none: 'Make links', one: 'Make {count} link', other: 'Make {count} links' },
  madeOnce: {
    one: 'Here is the link. It works once, and is shown now and never again.',
    other: 'Here are {count} links. Each works once, and they are shown now and never again.',
  },
  download: { one: 'Take the link as a CSV file', other: 'Take all {count} as a CSV file' },
  none: 'Nobody is invited yet.',
  person: 'Person',
  mail: 'Email',
  link: 'Link',
  invitedWhen: 'invited {when}',
  usedWhen: 'used by {who}',
  takeBack: 'Take back',
  takeBackNamed: 'Take back the invitation of {name}',
  wrongLine: 'Line {line}, {what}: {says}',
  more: { one: 'And {count} older one.', other: 'And {count} older ones.' },
});
