/** Purpose: what each kind of place is shown by. Each takes the place as `place`. */
import type { Component } from 'vue';
import type { PlaceView } from '../../../contract';
import AccountPlace from './AccountPlace.vue';
import ConfirmPlace from './ConfirmPlace.vue';
import ForgottenPlace from './ForgottenPlace.vue';
import FormPlace from './FormPlace.vue';
import JoinPlace from './JoinPlace.vue';
import JoiningPlace from './JoiningPlace.vue';
import NoticePlace from './NoticePlace.vue';
import PagePlace from './PagePlace.vue';
import PayPlace from './PayPlace.vue';
import PayingPlace from './PayingPlace.vue';
import PlainPlace from './PlainPlace.vue';
import ReceiptPlace from './ReceiptPlace.vue';
import ResetPlace from './ResetPlace.vue';
import SearchPlace from './SearchPlace.vue';
import SignInPlace from './SignInPlace.vue';

export const placeParts = {
  page: PagePlace,
  join: JoinPlace,
  joining: JoiningPlace,
  form: FormPlace,
  notice: NoticePlace,
  confirm: ConfirmPlace,
  signIn: SignInPlace,
  forgotten: ForgottenPlace,
  reset: ResetPlace,
  account: AccountPlace,
  pay: PayPlace,
  paying: PayingPlace,
  receipt: ReceiptPlace,
  search: SearchPlace,
  alreadyIn: PlainPlace,
  withdrawn: PlainPlace,
  missing: PlainPlace,
} satisfies Record<PlaceView['kind'], Component>;
