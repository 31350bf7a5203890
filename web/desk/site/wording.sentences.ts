/** The lines members read, put in other words. */
import { sentences } from '../../../core/kernel/sentences';

export const wordingSays = sentences({
  words: 'Words members read',
  howMany: '{all}, of which {own} are your own',
  find: 'Find a line',
  showAll: 'Show all {count}',
  showFew: 'Show fewer',
  noneFits: 'No line has those words.',
  ownLine: 'Your own line',
  shippedIs: 'As shipped: {text} What stands in braces is filled in.',
  reset: 'Reset to the shipped line',
  strayName: '{name} is not known here, so the shipped line stays. Use the names in braces that it has.',
  onSite: 'On the site',
  onPages: 'On pages',
  atGates: 'At gates',
  whileJoining: 'While joining',
  inAccount: 'In the account',
  aroundPages: 'Around pages',
  ofLevels: 'Of levels',
});
