/** Every table's class, for the data source and the drift test. */
import { OneTimeRow, SecretRow, StaffRow } from './accounts/account.entities';
import { SessionRow } from './callers/session.entity';
import { FormPlaceRow, FormPutOffRow, InvitationRow } from './joining/entrance.entities';
import { FormSendingRow } from './joining/sending.entity';
import { ApplicationEntity } from './joining/application.entity';
import {
  MemberEntity,
  MemberFactsRow,
  MemberGroupRow,
  MemberPaidRow,
  MemberTermRow,
  MemberTopicRow,
  MemberValueRow,
  MemberWasRow,
  MemberWordRow,
  TimelineEntity,
} from './members/member.entities';
import {
  CardNoticeRow,
  CardRow,
  CodeUseRow,
  LedgerEntryRow,
  LedgerLineRow,
  PaymentRow,
  ReceiptCountRow,
  ReceiptRow,
  TermRow,
} from './money/money.entities';
import { OutgoingRow } from './messages/message.entity';
import { SentActRow } from './platform/acts.entity';
import { AuditRow } from './platform/audit.entity';
import { ClockRow } from './platform/clock.entity';
import { JobRow } from './platform/job.entity';
import { HookCallRow } from './hooks/hook.call.entity';
import { SavedViewRow } from './members/saved.view.entity';
import { MadeUpRow } from './viewpoint/made.up.entity';
import { FileRow } from './files/file.entity';
import { PictureRow } from './pictures/picture.entity';
import { SetupItemRow, SetupRevisionRow } from './setup/setup.entities';

export const entities = [
  SetupItemRow,
  SetupRevisionRow,
  StaffRow,
  SessionRow,
  OneTimeRow,
  MemberEntity,
  MemberValueRow,
  MemberWasRow,
  MemberTermRow,
  MemberPaidRow,
  MemberGroupRow,
  MemberTopicRow,
  MemberFactsRow,
  MemberWordRow,
  TimelineEntity,
  ApplicationEntity,
  FormPlaceRow,
  FormPutOffRow,
  InvitationRow,
  FormSendingRow,
  SentActRow,
  SecretRow,
  MadeUpRow,
  SavedViewRow,
  HookCallRow,
  PictureRow,
  FileRow,
  TermRow,
  PaymentRow,
  ReceiptRow,
  ReceiptCountRow,
  LedgerEntryRow,
  LedgerLineRow,
  CardRow,
  CardNoticeRow,
  CodeUseRow,
  OutgoingRow,
  JobRow,
  ClockRow,
  AuditRow,
];
