import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DAY, type LevelId, type MemberId, type TermId } from '../kernel';
import { addSpan } from '../kernel/calendar';
import { LevelItem, Price, dueAt } from '../levels';
import {
  CodeItem,
  balancesOf,
  becomes,
  beginTerm,
  billOf,
  charged,
  codeTyped,
  comingIn,
  heldUntil,
  keptBy,
  firstToPay,
  lasting,
  leftOf,
  monthly,
  monthsUntil,
  nextAt,
  nextBill,
  noMoneyYet,
  received,
  recurringBy,
  refunded,
  repriced,
  sayCode,
  setOff,
  shareOf,
  splitByDays,
  stepTerm,
  takeCode,
  takenOff,
  taxOnTop,
  taxWithin,
  writtenOff,
  type Bill,
  type MoneyItem,
  type Tax,
  type Term,
  type TermEffect,
  type TermEvent,
  type TermRules,
} from './index';

const LONDON = 'Europe/London';
const site = { zone: LONDON, locale: 'en-GB', currency: 'GBP' };
const keeper = 'keeper' as LevelId;
const price = (about: object): Price => Price.parse({ id: 'p', ...about });
const yearly = price({ kind: 'every', amount: 4800, each: { count: 1, unit: 'years' } });
const monthlyPrice = price({ kind: 'every', amount: 1000, each: { count: 1, unit: 'months' } });
const money: MoneyItem = { ...noMoneyYet, card: true, winBack: { count: 30, unit: 'days' } };
const rules: TermRules = { zone: LONDON, money, rate: null, prices: [] };
/** 9:00 UTC of a day. */
const at = (day: string) => Date.parse(`${day}T09:00:00Z`);
const BEGAN = at('2026-03-02');
const term = (about: Partial<Term> = {}, of: Price = yearly): Term => ({
  ...beginTerm(
    {
      id: 't'.repeat(20) as TermId,
      member: 'm'.repeat(20) as MemberId,
      level: keeper,
      price: of,
      chosen: null,
      by: 'card',
      code: null,
      credit: 0,
      paid: 4800,
      tax: 0,
    },
    BEGAN,
    LONDON,
  ),
  ...about,
});
const step = (of: Term, event: TermEvent, now: number, by: TermRules = rules) => {
  const done = stepTerm(of, event, now, by);
  if (!done.ok) throw new Error(done.refusal.code);
  return done.value;
};
const doing = (effects: readonly TermEffect[]) =>
  effects.flatMap((effect) =>
    effect.do === 'timer' || effect.do === 'hold' ? [] : effect.do === 'send' ? effect.letter : effect.do,
  );
const day = (instant: number | null) => (instant === null ? null : new Date(instant).toISOString().slice(0, 10));

describe('a term over its years', () => {
  it('is told of, asked for once, paid, and reckoned from the anchor', () => {
    const one = term();
    expect([day(one.until), day(heldUntil(one, LONDON, money)), day(nextAt(one, rules))]).toEqual([
      '2027-03-02',
      '2027-03-16',
      '2027-02-16',
    ]);
    const told = step(one, { it: 'timePassed' }, at('2027-02-16'));
    expect(doing(told.effects)).toEqual(['renews']);
    const asked = step(told.term, { it: 'timePassed' }, at('2027-03-02'));
    expect(doing(asked.effects)).toEqual(['charge']);
    // The clock knocks again before the answer comes: nothing more is asked for.
    expect(doing(step(asked.term, { it: 'timePassed' }, at('2027-03-02') + 1).effects)).toEqual([]);
    const paid = step(asked.term, { it: 'paid', n: 1, bill: nextBill(asked.term, rules)! }, at('2027-03-02') + 2);
    expect([paid.term.n, day(paid.term.until), paid.term.state]).toEqual([2, '2028-03-02', 'running']);
    expect(doing(paid.effects)).toEqual(['standing', 'paid']);
    // The same payment again moves nothing.
    expect(
      stepTerm(paid.term, { it: 'paid', n: 1, bill: nextBill(asked.term, rules)! }, at('2027-03-02') + 3, rules).ok,
    ).toBe(false);
  });

  it('is tried again on its schedule, and ends with grace; what was paid too late is honoured', () => {
    let { term: now, effects } = step(term({ told: 1 }), { it: 'timePassed' }, at('2027-03-02'));
    ({ term: now, effects } = step(now, { it: 'refused', n: 1, final: false }, at('2027-03-02') + 5));
    expect([doing(effects), day(nextAt(now, rules))]).toEqual([['failed'], '2027-03-05']);
    ({ term: now, effects } = step(now, { it: 'timePassed' }, at('2027-03-05')));
    expect([doing(effects), day(nextAt(now, rules))]).toEqual([['retry'], '2027-03-08']);
    ({ term: now } = step(now, { it: 'timePassed' }, at('2027-03-08')));
    expect([now.owing?.tries, now.owing?.nextTry, day(nextAt(now, rules))]).toEqual([3, null, '2027-03-16']);
    expect(day(heldUntil(now, LONDON, money))).toBe('2027-03-16');
    ({ term: now, effects } = step(now, { it: 'timePassed' }, at('2027-03-16')));
    expect(doing(effects)).toEqual(['writeOff', 'standing', 'ended', 'winBack']);
    expect([now.state, now.endedBy, day(now.endedAt)]).toEqual(['ended', 'unpaid', '2027-03-16']);
    const late = step(now, { it: 'paid', n: 1, bill: nextBill(now, rules)! }, at('2027-03-17'));
    expect([late.term.state, day(late.term.until), late.term.renews]).toEqual(['running', '2028-03-02', true]);
  });

  it('waits no longer for a card that is of no use, and tries another card at once', () => {
    const owing = step(term({ told: 1 }), { it: 'timePassed' }, at('2027-03-02')).term;
    const refused = step(owing, { it: 'refused', n: 1, final: true }, at('2027-03-02') + 5).term;
    expect(day(nextAt(refused, rules))).toBe('2027-03-16');
    expect(doing(step(refused, { it: 'cardChanged' }, at('2027-03-03')).effects)).toEqual(['retry']);
  });

  it('is cancelled at its end or now, taken up again, and over', () => {
    const cancelled = step(term(), { it: 'cancelled', when: 'atEnd' }, at('2026-05-01'));
    expect([cancelled.term.renews, day(heldUntil(cancelled.term, LONDON, money))]).toEqual([false, '2027-03-02']);
    expect(step(cancelled.term, { it: 'resumed' }, at('2026-05-02')).term.renews).toBe(true);
    const over = step(cancelled.term, { it: 'timePassed' }, at('2027-03-02'));
    expect([over.term.endedBy, doing(over.effects)]).toEqual(['over', ['standing', 'ended', 'winBack']]);
    const gone = step(term(), { it: 'cancelled', when: 'now' }, at('2026-05-01'));
    expect(day(heldUntil(gone.term, LONDON, money))).toBe('2026-05-01');
  });

  it('keeps the days that were left over a pause, and what comes is reckoned from their end', () => {
    // 2 March 2027 is 139 days from 14 October 2026: 17 + 30 + 31 + 31 + 28 + 2.
    const paused = step(term(), { it: 'paused', until: at('2026-12-14') }, at('2026-10-14'));
    expect([paused.term.pause?.days, day(heldUntil(paused.term, LONDON, money))]).toEqual([139, '2026-10-14']);
    expect(stepTerm(paused.term, { it: 'changesAtEnd', to: null }, at('2026-10-15'), rules).ok).toBe(true);
    const on = step(paused.term, { it: 'timePassed' }, at('2026-12-14'));
    // 14 December 2026 and 139 days: 17 + 31 + 28 + 31 + 30 = 137 to 30 April, so 2 May 2027.
    expect([day(on.term.until), day(on.term.anchor), on.term.n]).toEqual(['2027-05-02', '2027-05-02', 0]);
    expect(day(nextBill(on.term, rules)!.until)).toBe('2028-05-02');
    const early = step(paused.term, { it: 'unpaused' }, at('2026-11-14'));
    expect(day(early.term.until)).toBe('2027-04-02');
  });

  it('takes a code for the first payment off no other, however often it is paused', () => {
    const code = { id: 'c' as never, word: 'AUTUMN', off: { percent: 10 }, on: 'first' as const };
    const paused = step(term({ code }), { it: 'paused', until: at('2026-12-14') }, at('2026-10-14'));
    const on = step(paused.term, { it: 'unpaused' }, at('2026-11-14')).term;
    expect(nextBill(on, rules)!.total).toBe(4800);
    const every = step(
      term({ code: { ...code, on: 'every' } }),
      { it: 'paused', until: at('2026-12-14') },
      at('2026-10-14'),
    );
    expect(nextBill(step(every.term, { it: 'unpaused' }, at('2026-11-14')).term, rules)!.total).toBe(4320);
  });

  it('takes another amount of one’s own from the next payment on, and tells it again', () => {
    const own = price({ kind: 'own', least: 1000, suggested: 2000, each: { count: 1, unit: 'months' } });
    const chosen = step(
      term({ chosen: 2000, told: 1 }, own),
      { it: 'amountChosen', amount: 2500 },
      at('2026-03-20'),
    ).term;
    expect([chosen.chosen, chosen.told, nextBill(chosen, rules)!.total]).toEqual([2500, null, 2500]);
    expect(stepTerm(term(), { it: 'amountChosen', amount: 2500 }, at('2026-03-20'), rules)).toMatchObject({
      refusal: { code: 'no-own-amount' },
    });
  });

  it('begins what it becomes with the bill that was shown', () => {
    const code = { id: 'c' as never, word: 'AUTUMN', off: { percent: 10 }, on: 'first' as const };
    const to = { level: keeper, price: monthlyPrice, chosen: null, code };
    const one = step(term({ told: 1, credit: 300 }), { it: 'changesAtEnd', to }, at('2026-05-01')).term;
    const shown = nextBill(becomes(one, to, one.id, one.until!, LONDON), rules)!;
    expect([shown.worth, shown.credit, shown.total]).toEqual([900, 300, 600]);
    const over = step(one, { it: 'timePassed' }, one.until!);
    expect(over.effects).toContainEqual({ do: 'begin', becoming: to, credit: 300 });
  });

  it('says what is to be paid first once what is kept has been used', () => {
    const kept = term({ credit: 2500, told: null }, monthlyPrice);
    const bill = firstToPay(kept, rules)!;
    expect([bill.total, bill.credit, day(bill.from)]).toEqual([500, 500, '2026-06-02']);
    expect(firstToPay(term({}, price({ kind: 'once', amount: 900 })), rules)).toBeNull();
  });

  it('counts the payments that are left over a pause', () => {
    const twelve = price({ kind: 'every', amount: 500, each: { count: 1, unit: 'months' }, times: 3, fee: 100 });
    const paused = step(term({}, twelve), { it: 'paused', until: at('2026-05-01') }, at('2026-03-12'));
    const on = step(paused.term, { it: 'unpaused' }, at('2026-04-01'));
    expect(on.term.price).toMatchObject({ times: 2 });
    expect(nextBill(on.term, rules)!.parts).toEqual([{ of: 'term', amount: 500 }]);
  });

  it('becomes another at its end', () => {
    const to = { level: 'friend' as LevelId, price: price({ kind: 'free' }), chosen: null };
    const one = step(term({ told: 1 }), { it: 'changesAtEnd', to }, at('2026-05-01')).term;
    const over = step(one, { it: 'timePassed' }, at('2027-03-02'));
    expect(over.effects).toContainEqual({ do: 'begin', becoming: to, credit: 0 });
    expect(over.term.endedBy).toBe('switched');
  });

  it('renews without a charge where a credit covers it', () => {
    const { term: renewed, effects } = step(term({ told: 1, credit: 5000 }), { it: 'timePassed' }, at('2027-03-02'));
    expect([renewed.credit, day(renewed.until), doing(effects)]).toEqual([200, '2028-03-02', ['charge']]);
  });

  it('is worth to a switch what was paid for its span, by money or by credit, and less once that has gone back', () => {
    const renewed = step(term({ told: 1, credit: 5000 }), { it: 'timePassed' }, at('2027-03-02')).term;
    expect([renewed.span.paid, leftOf(renewed, at('2027-03-02'), LONDON).credit]).toEqual([4800, 5000]);
    const refund = (ofSpan: boolean) =>
      step(renewed, { it: 'refunded', amount: 800, ofSpan, ends: false }, at('2027-03-03')).term.span.paid;
    // Money of an earlier span takes nothing from the present one.
    expect([refund(true), refund(false)]).toEqual([4000, 4800]);
  });

  describe('when its price changes', () => {
    const now = (about: object): TermRules => ({ ...rules, prices: [price(about)] });
    const dearer = { kind: 'every', amount: 6000, each: { count: 1, unit: 'years' } };
    const due = at('2027-03-02');

    it('keeps what was agreed, where the change is for new members', () => {
      expect(nextBill(term(), now(dearer))!.total).toBe(4800);
      expect(step(term({ told: 1 }), { it: 'timePassed' }, due, now(dearer)).term.price).toEqual(yearly);
    });

    it('costs the new amount from the day on from which that is for everybody, and no earlier', () => {
      // Due at nine in the morning of 2 March: the day before is behind it, the day after ahead of it.
      for (const [forAll, total] of [
        ['2027-03-02', 6000],
        ['2027-03-03', 4800],
      ] as const) {
        const changed = now({ ...dearer, forAll });
        expect(nextBill(term(), changed)!.total).toBe(total);
        const told = step(term(), { it: 'timePassed' }, at('2027-02-16'), changed).term;
        const asked = step(told, { it: 'timePassed' }, due, changed);
        expect(asked.effects).toContainEqual({ do: 'charge', n: 1, bill: expect.objectContaining({ total }) });
        const { term: renewed } = step(asked.term, { it: 'paid', n: 1, bill: nextBill(asked.term, changed)! }, due + 1);
        expect([renewed.span.paid, day(renewed.until)]).toEqual([total, '2028-03-02']);
      }
    });

    it('costs what was told, where it was told before the change', () => {
      const changed = now({ ...dearer, forAll: '2027-02-20' });
      const told = step(term(), { it: 'timePassed' }, at('2027-02-16'), now(dearer)).term;
      expect(nextBill(told, changed)!.total).toBe(4800);
      const asked = step(told, { it: 'timePassed' }, due, changed);
      const paid = step(asked.term, { it: 'paid', n: 1, bill: nextBill(asked.term, changed)! }, due + 1, changed).term;
      expect([paid.span.paid, nextBill(paid, changed)!.total]).toEqual([4800, 6000]);
    });

    it('raises an amount of one’s own to the least at most, and changes neither span nor kind', () => {
      const own = { kind: 'own', least: 1000, suggested: 2000, each: { count: 1, unit: 'months' } };
      const gives = (chosen: number, about: object) =>
        nextBill(term({ chosen }, price(own)), now({ ...own, least: 1500, forAll: '2026-01-01', ...about }))!.total;
      expect([gives(1000, {}), gives(2500, {}), gives(2500, { most: 2000 })]).toEqual([1500, 2500, 2500]);
      expect(gives(1000, { each: { count: 1, unit: 'years' } })).toBe(1000);
      expect(nextBill(term({}, yearly), now({ ...own, forAll: '2026-01-01' }))!.total).toBe(4800);
    });

    it('tells the first payment that costs another amount', () => {
      const monthlyNow = now({ ...monthlyPrice, amount: 1200, forAll: '2026-05-01' });
      const first = repriced(term({}, monthlyPrice), monthlyNow)!;
      expect([day(first.at), first.was, first.becomes]).toEqual(['2026-05-02', 1000, 1200]);
      expect(repriced(term({ renews: false }, monthlyPrice), monthlyNow)).toBeNull();
      expect(repriced(term({}, monthlyPrice), now({ ...monthlyPrice, forAll: '2026-05-01' }))).toBeNull();
      expect(repriced(term(), now(dearer))).toBeNull();
    });

    it('is forecast so', () => {
      const coming: number[] = [];
      const changed = now({ ...monthlyPrice, amount: 1200, forAll: '2026-05-01' });
      comingIn(
        [term({}, monthlyPrice)],
        BEGAN,
        at('2026-06-03'),
        () => changed,
        ({ amount }) => coming.push(amount),
      );
      expect(coming).toEqual([1000, 1200, 1200]);
    });
  });

  it('is no matter of cards where it is transferred', () => {
    const owing = step(term({ told: 1, by: 'transfer' }), { it: 'timePassed' }, at('2027-03-02')).term;
    const after = step(owing, { it: 'cardChanged' }, at('2027-03-03'));
    expect([after.term, doing(after.effects)]).toEqual([owing, []]);
  });

  it('takes every event in every state, and nothing is due at or before the knock', () => {
    const events = fc.oneof(
      fc.constantFrom<TermEvent>(
        { it: 'timePassed' },
        { it: 'cancelled', when: 'now' },
        { it: 'cancelled', when: 'atEnd' },
        { it: 'resumed' },
        { it: 'unpaused' },
        { it: 'changesAtEnd', to: null },
        { it: 'switched' },
        { it: 'cardChanged' },
        { it: 'refunded', amount: 4800, ofSpan: true, ends: false },
        { it: 'refunded', amount: 100, ofSpan: false, ends: true },
      ),
      fc
        .integer({ min: 0, max: 4 })
        .map((n): TermEvent => ({ it: 'paid', n, bill: nextBill({ ...term({}, monthlyPrice), n }, rules)! })),
      fc.integer({ min: 0, max: 4 }).map((n): TermEvent => ({ it: 'refused', n, final: n % 2 === 0 })),
      fc.constant<TermEvent>({ it: 'paused', until: 0 }),
    );
    fc.assert(
      fc.property(fc.array(fc.tuple(events, fc.integer({ min: 0, max: 40 * DAY })), { maxLength: 40 }), (walk) => {
        let one = term({}, monthlyPrice);
        let now = BEGAN;
        for (const [event, later] of walk) {
          now += later;
          // As the clock does: what was due before happens first.
          for (let due = nextAt(one, rules); due !== null && due <= now; due = nextAt(one, rules)) {
            one = step(one, { it: 'timePassed' }, due).term;
            expect(nextAt(one, rules) ?? Infinity).toBeGreaterThan(due);
          }
          const done = stepTerm(one, event.it === 'paused' ? { ...event, until: now + 30 * DAY } : event, now, rules);
          if (!done.ok) continue;
          const { term: after, effects } = done.value;
          expect(effects.at(-1)!.do).toBe('timer');
          // Only an asked payment makes the paid time longer, and by one span.
          if (event.it === 'paid') expect(after.n).toBe(one.n + 1);
          else if (event.it !== 'unpaused') expect(after.n).toBe(one.n);
          if (one.state === 'ended') expect(['paid', 'timePassed', 'cardChanged', 'refunded']).toContain(event.it);
          expect(after.state === 'owing').toBe(after.owing !== null);
          expect(after.state === 'paused').toBe(after.pause !== null);
          one = after;
        }
      }),
      { numRuns: 400, seed: 1911 },
    );
  });
});

describe('what a bill is made of', () => {
  const vat: Tax = { name: 'VAT', mode: 'included', rate: 2000 };
  const first = dueAt(
    price({ kind: 'every', amount: 4800, each: { count: 1, unit: 'years' }, fee: 500 }),
    BEGAN,
    0,
    LONDON,
  )!;
  const off = CodeItem.parse({ id: 'market', title: 'Market', word: 'MARKET26', off: { percent: 10 }, on: 'first' });
  const none = { code: null, credit: 0, tax: null, rate: null };

  it('takes a code off what lasts, and not off what joining costs', () => {
    // 10 % of £48.00 is £4.80; £48.00 + £5.00 − £4.80 = £48.20.
    const bill = billOf(first, 0, { ...none, code: off });
    expect([bill.total, bill.parts]).toEqual([
      4820,
      [
        { of: 'fee', amount: 500 },
        { of: 'term', amount: 4800 },
        { of: 'discount', amount: -480 },
      ],
    ]);
    expect(billOf(dueAt(yearly, BEGAN, 1, LONDON)!, 1, { ...none, code: off }).total).toBe(4800);
    expect(sayCode(off, site)).toBe('10% off the first payment');
    // Half a penny goes up: 5 % of £0.10 is half a penny.
    expect([takenOff({ percent: 5 }, 10), takenOff({ amount: 900 as never }, 300)]).toEqual([1, 300]);
  });

  it('holds the tax, or has it on top', () => {
    // 20 % within £48.00: 48.00 / 1.2 = 40.00, so 8.00.
    expect(taxWithin(4800, 2000)).toBe(800);
    expect(taxOnTop(4800, 2000)).toBe(960);
    const held = billOf(dueAt(yearly, BEGAN, 1, LONDON)!, 1, { ...none, tax: vat });
    expect([held.total, held.tax, held.worth]).toEqual([4800, 800, 4800]);
    const added = billOf(dueAt(yearly, BEGAN, 1, LONDON)!, 1, { ...none, tax: { ...vat, mode: 'added' }, rate: 500 });
    expect([added.total, added.tax, added.rate]).toEqual([5040, 240, 500]);
  });

  it('uses a credit up, and no more of it than is asked for', () => {
    expect(billOf(first, 1, { ...none, credit: 2000 })).toMatchObject({ credit: 2000, total: 3300, worth: 5300 });
    expect(billOf(first, 1, { ...none, credit: 9000 })).toMatchObject({ credit: 5300, total: 0 });
  });

  it('sums to the whole however it is cut', () => {
    const amount = fc.integer({ min: 1, max: 10_000_000 });
    fc.assert(
      fc.property(
        amount,
        amount,
        fc.array(fc.integer({ min: 0, max: 1_000_000 }), { maxLength: 6 }),
        (whole, all, cuts) => {
          let [done, sum] = [0, 0];
          for (const cut of [...cuts, Infinity]) {
            const next = Math.min(all, done + cut);
            sum += shareOf(whole, next, all) - shareOf(whole, done, all);
            done = next;
          }
          expect(sum).toBe(whole);
        },
      ),
      { seed: 1911 },
    );
    fc.assert(
      fc.property(amount, fc.integer({ min: 0, max: 800 }), fc.integer({ min: 1, max: 800 }), (paid, gone, length) => {
        const until = addSpan(BEGAN, { count: length, unit: 'days' }, LONDON);
        const { used, left, days } = splitByDays(paid, BEGAN, until, BEGAN + gone * DAY, LONDON);
        expect(used + left).toBe(paid);
        expect(days).toBeGreaterThanOrEqual(0);
        expect(days).toBeLessThanOrEqual(length);
      }),
      { seed: 1911 },
    );
  });

  it('sets off the days that are left', () => {
    // £48.00 for 365 days; on 14 October 2026 139 are left: 4800 × 139 / 365 = 1827.95, so £18.28.
    expect(leftOf(term(), at('2026-10-14'), LONDON)).toEqual({ left: 1828, tax: 0, days: 139, credit: 1828 });
    // A fee to join has been used up by joining, and takes its share of the tax with it.
    const withFee = {
      parts: [{ of: 'fee', amount: 600 } as const, { of: 'term', amount: 4800 } as const],
      worth: 5400,
      tax: 900,
    };
    expect(lasting(withFee)).toEqual({ paid: 4800, tax: 800 });
    const onTop = [...withFee.parts, { of: 'tax' as const, amount: 1080 }];
    expect(lasting({ parts: onTop, worth: 6480, tax: 1080 })).toEqual({ paid: 5760, tax: 960 });
    // The tax of what is left is as it was charged, whatever the rate has become since.
    const taxed = term({ span: { from: BEGAN, paid: 4800, tax: 800 } });
    expect(leftOf(taxed, at('2026-10-14'), LONDON).tax).toBe(305);
    // While it is paused the days wait.
    const paused = step(term(), { it: 'paused', until: at('2027-01-14') }, at('2026-10-14')).term;
    expect(leftOf(paused, at('2026-12-14'), LONDON)).toMatchObject({ left: 1828, days: 139 });
    expect(leftOf(term({ credit: 100 }), at('2027-03-01'), LONDON)).toMatchObject({ days: 1, credit: 113 });
    // Over the end of summer time a day is a day: 25 October 2026 has 25 hours.
    expect(splitByDays(700, at('2026-10-22'), at('2026-10-29'), at('2026-10-26'), LONDON)).toMatchObject({ left: 300 });
  });
});

describe('codes', () => {
  const level = LevelItem.parse({ id: 'keeper', title: 'Keeper', plural: 'Keepers', prices: [yearly] });
  const code = (about: object) =>
    CodeItem.parse({ id: 'c', title: 'Autumn', word: 'AUTUMN', off: { percent: 10 }, on: 'every', ...about });
  const unused = () => ({ inAll: 0, byThem: 0 });
  it.each<[string, object, string, { inAll: number; byThem: number }, string, string]>([
    ['typed as people type', {}, ' au-tumn ', unused(), '2026-10-01', ''],
    ['nobody knows', {}, 'SPRING', unused(), '2026-10-01', 'There is no code “SPRING”.'],
    ['early', { from: '2026-10-02' }, 'AUTUMN', unused(), '2026-10-01', 'The code AUTUMN works from 2 October 2026.'],
    ['its last day', { until: '2026-10-01' }, 'AUTUMN', unused(), '2026-10-01', ''],
    [
      'over',
      { until: '2026-09-30' },
      'AUTUMN',
      unused(),
      '2026-10-01',
      'The code AUTUMN worked until 30 September 2026.',
    ],
    ['another level', { levels: ['patron'] }, 'AUTUMN', unused(), '2026-10-01', 'The code AUTUMN is not for Keeper.'],
    ['twice', {}, 'AUTUMN', { inAll: 1, byThem: 1 }, '2026-10-01', 'You have used the code AUTUMN already.'],
    ['used up', { most: 3 }, 'AUTUMN', { inAll: 3, byThem: 0 }, '2026-10-01', 'The code AUTUMN has been used up.'],
    ['retired', { retired: true }, 'AUTUMN', unused(), '2026-10-01', 'There is no code “AUTUMN”.'],
  ])('%s', (_, about, typed, used, on, says) => {
    const done = takeCode(typed, codeTyped(typed, [code(about)]), level, used, at(on), site);
    expect(done.ok ? '' : done.refusal).toBe(says);
  });
});

describe('the ledger', () => {
  const amounts = fc.record({
    worth: fc.integer({ min: 1, max: 1_000_000 }),
    taxed: fc.integer({ min: 0, max: 10_000 }),
    credit: fc.integer({ min: 0, max: 1_000_000 }),
    cuts: fc.array(fc.integer({ min: 1, max: 300_000 }), { maxLength: 5 }),
    paid: fc.integer({ min: 0, max: 1_000_000 }),
  });
  it('balances entry by entry, and is empty again after everything has gone back', () => {
    fc.assert(
      fc.property(amounts, ({ worth, taxed, credit: kept, cuts, paid }) => {
        const credit = Math.min(worth, kept);
        const bill = { worth, tax: taxWithin(worth, taxed), credit, total: worth - credit };
        const paidInAll = [setOff(keeper, credit, 0), charged(keeper, bill), received(keeper, bill.total, 'card')];
        let before = 0;
        for (const cut of [...cuts, Infinity]) {
          const amount = Math.min(cut, bill.total - before);
          paidInAll.push(refunded(keeper, bill, before, amount, 'card'));
          before += amount;
        }
        const part = Math.min(paid, bill.total);
        const unpaid = [charged(keeper, bill), received(keeper, part, 'bank'), writtenOff(keeper, bill, part)];
        for (const { lines } of [...paidInAll, ...unpaid])
          expect(lines.reduce((sum, { amount }) => sum + amount, 0)).toBe(0);
        const sums = balancesOf(paidInAll.flatMap(({ lines }) => lines));
        expect([sums.card, sums.owed, sums.credit]).toEqual([0, 0, 0]);
        const others = balancesOf(unpaid.flatMap(({ lines }) => lines));
        expect([others.owed, others.bank]).toEqual([0, part]);
        if (part === 0) expect(others).toEqual(balancesOf([]));
      }),
      { seed: 1911 },
    );
  });

  it('books a sale with tax by hand', () => {
    const bill: Bill = billOf(dueAt(yearly, BEGAN, 0, LONDON)!, 0, {
      code: null,
      credit: 0,
      tax: { name: 'VAT', mode: 'included', rate: 2000 },
      rate: null,
    });
    expect(charged(keeper, bill).lines).toEqual([
      { account: 'owed', level: keeper, amount: 4800 },
      { account: 'income', level: keeper, amount: -4000 },
      { account: 'tax', level: keeper, amount: -800 },
    ]);
  });
});

describe('what the months say', () => {
  it('brings what returns to a month', () => {
    expect([monthly(yearly, null), monthly(monthlyPrice, null)]).toEqual([400, 1000]);
    // 52 weeks of £3.00: 365.2425 / 12 / 7 = 4.348 weeks a month, so £13.04.
    expect(monthly(price({ kind: 'every', amount: 300, each: { count: 1, unit: 'weeks' } }), null)).toBe(1304);
    expect(monthly(price({ kind: 'once', amount: 300 }), null)).toBe(0);
  });

  it('tells what was won, lost and changed, and the parts sum to the difference', () => {
    const months = monthsUntil(
      at('2026-04-15'),
      3,
      (instant) => {
        const of = new Date(instant);
        return Date.UTC(of.getUTCFullYear(), of.getUTCMonth(), 1);
      },
      'UTC',
    );
    expect(months.map(day)).toEqual(['2026-01-01', '2026-02-01', '2026-03-01', '2026-04-01', '2026-05-01']);
    const stretches = [
      { member: 'ida', from: at('2025-06-01'), until: null, monthly: 400 },
      { member: 'osric', from: at('2026-01-10'), until: at('2026-03-10'), monthly: 1500 },
      { member: 'gwenna', from: at('2025-01-10'), until: at('2026-02-20'), monthly: 400 },
      { member: 'gwenna', from: at('2026-02-20'), until: null, monthly: 1000 },
    ];
    expect(recurringBy(stretches, months).map(({ from: _, ...month }) => month)).toEqual([
      { recurring: 2300, won: 1500, lost: 0, changed: 0 },
      { recurring: 2900, won: 0, lost: 0, changed: 600 },
      { recurring: 1400, won: 0, lost: 1500, changed: 0 },
      { recurring: 1400, won: 0, lost: 0, changed: 0 },
    ]);
    // Osric began in January and was there at its end and at February's; at March's he was not.
    expect(keptBy(stretches, months)[0]).toMatchObject({ began: 1, kept: [1, 1, 0, 0] });
  });

  it('foresees each renewal once, the code heeded, and nothing of who leaves', () => {
    const every = { id: 'c' as never, word: 'HALF', off: { percent: 50 }, on: 'every' as const };
    const seen: [string | null, number][] = [];
    const patron = term({ code: every }, monthlyPrice);
    const leaving = step(term({}, monthlyPrice), { it: 'cancelled', when: 'atEnd' }, BEGAN + DAY).term;
    comingIn(
      [patron, leaving, term()],
      BEGAN + DAY,
      addSpan(BEGAN, { count: 90, unit: 'days' }, LONDON),
      () => rules,
      ({ at: when, amount }) => seen.push([day(when), amount]),
    );
    expect(seen).toEqual([
      ['2026-04-02', 500],
      ['2026-05-02', 500],
    ]);
  });

  it('foresees by dates alone what it foresees bill by bill', () => {
    const any = fc.record({
      count: fc.integer({ min: 1, max: 5 }),
      unit: fc.constantFrom('days', 'weeks', 'months', 'years'),
      times: fc.option(fc.integer({ min: 1, max: 6 }), { nil: undefined }),
      trial: fc.boolean(),
      n: fc.integer({ min: 1, max: 5 }),
    });
    fc.assert(
      fc.property(any, ({ count, unit, times, trial, n }) => {
        const of = price({
          kind: 'every',
          amount: 700,
          each: { count, unit },
          ...(times ? { times } : {}),
          ...(trial ? { trial: { lasts: { count: 2, unit: 'weeks' }, amount: 0 } } : {}),
        });
        const due = dueAt(of, BEGAN, n, LONDON);
        if (!due) return;
        const one = term({ n, until: due.at, renews: true }, of);
        const from = due.at - DAY;
        const read = (all: Term[]) => {
          const seen: [number, number][] = [];
          comingIn(
            all,
            from,
            from + 200 * DAY,
            () => rules,
            ({ at: when, amount }) => seen.push([when, amount]),
          );
          return seen;
        };
        // A code that takes nothing off a renewal sends it the longer way.
        const onFirst = { id: 'c' as never, word: 'FIRST', off: { percent: 10 }, on: 'first' as const };
        expect(read([one])).toEqual(read([{ ...one, code: onFirst }]));
      }),
      { numRuns: 300, seed: 1911 },
    );
  });
});
