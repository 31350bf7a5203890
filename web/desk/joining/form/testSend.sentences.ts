/** A test send of a form, as it is asked for and told. */
import { sentences } from '../../../../core/kernel/sentences';

export const testSendSays = sentences({
  fillInAs: 'Fill it in as {name}',
  fillIn: 'Fill it in',
  testSend: 'Test send',
  nothingTouched: 'Nothing is kept or written.',
  close: 'Close',
  refused: {
    one: 'It would be refused: {count} answer is wrong',
    other: 'It would be refused: {count} answers are wrong',
  },
  wouldBeKept: 'What would be kept, and where',
  wouldHappen: 'What would happen',
  wouldGive: 'What it would give',
  wouldWrite: 'Which letters would leave',
  wouldCall: 'Would be told',
  nothing: 'Nothing.',
});
