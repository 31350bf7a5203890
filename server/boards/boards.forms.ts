/** Purpose: the forms of boards as they come without script. */
import { call } from '@orpc/server';
import { EntryActName, type Attempt } from '../../contract';
import { formOfBoard, formOfReply, type BoardItem, type EntryForm } from '../../core/boards';
import { nameOfPart, partKindOf, sentAs, type RawAnswer } from '../../core/fields';
import type { Setup } from '../../core/setup';
import { oneOf, plainSend, type PlainBody, type PlainForms, type PlainSend } from '../site';
import type { BoardsApi } from './boards.api';

export const boardForms = (api: BoardsApi): PlainForms => ({
  'post/*': (address, body, setup) => {
    const board = setup.boardByAddress.get(address);
    return board ? written(api, board, null, body, setup) : null;
  },
  'edit/*': (number, body, setup) => {
    const board = setup.boardByAddress.get(oneOf(body['board']));
    return board && /^[0-9]{1,9}$/.test(number) ? written(api, board, Number(number), body, setup) : null;
  },
  'entries/*': (number, body, setup) => {
    if (!/^[0-9]{1,9}$/.test(number)) return null;
    const entry = Number(number);
    const act = oneOf(body['act']);
    if (act === 'save' || act === 'unsave')
      return plainSend(act, body, async (context) => {
        await call(api.saveEntry, { entry, saved: act === 'save' }, { context });
        const back = oneOf(body['back']);
        return { next: /^\/(boards|mine)[^\s\\]*$/.test(back) ? back : `/entries/${number}` };
      });
    if (act === 'reply') {
      const board = setup.boardByAddress.get(oneOf(body['board']));
      if (!board?.reply) return null;
      const { answers, typed } = plainAnswers(formOfReply(board.reply, setup.doc.site), body);
      return {
        form: `reply-${number}`,
        typed,
        run: (context) => call(api.replyToEntry, { entry, answers }, { context }),
      };
    }
    const known = EntryActName.safeParse(act);
    if (!known.success) return null;
    const input = { entry, act: known.data, state: oneOf(body['state']), note: oneOf(body['note']) };
    return plainSend('entry', body, (context) => call(api.actOnEntry, input, { context }), 'note');
  },
});

/** Each answer as its kind has it, since a plain form sends text alone; and what of it may be shown again. */
function plainAnswers({ parts, known }: EntryForm, body: PlainBody) {
  const answers: Record<string, RawAnswer> = {};
  for (const part of parts) {
    const name = nameOfPart(part);
    if (name !== null) answers[name] = sentAs(body[name], partKindOf(part).facet(part, known));
  }
  const typed = Object.entries(answers).filter(([, value]) => value !== null && value !== undefined);
  return { answers: answers as Record<string, string>, typed: Object.fromEntries(typed) as Attempt['typed'] };
}

function written(api: BoardsApi, board: BoardItem, entry: number | null, body: PlainBody, setup: Setup): PlainSend {
  const { answers, typed } = plainAnswers(formOfBoard(board, setup.doc.site), body);
  const then = oneOf(body['then']) === 'keep' ? 'keep' : 'send';
  return {
    form: entry === null ? `post-${board.address}` : `entry-${entry}`,
    typed,
    run: (context) => call(api.writeEntry, { board: board.address, entry, answers, then }, { context }),
  };
}
