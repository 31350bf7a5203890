/** Spans, moments and the parts of a day, as they are written anywhere. */
import { sentences } from './sentences';

export const kernelSays = sentences({
  minutes: { one: '{count} minute', other: '{count} minutes' },
  hours: { none: 'no hours', one: '{count} hour', other: '{count} hours' },
  days: { none: 'no days', one: '{count} day', other: '{count} days' },
  weeks: { one: '{count} week', other: '{count} weeks' },
  months: { one: '{count} month', other: '{count} months' },
  years: { one: '{count} year', other: '{count} years' },
  today: 'today at {time}',
  tomorrow: 'tomorrow at {time}',
  yesterday: 'yesterday at {time}',
  onDay: 'on {date} at {time}',
  untilDay: '{date} at {time}',
  justNow: 'a moment ago',
  minutesAgo: { one: 'a minute ago', other: '{count} minutes ago' },
  hoursAgo: { one: 'an hour ago', other: '{count} hours ago' },
  goodMorning: 'Good morning',
  goodAfternoon: 'Good afternoon',
  goodEvening: 'Good evening',
  notAnAddress: 'An address has small letters, digits and single hyphens.',
  notAnId: 'An id starts with a letter and has only a–z, 0–9 and hyphens.',
  notAChip: 'That is no personal word. Choose one from the list.',
  usedTwice: '“{id}” is used twice; give one of them another.',
});
