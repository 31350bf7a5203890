/**
 * Purpose: a stored field value as people read it.
 */
import type { FieldValue } from '../facts';
import { listed, never } from '../kernel';
import type { FieldKind } from '../setup/schema';

/** `3 colonies`, `Stall at Quillmoor market`, `yes`. Never a raw choice id where the choice still exists. */
export function showValue(of: FieldKind, value: FieldValue): string {
  switch (of.kind) {
    case 'shortText':
    case 'longText':
    case 'mail':
    case 'phone':
      return String(value);
    case 'number': {
      const count = Number(value);
      const unit = of.unit ? ` ${count === 1 ? of.unit.one : of.unit.many}` : '';
      return `${count.toLocaleString('en-GB')}${unit}`;
    }
    case 'yesNo':
      return value === true ? 'yes' : 'no';
    case 'oneChoice':
      return of.choices.find((choice) => choice.id === value)?.label ?? String(value);
    case 'severalChoices': {
      const chosen = Array.isArray(value) ? value : [String(value)];
      return listed(chosen.map((id) => of.choices.find((choice) => choice.id === id)?.label ?? id));
    }
    default:
      return never(of);
  }
}
