/** Programs elsewhere that are told of sendings. */
import { sentences } from '../../../../core/kernel/sentences';

export const hooksSays = sentences({
  hooks: 'Web hooks',
  addHook: 'Add a web hook',
  noHooks: 'No program elsewhere is told.',
  about:
    'A program at this address is told of each sending at once, as JSON signed by Standard Webhooks, so that it can tell the call is yours. Of a signup it is told once the address is confirmed. What is not taken is tried again for three days.',
  address: 'Address that is called',
  withAnswers: 'Answers it is told',
  allAnswers: 'None ticked: all of them.',
  key: 'Key to check the signature with',
  keyLater: 'The key is there once this is saved.',
  copyKey: 'Copy the key',
  anotherKey: 'Another key',
  anotherKeyHelp: 'The old one ends when this is published.',
  takeOut: 'Take out',
  calls: 'Calls',
  noCalls: 'No call yet.',
  callTo: '{address}, {since}',
  again: 'Call again',
  fetchAgain: 'Look again',
});
