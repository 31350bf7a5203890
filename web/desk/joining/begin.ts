/** Purpose: how an admission path and each of its gates begin: with the letters that other paths send there. */
import { ownOf, type OwnGate, type PathItem } from '../../../core/joining';
import type { GateId, MessageId } from '../../../core/kernel';
import { lineFor } from '../../../core/kernel/table';
import type { MessageItem } from '../../../core/messages';
import { readyLetters } from '../../../core/ready';
import { readyLetter } from '../letters/begin';
import { useDraft } from '../setup/draft.store';

/** What other paths have there, else the letter that ships for it. */
const letterOf = (others: readonly PathItem[], use: (path: PathItem) => string | undefined, ships: MessageItem) =>
  others.map(use).find(Boolean) ?? readyLetter(ships);

/** @param title what people read at the gate */
export function freshGate(kind: OwnGate['kind'], id: GateId, title: string, others: readonly PathItem[]): OwnGate {
  const doc = useDraft().setup?.doc;
  const alike = (path: PathItem, at: 'message' | 'reminder') =>
    (path.gates.find((gate) => gate.kind === kind) as Partial<Record<typeof at, string>> | undefined)?.[at];
  return ownOf({ kind }).fresh({
    id,
    title,
    reader: doc?.site.shortName ?? title,
    letter: (at) =>
      letterOf(
        others,
        (path) => alike(path, at),
        lineFor<MessageItem>(readyLetters.gate, `${kind}.${at}`),
      ) as MessageId,
    form: doc?.forms.find(({ purpose }) => purpose.is === 'step')?.id ?? null,
    level:
      doc?.levels.find(({ retired, prices }) => !retired && prices.some(({ kind: of }) => of !== 'free'))?.id ?? null,
  });
}

/** @returns a path without gates, as it is kept in the draft */
export function freshPath(id: string, title: string, others: readonly PathItem[]): object {
  const letter = (name: 'admitted' | 'declined' | 'outOfTime' | 'asked') =>
    letterOf(others, (path) => path[name], readyLetters.path[name]);
  return {
    id,
    title,
    gates: [],
    grants: [],
    admitted: letter('admitted'),
    declined: letter('declined'),
    outOfTime: letter('outOfTime'),
    asked: letter('asked'),
    landing: useDraft().setup?.doc.site.home ?? 'home',
  };
}
