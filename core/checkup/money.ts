/** Purpose: money that cannot be taken as it is set up: prices, gates, codes, tries. */
import { kindOf, offeredBy } from '../joining';
import { sayDate, saySpan, type Span } from '../kernel';
import { addSpan, startOfDay } from '../kernel/calendar';
import { amountOf, isRepeated, pricesOf, type LevelItem } from '../levels';
import type { Setup } from '../setup';
import { checkupSays } from './checkup.sentences';
import type { Check, Found, World } from './finding';

type Words = Pick<Found, 'says' | 'why' | 'mend'>;
const found = (kind: Found['kind'], id: string, at: string, grave: Found['grave'], words: Words): Found => ({
  kind,
  id,
  at,
  grave,
  blocks: false,
  ...words,
});
const taken = ({ doc: { money } }: Setup, cards: World['cards']): boolean =>
  money.transfer !== undefined || (money.card && cards !== false);
const paths = ({ doc }: Setup) => doc.paths.filter(({ retired }) => !retired);

/** Something is to be paid, and no way of paying is taken. */
export const unpayable: Check = (setup, { cards }) => {
  if (taken(setup, cards)) return [];
  const says = checkupSays(setup.doc.site);
  return paths(setup).flatMap((path) =>
    path.gates.flatMap((gate, at) =>
      kindOf(gate).sells
        ? [
            found('path', path.id, `gates.${at}`, 'stops', {
              says: says.unpayable({ path: path.title }),
              why: setup.doc.money.card ? says.noCardHouseWhy : says.unpayableWhy,
              mend: says.unpayableMend,
            }),
          ]
        : [],
    ),
  );
};

/** Cards are taken, and there is nobody who could charge one. */
export const noCardHouse: Check = (setup, { cards }) => {
  if (!setup.doc.money.card || cards !== false) return [];
  const says = checkupSays(setup.doc.site);
  return [
    found('money', 'money', 'card', 'stops', {
      says: says.noCardHouse,
      why: says.noCardHouseWhy,
      mend: says.noCardHouseMend,
    }),
  ];
};

/** A Payment gate that offers nothing that is sold, or something free. */
export const offersNothing: Check = (setup) => {
  const says = checkupSays(setup.doc.site);
  return paths(setup).flatMap((path) =>
    path.gates.flatMap((gate, at): Found[] => {
      if (!kindOf(gate).sells) return [];
      const offered = offeredBy(kindOf(gate).offers(gate), setup.levels);
      const named = { path: path.title, gate: gate.title };
      if (offered.length === 0)
        return [
          found('path', path.id, `gates.${at}.offers`, 'stops', {
            says: says.offersNothing(named),
            why: says.offersNothingWhy,
            mend: says.offersNothingMend,
          }),
        ];
      if (offered.some(({ price }) => price.kind !== 'free')) return [];
      return [
        found('path', path.id, `gates.${at}.offers`, 'misleads', {
          says: says.freeGate(named),
          why: says.freeGateWhy,
          mend: says.freeGateMend,
        }),
      ];
    }),
  );
};

/** A level that is sold, and no way leads to it. */
export const nobodyGets: Check = (setup, { cards }) => {
  const says = checkupSays(setup.doc.site);
  const given = new Set<string>(
    [
      ...paths(setup).flatMap(({ grants }) => grants),
      ...setup.doc.forms.flatMap(({ purpose, retired }) =>
        purpose.is === 'followUp' && !retired ? purpose.grants : [],
      ),
    ].flatMap((grant) => ('level' in grant ? [grant.level] : [])),
  );
  for (const { gates } of paths(setup))
    for (const gate of gates) for (const { level } of kindOf(gate).offers(gate)) given.add(level);
  return setup.doc.levels
    .filter(({ id, retired, byPath, prices }) => {
      if (retired || given.has(id)) return false;
      const free = prices.some(({ kind, retired: gone }) => kind === 'free' && !gone);
      return byPath === true || !(free || taken(setup, cards));
    })
    .map(({ id, title }) =>
      found('level', id, '', 'loses', {
        says: says.nobodyGets({ level: title }),
        why: says.nobodyGetsWhy,
        mend: says.nobodyGetsMend,
      }),
    );
};

/** A code that nobody can use. */
export const codeNever: Check = (setup, { now }) => {
  const { site } = setup.doc;
  const says = checkupSays(site);
  return setup.doc.codes.flatMap((code): Found[] => {
    if (code.retired) return [];
    const last = code.until ? startOfDay(code.until, site.zone) : null;
    const over = last !== null && now >= addSpan(last, { count: 1, unit: 'days' }, site.zone);
    const levels = code.levels ?? setup.doc.levels.map(({ id }) => id);
    const payable = levels.some((id) => {
      const level = setup.levels.get(id);
      return level && !level.retired && pricesOf(level).some(({ kind }) => kind !== 'free');
    });
    if (!over && payable) return [];
    const named = { code: code.word, date: last === null ? '' : sayDate(last, site) };
    return [
      found('code', code.id, over ? 'until' : 'levels', 'misleads', {
        says: over ? says.codeOver(named) : says.codeForNothing(named),
        why: says.codeNeverWhy,
        mend: says.codeNeverMend,
      }),
    ];
  });
};

/** Two codes of one word: the first is meant. */
export const codeTwice: Check = (setup) => {
  const says = checkupSays(setup.doc.site);
  const open = setup.doc.codes.filter(({ retired }) => !retired);
  return open
    .filter(({ word }, at) => open.findIndex((one) => one.word === word) < at)
    .map(({ id, word }) => ({
      ...found('code', id, 'word', 'misleads', {
        says: says.codeTwice({ code: word }),
        why: says.codeTwiceWhy,
        mend: says.codeTwiceMend,
      }),
      blocks: true,
    }));
};

/** A try that comes when nobody is waited for any more. */
export const triesBeyondGrace: Check = (setup, { now }) => {
  const { site, money } = setup.doc;
  const says = checkupSays(site);
  const ends = addSpan(now, money.grace, site.zone);
  return money.retries.flatMap((span, at) =>
    addSpan(now, span, site.zone) < ends
      ? []
      : [
          found('money', 'money', `retries.${at}`, 'loses', {
            says: says.triesBeyond({ span: saySpan(span, site), grace: saySpan(money.grace, site) }),
            why: says.triesBeyondWhy,
            mend: says.triesBeyondMend,
          }),
        ],
  );
};

/** A level that costs money, given on a path without a payment for it. */
export const givenFree: Check = (setup) => {
  const says = checkupSays(setup.doc.site);
  return paths(setup).flatMap((path) =>
    path.grants.flatMap((grant, at): Found[] => {
      const level = 'level' in grant ? setup.levels.get(grant.level) : undefined;
      if (
        !level ||
        level.retired ||
        pricesOf(level).length === 0 ||
        pricesOf(level).some(({ kind }) => kind === 'free')
      )
        return [];
      if (
        path.gates.some((gate) =>
          kindOf(gate)
            .offers(gate)
            .some((offer) => offer.level === level.id),
        )
      )
        return [];
      const named = { path: path.title, level: level.title };
      return [
        found('path', path.id, `grants.${at}`, 'loses', {
          says: says.givenFree(named),
          why: says.givenFreeWhy(named),
          mend: says.givenFreeMend,
        }),
      ];
    }),
  );
};

/** A code that leaves nothing to pay: every payment for good, or more than a price. */
export const codeTakesAll: Check = (setup) => {
  const says = checkupSays(setup.doc.site);
  return setup.doc.codes.flatMap((code): Found[] => {
    if (code.retired) return [];
    const named = { code: code.word };
    if ('percent' in code.off && code.off.percent === 100 && code.on === 'every')
      return [
        found('code', code.id, 'off', 'loses', {
          says: says.codeForGood(named),
          why: says.codeForGoodWhy,
          mend: says.codeForGoodMend,
        }),
      ];
    if (!('amount' in code.off)) return [];
    const { amount } = code.off;
    const above = (code.levels ?? setup.doc.levels.map(({ id }) => id)).find((id) => {
      const level = setup.levels.get(id);
      const paid = level && !level.retired ? pricesOf(level).filter(({ kind }) => kind !== 'free') : [];
      return paid.length > 0 && paid.every((price) => amount >= amountOf(price));
    });
    if (above === undefined) return [];
    const level = setup.levels.get(above)!.title;
    return [
      found('code', code.id, 'off', 'loses', {
        says: says.codeAbove({ ...named, level }),
        why: says.codeAboveWhy({ level }),
        mend: says.codeAboveMend,
      }),
    ];
  });
};

/** The shortest time in which a level that is sold is renewed. */
function renewing(setup: Setup): { readonly level: LevelItem; readonly each: Span }[] {
  return setup.doc.levels.flatMap((level) => {
    if (level.retired) return [];
    const spans = pricesOf(level).flatMap((price) => (isRepeated(price) ? [price.each] : []));
    const [first] = spans.sort((a, b) => lengthOf(a) - lengthOf(b));
    return first ? [{ level, each: first }] : [];
  });
}
/** In days, for comparing: of months and years the shortest there are. */
const lengthOf = ({ count, unit }: Span): number =>
  count * { minutes: 0, hours: 0, days: 1, weeks: 7, months: 28, years: 365 }[unit];

/** A renewal that is told before the term it follows has begun. */
export const noticeTooEarly: Check = (setup) => {
  const { money, site } = setup.doc;
  const says = checkupSays(site);
  const { notice } = money;
  return renewing(setup)
    .filter(({ each }) => money.letters.renews !== undefined && lengthOf(notice) > lengthOf(each))
    .map(({ level, each }) =>
      found('money', 'money', `notice ${level.id}`, 'misleads', {
        says: says.noticeTooEarly({ level: level.title }),
        why: says.noticeTooEarlyWhy({ notice: saySpan(notice, site), level: level.title, each: saySpan(each, site) }),
        mend: says.noticeTooEarlyMend,
      }),
    );
};

/** Whoever does not pay stays for as long as whoever does. */
export const graceTooLong: Check = (setup) => {
  const { money, site } = setup.doc;
  const says = checkupSays(site);
  return renewing(setup)
    .filter(({ each }) => lengthOf(money.grace) > lengthOf(each))
    .map(({ level, each }) =>
      found('money', 'money', `grace ${level.id}`, 'loses', {
        says: says.graceTooLong({ level: level.title }),
        why: says.graceTooLongWhy({ grace: saySpan(money.grace, site), level: level.title, each: saySpan(each, site) }),
        mend: says.graceTooLongMend,
      }),
    );
};
