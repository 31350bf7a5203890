/** Purpose: admission paths, their gates and grants in words. */
import { describe, describeWithin } from '../doors';
import { ownOf, type Grant, type PathItem } from '../joining';
import { saySpan } from '../kernel';
import type { Setup } from '../setup';
import { line, order, sayings, titleIn, type Line } from '../lines';

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
      ...ownOf(gate)
        .lines(gate, setup)
        .map(({ at, label, says: told }) => ({
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
