import type { LevelId } from '../../core/kernel';
import type { JoiningEvent } from '../../core/joining';

/** Every event there is. A new one breaks this record, and the tables that decide each. */
export const everyEvent: Record<JoiningEvent['it'], JoiningEvent> = {
  submitted: { it: 'submitted' },
  codeEntered: { it: 'codeEntered', serial: 1 },
  linkOpened: { it: 'linkOpened', serial: 1 },
  resendAsked: { it: 'resendAsked' },
  approved: { it: 'approved', by: 'Tamsin Rooke' },
  declined: { it: 'declined', by: 'Tamsin Rooke', reason: 'Too far.' },
  questionAsked: { it: 'questionAsked', by: 'Tamsin Rooke', text: 'Where?' },
  answerGiven: { it: 'answerGiven', text: 'Here.' },
  formCompleted: { it: 'formCompleted' },
  paid: { it: 'paid', says: '£48.00', term: { level: 'keeper' as LevelId, from: 0, until: null } },
  paymentRefused: { it: 'paymentRefused', reason: 'Not enough in the account' },
  placeGiven: { it: 'placeGiven' },
  noPlace: { it: 'noPlace' },
  withdrawn: { it: 'withdrawn' },
  approvalUndone: { it: 'approvalUndone', by: 'Tamsin Rooke' },
  appliedAgain: { it: 'appliedAgain' },
  reopened: { it: 'reopened', by: 'Tamsin Rooke' },
  timePassed: { it: 'timePassed' },
};
