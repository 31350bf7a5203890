/** Prices as they are written. */
import { sentences } from '../kernel';

export const levelsSays = sentences(
  {
    free: 'free',
    once: '{amount} for {span}',
    from: 'from {price}',
    minutes: '{amount} a minute',
    hours: '{amount} an hour',
    days: '{amount} a day',
    weeks: '{amount} a week',
    months: '{amount} a month',
    years: '{amount} a year',
  },
  'levels',
);
