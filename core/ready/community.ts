/** Purpose: a ready set-up: people ask to join at one of two levels, one of them after somebody has read what they wrote. */
import { agreement, confirmEmail, inside, letter, ofForm, page, reviewGate, text, type Parts } from './parts';

const joinsAs = (value: string) => ({ fact: 'field', field: 'joins-as', test: { op: 'is', value } });

export const community: Parts = {
  fields: [
    {
      id: 'joins-as',
      label: 'I would like to join as',
      of: {
        kind: 'oneChoice',
        choices: [
          { id: 'friend', label: 'A friend: I read along' },
          { id: 'member', label: 'A member: I take part', idle: true },
        ],
      },
      seenBy: 'staff',
      changedBy: 'nobody',
    },
    { id: 'town', label: 'Where you live', of: { kind: 'shortText' }, seenBy: 'members', changedBy: 'member' },
    {
      id: 'about-you',
      label: 'About you',
      help: 'What brings you to us, in a few sentences. Whoever reads applications goes by it.',
      of: { kind: 'longText', longest: 1000 },
      seenBy: 'members',
      changedBy: 'member',
    },
    agreement('I agree to the house rules', ['Be kind to each other.', 'What is told inside stays inside.']),
  ],
  form: [
    ofForm('joins-as'),
    ofForm('town', false),
    { ...ofForm('about-you'), when: joinsAs('member') },
    ofForm('house-rules'),
  ],
  levels: [
    { id: 'friend', title: 'Friend', plural: 'Friends', prices: [{ id: 'price', kind: 'free' }] },
    { id: 'member', title: 'Member', plural: 'Members', prices: [{ id: 'price', kind: 'free' }] },
  ],
  paths: [
    {
      id: 'member-path',
      title: 'Member path',
      gates: [confirmEmail, reviewGate],
      turns: [{ when: joinsAs('friend'), to: 'friend-path' }],
      grants: [{ level: 'member' }],
      admitted: 'admitted',
      landing: 'inside',
    },
    {
      id: 'friend-path',
      title: 'Friend path',
      gates: [confirmEmail],
      grants: [{ level: 'friend' }],
      admitted: 'friend-admitted',
      landing: 'inside',
    },
  ],
  doors: [
    inside,
    {
      id: 'members-only',
      title: 'Members only',
      rule: {
        all: [
          { fact: 'standing', is: ['admitted'] },
          { fact: 'level', is: ['member'], when: 'now' },
        ],
      },
    },
  ],
  pages: [
    page('about', 'About us', 'Who we are and what we do together.', { everyone: true }, [
      text('Write here who you are, where you meet, and whom one can ask.'),
    ]),
    page('inside', 'Inside', 'For everybody who has joined.', { named: 'inside' }, [
      text('Write here what friends and members are to know first: dates, news, where to find what.'),
    ]),
    page('members-corner', 'Members’ corner', 'For members alone.', { named: 'members-only' }, [
      text('Write here what is for members alone. Friends see that it is there, and how to become a member.'),
    ]),
  ],
  menu: ['about', 'inside', 'members-corner'],
  messages: [letter('friend-admitted', 'Welcome, friend', 'You are in as a friend: you can read along at once.')],
};
