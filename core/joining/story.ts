/**
 * Purpose: what a step along a path adds to the person's timeline.
 * Invariant: a function of the step alone, so that a real day, the demo and a rehearsal tell the same story.
 */
import type { Standing } from '../facts';
import { countOf, never, sayDate, type Instant } from '../kernel';
import { daysBetween } from '../kernel/calendar';
import type { Setup } from '../setup';
import type { Application, Step } from './application';
import type { Effect, Happening } from './events';

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
export function storyOf(before: Application, step: Step, now: Instant, setup: Setup): Moment[] {
  const happened = step.application.history.slice(before.history.length);
  return [
    ...happened.flatMap((item) => momentOfHappening(item, before, setup) ?? []),
    ...step.effects.flatMap((effect) => momentOfEffect(effect, step.application, now, setup) ?? []),
  ];
}

/** How a happening reads; null for those that a change of standing tells, and for single wrong tries. */
const titles: Record<Happening['what'], ((by: string | undefined) => string) | null> = {
  submitted: null,
  codeSent: () => 'New code sent',
  wrongCode: null,
  codeVoided: () => 'Code voided after too many wrong tries',
  emailConfirmed: () => 'Email confirmed',
  reviewersReminded: () => 'Reviewers reminded',
  limitExtended: () => 'Time ran out, reviewers asked again',
  questionAsked: (by) => `${by} asked a question`,
  questionAnswered: () => 'Answered the question',
  approved: (by) => (by ? `${by} said yes` : 'Let through when time ran out'),
  declined: (by) => `${by} said no`,
  admitted: null,
  outOfTime: null,
  withdrawn: null,
  approvalUndone: (by) => `${by} took the yes back`,
  reopened: (by) => `${by} opened the application again`,
  gateRemoved: () => 'Its gate was taken from the path',
  pathRemoved: () => 'Its path was taken away',
};

function momentOfHappening(item: Happening, before: Application, setup: Setup): Moment | null {
  const title = titles[item.what];
  // The first code goes out with the application itself.
  if (!title || (item.what === 'codeSent' && before.history.length === 0)) return null;
  const note = item.note ?? gateLine(before, item.at, setup);
  return { at: item.at, what: `joining.${item.what}`, title: title(item.by), note };
}

/** `Gate 2, Review, after 3 days` */
function gateLine(before: Application, at: Instant, setup: Setup): string {
  const gates = setup.paths.get(before.path)?.gates ?? [];
  const number = gates.findIndex(({ id }) => id === before.gate) + 1;
  const days = daysBetween(before.gateSince, at, setup.doc.site.zone);
  return `${number === 0 ? 'A gate since removed' : `Gate ${number}, ${gates[number - 1]!.title}`}${days > 0 ? `, after ${countOf(days, 'day')}` : ''}`;
}

function momentOfEffect(effect: Effect, application: Application, at: Instant, setup: Setup): Moment | null {
  switch (effect.do) {
    case 'setStanding':
      return {
        at,
        what: `standing.${effect.standing}`,
        standing: effect.standing,
        ...standingTold(effect, application, setup),
      };
    case 'giveLevel': {
      const title = setup.levels.get(effect.level)?.title ?? effect.level;
      const until = effect.until === null ? '' : ` until ${sayDate(effect.until, setup.doc.site)}`;
      return { at, what: 'level.given', title: `Given ${title}${until}` };
    }
    case 'takeLevel':
      return { at, what: 'level.taken', title: `${setup.levels.get(effect.level)?.title ?? effect.level} taken back` };
    case 'takeGroup':
      return {
        at,
        what: 'group.taken',
        title: `Taken out of ${setup.groups.get(effect.group)?.title ?? effect.group}`,
      };
    case 'giveGroup':
      return { at, what: 'group.given', title: `Added to ${setup.groups.get(effect.group)?.title ?? effect.group}` };
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
  setup: Setup,
): { title: string; note?: string } {
  switch (standing) {
    case 'applicant':
      return application.history.some(({ what }) => what === 'approvalUndone' || what === 'reopened')
        ? { title: 'Applicant' }
        : { title: 'Applicant', note: `Form ${setup.forms.get(application.form)?.title ?? 'since removed'}` };
    case 'admitted': {
      const path = setup.paths.get(application.path);
      const gates = path?.gates.length ?? 0;
      return {
        title: 'Admitted',
        note: `${path?.title ?? ''}, ${gates === 1 ? 'its gate' : `all ${gates} gates`} passed`,
      };
    }
    case 'declined':
      return { title: 'Declined' };
    case 'closed':
      return { title: 'Closed', note: closedBecause(application) };
  }
}

const closedBecause = ({ history }: Application): string =>
  history.some(({ what }) => what === 'pathRemoved')
    ? 'Its admission path was taken away'
    : 'The application ran out of time';
