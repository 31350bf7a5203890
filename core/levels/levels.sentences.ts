/** Prices as they are written, and what is wrong with one. */
import { sentences } from '../kernel';

export const levelsSays = sentences(
  {
    free: 'free',
    freeFor: 'free for {span}',
    once: '{amount} for {span}',
    forGood: '{amount} once',
    from: 'from {price}',
    everySpan: '{amount} every {span}',
    either: '{prices}',
    trialFree: '{span} free to begin with',
    trialFor: '{span} for {amount} to begin with',
    toJoin: '{amount} to join',
    timesOnly: { one: 'ends after {count} payment', other: 'ends after {count} payments' },
    minutes: '{amount} a minute',
    hours: '{amount} an hour',
    days: '{amount} a day',
    weeks: '{amount} a week',
    months: '{amount} a month',
    years: '{amount} a year',
    forAllFrom: 'for everybody from {date}',
    byTheDay: 'Choose days, weeks, months or years.',
    moreThanNothing: 'Write an amount of more than nothing, or choose “free”.',
    mostBelowLeast: 'Write at most what is not less than at least.',
    suggestedOutside: 'Suggest an amount between the least and the most.',
  },
  'levels',
);
