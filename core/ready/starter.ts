/** Purpose: the plain set-up a new owner starts from: one open page, one form, a path with both gates. */

import { confirmEmail, reviewGate } from './parts';

/** A whole set-up document for a site of this name; parsed by the same schema as any other. */
export function starterSetup(siteName: string, replyTo: string): unknown {
  const hello = ['Hello ', { chip: 'firstName', or: 'there' }, ','];
  const text = (...words: unknown[]) => ({ part: 'text', words });
  return {
    format: 'admissa-setup/4',
    site: {
      name: siteName,
      shortName: siteName.slice(0, 40),
      zone: 'Europe/London',
      locale: 'en-GB',
      currency: 'GBP',
      replyTo,
      home: 'welcome',
      menu: 'main',
      joinBy: 'join',
      look: { accent: '#2F4A6B', tint: '#E8EDF3', paper: '#FEFEFD' },
    },
    account: {
      addressKnown: 'address-known',
      resetPassword: 'reset-password',
      resetUnknown: 'reset-unknown',
      passwordChanged: 'password-changed',
      staffInvited: 'staff-invited',
    },
    fields: [
      {
        id: 'full-name',
        label: 'Full name',
        role: 'name',
        of: { kind: 'shortText' },
        seenBy: 'members',
        changedBy: 'member',
      },
      { id: 'mail', label: 'Email', role: 'mail', of: { kind: 'mail' }, seenBy: 'staff', changedBy: 'member' },
    ],
    forms: [
      {
        id: 'join',
        address: 'us',
        title: 'Join us',
        purpose: { is: 'signup', path: 'member-path' },
        sendLabel: 'Send my application',
        parts: [
          { part: 'field', field: 'full-name', required: true },
          { part: 'field', field: 'mail', required: true },
          { part: 'password', label: 'Choose a password' },
        ],
      },
    ],
    paths: [
      {
        id: 'member-path',
        title: 'Member path',
        gates: [confirmEmail, reviewGate],
        grants: [{ level: 'member' }],
        admitted: 'admitted',
        declined: 'declined',
        outOfTime: 'out-of-time',
        asked: 'question',
        landing: 'welcome',
      },
    ],
    levels: [{ id: 'member', title: 'Member', plural: 'Members', prices: [{ id: 'price', kind: 'free' }] }],
    groups: [],
    topics: [],
    doors: [],
    pages: [
      {
        id: 'welcome',
        address: 'welcome',
        title: 'Welcome',
        description: `Welcome to ${siteName}.`,
        door: { everyone: true },
        outside: { view: 'nothing' },
        blocks: [
          {
            kind: 'greeting',
            id: 'hello',
            title: [{ chip: 'greeting', or: 'Welcome' }, ', ', { chip: 'firstName', or: 'and welcome' }],
            text: `This is the site of ${siteName}.`,
          },
          {
            kind: 'callToAction',
            id: 'come-in',
            door: { rule: { none: [{ fact: 'signedIn' }] } },
            title: 'New members are welcome',
            text: 'One form, and somebody reads every application.',
            button: 'Join us',
            to: { form: 'join' },
          },
        ],
      },
    ],
    menus: [{ id: 'main', title: 'Main menu', items: [{ to: { page: 'welcome' } }, { to: { form: 'join' } }] }],
    messages: [
      {
        id: 'confirm-email',
        title: 'Confirm your address',
        subject: ['Your code for ', { chip: 'siteName', or: '' }],
        parts: [
          text(...hello),
          text(
            'Thank you for the application of ',
            { chip: 'fullName', or: 'somebody' },
            ', sent at ',
            { chip: 'sentAt', or: 'a moment ago' },
            '. If you sent it, enter this code to confirm your address. It works until ',
            { chip: 'codeUntil', or: 'two hours from now' },
            '.',
          ),
          { part: 'code' },
          { part: 'button', label: 'Or confirm here' },
        ],
      },
      {
        id: 'review-reminder',
        title: 'Reminder to reviewers',
        subject: ['An application waits: ', { chip: 'memberName', or: '' }],
        parts: [
          text(
            { chip: 'memberName', or: 'Somebody' },
            ' has waited for ',
            { chip: 'waited', or: 'longer than you aim for' },
            '.',
          ),
          { part: 'button', label: 'Open the desk' },
        ],
      },
      {
        id: 'admitted',
        title: 'Admitted',
        subject: ['Welcome to ', { chip: 'siteName', or: '' }],
        parts: [text(...hello), text('You are admitted.'), { part: 'button', label: 'Go in' }],
      },
      {
        id: 'declined',
        title: 'Declined',
        subject: ['Your application to ', { chip: 'siteName', or: '' }],
        parts: [text(...hello), text('We cannot take you in. ', { chip: 'reason', or: '' })],
      },
      {
        id: 'out-of-time',
        title: 'Out of time',
        subject: ['Your application to ', { chip: 'siteName', or: '' }],
        parts: [text(...hello), text('We ran out of time to read your application. Write to us and we open it again.')],
      },
      {
        id: 'question',
        title: 'A question',
        subject: ['A question about your application'],
        parts: [text(...hello), text({ chip: 'question', or: '' }), { part: 'button', label: 'Answer' }],
      },
      {
        id: 'address-known',
        title: 'Address known',
        subject: ['You have an account already'],
        parts: [
          text(...hello),
          text('Somebody signed up with your address, which has an account. Was it you? Then sign in.'),
          { part: 'button', label: 'Sign in' },
        ],
      },
      {
        id: 'reset-password',
        title: 'New password',
        subject: ['Choose a new password'],
        parts: [
          text(...hello),
          text('Choose a new password with this link. It works for an hour, once.'),
          { part: 'button', label: 'Choose a new password' },
        ],
      },
      {
        id: 'staff-invited',
        title: 'Invitation to the desk',
        subject: ['You are invited to the desk'],
        parts: [
          text(...hello),
          text(
            'You are asked to help look after the site. Choose a password with this link; it works for a week, once, and takes you to the desk.',
          ),
          { part: 'button', label: 'Choose a password' },
        ],
      },
      {
        id: 'reset-unknown',
        title: 'No account',
        subject: ['No account with this address'],
        parts: [
          text('Somebody asked for a new password with this address, which has no account here.'),
          { part: 'button', label: 'Go to the site' },
        ],
      },
      {
        id: 'password-changed',
        title: 'Password changed',
        subject: ['Your password was changed'],
        parts: [
          text(...hello),
          text('Your password was changed. If it was not you, choose a new one now.'),
          { part: 'button', label: 'Choose a new password' },
        ],
      },
    ],
  };
}
