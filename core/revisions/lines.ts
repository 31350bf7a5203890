/**
 * Purpose: an item of a set-up in words, one line a matter, so that two states of it can be told apart in words.
 * Invariant: what two states differ in shows in their lines (`changesBetween` has a last line for what none tells).
 */
import { describeDoor } from '../doors';
import { sayBeside, sayForAll, sayPrice } from '../levels';
import { sayMoney } from '../kernel';
import { sayRate } from '../money';
import type { Mark } from '../site/site';
import type { ItemKind, Setup, SetupDocument, SingleKind, listKinds } from '../setup';
import { codeLines, moneyLines } from './money.lines';
import { fieldLines } from './field.lines';
import { formLines } from './form.lines';
import { line, sayings, titleIn, type Line } from '../lines';
import { menuLines } from './menu.lines';
import { messageLines, pageLines } from './page.lines';
import { pathLines } from './path.lines';

type BodyOf = { [K in keyof typeof listKinds]: SetupDocument[(typeof listKinds)[K]['list']][number] } & {
  [K in SingleKind]: SetupDocument[K];
};
type Tells = { readonly [K in ItemKind]: (item: BodyOf[K], setup: Setup) => Line[] };

const tells: Tells = {
  field: fieldLines,
  form: formLines,
  path: pathLines,
  level: (level, setup) => [
    ...line('title', sayings(setup).title, level.title),
    ...line('plural', sayings(setup).plural, level.plural),
    ...line('about', sayings(setup).aboutLevel, level.about),
    ...line('byPath', sayings(setup).byPath, level.byPath ? sayings(setup).byPathYes : ''),
    ...line('tax', sayings(setup).ownTax, level.tax === undefined ? '' : sayRate(level.tax, setup.doc.site)),
    ...level.prices.flatMap((price, at) => {
      const says = sayings(setup);
      const { site } = setup.doc;
      const words = [
        sayPrice(price, site),
        price.kind === 'own' ? says.suggests({ amount: sayMoney(price.suggested, site.currency, site.locale) }) : '',
        price.kind === 'own' && price.most
          ? says.atMost({ amount: sayMoney(price.most, site.currency, site.locale) })
          : '',
        sayBeside(price, site),
        sayForAll(price, site),
        price.retired ? says.priceRetired : '',
      ];
      return line(`prices.${price.id}`, says.priceNumber({ number: at + 1 }), words.filter(Boolean).join(', '));
    }),
  ],
  group: ({ title }, setup) => line('title', sayings(setup).title, title),
  topic: ({ title, text }, setup) => [
    ...line('title', sayings(setup).title, title),
    ...line('text', sayings(setup).text, text),
  ],
  door: ({ title, rule }, setup) => [
    ...line('title', sayings(setup).title, title),
    ...line('rule', sayings(setup).rule, describeDoor(rule, setup)),
  ],
  page: pageLines,
  menu: menuLines,
  message: messageLines,
  code: codeLines,
  money: moneyLines,
  site: (site, setup) => {
    const says = sayings(setup);
    const { accent, tint, paper, mark, typefaces } = site.look;
    return [
      ...line('name', says.siteName, site.name),
      ...line('shortName', says.shortName, site.shortName),
      ...line('zone', says.zone, site.zone),
      ...line('locale', says.language, site.locale),
      ...line('currency', says.currency, site.currency),
      ...line('replyTo', says.replyTo, site.replyTo),
      ...line('home', says.home, titleIn('pages', site.home, setup)),
      ...line('menu', says.menu, site.menu && titleIn('menus', site.menu, setup)),
      ...Object.entries(site.wording ?? {}).flatMap(([key, text]) => line(`wording ${key}`, says.wording, text)),
      ...line('foot', says.foot, site.foot && titleIn('menus', site.foot, setup)),
      ...line('joinBy', says.joinBy, site.joinBy && titleIn('forms', site.joinBy, setup)),
      ...(site.starts ?? []).flatMap((start, at) =>
        line(
          `start ${at}`,
          says.start,
          says.startOf({
            whose: 'level' in start ? titleIn('levels', start.level, setup) : titleIn('groups', start.group, setup),
            page: titleIn('pages', start.page, setup),
          }),
        ),
      ),
      ...line('accent', says.accent, accent),
      ...line('tint', says.tint, tint),
      ...line('paper', says.paper, paper),
      ...line('mark', says.mark, mark && markLine(mark, says)),
      ...line('typefaces', says.typefaces, says[typefaces ?? 'bookPlain']),
    ];
  },
  account: (account, setup) => {
    const says = sayings(setup);
    const labels = {
      addressKnown: says.known,
      resetPassword: says.reset,
      resetUnknown: says.resetUnknown,
      passwordChanged: says.passwordChanged,
      choosePassword: says.choosePassword,
      staffInvited: says.staffInvited,
    };
    return (Object.keys(labels) as (keyof typeof labels)[]).flatMap((at) =>
      line(at, labels[at], account[at] && titleIn('messages', account[at], setup)),
    );
  },
};

/** An item in words, by the names of the set-up it stands in. */
const markLine = (mark: Mark, says: ReturnType<typeof sayings>): string =>
  'picture' in mark
    ? says.pictured({ width: mark.width, height: mark.height })
    : says.drawn({ count: mark.paths.length, stroke: mark.stroke, size: mark.size });

export const linesOf = (kind: ItemKind, item: unknown, setup: Setup): Line[] =>
  (tells[kind] as (item: unknown, setup: Setup) => Line[])(item, setup);

/** What an item is called, in a list of items of its kind. */
export function itemTitle(kind: ItemKind, item: unknown, setup: Setup): string {
  const says = sayings(setup);
  if (kind === 'site') return says.theSite;
  if (kind === 'account') return says.theAccount;
  if (kind === 'money') return says.theMoney;
  const { title, label, id } = item as { title?: string; label?: string; id: string };
  return title ?? label ?? id;
}
