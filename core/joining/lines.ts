/** Purpose: admission paths and their gates in words. */
import { describe, grantLines } from '../doors';
import { saySpan } from '../kernel';
import { line, order, sayings, titleIn, type Line, type Titled } from '../lines';
import { ownOf } from './gates';
import type { PathItem } from './path';
import type { JoiningSetup } from './setup';

/** A path's landing is a page, of which joining knows the name only. */
type Told = JoiningSetup & Titled<'pages'>;

export function pathLines(path: PathItem, setup: Told): Line[] {
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

export const pathKindLines = { path: pathLines };
