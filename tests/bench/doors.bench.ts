/** One door, one person: the compiled door against a closure written by hand over the same facts. */
import { compile, layoutOf, prepare, ruleOf, type Predicate, type Prepared } from '../../core/doors';
import type { Facts } from '../../core/facts';
import { NOW, applicant, friend, keeper, lapsed, mentor, quillmoor } from '../support/quillmoor';
import { median, reportRate } from './measure';

const people: Facts[] = [keeper, mentor, friend, lapsed, applicant];

/** What somebody would write for the winter guide who knows the facts. */
const byHand = (facts: Facts, now: number): boolean =>
  facts.standing === 'admitted' &&
  (facts.terms.some(
    (term) =>
      (term.level === 'keeper' || term.level === 'patron') &&
      term.from <= now &&
      (term.until === null || term.until > now),
  ) ||
    facts.groups.includes('mentors' as never));

const ROUNDS = 9;
const TIMES = 1_000_000;

function rate(run: () => number): number {
  const began = performance.now();
  const opened = run();
  if (opened !== (TIMES / people.length) * 2) throw new Error('Keeper and Mentor are let in, and nobody else');
  return TIMES / ((performance.now() - began) / 1000);
}

export function doors(): void {
  const layout = layoutOf(quillmoor);
  const door: Predicate = compile(ruleOf({ named: 'keepers' as never }, quillmoor), layout, quillmoor);
  const prepared: Prepared[] = people.map((facts) => prepare(layout, facts, NOW));
  const compiled = () => {
    let opened = 0;
    for (let n = 0; n < TIMES; n++) if (door(prepared[n % 5]!)) opened++;
    return opened;
  };
  const closure = () => {
    let opened = 0;
    for (let n = 0; n < TIMES; n++) if (byHand(people[n % 5]!, NOW)) opened++;
    return opened;
  };
  const withPreparing = () => {
    let opened = 0;
    for (let n = 0; n < TIMES; n++) if (door(prepare(layout, people[n % 5]!, NOW))) opened++;
    return opened;
  };
  const found: [number[], number[], number[]] = [[], [], []];
  for (let round = 0; round < ROUNDS; round++) {
    found[0].push(rate(compiled));
    found[1].push(rate(closure));
    found[2].push(rate(withPreparing));
  }
  reportRate('one door, one person', 'evaluations/s', median(found[0]), median(found[1]), 1.3);
  reportRate('one door, one person, made ready each time', 'evaluations/s', median(found[2]), median(found[1]), 0);
}
