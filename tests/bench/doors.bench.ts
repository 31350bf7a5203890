/**
 * Doors: one door and one person against closures written over the facts; the doors of a page, making ready included;
 * and everybody at once against plain columns of bits, each condition packed for the rule that asks for it.
 */
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import fc from 'fast-check';
import {
  doorColumnsOf,
  compile,
  isCondition,
  layoutOf,
  prepare,
  type Condition,
  type Predicate,
  type Rule,
} from '../../core/doors';
import { windowOf } from '../../core/doors/conditions/days';
import { heldSince } from '../../core/doors/conditions/level';
import { Population, count, type Bits, type Facts } from '../../core/facts';
import { meetsField } from '../../core/fields/answerRule';
import { DAY } from '../../core/kernel';
import { dayNumber } from '../../core/kernel/calendar';
import { NOW, quillmoor } from '../support/quillmoor';
import { anyFacts, anyRule } from '../support/rules';
import { median, reportRate, rate } from './measure';

const SEED = 1911;
const ROUNDS = 7;
const zone = quillmoor.doc.site.zone;
const layout = layoutOf(quillmoor);

/** What somebody would write for a condition who knows the facts. */
function closureOf(condition: Condition): (facts: Facts, now: number) => boolean {
  switch (condition.fact) {
    case 'signedIn':
      return (facts) => facts.member !== null;
    case 'standing':
      return (facts) => facts.standing !== null && condition.is.includes(facts.standing);
    case 'group':
      return (facts) => condition.is.some((id) => quillmoor.groups.has(id) && facts.groups.includes(id));
    case 'level': {
      const is = condition.is.filter((id) => quillmoor.levels.has(id));
      if (condition.when === 'ever')
        return (facts, now) => facts.terms.some((term) => is.includes(term.level) && term.from <= now);
      if (condition.heldDays)
        return (facts, now) => {
          const since = heldSince(facts, is, now);
          return since !== null && dayNumber(now, zone) - dayNumber(since, zone) >= condition.heldDays!;
        };
      return (facts, now) =>
        facts.terms.some(
          (term) => is.includes(term.level) && term.from <= now && (term.until === null || term.until > now),
        );
    }
    case 'field':
      return (facts) =>
        quillmoor.fields.has(condition.field) && meetsField(condition.test, facts.fields[condition.field]);
    case 'mailDomain':
      return (facts) =>
        facts.mail !== null &&
        condition.is.some(
          (wanted) => wanted.toLowerCase() === facts.mail!.slice(facts.mail!.lastIndexOf('@') + 1).toLowerCase(),
        );
    case 'admittedFor':
      return (facts, now) =>
        facts.admittedAt !== null &&
        facts.admittedAt <= now &&
        dayNumber(now, zone) - dayNumber(facts.admittedAt, zone) >= condition.days;
    case 'date': {
      const { from, until } = windowOf(condition, zone);
      return (_, now) => now >= from && now < until;
    }
    case 'paidFor':
      return (facts, now) =>
        facts.paid.some(
          ({ level, at }) =>
            condition.is.includes(level) &&
            quillmoor.levels.has(level) &&
            at <= now &&
            (!condition.within || dayNumber(now, zone) - dayNumber(at, zone) < condition.within),
        );
    case 'lessonDone':
      return () => false;
    case 'ownsThis':
      return (facts) => facts.owns;
  }
}
function byHand(rule: Rule): (facts: Facts, now: number) => boolean {
  if (isCondition(rule)) return closureOf(rule);
  if ('all' in rule) {
    const parts = rule.all.map(byHand);
    return (facts, now) => parts.every((part) => part(facts, now));
  }
  const parts = ('any' in rule ? rule.any : rule.none).map(byHand);
  return 'any' in rule
    ? (facts, now) => parts.some((part) => part(facts, now))
    : (facts, now) => !parts.some((part) => part(facts, now));
}

const names = (rule: Rule): boolean => !JSON.stringify(rule).includes('unknown');
/** Different rules of all kinds, in which every name exists, so that both read them alike. */
function rules(howMany: number): Rule[] {
  const found = new Map<string, Rule>();
  for (const rule of fc.sample(anyRule, { seed: SEED, numRuns: howMany * 8 }))
    if (names(rule) && found.size < howMany) found.set(JSON.stringify(rule), rule);
  return [...found.values()];
}
const people = (howMany: number): Facts[] =>
  fc.sample(anyFacts, { seed: SEED, numRuns: howMany }).map((facts, n) => ({
    ...facts,
    member: `p${n}` as never,
    mail: `p${n}@${n % 3 ? 'mail' : 'elsewhere'}.example`,
    admittedAt: NOW - (n % 700) * DAY,
  }));

export function doors(): void {
  const all = rules(500);
  const crowd = people(10_000);
  const ready = crowd.map((facts) => prepare(layout, facts, NOW));
  const compiled: Predicate[] = all.map((rule) => compile(rule, layout, quillmoor));
  const closures = all.map(byHand);
  const TIMES = 2_000_000;
  let [ours, theirs] = [0, 0];
  const found: [number[], number[]] = [[], []];
  for (let round = 0; round < ROUNDS; round++) {
    // Mixed: neither a rule nor a person is asked twice in a row.
    found[0].push(
      rate(TIMES, () => {
        for (let n = 0; n < TIMES; n++) if (compiled[(n * 7) % all.length]!(ready[(n * 31) % 10_000]!)) ours++;
      }),
    );
    found[1].push(
      rate(TIMES, () => {
        for (let n = 0; n < TIMES; n++) if (closures[(n * 7) % all.length]!(crowd[(n * 31) % 10_000]!, NOW)) theirs++;
      }),
    );
  }
  if (ours !== theirs) throw new Error(`Doors let ${ours} in, closures ${theirs}`);
  reportRate('one-door: 500 rules, 10,000 people, mixed', 'evaluations/s', median(found[0]), median(found[1]), 1.5);
  ofAPage(compiled.slice(0, 20), closures.slice(0, 20), crowd);
  atOnce(all);
}

/** Twenty doors of one page for one person, made ready for them. */
function ofAPage(compiled: Predicate[], closures: ReturnType<typeof byHand>[], crowd: Facts[]): void {
  const PAGES = 60_000;
  let [ours, theirs] = [0, 0];
  const found: [number[], number[]] = [[], []];
  for (let round = 0; round < ROUNDS; round++) {
    found[0].push(
      rate(PAGES, () => {
        for (let n = 0; n < PAGES; n++) {
          const person = prepare(layout, crowd[(n * 31) % 10_000]!, NOW);
          for (const door of compiled) if (door(person)) ours++;
        }
      }),
    );
    found[1].push(
      rate(PAGES, () => {
        for (let n = 0; n < PAGES; n++) {
          const facts = crowd[(n * 31) % 10_000]!;
          for (const door of closures) if (door(facts, NOW)) theirs++;
        }
      }),
    );
  }
  if (ours !== theirs) throw new Error(`A page’s doors let ${ours} in, closures ${theirs}`);
  reportRate('doors-of-a-page: 20 doors, making ready included', 'pages/s', median(found[0]), median(found[1]), 1.2);
}

/**
 * Columns as one would write them plainly: of each fact an array, of each condition a bit a person packed from it, and
 * words of bits put together. The arrays are made beforehand.
 */
function plainColumns(everybody: readonly Facts[]): (rule: Rule) => Bits {
  const rows = everybody.length;
  const words = Math.ceil(rows / 32);
  const bytes = (is: (facts: Facts) => boolean) => Uint8Array.from(everybody, (facts) => Number(is(facts)));
  const kept = new Map<string, Uint8Array>();
  const flag = (name: string, is: (facts: Facts) => boolean) => {
    let made = kept.get(name);
    if (!made) kept.set(name, (made = bytes(is)));
    return made;
  };
  const fields = new Map<string, { numbers: Float64Array; texts: readonly (string | null)[] }>();
  const fieldOf = (id: string) => {
    let made = fields.get(id);
    if (!made) {
      const values = everybody.map((facts) => (facts.fields as Record<string, unknown>)[id]);
      made = {
        numbers: Float64Array.from(values, (value) => (typeof value === 'number' ? value : NaN)),
        texts: values.map((value) => (typeof value === 'string' ? value : null)),
      };
      fields.set(id, made);
    }
    return made;
  };
  const admitted = Int32Array.from(everybody, ({ admittedAt }) =>
    admittedAt === null || admittedAt > NOW ? 2 ** 31 - 1 : dayNumber(admittedAt, zone),
  );
  const domains = everybody.map(({ mail }) =>
    mail === null ? null : mail.slice(mail.lastIndexOf('@') + 1).toLowerCase(),
  );
  const pack = (is: (row: number) => boolean): Bits => {
    const out = new Uint32Array(words);
    for (let row = 0; row < rows; row++) if (is(row)) out[row >>> 5]! |= 1 << (row & 31);
    return out;
  };
  function condition(one: Condition): Bits {
    switch (one.fact) {
      case 'signedIn':
        return pack(() => true);
      case 'standing': {
        const flags = one.is.map((id) => flag(`standing ${id}`, (facts) => facts.standing === id));
        return pack((row) => flags.some((each) => each[row] === 1));
      }
      case 'group': {
        const flags = one.is.map((id) => flag(`group ${id}`, (facts) => facts.groups.includes(id)));
        return pack((row) => flags.some((each) => each[row] === 1));
      }
      case 'level': {
        const meets = closureOf(one);
        if (one.heldDays && one.when === 'now') return pack((row) => meets(everybody[row]!, NOW));
        const flags = one.is.map((id) =>
          flag(`level ${one.when} ${id}`, (facts) =>
            closureOf({ ...one, is: [id], heldDays: undefined } as Condition)(facts, NOW),
          ),
        );
        return pack((row) => flags.some((each) => each[row] === 1));
      }
      case 'field': {
        const { test } = one;
        const { numbers, texts } = fieldOf(one.field);
        if (test.op === 'atLeast') return pack((row) => numbers[row]! >= test.value);
        if (test.op === 'atMost') return pack((row) => numbers[row]! <= test.value);
        if (test.op === 'includes') {
          const flags = flag(`${one.field} ${test.value}`, (facts) => meetsField(test, facts.fields[one.field]));
          return pack((row) => flags[row] === 1);
        }
        if (test.op === 'startsWith') {
          const begins = test.value.toLowerCase();
          return pack((row) => texts[row]?.toLowerCase().startsWith(begins) ?? false);
        }
        return pack((row) => meetsField(test, everybody[row]!.fields[one.field]));
      }
      case 'mailDomain': {
        const wanted = new Set<string | null>(one.is.map((domain) => domain.toLowerCase()));
        return pack((row) => wanted.has(domains[row]!));
      }
      case 'admittedFor': {
        const latest = dayNumber(NOW, zone) - one.days;
        return pack((row) => admitted[row]! <= latest);
      }
      case 'date': {
        const { from, until } = windowOf(one, zone);
        return new Uint32Array(words).fill(NOW >= from && NOW < until ? 0xffffffff : 0);
      }
      case 'paidFor':
      case 'lessonDone':
      case 'ownsThis': {
        const meets = closureOf(one);
        return pack((row) => meets(everybody[row]!, NOW));
      }
    }
  }
  const who = (rule: Rule): Bits => {
    if (isCondition(rule)) return condition(rule);
    const parts = ('all' in rule ? rule.all : 'any' in rule ? rule.any : rule.none).map(who);
    const out = new Uint32Array(words);
    if ('all' in rule) {
      out.fill(0xffffffff);
      for (const part of parts) for (let at = 0; at < words; at++) out[at]! &= part[at]!;
      return out;
    }
    for (const part of parts) for (let at = 0; at < words; at++) out[at]! |= part[at]!;
    if ('none' in rule) for (let at = 0; at < words; at++) out[at] = ~out[at]!;
    return out;
  };
  return who;
}

/** Lets go of what nobody holds any more, so that what is left can be weighed. */
function collect(): void {
  setFlagsFromString('--expose-gc');
  (runInNewContext('gc') as () => void)();
}

/** Everybody, 500 doors: against columns of bits in which each condition is packed from the facts it is about. */
function atOnce(all: readonly Rule[]): void {
  const MEMBERS = 100_000;
  const some = people(5_000);
  const everybody = Array.from({ length: MEMBERS }, (_, n) => ({ ...some[n % 5_000]!, member: `p${n}` as never }));
  collect();
  const before = process.memoryUsage();
  const population = new Population(zone);
  for (const facts of everybody) population.put(facts);
  collect();
  const after = process.memoryUsage();
  const plain = plainColumns(everybody);
  const sum = (who: (rule: Rule) => Bits, list: readonly Rule[]) => list.reduce((n, rule) => n + count(who(rule)), 0);
  const found: [number[], number[]] = [[], []];
  let [ours, theirs] = [0, 0];
  for (let round = 0; round < 4; round++) {
    found[0].push(
      rate(all.length, () => {
        const columns = doorColumnsOf(population, NOW + round, quillmoor);
        sum((rule) => columns.who(rule), all);
      }),
    );
    found[1].push(rate(all.length, () => (theirs = sum(plain, all))));
  }
  const columns = doorColumnsOf(population, NOW, quillmoor);
  ours = sum((rule) => columns.who(rule), all);
  if (ours !== theirs) throw new Error(`Columns let ${ours} in, plain ones ${theirs}`);
  reportRate('impact: 500 doors × 100,000 members', 'doors/s', median(found[0]), median(found[1]), 1);
  const bytes = after.heapUsed + after.arrayBuffers - before.heapUsed - before.arrayBuffers;
  process.stdout.write(
    `${JSON.stringify({ name: 'impact: memory', value: Math.round(bytes / MEMBERS), unit: 'bytes a member' })}\n`,
  );
}
