/** Purpose: what the site can ask for, loaded when a form first needs it. */
import { site as contract } from '../../contract/site';
import { makeClient } from '../kit/api';

export { troubleOf, type Trouble } from '../kit/api';
export const calls = makeClient('site', contract);
