/** Purpose: the path as one application walks it: with a place before its first gate, where its form has only so many. */
import type { AnyForm } from '../forms';
import type { GateId } from '../kernel';
import type { JoiningSetup } from './setup';
import type { Application } from './application';
import { joiningSays } from './joining.sentences';
import type { PathItem, WalkedPath } from './path';

const PLACE = 'place-on-form' as GateId;

/** Puts the place of a form before the gates of its path. */
export function withPlace(path: PathItem, form: AnyForm | undefined, setup: JoiningSetup): WalkedPath {
  if (!form?.places) return path;
  const { waitingList } = form.places;
  const { aPlace: title } = joiningSays(setup.doc.site);
  const place = {
    kind: 'place',
    id: PLACE,
    title,
    waiting: waitingList?.waiting ?? null,
    free: waitingList?.free ?? null,
  } as const;
  return { ...path, gates: [place, ...path.gates] };
}

/** The path of an application as it is now; undefined where it is gone. Who came before there were places needs none. */
export function pathOf(
  { path, form, asksPlace }: Pick<Application, 'path' | 'form' | 'asksPlace'>,
  setup: JoiningSetup,
): WalkedPath | undefined {
  const known = setup.paths.get(path);
  return known && asksPlace ? withPlace(known, setup.forms.get(form), setup) : known;
}
