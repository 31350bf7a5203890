/** Purpose: how many entries somebody may have on a board at once. */
import { refuse, ok, type Instant, type Place, type Result } from '../kernel';
import type { Facts } from '../facts';
import { boardsSay } from './boards.sentences';
import type { BoardItem } from './items';

/** As many as the most generous of their levels allows; null for as many as they like. */
export function mostEntries({ most, mostAt }: BoardItem, { terms }: Pick<Facts, 'terms'>, now: Instant): number | null {
  if (most === undefined) return null;
  const held = new Set(
    terms.filter(({ from, until }) => from <= now && (until === null || until > now)).map(({ level }) => level),
  );
  const atLevels = mostAt.filter(({ level }) => held.has(level)).map((one) => one.most);
  return Math.max(most, ...atLevels);
}

/** @param have entries of theirs that wait or stand */
export function mayAdd(
  have: number,
  board: BoardItem,
  facts: Pick<Facts, 'terms'>,
  now: Instant,
  place: Place,
): Result<null, string> {
  const most = mostEntries(board, facts, now);
  return most === null || have < most ? ok(null) : refuse(boardsSay(place).tooMany({ count: have }));
}
