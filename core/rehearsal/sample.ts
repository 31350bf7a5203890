/** Purpose: the answers of somebody made up, such as a form takes them: to fill in what is only being tried. */
import { fieldKindOf, type FieldItem, type RawForm } from '../fields';
import { type AnyForm } from '../forms';
import { never, type Instant, type Place } from '../kernel';
import { dayOf } from '../kernel/time';
import type { Setup } from '../setup';
import { rehearsalSays } from './rehearsal.sentences';

function sampleOf({ of, role }: FieldItem, today: string, place: Place): RawForm[string] {
  return role === 'name' ? rehearsalSays(place).sampleName : fieldKindOf(of).sample(of, today, place);
}

/** An answer to every question of a form. @param own those of somebody known, which go first */
export function sampleAnswers(form: Pick<AnyForm, 'parts'>, setup: Setup, now: Instant, own: RawForm = {}): RawForm {
  const { site } = setup.doc;
  return Object.fromEntries(
    form.parts.flatMap((part): [string, RawForm[string]][] => {
      switch (part.part) {
        case 'field': {
          const field = setup.fields.get(part.field);
          return field ? [[part.field, own[part.field] ?? sampleOf(field, dayOf(now, site), site)]] : [];
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
