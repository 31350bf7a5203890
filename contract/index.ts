/** The whole contract: what goes over the wire, each endpoint declared once, each area in its own file. */
import { account, accountProblems } from './account';
import { answers } from './answers';
import { boards, entries } from './boards';
import { clock } from './clock';
import { forms } from './forms';
import { hooks } from './hooks';
import { insight } from './insight';
import { invitations } from './invitations';
import { joining, joiningProblems } from './joining';
import { letters } from './letters';
import { madeUp } from './madeUp';
import { members } from './members';
import { money, moneyProblems, pay } from './money';
import { generalProblems } from './problems';
import { files, fileProblems } from './files';
import { pictures, pictureProblems } from './pictures';
import { review, reviewProblems } from './review';
import { savedViews } from './savedViews';
import { setup, setupProblems } from './setup';
import { site } from './site';
import { staff } from './staff';
import { team, teamProblems } from './team';
import { today } from './today';
import { viewpoint } from './viewpoint';

export * from './access';
export * from './account';
export * from './answers';
export * from './boards';
export * from './clock';
export * from './form.view';
export * from './forms';
export * from './hooks';
export * from './insight';
export * from './invitations';
export * from './joining';
export * from './letters';
export * from './madeUp';
export * from './members';
export * from './money';
export * from './files';
export * from './pictures';
export * from './problems';
export * from './review';
export * from './savedViews';
export * from './setup';
export * from './site';
export * from './staff';
export * from './team';
export * from './today';
export * from './viewpoint';

export const contract = {
  site,
  account,
  joining,
  forms,
  hooks,
  invitations,
  answers,
  boards,
  entries,
  team,
  staff,
  today,
  review,
  members,
  savedViews,
  viewpoint,
  letters,
  madeUp,
  pictures,
  files,
  clock,
  setup,
  insight,
  pay,
  money,
};

/** Every refusal the product can answer with. */
export const problems = {
  ...generalProblems,
  ...accountProblems,
  ...joiningProblems,
  ...reviewProblems,
  ...setupProblems,
  ...teamProblems,
  ...pictureProblems,
  ...fileProblems,
  ...moneyProblems,
};
export type ProblemCode = keyof typeof problems;
