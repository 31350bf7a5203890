/** Purpose: where whoever has sent a form goes next. */
import type { AnyForm } from '../../core/forms';

/** @param otherwise where its owner says nothing */
export const afterSending = ({ after, address }: AnyForm, otherwise: string): string =>
  !after ? otherwise : after.then === 'address' ? after.address : `/sent/${address}`;
