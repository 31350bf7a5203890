/** Purpose: the plain set-up a new owner starts from: one open page, one form, a path with both gates. */
import { noMoneyYet } from '../money';
import { FORMAT } from '../setup/document';
import { accountLettersNamed, allReadyLetters, moneyLettersNamed } from './letters';
import { confirmEmail, reviewGate } from './parts';

/** A whole set-up document for a site of this name; parsed by the same schema as any other. */
export function starterSetup(siteName: string, replyTo: string): unknown {
  return {
    format: FORMAT,
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
    account: accountLettersNamed,
    // Nothing is taken before its owner says how; then all of it is written about.
    money: { ...noMoneyYet, letters: moneyLettersNamed },
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
        // Whoever reviews is told at once, and not by the reminder of some days later.
        letters: [{ message: 'new-application', to: { part: 'reviewer' } }],
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
    boards: [],
    codes: [],
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
    messages: [...allReadyLetters],
  };
}
