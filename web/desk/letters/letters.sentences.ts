/** Letters, as they are written at the desk. */
import { sentences } from '../../../core/kernel/sentences';

export const lettersSay = sentences({
  write: 'Write it',
  writeNamed: 'Write the letter {name}',
  letter: 'The letter “{title}”',
  usedAlso: { one: 'Used once.', other: 'Used in {count} places: a change shows in all of them.' },
  title: 'What it is called at the desk',
  subject: 'Subject',
  text: 'Text',
  code: 'The code stands here, large.',
  button: 'Words on the button',
  addPart: 'Add',
  addText: 'A text',
  addButton: 'A button',
  addCode: 'The code',
  takeOut: 'Take out',
  insert: 'Insert a word of the reader',
  wordHelp: 'Words in braces are the reader’s own: {example}. After the bar stands what is said where there is none.',
  noSuchWord: 'There is no word “{name}”. Choose one with Insert.',
  notClosed: 'A brace is not closed.',
  done: 'Done',
  asRead: 'As it is read',
  asReadBy: 'By {name}',
  asReadByNobody: 'By somebody of whom nothing is known, so with every fallback',
  subjectIs: 'Subject: {subject}',
});
