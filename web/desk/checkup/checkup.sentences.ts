/** The check-up, as it stands at the desk. */
import { sentences } from '../../../core/kernel/sentences';

export const checkupSays = sentences({
  checkup: 'Check-up',
  toFix: 'To fix',
  order: 'The gravest first',
  nothing: { other: 'Nothing to fix: all {count} checks find the draft in order.' },
  stops: 'Stops people',
  loses: 'Loses something',
  misleads: 'Misleads people',
  isNew: 'new in the draft',
  goTo: 'Go to {what}',
  whatWasChecked: 'What was checked',
  checks: { other: '{count} checks over the whole draft, done again with every change' },
  where: 'Where',
  place: '{kind}: {item}',
  howToMend: 'How to mend it',
  choose: 'Choose a finding to see why it matters and how to mend it.',
});
