/** Purpose: profile fields in words. */
import { fieldKindOf, sayDay, type FieldItem } from '../fields';
import { never, sayNumber } from '../kernel';
import type { Setup } from '../setup';

type Shape = NonNullable<Extract<FieldItem['of'], { kind: 'shortText' }>['shape']>;
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
    ...line('placeholder', says.placeholder, field.placeholder),
    ...line('kind', says.kind, fieldKindOf(of).called(of, site)),
    ...line('limits', says.limits, limits(field, setup)),
    ...line('shape', says.shape, of.kind === 'shortText' && of.shape ? shapeWords(of.shape, setup) : ''),
    ...choices.flatMap(({ id, label, idle }) =>
      line(`choice ${id}`, says.choice, idle ? says.idleChoice({ choice: label }) : label),
    ),
    ...(of.kind === 'imageChoice' ? of.choices : []).flatMap(({ id, label, picture }) =>
      line(
        `picture ${id}`,
        says.choicePicture({ choice: label }),
        picture && says.pictureOf({ size: sayNumber(picture.length / 1_000, site) }),
      ),
    ),
    ...order(
      'choices',
      choices.map(({ id, label }) => [id, label]),
      setup,
    ),
    ...line('role', says.role, field.role && (field.role === 'name' ? says.roleName : says.roleMail)),
    ...line(
      'about',
      says.about,
      field.about &&
        says.aboutThose({
          those: [
            ...field.about.levels.map((id) => titleIn('levels', id, setup)),
            ...field.about.groups.map((id) => titleIn('groups', id, setup)),
          ],
        }),
    ),
    ...line('seenBy', says.seenBy, seen[field.seenBy]),
    ...line('changedBy', says.changedBy, changed[field.changedBy]),
  ];
}

function shapeWords({ pieces, upper }: Shape, setup: Setup): string {
  const says = sayings(setup);
  const words = pieces.map((piece) => {
    if (piece.of === 'text') return (piece.optional ? says.shapeMayText : says.shapeText)({ text: piece.text });
    return says[`shape_${piece.of}`]({ least: piece.least, most: piece.most });
  });
  return [...words, ...(upper ? [says.inCapitals] : [])].join(', ');
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
      return [range, unit ? says.unit({ one: unit.one, many: unit.many }) : ''].filter(Boolean).join(', ');
    }
    case 'date':
    case 'dateRange': {
      const { earliest, latest } = of;
      const day = (text: string) => sayDay(text, setup.doc.site);
      if (earliest && latest) return says.between({ least: day(earliest), most: day(latest) });
      return earliest ? says.from({ least: day(earliest) }) : latest ? says.upTo({ most: day(latest) }) : '';
    }
    case 'agreement':
      return says.agreementSays({ label: of.agree, text: of.text.join(' ') });
    case 'computed':
      return plainWords(of.of, setup);
    case 'webAddress':
    case 'country':
    case 'colour':
    case 'mail':
    case 'phone':
    case 'yesNo':
    case 'oneChoice':
    case 'severalChoices':
    case 'imageChoice':
    case 'picture':
      return '';
    default:
      return never(of);
  }
}
