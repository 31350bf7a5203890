/** Purpose: what each kind of place is shown by. Each takes the place as `place`. */
import type { Component } from 'vue';
import type { PlaceView } from '../../../contract';
import AccountPlace from './AccountPlace.vue';
import BoardPlace from './BoardPlace.vue';
import ConfirmPlace from './ConfirmPlace.vue';
import EntryFormPlace from './EntryFormPlace.vue';
import EntryGonePlace from './EntryGonePlace.vue';
import EntryPlace from './EntryPlace.vue';
import ForgottenPlace from './ForgottenPlace.vue';
import FormPlace from './FormPlace.vue';
import JoinPlace from './JoinPlace.vue';
import JoiningPlace from './JoiningPlace.vue';
import MinePlace from './MinePlace.vue';
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
  board: BoardPlace,
  entry: EntryPlace,
  entryForm: EntryFormPlace,
  entryGone: EntryGonePlace,
  mine: MinePlace,
  alreadyIn: PlainPlace,
  withdrawn: PlainPlace,
  missing: PlainPlace,
} satisfies Record<PlaceView['kind'], Component>;
