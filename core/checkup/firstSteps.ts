/**
 * Purpose: what a new site still needs before its first member can join, worked out from the set-up and from what has
 * happened. Nothing of it is ticked by hand, so that nothing can be ticked that is not so.
 */
import type { Setup } from '../setup';
import type { Finding } from './finding';

/** What the steps are computed from, beside the set-up. */
export type Beginnings = {
  readonly draft: Setup;
  readonly findings: readonly Finding[];
  /** How many changes the draft holds over what is live. */
  readonly changes: number;
  /** The number of the revision that is live. */
  readonly revision: number;
  /** Whether any letter has left, a test or a real one. */
  readonly letterSent: boolean;
  readonly madeUp: number;
  readonly people: number;
};

/** In the order that saves going back. */
export const firstStepsOf = {
  /** A letter has come through. */
  letters: ({ letterSent }) => letterSent,
  /** More is asked than name, address and password. */
  asks: ({ draft }) =>
    draft.doc.forms.some(
      ({ retired, purpose, parts }) =>
        !retired &&
        purpose.is === 'signup' &&
        parts.some((part) => part.part === 'field' && !draft.fields.get(part.field)?.role),
    ),
  /** Somebody has been made up to look at the site as. */
  eyes: ({ madeUp }) => madeUp > 0,
  /** Nothing keeps people from joining, and nothing misleads them. */
  whole: ({ findings }) => findings.length === 0,
  /** What was set up is live, and is more than what every site begins with. */
  live: ({ changes, revision }) => changes === 0 && revision > 1,
  /** Somebody has joined. */
  joined: ({ people }) => people > 0,
} as const satisfies Readonly<Record<string, (about: Beginnings) => boolean>>;

export type FirstStep = { readonly step: keyof typeof firstStepsOf; readonly done: boolean };

export const firstSteps = (about: Beginnings): FirstStep[] =>
  Object.entries(firstStepsOf).map(([step, done]) => ({ step: step as FirstStep['step'], done: done(about) }));

/**
 * Whether the site stands as every site begins, so that a ready set-up can take the place of it and nothing that somebody
 * has made is lost.
 */
export const isUntouched = ({
  revision,
  changes,
  people,
}: Pick<Beginnings, 'revision' | 'changes' | 'people'>): boolean => revision === 1 && changes === 0 && people === 0;
