/**
 * Purpose: entries of Quillmoor's boards, each posted by somebody who may post there, gone through the acts that brought
 * it where it stands.
 */
import { actOn, formOfBoard, freshEntry, nextMoment, type BoardItem, type Entry, type EntryAct } from '../core/boards';
import { readForm } from '../core/fields';
import { DAY, dayOf, type EntryId, type Instant, type MemberId } from '../core/kernel';
import type { Setup } from '../core/setup';
import { addEntry, addReply } from '../server/boards';
import type { Services } from '../server/compose';
import { chance } from './chance';
import { firms, offers, sampleEntries, type SampleEntry } from './entries';
import type { Generated } from './generate';
import { postcodes } from './people';

const SEED = 1912;
/** Of a hundred keepers so many stand in the directory. */
const LISTED = 0.18;
const MOST_LISTED = 400;

/** The act behind what has become of an entry, half a day after it was sent. */
const actsOf = ({ now }: SampleEntry): EntryAct[] =>
  now === undefined || now === 'draft' || now === 'waiting' ? [] : [{ it: 'stateSet', state: now }];

/** @returns how many there are */
export async function loadBoards(
  { database, jobs, random }: Pick<Services, 'database' | 'jobs' | 'random'>,
  people: readonly Generated[],
  setup: Setup,
  at: Instant,
): Promise<number> {
  const luck = chance(SEED);
  const admitted = people.filter(({ facts }) => facts.standing === 'admitted');
  const keepers = admitted.filter(({ facts }) =>
    facts.terms.some(({ level }) => level === 'keeper' || level === 'patron'),
  );
  const mentors = admitted.filter(({ facts }) => facts.groups.some((group) => group === 'mentors'));
  const named = new Map(admitted.map((person) => [person.facts.name, person]));
  const posterOf = ({ board, by }: SampleEntry): Generated =>
    (by === undefined ? undefined : named.get(by)) ??
    luck.pick(board === 'library' && mentors.length ? mentors : board === 'work' ? keepers : admitted);
  const listed = keepers
    .filter(() => luck.happens(LISTED))
    .slice(0, MOST_LISTED)
    .map(({ facts }): SampleEntry => ({
      board: 'directory',
      days: luck.whole(10, 300),
      by: facts.name!,
      answers: {
        name: facts.name!,
        sort: 'member',
        where: String((facts.fields as Record<string, unknown>)['apiary-postcode'] ?? luck.pick(postcodes)).split(
          ' ',
        )[0]!,
        offers: luck.pick(offers),
        colonies: luck.whole(1, 14),
      },
    }));
  const houses = firms.map(({ by, name, where, offers: what }): SampleEntry => ({
    board: 'directory',
    days: luck.whole(40, 200),
    by,
    answers: { name, sort: 'firm', where, offers: what },
  }));
  const { site } = setup.doc;
  let count = 0;
  await database.source.transaction(async (manager) => {
    for (const sample of [...sampleEntries, ...houses, ...listed]) {
      const board = setup.boards.get(sample.board)!;
      const { facts } = posterOf(sample);
      const day = sample.ends === undefined ? {} : { 'reply-by': dayOf(at + sample.ends * DAY, site) };
      const read = readForm({ parts: formOfBoard(board, site).parts }, formOfBoard(board, site).known, {
        ...sample.answers,
        ...day,
        ...(sample.category ? { category: sample.category } : {}),
      });
      if (!read.ok)
        throw new Error(`${board.title}: ${read.refusal.map((one) => `${one.label}: ${one.says}`).join(' ')}`);
      const { category, ...answers } = read.value.fields as Record<string, never>;
      const sent = at - sample.days * DAY - luck.whole(0, DAY / 3);
      const acts: [Instant, EntryAct, 'poster' | 'staff'][] = [
        [sent, { it: 'sent' }, 'poster'],
        ...(board.moderation === 'before' && sample.now !== 'waiting'
          ? [[sent + DAY / 4, { it: 'passed' }, 'staff'] as [Instant, EntryAct, 'staff']]
          : []),
        ...actsOf(sample).map((act): [Instant, EntryAct, 'staff'] => [sent + DAY / 2, act, 'staff']),
      ];
      const entry = gone(freshEntry({ category: category ?? null, answers }), acts, board, setup);
      const id = random.id<EntryId>();
      await addEntry(
        manager,
        {
          id,
          member: facts.member as MemberId,
          entry,
          history: acts.map(([when, { it }, by]) => ({
            at: when,
            what: it,
            by,
            ...(by === 'staff' ? { name: 'Wilf Garrowby' } : {}),
          })),
        },
        board,
        site,
        entry.stage === 'waiting' ? sent : at,
      );
      for (const [who, words] of sample.replies ?? []) {
        const writer = named.get(who)?.facts.member;
        if (writer)
          await addReply(manager, {
            id: random.id<string>(),
            entry: id,
            member: writer,
            sentAt: sent + luck.whole(DAY / 4, DAY),
            answers: { words },
          });
      }
      const next = nextMoment(entry, board);
      if (next !== null)
        await jobs.add(manager, { kind: 'entryTimer', runAt: next, payload: { entry: id }, key: `entry:${id}` });
      count++;
    }
  });
  return count;
}

/** An entry after these acts. @throws Error where one of them is refused */
function gone(
  from: Entry,
  acts: readonly [Instant, EntryAct, 'poster' | 'staff'][],
  board: BoardItem,
  setup: Setup,
): Entry {
  return acts.reduce((entry, [now, act, by]) => {
    const acted = actOn(entry, act, { by, now, board, place: setup.doc.site });
    if (!acted.ok) throw new Error(`${board.title}, ${act.it}: ${acted.refusal.says}`);
    return acted.value.entry;
  }, from);
}
