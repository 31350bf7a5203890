/** Today: what needs somebody, what happened, what will. */
import { sentences } from '../../core/kernel';

export const todaySays = sentences({
  greeting: '{greeting}, {name}. {need}',
  needsYou: { one: 'One thing needs you.', other: '{Count} things need you, the oldest first.' },
  nothingNeeds: 'Nothing needs you.',
  readAlong: {
    one: 'Nothing needs you. One thing waits for those who review; as {parts} you read along.',
    other: 'Nothing needs you. {Count} things wait for those who review; as {parts} you read along.',
  },
  owner: 'owner',
  manager: 'manager',
  reviewer: 'reviewer',
  editor: 'editor',
  bookkeeper: 'bookkeeper',
  stuck: 'No step taken for half the time allowed',
  span: '{from} to {until}',
  confirmed: { one: 'person confirmed their address', other: 'people confirmed their address' },
  sent: { one: 'message sent', other: 'messages sent' },
  swept: { one: 'unfinished sign-up swept away', other: 'unfinished sign-ups swept away' },
  applicantReminded: 'Reminded of a further form: {who}',
  askedToPayAgain: 'Reminded of the payment: {who}',
  reviewersReminded: 'Reviewers are reminded of {who}',
  limitExtended: 'Reviewers are asked again about {who}',
  letThrough: '{who} let in: time to say no is over',
  closed: 'Closed, out of time: {who}',
  sweptAway: 'Swept away unconfirmed: {who}',
  today: 'Today',
  andOthers: { one: '{name} and {count} other', other: '{name} and {count} others' },
});
