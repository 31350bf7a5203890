/** What the personal words are called by those who write with them. */
import { sentences } from '../kernel';

export const chipsSay = sentences({
  firstName: 'first name',
  fullName: 'full name',
  number: 'member number',
  level: 'level',
  termEnd: 'end of the term',
  groups: 'groups',
  mail: 'email',
  greeting: 'greeting by the hour',
  siteName: 'name of the site',
  code: 'code',
  codeUntil: 'code works until',
  sentAt: 'form sent at',
  waited: 'waited for',
  link: 'link',
  reason: 'reason',
  question: 'question',
  memberName: 'name of the applicant',
  answers: 'answers of the form',
  formTitle: 'title of the form',
});
