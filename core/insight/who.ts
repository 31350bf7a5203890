/**
 * Purpose: whom one door lets in, of everybody there is: how many, by level, and how many meet each of its conditions;
 * and whom it would let in and shut out against the door it takes the place of.
 * Invariant: by the very columns that impact is told by, so that a door's numbers and those of publishing agree.
 */
import { doorColumnsOf, doorsOf, type Rule } from '../doors';
import { andInto, count, minus, rowsIn, visitorFacts, type Bits, type Population } from '../facts';
import type { Instant } from '../kernel';
import { firstPayment } from '../levels';
import type { Setup } from '../setup';

export type DoorAsked = {
  readonly setup: Setup;
  readonly rule: Rule;
};

/** Which people are asked for by name beside the counts. */
export const doorLists = ['inside', 'outside', 'letIn', 'shutOut'] as const;
export type DoorList = (typeof doorLists)[number];

export type WhoGetsIn = {
  /** How many meet each of the parts asked about, in their order. */
  readonly parts: readonly number[];
  readonly inside: number;
  readonly outside: number;
  /** Whether it opens to whoever is not signed in, and whether the door before did; null where there was none. */
  readonly visitors: boolean;
  readonly visitorsBefore: boolean | null;
  /** Of those inside, each counted once, by the dearest level they hold now; null holds none. Only those with anybody. */
  readonly levels: readonly { readonly level: string | null; readonly count: number }[];
  /** Against the door before; null where there was none. */
  readonly change: { readonly before: number; readonly letIn: number; readonly shutOut: number } | null;
  /** The people of the list that was asked for, by their ids; empty where none was. */
  readonly listed: readonly string[];
};

/**
 * @param parts rules to be counted alone, such as each condition of the door's
 * @param before the door that is live in the same place
 */
export function whoGetsIn(
  { setup, rule }: DoorAsked,
  parts: readonly Rule[],
  before: DoorAsked | null,
  list: DoorList | null,
  people: Population,
  now: Instant,
): WhoGetsIn {
  const columns = doorColumnsOf(people, now, setup);
  const inside = columns.who(rule);
  const was = before && doorColumnsOf(people, now, before.setup).who(before.rule);
  const lists: Record<DoorList, () => Bits> = {
    inside: () => inside,
    outside: () => minus(people.alive.bits, inside),
    letIn: () => (was ? minus(inside, was) : people.none()),
    shutOut: () => (was ? minus(was, inside) : people.none()),
  };
  return {
    parts: parts.map((part) => count(columns.who(part))),
    inside: count(inside),
    outside: people.size - count(inside),
    visitors: meetsVisitor({ setup, rule }, now),
    visitorsBefore: before && meetsVisitor(before, now),
    levels: byLevel(inside, setup, people, now),
    change: was && { before: count(was), letIn: count(lists.letIn()), shutOut: count(lists.shutOut()) },
    listed: list ? [...rowsIn(lists[list]())].map(people.idOf) : [],
  };
}

function meetsVisitor({ setup, rule }: DoorAsked, now: Instant): boolean {
  const doors = doorsOf(setup);
  return doors.meets(rule)(doors.prepare(visitorFacts, now));
}

function byLevel(inside: Bits, setup: Setup, people: Population, now: Instant): WhoGetsIn['levels'] {
  const dearest = [...setup.doc.levels].sort((a, b) => firstPayment(b) - firstPayment(a));
  let rest = inside;
  const found: { level: string | null; count: number }[] = [];
  for (const { id } of dearest) {
    const held = people.level(id, now)?.now;
    if (!held) continue;
    const here = rest.slice();
    andInto(here, held);
    found.push({ level: id, count: count(here) });
    rest = minus(rest, held);
  }
  found.push({ level: null, count: count(rest) });
  return found.filter((one) => one.count > 0).sort((a, b) => b.count - a.count);
}
