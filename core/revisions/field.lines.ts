/** Purpose: profile fields and signup forms in words. */
import { fieldKindOf, nameOfPart, sayDay, type FieldItem, type SignupForm } from '../fields';
import { never, sayNumber } from '../kernel';
import type { Setup } from '../setup';
import { line, order, plainWords, sayings, titleIn, type Line } from './line';

export function fieldLines(field: FieldItem, setup: Setup): Line[] {
  const says = sayings(setup);
  const { site } = setup.doc;
  const { of } = field;
  const seen = { member: says.seenMember, members: says.seenMembers, staff: says.seenStaff };
  const changed = { member: says.changedMember, staff: says.changedStaff, nobody: says.changedNobody };
  const choices = 'choices' in of ? of.choices : [];
  return [
    ...line('label', says.label, field.label),
    ...line('help', says.help, field.help),
    ...line('kind', says.kind, fieldKindOf(of).called(of, site)),
    ...line('limits', says.limits, limits(field, setup)),
    ...choices.flatMap(({ id, label, idle }) =>
      line(`choice ${id}`, says.choice, idle ? says.idleChoice({ choice: label }) : label),
    ),
    ...order(
      'choices',
      choices.map(({ id, label }) => [id, label]),
      setup,
    ),
    ...line('role', says.role, field.role && (field.role === 'name' ? says.roleName : says.roleMail)),
    ...line('seenBy', says.seenBy, seen[field.seenBy]),
    ...line('changedBy', says.changedBy, changed[field.changedBy]),
  ];
}

function limits({ of }: FieldItem, setup: Setup): string {
  const says = sayings(setup);
  switch (of.kind) {
    case 'shortText':
    case 'longText':
      return says.longest({ count: of.longest });
    case 'number': {
      const number = (value: number) => sayNumber(value, setup.doc.site);
      const { least, most, unit } = of;
      const range =
        least !== undefined && most !== undefined
          ? says.between({ least: number(least), most: number(most) })
          : least !== undefined
            ? says.from({ least: number(least) })
            : most !== undefined
              ? says.upTo({ most: number(most) })
              : '';
      return [range, unit ? says.unit({ unit: unit.many }) : ''].filter(Boolean).join(', ');
    }
    case 'date':
    case 'dateRange': {
      const { earliest, latest } = of;
      const day = (text: string) => sayDay(text, setup.doc.site);
      if (earliest && latest) return says.between({ least: day(earliest), most: day(latest) });
      return earliest ? says.from({ least: day(earliest) }) : latest ? says.upTo({ most: day(latest) }) : '';
    }
    case 'webAddress':
    case 'country':
    case 'colour':
    case 'mail':
    case 'phone':
    case 'yesNo':
    case 'oneChoice':
    case 'severalChoices':
      return '';
    default:
      return never(of);
  }
}

export function formLines(form: SignupForm, setup: Setup): Line[] {
  const says = sayings(setup);
  const labels: [string, string][] = [];
  const parts = form.parts.flatMap((part, at): Line[] => {
    const name =
      nameOfPart(part) ?? `heading ${form.parts.slice(0, at).filter((one) => one.part === 'heading').length}`;
    const told = (label: string, text: string): Line[] => {
      labels.push([name, part.part === 'field' ? text.split(',')[0]! : label]);
      return line(`part ${name}`, label, text);
    };
    switch (part.part) {
      case 'field': {
        const question = part.label ?? titleIn('fields', part.field, setup);
        const asked = part.required ? says.mustAnswer({ question }) : says.mayAnswer({ question });
        return told(says.question, part.help ? says.helped({ question: asked, help: part.help }) : asked);
      }
      case 'password':
        return told(says.password, part.help ? says.helped({ question: part.label, help: part.help }) : part.label);
      case 'heading':
        return told(says.headingLine, part.text);
      case 'agreement':
        return told(
          says.agreement,
          says.agreementSays({ version: part.version, label: part.label, text: part.text.join(' ') }),
        );
      case 'topics':
        return told(
          says.topics,
          says.topicsSay({ label: part.label, topics: part.topics.map((id) => titleIn('topics', id, setup)) }),
        );
      default:
        return never(part);
    }
  });
  return [
    ...line('title', says.title, form.title),
    ...line('address', says.address, `/join/${form.address}`),
    ...line('intro', says.intro, plainWords(form.intro, setup)),
    ...parts,
    ...order('parts', labels, setup),
    ...line('path', says.path, titleIn('paths', form.path, setup)),
    ...line('button', says.button, form.sendLabel),
    ...line('note', says.afterButton, form.sendNote),
  ];
}
