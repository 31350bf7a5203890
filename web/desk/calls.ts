/** Purpose: the desk's client of the contract. */
import { desk as contract } from '../../contract/desk';
import { makeClient } from '../kit/api';

export { troubleOf, type Trouble } from '../kit/api';
export const calls = makeClient('desk', contract);
