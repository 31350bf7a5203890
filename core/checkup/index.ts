/**
 * Purpose: the check-up over a whole set-up: holes, and what can never happen. A draft with findings can be saved,
 * looked at and explained; one that blocks keeps the draft from being published.
 */
import type { Setup } from '../setup';
import { calledAlike, choicesAlike, pageEmpty } from './alike';
import { askedMade, madeOfNone, madeOver, madeShowsMore } from './computed';
import { neverOrAlways } from './conditions';
import { askedNowhere, everybodyDeclined } from './asked';
import { blockUnseen, everybodyPasses, nobodyPasses } from './doors';
import { findingOf, graves, type Check, type Finding, type World } from './finding';
import {
  agreementChanged,
  asksEnough,
  nobodySets,
  roleTwice,
  sameQuestion,
  shapeTooLong,
  unlinked,
  unrouted,
} from './forms';
import { askedLater, setRefused } from './parts';
import { chipWithoutSource, linkMissing, moneyUntold, neededOff, reasonMissing, subjectEmpty } from './letters';
import {
  codeOutlives,
  gateTwice,
  landingShut,
  nobodyReviews,
  notAStep,
  targetAfterLimit,
  tooFewReviewers,
  unfinished,
  unproven,
} from './paths';
import {
  coloursPale,
  headingSkipped,
  itemForNobody,
  ledNowhere,
  opensNothing,
  pageUnlinked,
  pictureUnsaid,
  undescribed,
  wordUnsaid,
} from './pages';
import { noPriceLeft, pricesAlike } from './levels';
import {
  codeNever,
  codeTakesAll,
  codeTwice,
  givenFree,
  noCardHouse,
  nobodyGets,
  offersNothing,
  graceTooLong,
  noticeTooEarly,
  triesBeyondGrace,
  unpayable,
} from './money';
import {
  allOutside,
  deadCondition,
  emptyRule,
  homeShut,
  ledToShutForm,
  roundAndRound,
  startShut,
  visitorsToo,
} from './shut';
import { nothingThere, oneAddress, retiredInUse } from './references';

export { firstSteps, isUntouched, type FirstStep } from './firstSteps';
export { keyOf, whereOf, type Finding, type World } from './finding';

/** Every check there is. */
const checks = {
  nothingThere,
  retiredInUse,
  oneAddress,
  asksEnough,
  roleTwice,
  shapeTooLong,
  askedNowhere,
  everybodyDeclined,
  sameQuestion,
  askedLater,
  setRefused,
  nobodySets,
  unrouted,
  unlinked,
  agreementChanged,
  madeOfNone,
  madeShowsMore,
  madeOver,
  askedMade,
  neverOrAlways,
  nobodyPasses,
  everybodyPasses,
  blockUnseen,
  emptyRule,
  visitorsToo,
  deadCondition,
  homeShut,
  startShut,
  roundAndRound,
  allOutside,
  ledToShutForm,
  ledNowhere,
  pageUnlinked,
  itemForNobody,
  opensNothing,
  noPriceLeft,
  pricesAlike,
  unpayable,
  noCardHouse,
  offersNothing,
  nobodyGets,
  codeNever,
  codeTwice,
  codeTakesAll,
  givenFree,
  triesBeyondGrace,
  noticeTooEarly,
  graceTooLong,
  calledAlike,
  choicesAlike,
  pageEmpty,
  codeOutlives,
  wordUnsaid,
  undescribed,
  pictureUnsaid,
  headingSkipped,
  coloursPale,
  unproven,
  unfinished,
  gateTwice,
  nobodyReviews,
  tooFewReviewers,
  notAStep,
  targetAfterLimit,
  landingShut,
  chipWithoutSource,
  neededOff,
  linkMissing,
  reasonMissing,
  subjectEmpty,
  moneyUntold,
} as const satisfies Readonly<Record<string, Check>>;

/** All that is found, the gravest first in the order of the document. Linear in the size of the set-up. */
export function checkUp(setup: Setup, world: World): Finding[] {
  // Of this run alone: what checks work out for each other is kept by it.
  const run = { ...world };
  const found = Object.entries(checks).flatMap(([name, check]) => check(setup, run).map((one) => findingOf(name, one)));
  return graves.flatMap((grave) => found.filter((one) => one.grave === grave));
}

export const checkCount = Object.keys(checks).length;
