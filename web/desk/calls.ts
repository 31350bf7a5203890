/** Purpose: the desk's client of the contract, and whether the session has ended meanwhile. */
import { ref } from 'vue';
import { desk as contract } from '../../contract/desk';
import { makeClient } from '../kit/api';

export { troubleOf, type Trouble } from '../kit/api';

/** Set when the server says that nobody is signed in any more; the desk then asks over what is shown. */
export const sessionEnded = ref(false);

export const calls = makeClient('desk', contract, (response) => {
  if (response.status === 401 && !response.url.endsWith('/desk/sign-in')) sessionEnded.value = true;
});
