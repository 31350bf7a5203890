/**
 * Purpose: the letters that ship: for each event that is written about a good one to begin with, which its owner goes on
 * writing.
 * Invariant: each says nothing that its event does not know, and has the code, the link or the reason that it is for.
 */
import type { MessageId } from '../kernel';
import type { MoneyLetter } from '../money';
import { MessageItem } from '../messages/message';

const chip = (name: string, or = '') => ({ chip: name, or });
const text = (...words: unknown[]) => ({ part: 'text', words });
const button = (label: string) => ({ part: 'button', label });
const hello = text('Hello ', chip('firstName', 'there'), ',');
const regards = text('With kind regards,\n', chip('siteName', 'all of us'));

const made = (id: string, title: string, subject: unknown[], ...parts: unknown[]): MessageItem =>
  MessageItem.parse({ id, title, subject, parts: [hello, ...parts, regards] });

const ofMoney = {
  paid: made(
    'receipt',
    'Receipt',
    ['Your receipt ', chip('receipt', 'from us')],
    text(
      'Thank you. We have received ',
      chip('amount', 'your payment'),
      ' for ',
      chip('level', 'your membership'),
      '. You can view and print receipt ',
      chip('receipt', 'for it'),
      ' in your account.',
    ),
    button('My account'),
  ),
  asked: made(
    'bank-details',
    'Bank details',
    ['Please transfer ', chip('amount', 'your payment')],
    text('Please transfer ', chip('amount', 'your payment'), ' for ', chip('level', 'your membership'), ' to:'),
    text(chip('payTo', 'the account that you find in your account')),
    text('The reference tells us that the transfer is yours. Your membership starts as soon as it reaches us.'),
    button('My account'),
  ),
  failed: made(
    'card-declined',
    'Card declined',
    ['Your card was declined'],
    text(
      'We could not take ',
      chip('amount', 'what is due'),
      ' for ',
      chip('level', 'your membership'),
      ' from your card. ',
      chip('reason', 'The bank gave no reason.'),
    ),
    text('You can give us another card in your account.'),
    button('Change my card'),
  ),
  renews: made(
    'renewal',
    'Renewal',
    ['Your membership renews on ', chip('dueDate', 'its next date')],
    text(
      'On ',
      chip('dueDate', 'the next date'),
      ' we will take ',
      chip('amount', 'the next payment'),
      ' for ',
      chip('level', 'your membership'),
      '. There is nothing for you to do.',
    ),
    text('If you would rather not renew, cancel in your account before then, and you will not be charged.'),
    button('My account'),
  ),
  cardExpires: made(
    'card-expires',
    'Card expires',
    ['Your card expires soon'],
    text(
      'The card we have for you, ',
      chip('card', 'which you gave us'),
      ', expires before your next payment on ',
      chip('dueDate', 'its date'),
      '. Please give us another.',
    ),
    button('Change my card'),
  ),
  ended: made(
    'membership-ended',
    'Membership ended',
    ['Your membership has ended'],
    text(
      'Your membership as ',
      chip('level', 'a member'),
      ' ended on ',
      chip('dueDate', 'its last day'),
      '. Thank you for being with us.',
    ),
    text('If you would like to come back, your account is as you left it.'),
    button('Come back'),
  ),
  winBack: made(
    'come-back',
    'Come back',
    ['We’d be glad to have you back'],
    text('It is a while since you left us. If you would like to come back, your account is as you left it.'),
    button('Come back'),
  ),
  refunded: made(
    'refund',
    'Refund',
    ['We have sent ', chip('amount', 'your payment'), ' back'],
    text('We have sent ', chip('amount', 'your payment'), ' back to you. ', chip('reason', 'Nothing more is needed.')),
    text('You find refund ', chip('receipt', 'and receipt'), ' in your account.'),
  ),
} satisfies Readonly<Record<MoneyLetter, MessageItem>>;

const ofGates = {
  'confirmEmail.message': made(
    'confirm-email',
    'Confirm your address',
    ['Your code for ', chip('siteName', 'our site')],
    text(
      'Thank you for applying to join. To confirm that this is your email address, enter this code on the page where you applied. It works until ',
      chip('codeUntil', 'two hours from now'),
      '.',
    ),
    { part: 'code' },
    button('Or confirm here'),
    text('If it was not you, ignore this email.'),
  ),
  'review.reminder': made(
    'review-reminder',
    'Reminder to reviewers',
    ['An application is waiting: ', chip('memberName', 'somebody')],
    text(chip('memberName', 'Somebody'), ' has waited for ', chip('waited', 'longer than you aim for'), '.'),
    button('Open the desk'),
  ),
  'payment.message': made(
    'please-pay',
    'Please pay',
    ['One step left: your first payment'],
    text('There is one step left. Choose how you would like to pay, and you’re in.'),
    button('Pay now'),
  ),
  'payment.reminder': made(
    'payment-reminder',
    'Payment reminder',
    ['Your application is waiting for your payment'],
    text('Your application is waiting for your payment. Without it, your application will be closed.'),
    button('Pay now'),
  ),
  'completeProfile.message': made(
    'further-questions',
    'Further questions',
    ['A few more questions'],
    text('There is one step left: please answer a few more questions.'),
    button('Answer them'),
  ),
  'completeProfile.reminder': made(
    'questions-reminder',
    'Reminder of further questions',
    ['Your application is waiting for your answers'],
    text('Your application is waiting for your answers. Without them, your application will be closed.'),
    button('Answer them'),
  ),
} as const;

const ofPaths = {
  admitted: made(
    'admitted',
    'Admitted',
    ['Welcome to ', chip('siteName', 'our site')],
    text('Good news: you have been admitted. Welcome.'),
    button('Go to the members’ pages'),
  ),
  declined: made(
    'declined',
    'Declined',
    ['Your application to ', chip('siteName', 'our site')],
    text('We are sorry that we can’t offer you membership at the moment. Here is why:'),
    text(chip('reason', 'We have decided so this time.')),
    text('If we have misunderstood something, please reply to this email.'),
  ),
  outOfTime: made(
    'out-of-time',
    'Out of time',
    ['Your application to ', chip('siteName', 'our site')],
    text('The time for your application has run out. Reply to this email and we’ll reopen it.'),
  ),
  asked: made(
    'question',
    'A question',
    ['A question about your application'],
    text('Before we decide on your application, could you tell us:'),
    text(chip('question', 'See your application for our question.')),
    button('Answer'),
  ),
} as const;

const ofAccounts = {
  addressKnown: made(
    'address-known',
    'Address known',
    ['You already have an account'],
    text(
      'Someone has just tried to sign up with this address, but it already has an account. Was it you? Then sign in.',
    ),
    button('Sign in'),
  ),
  resetPassword: made(
    'reset-password',
    'New password',
    ['Choose a new password'],
    text('Use this link to choose a new password. It works once, for an hour.'),
    button('Choose a new password'),
  ),
  resetUnknown: MessageItem.parse({
    id: 'reset-unknown',
    title: 'No account',
    subject: ['No account with this address'],
    parts: [
      text('Someone asked for a new password with this address, which has no account with us.'),
      button('Go to the site'),
    ],
  }),
  passwordChanged: made(
    'password-changed',
    'Password changed',
    ['Your password was changed'],
    text('Your password was changed. If this wasn’t you, choose a new password straight away.'),
    button('Choose a new password'),
  ),
  choosePassword: made(
    'choose-password',
    'Choose a password',
    ['Choose your password'],
    text('Your email address is confirmed. Use this link to choose a password. It works once, for a week.'),
    button('Choose a password'),
  ),
  staffInvited: made(
    'staff-invited',
    'Invitation to the desk',
    ['You have been invited to help run ', chip('siteName', 'our site')],
    text('You have been invited to help run the site. Choose a password with this link; it works once, for a week.'),
    button('Choose a password'),
  ),
} as const;

const ofForms = {
  told: made(
    'new-application',
    'New application',
    ['New application: ', chip('memberName', 'somebody')],
    text(chip('memberName', 'Somebody'), ' has applied:'),
    text(chip('answers', 'The answers are at the desk.')),
    button('Open the desk'),
  ),
  inviting: made(
    'invitation',
    'Invitation',
    ['You are invited to ', chip('siteName', 'join us')],
    text('We would like you to join us. This link is yours alone, and works once.'),
    button('Open the form'),
    text('If you would rather not, there is nothing for you to do.'),
  ),
} as const;

/** Every event that is written about, and the letter that ships for it. */
export const readyLetters = {
  money: ofMoney,
  gate: ofGates,
  path: ofPaths,
  account: ofAccounts,
  form: ofForms,
} as const;

/** All of them, as a new site has them. */
export const allReadyLetters: readonly MessageItem[] = Object.values(readyLetters).flatMap((area) =>
  Object.values<MessageItem>(area),
);

/** The letters about money as a new site names them. */
export const moneyLettersNamed = Object.fromEntries(
  Object.entries(ofMoney).map(([letter, { id }]) => [letter, id]),
) as Readonly<Record<MoneyLetter, MessageId>>;

/** The letters of accounts as a new site names them. */
export const accountLettersNamed = Object.fromEntries(
  Object.entries(ofAccounts).map(([letter, { id }]) => [letter, id]),
) as Readonly<Record<keyof typeof ofAccounts, MessageId>>;
