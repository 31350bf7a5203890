/** Purpose: boards in words. */
import { describe, doorWords, outsideWords } from '../doors';
import { fieldKindLines } from '../fields/lines';
import { sayNumber, saySpan } from '../kernel';
import { line, order, sayings, titleIn, type Line, type Titled } from '../lines';
import { plainWords } from '../messages';
import { formOfBoard, formOfReply, type EntryForm } from './form';
import { boardLetters, type BoardField, type BoardItem, type BoardReply, type BoardState } from './items';
import type { BoardsSetup } from './setup';

/** What a board names beside what it reads. */
type Told = BoardsSetup & Titled<'pages' | 'messages'>;

function boardFieldLines(field: BoardField, form: EntryForm, setup: Told): Line[] {
  const says = sayings(setup);
  const { id, label, required, half, when, fills, row, entry, search, filter } = field;
  const item = form.known.fields.get(id);
  const where = [
    ...(row ? [says.onTheRow] : []),
    ...(entry ? [says.onTheEntry] : []),
    ...(search ? [says.inSearch] : []),
    ...(filter ? [says.inFilters] : []),
  ];
  const of = (matter: string) => says.ofPart({ part: label, matter });
  const own = item ? fieldKindLines.field(item, setup) : [];
  return [
    ...line(`field ${id}`, says.boardField, label),
    ...own
      .filter(({ at }) => at !== 'label' && at !== 'seenBy' && at !== 'changedBy')
      .map((one) => ({ ...one, at: `field ${id} ${one.at}`, says: of(one.says) })),
    ...line(`field ${id} must`, says.boardField, required ? says.boardFieldMust({ field: label }) : ''),
    ...line(`field ${id} half`, says.boardField, half ? of(says.halfWide) : ''),
    ...line(`field ${id} when`, says.boardField, when && of(says.onlyIf({ rule: describe(when, setup) }))),
    ...line(
      `field ${id} fills`,
      says.boardField,
      fills && says.boardFieldFills({ field: label, profile: titleIn('fields', fills, setup) }),
    ),
    ...line(`field ${id} where`, says.boardField, where.length ? says.boardFieldWhere({ field: label, where }) : ''),
  ];
}

function stateLines({ id, title, seen, setBy, letter, then }: BoardState, setup: Told): Line[] {
  const says = sayings(setup);
  return [
    ...line(`state ${id}`, says.state, title),
    ...line(`state ${id} seen`, says.state, seen ? '' : says.stateUnseen({ state: title })),
    ...line(
      `state ${id} by`,
      says.state,
      setBy.length ? says.stateSetBy({ state: title, hands: setBy.map((hand) => says[`hand_${hand}`]) }) : '',
    ),
    ...line(
      `state ${id} letter`,
      says.state,
      letter && says.ofPart({ part: title, matter: titleIn('messages', letter, setup) }),
    ),
    ...line(
      `state ${id} then`,
      says.state,
      then.is === 'goesOn'
        ? ''
        : then.is === 'noReplies'
          ? says.stateNoReplies({ state: title })
          : says.stateEnds({ state: title, count: then.seenDays }),
    ),
  ];
}

function replyLines(reply: BoardReply, setup: Told): Line[] {
  const says = sayings(setup);
  const form = formOfReply(reply, setup.doc.site);
  return [
    ...line('reply', says.replies, doorWords(reply.door, setup)),
    ...line('reply label', says.replies, reply.label),
    ...line('reply letter', says.replyLetter, reply.letter && titleIn('messages', reply.letter, setup)),
    ...reply.fields
      .flatMap((field) => boardFieldLines(field, form, setup))
      .map((one) => ({ ...one, at: `reply ${one.at}`, label: says.replyAsks })),
    ...order(
      'reply fields',
      reply.fields.map(({ id, label }) => [id, label]),
      setup,
    ),
  ];
}

function boardLines(board: BoardItem, setup: Told): Line[] {
  const says = sayings(setup);
  const { site } = setup.doc;
  const labelOf = (id: string | undefined) => board.fields.find((field) => field.id === id)?.label ?? '';
  return [
    ...line('title', says.title, board.title),
    ...line('address', says.address, `/boards/${board.address}`),
    ...line('intro', says.intro, plainWords(board.intro, setup)),
    ...board.fields.flatMap((field) => boardFieldLines(field, formOfBoard(board, site), setup)),
    ...order(
      'fields',
      board.fields.map(({ id, label }) => [id, label]),
      setup,
    ),
    ...line('named', says.named, labelOf(board.named)),
    ...line('until', says.boardUntil, labelOf(board.until)),
    ...line('leadsTo', says.boardLeadsTo, labelOf(board.leadsTo)),
    ...board.categories.flatMap(({ id, title, within, retired }) => {
      const outer = board.categories.find((one) => one.id === within);
      return [
        ...line(
          `category ${id}`,
          says.category,
          outer ? says.categoryWithin({ category: title, outer: outer.title }) : title,
        ),
        ...line(`category ${id} retired`, says.category, retired ? says.categoryRetired({ category: title }) : ''),
      ];
    }),
    ...order(
      'categories',
      board.categories.map(({ id, title }) => [id, title]),
      setup,
    ),
    ...line('read', says.reads, doorWords(board.read, setup)),
    ...line('readOutside', says.readOutside, outsideWords(board.readOutside, setup)),
    ...line('post', says.posts, doorWords(board.post, setup)),
    ...line('postLabel', says.button, board.postLabel),
    ...line('signed', says.signed, says[`signed_${board.signed}`]),
    ...line('private', says.private, board.private ? says.privateYes : ''),
    ...line('keepers', says.keepers, board.keepers && titleIn('groups', board.keepers, setup)),
    ...line('moderation', says.moderation, says[`moderation_${board.moderation}`]),
    ...board.states.flatMap((state) => stateLines(state, setup)),
    ...order(
      'states',
      board.states.map(({ id, title }) => [id, title]),
      setup,
    ),
    ...(board.reply ? replyLines(board.reply, setup) : []),
    ...line('most', says.mostEntries, board.most === undefined ? '' : sayNumber(board.most, site)),
    ...board.mostAt.flatMap(({ level, most }) =>
      line(
        `most ${level}`,
        says.mostEntries,
        says.mostAtLevel({ count: most, level: titleIn('levels', level, setup) }),
      ),
    ),
    ...line('stands', says.standsFor, board.stands && saySpan(board.stands, site)),
    ...line('renewals', says.renewals, says.timesSay({ count: board.renewals })),
    ...line('remindDays', says.remindDays, says.daysSay({ count: board.remindDays })),
    ...line('keptDays', says.keptDays, says.daysSay({ count: board.keptDays })),
    ...boardLetters.flatMap((name) => {
      const letter = board.letters[name];
      return line(`letter ${name}`, says[`boardLetter_${name}`], letter && titleIn('messages', letter, setup));
    }),
  ];
}

export const boardKindLines = { board: boardLines };
