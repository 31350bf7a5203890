/** Purpose: the desk's client of the contract, and whether the session has ended meanwhile. */
import { ref } from 'vue';
import { answers } from '../../../contract/answers';
import { entries } from '../../../contract/boards';
import { clock } from '../../../contract/clock';
import { invitations } from '../../../contract/invitations';
import { letters } from '../../../contract/letters';
import { files } from '../../../contract/files';
import { hooks } from '../../../contract/hooks';
import { insight } from '../../../contract/insight';
import { madeUp } from '../../../contract/madeUp';
import { savedViews } from '../../../contract/savedViews';
import { members } from '../../../contract/members';
import { money } from '../../../contract/money';
import { pictures } from '../../../contract/pictures';
import { review } from '../../../contract/review';
import { setup } from '../../../contract/setup';
import { staff } from '../../../contract/staff';
import { team } from '../../../contract/team';
import { today } from '../../../contract/today';
import { viewpoint } from '../../../contract/viewpoint';
import { makeClient } from '../../kit/api';
import { newerBuild } from '../../kit/build';

export { troubleOf, type Trouble } from '../../kit/api';

/** Set when the server says that nobody is signed in any more; the desk then asks over what is shown. */
export const sessionEnded = ref(false);

/** What the desk calls, by area. */
export const desk = {
  answers,
  entries,
  clock,
  invitations,
  letters,
  files,
  hooks,
  insight,
  madeUp,
  savedViews,
  members,
  money,
  pictures,
  review,
  setup,
  staff,
  team,
  today,
  viewpoint,
};

/** The build the server has come to, where this page is of another. */
export const newer = ref<string | null>(null);

export const calls = makeClient(desk, (response) => {
  newer.value = newerBuild(response) ?? newer.value;
  if (response.status === 401 && !response.url.endsWith('/desk/sign-in')) sessionEnded.value = true;
});
