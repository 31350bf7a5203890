/**
 * Purpose: erasing a person, as a table of every column there is: what is erased with them, and what is kept and why.
 * Invariant: the tests hold this table against the database's own list of columns, so that a new one cannot be
 * forgotten.
 */
import type { EntityManager } from 'typeorm';
import type { MemberId } from '../core/kernel';
import { freeAddress } from './members';
import type { Outbox } from './messages';

/** `by`: how a person's rows are found (their id stands for `?`); '' where another row of this list does it. */
type Erased = { readonly erased: string; readonly columns: string };
type Kept = { readonly kept: string; readonly columns: string };

export const erasure: Readonly<Record<string, Erased | Kept>> = {
  // A session of a member; of staff it is no person's of the site.
  session: {
    erased: `kind = 'member' AND subject = ?`,
    columns: 'token_hash id kind subject created_at seen_at expires_at ends_at device',
  },
  one_time: { erased: 'member = ?', columns: 'hash purpose member application serial expires_at used_at' },
  application: {
    erased: 'member = ?',
    columns: 'id member shadow path form state gate_kind gate_since needs_at submitted_at data',
  },
  invitation: {
    erased: 'used_by = ?',
    columns: 'id form token_hash name mail invited_by created_at letter written_at used_by used_at',
  },
  form_sending: { erased: 'member = ?', columns: 'id form member revision answers sent_at' },
  // What was told elsewhere stays there, with whoever was told; the call with the answers is gone here.
  hook_call: { erased: 'member = ?', columns: 'id form member address generation body created_at done_at' },
  form_put_off: { erased: 'member = ?', columns: 'member form until_at' },
  // What they sent, and what staff were answered about them.
  sent_act: {
    erased: `? IN (who, JSON_VALUE(answer, '$.value.member'))`,
    columns: 'key_hash sent_hash who answer expires_at',
  },
  member_value: { erased: 'member = ?', columns: 'member field text number value' },
  member_was: { erased: 'member = ?', columns: 'member field until_at value' },
  member_term: { erased: 'member = ?', columns: 'member level from_at until_at paid_until' },
  member_paid: { erased: 'member = ?', columns: 'member level at' },
  card: { erased: 'member = ?', columns: 'member token last expires since told' },
  code_use: { erased: 'member = ?', columns: 'code member payment at' },
  member_group: { erased: 'member = ?', columns: 'member group_id since' },
  member_topic: { erased: 'member = ?', columns: 'member topic since' },
  member_facts: { erased: 'member = ?', columns: 'member facts changed_at' },
  member_word: { erased: 'member = ?', columns: 'word member' },
  picture: { erased: 'member = ?', columns: 'id member field created_at small large' },
  timeline: { erased: 'member = ?', columns: 'id member at what standing title note' },
  member: {
    erased: 'id = ?',
    columns:
      'id number mail_key owned_mail mail name standing standing_since joined_at admitted_at seen_at password_hash shadow_of',
  },
  // Letters to them and about them, with the jobs that would send them: the outbox knows which.
  outgoing: {
    erased: '',
    columns: 'id member about template to_mail subject text html secrets created_at sent_at',
  },
  job: {
    kept: 'A timer goes with its application by an effect of its own, a letter’s job with the letter; a wish for a new password names an address for a minute at most, until it is looked up.',
    columns: 'id kind lane job_key run_at payload state claimed_by claimed_until attempts first_at last_error',
  },
  // Books are kept by law, and balance only whole; they name a member by an id that leads nowhere any more.
  term: {
    kept: 'What was agreed and paid stays in the books, under an id that leads nowhere any more.',
    columns: 'id member level state from_at until_at ended_at monthly data',
  },
  payment: {
    kept: 'What was paid stays in the books, under an id that leads nowhere any more.',
    columns:
      'id member application term renewal level n kind state by amount received refunded reference house card opened_at done_at data',
  },
  receipt: {
    kept: 'A receipt that was issued is kept as it was issued, as law asks of whoever takes money.',
    columns: 'number kind payment member at amount data',
  },
  receipt_count: { kept: 'Names nobody.', columns: 'id last' },
  ledger_entry: {
    kept: 'The ledger is only added to; it names a member by id alone.',
    columns: 'id at what payment member',
  },
  ledger_line: { kept: 'Names nobody.', columns: 'entry account level amount' },
  card_notice: { kept: 'Names a payment, and nobody.', columns: 'id came_at body' },
  audit: {
    kept: 'What was done stays provable; it names a member by an id that leads nowhere any more, and only staff by name.',
    columns: 'id at kind who name act subject detail',
  },
  rate_limit: { kept: 'Keys are digests, and run out by themselves.', columns: 'key points expire' },
  staff: {
    kept: 'Staff are not erased with a member; somebody who is both asks for both.',
    columns: 'id mail_key mail name parts password_hash created_at',
  },
  setup_item: {
    kept: 'The set-up is the owner’s words, not a person’s; who changed it is staff.',
    columns: 'kind id position live draft version format by at',
  },
  setup_revision: {
    kept: 'The set-up is the owner’s words; its author is staff.',
    columns: 'number document changes note author at',
  },
  made_up: {
    kept: 'Nobody real; who made them up is staff.',
    columns: 'id version made_by person created_at',
  },
  saved_view: {
    kept: 'What is asked of a list, never whom it found; who kept it is staff.',
    columns: 'id name_key name asked kept_by kept_at',
  },
  site_file: {
    kept: 'What the owner shows, of nobody in particular; who brought it in is staff.',
    columns: 'id name type bytes picture brought_by created_at',
  },
  form_place: { kept: 'Names nobody.', columns: 'form' },
  site_clock: { kept: 'Names nobody.', columns: 'id offset_ms' },
  site_secret: { kept: 'Names nobody.', columns: 'id value' },
  migration: { kept: 'Names nobody.', columns: 'id timestamp name' },
};

/** Erases a person and everything that hangs on them, within the caller's transaction. */
export async function erasePerson(manager: EntityManager, outbox: Outbox, id: MemberId, mail: string): Promise<void> {
  await freeAddress(manager, id);
  await outbox.erase(manager, id, mail);
  for (const [table, rule] of Object.entries(erasure))
    if ('erased' in rule && rule.erased) await manager.query(`DELETE FROM ${table} WHERE ${rule.erased}`, [id]);
}
