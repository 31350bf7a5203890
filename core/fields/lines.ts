/** Purpose: profile fields in words. */
import { sayNumber } from '../kernel';
import { line, order, sayings, titleIn, type Line, type Titled } from '../lines';
import { plainWords } from '../messages';
import type { SiteSetup } from '../site/setup';
import type { FieldItem } from './items';
import { fieldKindOf } from './kinds';
import type { FieldsSetup } from './setup';

type Told = SiteSetup & FieldsSetup & Titled<'levels' | 'groups'>;
type Shape = NonNullable<Extract<FieldItem['of'], { kind: 'shortText' }>['shape']>;

function fieldLines(field: FieldItem, setup: Told): Line[] {
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

function shapeWords({ pieces, upper }: Shape, setup: Told): string {
  const says = sayings(setup);
  const words = pieces.map((piece) => {
    if (piece.of === 'text') return (piece.optional ? says.shapeMayText : says.shapeText)({ text: piece.text });
    return says[`shape_${piece.of}`]({ least: piece.least, most: piece.most });
  });
  return [...words, ...(upper ? [says.inCapitals] : [])].join(', ');
}

/** What bounds the answers; of one that is made of others, what it is made of. */
const limits = ({ of }: FieldItem, setup: Told): string =>
  of.kind === 'computed' ? plainWords(of.of, setup) : fieldKindOf(of).limits(of, setup.doc.site);

export const fieldKindLines = { field: fieldLines };
