/** Purpose: the places of the site that areas give it, by the first part of their address. */
import type { PlaceView } from '../../contract';
import type { Facts } from '../../core/facts';
import type { Looker } from '../callers';
import type { Live } from '../setup';
import { siteSays } from './site.sentences';

/** What stands at an address: a place, somewhere else to go, or nothing. */
export type PlaceAnswer = PlaceView | { readonly elsewhere: string } | null;

/** One address of the site as somebody asked for it: `/{first}/{rest}?next=…`. */
export type Asked = {
  readonly path: string;
  readonly rest: string | undefined;
  readonly next: string | null;
  readonly looker: Looker;
  readonly live: Live;
};

/** The places of an area, by the first part of their address. */
export type Places = Readonly<Record<string, (asked: Asked) => PlaceAnswer | Promise<PlaceAnswer>>>;

/** Only a path of this site; anything else leads home. */
export function safeNext(next: string | null): string {
  return next && /^\/(?![/\\])[\w\-/]*$/.test(next) ? next : '/';
}

/** Where a person lands after signing in, when they wanted nothing in particular. */
export function startOf(facts: Facts): string {
  return facts.standing === 'applicant' ? '/joining' : '/';
}

export const alreadyIn = ({ looker, live, next }: Asked): PlaceView => ({
  kind: 'alreadyIn',
  title: siteSays(live.setup.doc.site).signedIn,
  name: looker.facts.name ?? '',
  next: safeNext(next),
});

export const signInFirst = ({ path }: Asked) => ({ elsewhere: `/sign-in?next=${encodeURIComponent(path)}` });
