/** Purpose: admission paths, their gates and grants in words. */
import { describe, describeWithin } from '../doors';
import type { Offer } from '../joining';
import type { Grant, OwnGate, PathItem } from '../joining/path';
import { sayPrice } from '../levels';
import { never, sayNumber, saySpan, type Span } from '../kernel';
import type { Setup } from '../setup';
import { line, order, sayings, titleIn, type Line } from './line';

/** A gate's settings as its owner reads them, one a matter. */
function gateLines(gate: OwnGate, setup: Setup): Line[] {
  const says = sayings(setup);
  const { site } = setup.doc;
  const span = (at: string, label: string, value: Span) => line(at, label, saySpan(value, site));
  switch (gate.kind) {
    case 'confirmEmail':
      return [
        ...span('lifetime', says.codeLasts, gate.lifetime),
        ...line('wrongTries', says.wrongTries, sayNumber(gate.wrongTries, site)),
        ...span('resendEvery', says.newCode, gate.resendEvery),
        ...line('sendsADay', says.codesADay, sayNumber(gate.sendsADay, site)),
        ...span('limit', says.limit, gate.limit),
        ...line('message', says.letterCode, titleIn('messages', gate.message, setup)),
      ];
    case 'review':
      return [
        ...line('reader', says.reader, gate.reader),
        ...span('target', says.target, gate.target),
        ...span('limit', says.limit, gate.limit),
        ...line(
          'then',
          says.then,
          gate.then === 'askAgain'
            ? says.thenAgain({ extra: saySpan(gate.extra, site) })
            : gate.then === 'close'
              ? says.thenClose
              : says.thenAdmit,
        ),
        ...line('reminder', says.letterReminder, titleIn('messages', gate.reminder, setup)),
        ...line('reviewers', says.reviewers, gate.reviewers && says.chosenStaff({ count: gate.reviewers.length })),
        ...line('reviewersAre', says.reviewers, gate.reviewers?.join(', ')),
        ...line('yes', says.yesNeeded, gate.yes === undefined ? '' : sayNumber(gate.yes, site)),
        ...line('admitIf', says.admitIf, gate.admitIf && describe(gate.admitIf, setup)),
        ...line(
          'declineIf',
          says.declineIf,
          gate.declineIf &&
            says.withReason({ rule: describe(gate.declineIf.when, setup), reason: gate.declineIf.reason }),
        ),
      ];
    case 'payment':
      return [
        ...line('offers', says.offers, gate.offers.map((offer) => offerWords(offer, setup)).join(', ')),
        ...span('limit', says.limit, gate.limit),
        ...line('message', says.letterPay, titleIn('messages', gate.message, setup)),
        ...line('reminder', says.letterReminder, titleIn('messages', gate.reminder, setup)),
      ];
    case 'completeProfile':
      return [
        ...line('form', says.furtherForm, titleIn('forms', gate.form, setup)),
        ...span('limit', says.limit, gate.limit),
        ...line('message', says.letterForm, titleIn('messages', gate.message, setup)),
        ...line('reminder', says.letterReminder, titleIn('messages', gate.reminder, setup)),
      ];
    default:
      return never(gate);
  }
}

/** `Keeper, £48.00 a year`; a level alone is offered at all its prices. */
function offerWords({ level: id, price: only }: Offer, setup: Setup): string {
  const level = setup.levels.get(id);
  const price = level?.prices.find((one) => one.id === only);
  const title = titleIn('levels', id, setup);
  return price ? `${title}, ${sayPrice(price, setup.doc.site)}` : title;
}

/** `gives Keeper for 1 year, if Years keeping bees is 10 or more`. */
function grantWords(grant: Grant, setup: Setup): string {
  const says = sayings(setup);
  const gives =
    'group' in grant
      ? says.gives({ what: titleIn('groups', grant.group, setup) })
      : grant.lasts
        ? says.givesFor({ what: titleIn('levels', grant.level, setup), span: saySpan(grant.lasts, setup.doc.site) })
        : says.gives({ what: titleIn('levels', grant.level, setup) });
  return grant.when ? says.ifRule({ gives, rule: describeWithin(grant.when, setup) }) : gives;
}

/** Each grant by what it gives, so that one that moved is not told as new. */
export const grantLines = (grants: readonly Grant[], setup: Setup): Line[] =>
  grants.flatMap((grant, at) => {
    const what = 'group' in grant ? grant.group : grant.level;
    const same = grants.slice(0, at).filter((one) => ('group' in one ? one.group : one.level) === what).length;
    return line(`grant ${what} ${same}`, sayings(setup).grant, grantWords(grant, setup));
  });

export function pathLines(path: PathItem, setup: Setup): Line[] {
  const says = sayings(setup);
  const letter = (id: string) => titleIn('messages', id, setup);
  return [
    ...line('title', says.title, path.title),
    ...path.gates.flatMap((gate) => [
      ...line(`gate ${gate.id}`, says.gate, gate.title),
      ...line(
        `gate ${gate.id} when`,
        says.gate,
        gate.when && says.ofPart({ part: gate.title, matter: says.onlyIf({ rule: describe(gate.when, setup) }) }),
      ),
      ...gateLines(gate, setup).map(({ at, label, says: told }) => ({
        at: `gate ${gate.id} ${at}`,
        label: says.ofGate({ gate: gate.title, matter: label }),
        says: told,
      })),
    ]),
    ...order(
      'gates',
      path.gates.map(({ id, title }) => [id, title]),
      setup,
    ),
    ...(path.turns ?? []).flatMap((turn, at) =>
      line(
        `turn ${at}`,
        says.turn,
        'to' in turn
          ? says.turnsTo({ rule: describe(turn.when, setup), path: titleIn('paths', turn.to, setup) })
          : says.withReason({ rule: describe(turn.when, setup), reason: turn.decline }),
      ),
    ),
    ...grantLines(path.grants, setup),
    ...line('admitted', says.letterAdmitted, letter(path.admitted)),
    ...line('declined', says.letterDeclined, letter(path.declined)),
    ...line('outOfTime', says.letterOutOfTime, letter(path.outOfTime)),
    ...line('asked', says.letterAsked, letter(path.asked)),
    ...line('again', says.again, path.again && saySpan(path.again, setup.doc.site)),
    ...line('landing', says.landing, titleIn('pages', path.landing, setup)),
  ];
}
