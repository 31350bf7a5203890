/** Purpose: the answers of somebody made up, such as a form takes them: to fill in what is only being tried. */
import type { FieldKind, AnyForm, RawForm } from '../fields';
import { never, type Instant, type Place } from '../kernel';
import { dayOf } from '../kernel/time';
import type { Setup } from '../setup';
import { rehearsalSays } from './rehearsal.sentences';

const MAIL = 'perrin.oake@mail.example';

function sampleOf(of: FieldKind, role: 'name' | 'mail' | undefined, now: Instant, place: Place): RawForm[string] {
  const says = rehearsalSays(place);
  if (role === 'name') return says.sampleName;
  switch (of.kind) {
    case 'shortText':
      return of.shape ? of.shape.example : says.sampleText.slice(0, of.longest);
    case 'longText':
      return says.sampleText.slice(0, of.longest);
    case 'number':
      return String(of.least !== undefined && of.least > 1 ? of.least : Math.min(2, of.most ?? 2));
    case 'yesNo':
      return true;
    case 'oneChoice':
      return of.choices[0]!.id;
    case 'imageChoice':
      return of.choices[0]!.id;
    case 'picture':
      return 'made0up0picture0here';
    case 'severalChoices':
      return [of.choices[0]!.id];
    case 'date':
      return of.latest ?? of.earliest ?? dayOf(now, place);
    case 'dateRange': {
      const day = of.earliest ?? of.latest ?? dayOf(now, place);
      return [day, of.latest ?? day];
    }
    case 'mail':
      return MAIL;
    case 'phone':
      return '01632 960 001';
    case 'webAddress':
      return 'www.quillmoor.example';
    case 'country':
      return 'GB';
    case 'colour':
      return '#e5c437';
    case 'agreement':
      return true;
    case 'computed':
      return null;
    default:
      return never(of);
  }
}

/** An answer to every question of a form. @param own those of somebody known, which go first */
export function sampleAnswers(form: Pick<AnyForm, 'parts'>, setup: Setup, now: Instant, own: RawForm = {}): RawForm {
  const { site } = setup.doc;
  return Object.fromEntries(
    form.parts.flatMap((part): [string, RawForm[string]][] => {
      switch (part.part) {
        case 'field': {
          const field = setup.fields.get(part.field);
          return field ? [[part.field, own[part.field] ?? sampleOf(field.of, field.role, now, site)]] : [];
        }
        case 'password':
          return [['password', 'moss lantern heather']];
        case 'topics':
          return [['topics', part.topics.slice(0, 1)]];
        case 'heading':
        case 'words':
        case 'page':
          return [];
        default:
          return never(part);
      }
    }),
  );
}
