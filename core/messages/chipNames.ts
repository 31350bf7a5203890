/** Purpose: the personal words by their names, for those who write with them; a field's word is called as the field. */
import { chipKinds, type ChipName, type Reader } from '../kernel';
import type { ChipNames } from './chipText';
import { chipsSay } from './chipNames.sentences';

type Known = {
  readonly doc: {
    readonly site: Reader;
    readonly fields: readonly { readonly id: string; readonly label: string; readonly role?: string | undefined }[];
  };
};

/** Two of one name are told apart by the field's key. */
export function chipNames({ doc }: Known): ChipNames {
  const says = chipsSay(doc.site);
  const plain = Object.keys(chipKinds) as (keyof typeof chipKinds)[];
  const names = new Map<ChipName, string>(plain.map((chip) => [chip, says[chip]]));
  const taken = new Set([...names.values()].map((name) => name.toLowerCase()));
  for (const { id, label, role } of doc.fields) {
    if (role) continue;
    const twice = taken.has(label.toLowerCase());
    taken.add(label.toLowerCase());
    names.set(`field:${id}`, twice ? `${label} (${id})` : label);
  }
  return names;
}
