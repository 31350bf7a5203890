import { sentences } from '../../core/kernel';

/** What is wrong with a change of the set-up. */
export const setupSays = sentences({ keepsId: 'An item keeps its id.' });
