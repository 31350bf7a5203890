/** Purpose: the places of the site that areas give it, by the first part of their address. */
import type { PlaceView } from '../../contract';
import { describe } from '../../core/doors';
import type { Facts, FieldValue } from '../../core/facts';
import type { Beforehand } from '../../core/fields';
import type { Instant } from '../../core/kernel';
import { startPage, wordsFor } from '../../core/pages';
import type { Looker } from '../callers';
import type { Live } from '../setup';
import { siteSays } from './site.sentences';

/** What stands at an address: a place, somewhere else to go, or nothing. */
export type PlaceAnswer = PlaceView | { readonly elsewhere: string } | null;

/** One address of the site as somebody asked for it: `/{first}/{rest}?next=…`. */
export type PlaceRequest = {
  readonly path: string;
  readonly rest: string | undefined;
  /** A form that is worked on is shown as it is filled in, whoever looks and whatever keeps others out. */
  readonly preview: boolean;
  /** A named value of its query. */
  readonly query: (name: string) => string | null;
  readonly looker: Looker;
  readonly live: Live;
};

/** The places of an area, by the first part of their address. */
export type Places = Readonly<Record<string, (asked: PlaceRequest) => PlaceAnswer | Promise<PlaceAnswer>>>;

/** Only a path of this site; anything else leads home. */
export function safeNext(next: string | null): string {
  return next && /^\/(?![/\\])[\w\-/]*$/.test(next) ? next : '/';
}

/** Where a person lands after signing in, when they wanted nothing in particular. */
export function startOf(facts: Facts, now: Instant, { setup }: Pick<Live, 'setup'>): string {
  return facts.standing === 'applicant' ? '/joining' : (startPage(facts, now, setup) ?? '/');
}

/** What the answers of a form are before anybody types, for whoever asks for it. */
export function beforehand({ looker: { facts, now }, live: { setup }, query }: PlaceRequest): Beforehand {
  const fields = facts.fields as Readonly<Record<string, FieldValue>>;
  return {
    query,
    profile: (id) => (setup.fields.get(id)?.role === 'name' ? facts.name : fields[id]) ?? null,
    words: wordsFor(facts, now, setup),
    says: (rule) => describe(rule, setup),
  };
}

export const alreadyIn = ({ looker, live, query }: PlaceRequest): PlaceView => ({
  kind: 'alreadyIn',
  title: siteSays(live.setup.doc.site).signedIn,
  name: looker.facts.name ?? '',
  next: safeNext(query('next')),
});

export const signInFirst = ({ path }: PlaceRequest) => ({ elsewhere: `/sign-in?next=${encodeURIComponent(path)}` });
