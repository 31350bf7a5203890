/** Conditions on answers, as they are chosen. */
import { sentences } from '../../../core/kernel/sentences';

export const rulesSays = sentences({
  ifFieldIs: '{field} is {choice}',
  ifAtLeast: '{field} is at least…',
  ifAtLeastSo: '{field} is at least {typed}',
  ifAtMost: '{field} is at most…',
  ifAtMostSo: '{field} is at most {typed}',
  ifStarts: '{field} begins with…',
  ifStartsSo: '{field} begins with {typed}',
  ifAnswered: '{field} is answered',
  ifYes: '{field}: yes',
  ifNo: '{field}: no',
  theNumber: 'Number',
  ifAllHold: 'Only if all of this holds',
  ifAnyHolds: 'Only if one of this holds',
  conditionNumber: 'Condition {number}',
  addCondition: 'Add a condition',
  asItIs: 'as it is: {rule}',
  takeOut: 'Take out',
  takeOutNamed: 'Take out {name}',
});
