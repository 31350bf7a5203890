/** Purpose: how money is taken, and discount codes, in words. */
import { sayDate, sayNumber, sayRate, saySpan } from '../kernel';
import { startOfDay } from '../kernel/calendar';
import { line, sayings, titleIn, type Line, type Titled } from '../lines';
import type { SiteSetup } from '../site/setup';
import { sayCode, type CodeItem } from './codes';
import { moneyLetters, type MoneyItem } from './settings';

function moneyLines(money: MoneyItem, setup: SiteSetup & Titled<'messages'>): Line[] {
  const says = sayings(setup);
  const { site } = setup.doc;
  const { tax, transfer } = money;
  return [
    ...line('card', says.byCard, money.card ? says.taken : says.notTaken),
    ...line('transfer', says.byTransfer, transfer?.lines.map(({ label, text }) => `${label}: ${text}`).join(', ')),
    ...line('retries', says.retries, money.retries.map((span) => saySpan(span, site)).join(', ')),
    ...line('grace', says.grace, saySpan(money.grace, site)),
    ...line('notice', says.notice, saySpan(money.notice, site)),
    ...line('winBack', says.winBack, money.winBack && saySpan(money.winBack, site)),
    ...line(
      'tax',
      says.tax,
      tax &&
        [
          tax.name,
          sayRate(tax.rate, site),
          tax.mode === 'included' ? says.taxIncluded : says.taxAdded,
          ...(tax.number ? [tax.number] : []),
        ].join(', '),
    ),
    ...moneyLetters.flatMap((letter) => {
      const id = money.letters[letter];
      return line(`letters.${letter}`, says[`money_${letter}`], id && titleIn('messages', id, setup));
    }),
  ];
}

function codeLines(code: CodeItem, setup: SiteSetup & Titled<'levels'>): Line[] {
  const says = sayings(setup);
  const { site } = setup.doc;
  const day = (at: string | undefined) => at && sayDate(startOfDay(at, site.zone) ?? 0, site);
  return [
    ...line('title', says.title, code.title),
    ...line('word', says.codeWord, code.word),
    ...line('off', says.codeOff, sayCode(code, site)),
    ...line('levels', says.codeLevels, code.levels?.map((id) => titleIn('levels', id, setup)).join(', ')),
    ...line('from', says.codeFrom, day(code.from)),
    ...line('until', says.codeUntil, day(code.until)),
    ...line('most', says.codeMost, code.most === undefined ? '' : sayNumber(code.most, site)),
  ];
}

export const moneyKindLines = { money: moneyLines, code: codeLines };
