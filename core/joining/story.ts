/**
 * Purpose: what a step along a path adds to the person's timeline.
 * Invariant: a function of the step alone, so that a real day, the demo and a rehearsal tell the same story.
 */
import { sayStanding, toldUntil, type Standing } from '../facts';
import { never, sayDate, type Instant } from '../kernel';
import { daysBetween } from '../kernel/calendar';
import type { JoiningSetup } from './setup';
import type { Application, Step } from './application';
import type { Effect, Happening } from './events';
import { pathOf } from './places';
import { joiningSays } from './joining.sentences';

/** One entry of a timeline. `standing` is given where the entry is a change of standing. */
export type Moment = {
  readonly at: Instant;
  readonly what: string;
  readonly title: string;
  readonly note?: string;
  readonly standing?: Standing;
};

/**
 * The moments of one step, oldest first: what happened, then what it brought about.
 * @param before the application as it was when the event reached it
 */
export function storyOf(before: Application, step: Step, now: Instant, setup: JoiningSetup): Moment[] {
  const happened = step.application.history.slice(before.history.length);
  return [
    ...happened.flatMap((item) => momentOfHappening(item, before, setup) ?? []),
    ...step.effects.flatMap((effect) => momentOfEffect(effect, step.application, now, setup) ?? []),
  ];
}

type Words = ReturnType<typeof joiningSays>;

/** How a happening reads; null for those that a change of standing tells, and for single wrong tries. */
const titles: Record<Happening['what'], ((says: Words, by: string) => string) | null> = {
  submitted: null,
  codeSent: (says) => says.newCodeSent,
  wrongCode: null,
  codeVoided: (says) => says.codeVoided,
  emailConfirmed: (says) => says.emailConfirmed,
  reviewersReminded: (says) => says.reviewersReminded,
  limitExtended: (says) => says.askedAgain,
  questionAsked: (says, by) => says.askedQuestion({ by }),
  questionAnswered: (says) => says.answered,
  approved: (says, by) => (by ? says.saidYes({ by }) : says.letThrough),
  declined: (says, by) => says.saidNo({ by }),
  admitted: null,
  outOfTime: null,
  withdrawn: null,
  approvalUndone: (says, by) => says.tookYesBack({ by }),
  reopened: (says, by) => says.openedAgain({ by }),
  appliedAgain: (says) => says.appliedAgain,
  gateRemoved: (says) => says.gateTaken,
  pathRemoved: (says) => says.pathTaken,
  oneYes: (says, by) => says.saidYesToo({ by }),
  passedByRule: (says) => says.passedByRule,
  declinedByRule: (says) => says.declinedByRule,
  wentAnotherWay: (says) => says.wentAnotherWay,
  profileCompleted: (says) => says.profileCompleted,
  applicantReminded: (says) => says.applicantReminded,
  waitsForPlace: (says) => says.onWaitingList,
  placeGiven: (says) => says.gotPlace,
  // Told with its receipt where it is booked.
  paid: null,
  paymentRefused: (says) => says.cardRefused,
  askedToPayAgain: (says) => says.askedToPay,
};

function momentOfHappening(item: Happening, before: Application, setup: JoiningSetup): Moment | null {
  const title = titles[item.what];
  // The first code goes out with the application itself.
  if (!title || (item.what === 'codeSent' && before.history.length === 0)) return null;
  const note = item.note ?? gateLine(before, item.at, setup);
  return { at: item.at, what: `joining.${item.what}`, title: title(joiningSays(setup.doc.site), item.by ?? ''), note };
}

/** `Gate 2, Review, after 3 days` */
function gateLine(before: Application, at: Instant, setup: JoiningSetup): string {
  const gates = pathOf(before, setup)?.gates ?? [];
  const number = gates.findIndex(({ id }) => id === before.gate) + 1;
  const days = daysBetween(before.gateSince, at, setup.doc.site.zone);
  const says = joiningSays(setup.doc.site);
  const gate = gates[number - 1];
  if (!gate) return days > 0 ? says.gateGoneAfter({ count: days }) : says.gateGone;
  const told = { number, title: gate.title };
  return days > 0 ? says.gateAfter({ ...told, count: days }) : says.gate(told);
}

function momentOfEffect(effect: Effect, application: Application, at: Instant, setup: JoiningSetup): Moment | null {
  const says = joiningSays(setup.doc.site);
  const levelOf = (id: string) => setup.levels.get(id)?.title ?? id;
  const groupOf = (id: string) => setup.groups.get(id)?.title ?? id;
  switch (effect.do) {
    case 'setStanding':
      return {
        at,
        what: `standing.${effect.standing}`,
        standing: effect.standing,
        ...standingTold(effect, application, setup),
      };
    case 'giveLevel': {
      const level = levelOf(effect.level);
      const until = toldUntil(effect, at);
      const title =
        until === null ? says.given({ level }) : says.givenUntil({ level, date: sayDate(until, setup.doc.site) });
      return { at, what: 'level.given', title };
    }
    case 'takeLevel':
      return { at, what: 'level.taken', title: says.takenBack({ level: levelOf(effect.level) }) };
    case 'takeGroup':
      return { at, what: 'group.taken', title: says.takenOut({ group: groupOf(effect.group) }) };
    case 'giveGroup':
      return { at, what: 'group.given', title: says.added({ group: groupOf(effect.group) }) };
    case 'signIn':
    case 'sendCode':
    case 'send':
    case 'unsend':
    case 'claimAddress':
    case 'tellReviewers':
    case 'startTimer':
    case 'cancelTimer':
    case 'purge':
      return null;
    default:
      return never(effect);
  }
}

function standingTold(
  { standing }: Extract<Effect, { do: 'setStanding' }>,
  application: Application,
  setup: JoiningSetup,
): { title: string; note?: string } {
  const { site } = setup.doc;
  const says = joiningSays(site);
  const title = sayStanding(standing, site);
  const was = (...what: Happening['what'][]) => application.history.some((item) => what.includes(item.what));
  switch (standing) {
    case 'applicant': {
      const form = setup.forms.get(application.form);
      return was('approvalUndone', 'reopened', 'appliedAgain')
        ? { title }
        : { title, note: form ? says.form({ form: form.title }) : says.formGone };
    }
    case 'admitted': {
      const path = setup.paths.get(application.path);
      return { title, note: says.allPassed({ path: path?.title ?? '', count: path?.gates.length ?? 0 }) };
    }
    case 'declined':
      return { title };
    case 'closed':
      return { title, note: was('pathRemoved') ? says.pathTakenAway : says.ranOut };
  }
}
