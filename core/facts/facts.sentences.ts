/** Standings as people read them. */
import { sentences } from '../kernel/sentences';

export const factsSays = sentences({
  applicant: 'Applicant',
  admitted: 'Admitted',
  paused: 'Paused',
  lapsed: 'Lapsed',
  declined: 'Declined',
  closed: 'Closed',
});
