/** Purpose: forms in words. */
import { describe, grantLines } from '../doors';
import { nameOfPart, partKindOf, sayDay, showValue, type PartOfForm } from '../fields';
import { never, sayNumber } from '../kernel';
import { line, order, sayings, titleIn, type Line, type Titled } from '../lines';
import { plainWords } from '../messages';
import type { AnyForm } from './items';
import type { FormsSetup } from './setup';

/** What a form names beside what it reads. */
type Told = FormsSetup & Titled<'pages' | 'paths' | 'messages'>;

/** What a part says and asks. */
function partSays(part: PartOfForm, setup: Told): [label: string, says: string] {
  const says = sayings(setup);
  const helped = (question: string, help: string | undefined) => (help ? says.helped({ question, help }) : question);
  switch (part.part) {
    case 'field': {
      const question = part.label ?? titleIn('fields', part.field, setup);
      if (part.hidden) return [says.question, says.setByForm({ question })];
      const asked = part.required ? says.mustAnswer({ question }) : says.mayAnswer({ question });
      return [says.question, helped(asked, part.help)];
    }
    case 'password':
      return [says.password, helped(part.label, part.help)];
    case 'heading':
      return [says.headingLine, part.text];
    case 'words':
      return [says.words, plainWords(part.text, setup)];
    case 'page':
      return [says.newPage, part.title];
    case 'topics': {
      const topics = part.topics.map((id) => titleIn('topics', id, setup));
      return [says.topics, says.topicsSay({ label: part.label, topics })];
    }
    default:
      return never(part);
  }
}

/** Where the answer of a part comes from before anybody types. */
function startSays(part: PartOfForm, setup: Told): string {
  if (part.part !== 'field' || !part.start) return '';
  const says = sayings(setup);
  const { start } = part;
  if (start.from === 'profile') return says.startsProfile;
  if (start.from === 'query') return says.startsQuery({ name: start.name });
  const field = setup.fields.get(part.field);
  return says.startsConstant({
    value: field ? showValue(field.of, start.value, setup.doc.site) : String(start.value),
  });
}

/** The parts of a form, each by a name of its own. */
function partLines(parts: readonly PartOfForm[], setup: Told): Line[] {
  const says = sayings(setup);
  const labels: [string, string][] = [];
  const lines = parts.flatMap((part, at): Line[] => {
    const before = parts.slice(0, at).filter((one) => one.part === part.part).length;
    const name = nameOfPart(part) ?? `${part.part} ${before}`;
    const [label, text] = partSays(part, setup);
    const title = partKindOf(part).title(part, setup);
    labels.push([name, title]);
    const start = startSays(part, setup);
    const half = 'half' in part && part.half;
    return [
      ...line(`part ${name}`, label, text),
      ...line(`part ${name} start`, label, start && says.ofPart({ part: title, matter: start })),
      ...line(
        `part ${name} when`,
        label,
        part.when && says.ofPart({ part: title, matter: says.onlyIf({ rule: describe(part.when, setup) }) }),
      ),
      ...line(`part ${name} half`, label, half ? says.ofPart({ part: title, matter: says.halfWide }) : ''),
    ];
  });
  return [...lines, ...order('parts', labels, setup)];
}

function purposeLines({ purpose }: AnyForm, setup: Told): Line[] {
  const says = sayings(setup);
  switch (purpose.is) {
    case 'signup':
      return line('path', says.path, titleIn('paths', purpose.path, setup));
    case 'followUp':
      return [
        ...line('audience', says.putTo, describe(purpose.audience, setup)),
        ...grantLines(purpose.grants, setup).map((one) => ({ ...one, label: says.whenDone })),
      ];
    case 'step':
      return line('purpose', says.isFor, says.isStep);
    default:
      return never(purpose);
  }
}

/** Who may send it, and how many. */
function entranceLines({ opens, closes, invited, inviting, places, domains, embed }: AnyForm, setup: Told): Line[] {
  const says = sayings(setup);
  const { site } = setup.doc;
  return [
    ...line('opens', says.opens, opens && sayDay(opens, site)),
    ...line('closes', says.closes, closes && sayDay(closes, site)),
    ...line('embed', says.elsewhere, embed ? says.mayStandElsewhere : ''),
    ...line('invited', says.whoMay, invited ? says.invitedAlone : ''),
    ...line('inviting', says.inviting, inviting && titleIn('messages', inviting, setup)),
    ...line('places', says.places, places && sayNumber(places.count, site)),
    ...line('waiting', says.waitingList, places?.waitingList && titleIn('messages', places.waitingList.waiting, setup)),
    ...line('free', says.placeFree, places?.waitingList && titleIn('messages', places.waitingList.free, setup)),
    ...line(
      'domains',
      says.addresses,
      domains && (domains.take === 'only' ? says.onlyFrom : says.notFrom)({ domains: domains.list }),
    ),
  ];
}

function afterLines({ after, letters = [], hooks = [] }: AnyForm, setup: Told): Line[] {
  const says = sayings(setup);
  const told =
    after?.then === 'words'
      ? plainWords(after.text, setup)
      : after?.then === 'page'
        ? titleIn('pages', after.page, setup)
        : after?.address;
  return [
    ...line('after', says.afterSending, told),
    ...letters.flatMap(({ message, to, answers }, at) => {
      const whom = to === 'sender' ? says.toSender : 'part' in to ? says.toPart({ part: says[to.part] }) : to.address;
      const letter = says.letterTo({ letter: titleIn('messages', message, setup), whom });
      const only = (answers ?? []).map((id) => titleIn('fields', id, setup));
      return line(`letter ${at}`, says.letter, only.length ? says.withAnswers({ letter, only }) : letter);
    }),
    ...hooks.flatMap(({ address, answers, generation }, at) => {
      const only = (answers ?? []).map((id) => titleIn('fields', id, setup));
      return [
        ...line(`hook ${at}`, says.hook, only.length ? says.withAnswers({ letter: address, only }) : address),
        ...line(`hook key ${at}`, says.hook, says.hookKey({ address, number: generation })),
      ];
    }),
  ];
}

export function formLines(form: AnyForm, setup: Told): Line[] {
  const says = sayings(setup);
  return [
    ...line('title', says.title, form.title),
    ...line('address', says.address, `/join/${form.address}`),
    ...line('intro', says.intro, plainWords(form.intro, setup)),
    ...partLines(form.parts, setup),
    ...purposeLines(form, setup),
    ...entranceLines(form, setup),
    ...line('button', says.button, form.sendLabel),
    ...line('note', says.afterButton, form.sendNote),
    ...afterLines(form, setup),
  ];
}

export const formKindLines = { form: formLines };
