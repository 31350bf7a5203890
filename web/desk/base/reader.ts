/** Purpose: for whom the desk writes. */
import { pageReader } from '../../kit/reader';

export const reader = pageReader();
