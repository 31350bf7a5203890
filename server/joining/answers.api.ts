/** Purpose: the endpoint of the answers that members have sent, a list of steps. */
import { rowsFrom } from '../platform/rows';
import { sendingAnswers } from './sending.entity';
import { implement } from '@orpc/server';
import type { DataSource } from 'typeorm';
import { answers as contract } from '../../contract';
import { nameOfPart, partKindOf } from '../../core/fields';
import { sayNearDate, type MemberId } from '../../core/kernel';
import { guard, type Call } from '../callers';
import type { SiteClock } from '../platform/clock';
import { problem } from '../platform/problem';
import type { LiveSetup } from '../setup';
import { joiningSays } from './joining.sentences';

const api = implement(contract).$context<Call>().use(guard);

export type AnswersPorts = { readonly db: DataSource; readonly live: LiveSetup; readonly clock: SiteClock };

const PAGE = 100;

type Row = { id: string; member: MemberId; name: string; answers: string; sent_at: Date };

export const answersApi = ({ db, live, clock }: AnswersPorts) => ({
  answers: api.answers.handler(async ({ input }) => {
    const { setup } = live.must;
    const { site } = setup.doc;
    const form = setup.forms.get(input.form);
    if (!form) throw problem('not-found', { detail: joiningSays(site).noForm });
    const asked = form.parts.filter((part) => nameOfPart(part) !== null && part.part !== 'password');
    const [at, id] = (input.after ?? '').split(' ');
    const instant = new Date(Number(at));
    const from = id && !Number.isNaN(instant.getTime()) ? { instant, id } : null;
    // By key, so that a deep page costs what the first does.
    const rows = await rowsFrom<Row>(
      db,
      `SELECT s.id, s.member, m.name, s.answers, s.sent_at FROM form_sending s JOIN member m ON m.id = s.member
       WHERE s.form = ? ${from ? 'AND s.sent_at <= ? AND (s.sent_at < ? OR s.id < ?)' : ''}
       ORDER BY s.sent_at DESC, s.id DESC LIMIT ${PAGE + 1}`,
      from ? [form.id, from.instant, from.instant, from.id] : [form.id],
    );
    const [count] = await rowsFrom<{
      n: string;
    }>(db, 'SELECT COUNT(*) AS n FROM form_sending WHERE form = ?', [form.id]);
    const shown = rows.slice(0, PAGE);
    const last = shown.at(-1);
    return {
      total: Number(count?.n ?? 0),
      columns: asked.map((part) => partKindOf(part).title(part, setup)),
      rows: shown.map(({ id: sending, member, name, answers, sent_at }) => {
        const given = sendingAnswers.read(answers);
        return {
          id: sending,
          member,
          name,
          sent: sayNearDate(sent_at.getTime(), clock.now(), site),
          values: asked.map((part) => {
            const nothing = part.part === 'field' && !(part.field in given.fields);
            return nothing ? '' : (partKindOf(part).says(part, given, setup)?.value ?? '');
          }),
        };
      }),
      next: rows.length > PAGE && last ? `${last.sent_at.getTime()} ${last.id}` : null,
    };
  }),
});
