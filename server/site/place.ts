/**
 * Purpose: what an address of the site shows to one viewer, as data. HTML, JSON and the viewpoint all come from
 * here, so that none can show more than another.
 */
import { randomUUID } from 'node:crypto';
import type { PlaceView, QuestionView, ShellView, SiteView } from '../../contract';
import type { Prepared } from '../../core/doors';
import { standingLabel, visitorFacts, type Facts } from '../../core/facts';
import { gatePromise } from '../../core/joining';
import { never, say, type Instant, type PathId, type WordSource } from '../../core/kernel';
import { menuFor, resolvePage, wordsFor } from '../../core/pages';
import type { Setup } from '../../core/setup';
import type { MemberViewer } from '../accounts';
import type { Live } from '../setup';
import { PASSWORD_LEAST, fieldKindOf, type SignupForm, type SignupPart } from '../../core/fields';
import type { PageItem } from '../../core/pages';

/** Who is looking, and at what instant. `session` is null where nobody is really signed in (the viewpoint). */
export type Looker = { readonly facts: Facts; readonly session: string | null; readonly now: Instant };

export const lookerOf = (viewer: MemberViewer | null, now: Instant): Looker => ({
  facts: viewer?.facts ?? visitorFacts,
  session: viewer?.session ?? null,
  now,
});

/** The parts of a place that have to be looked up, given by whoever knows. */
export type PlaceSources = {
  /** The path an applicant is on. */
  pathOf(looker: Looker, live: Live): Promise<PathId | null>;
  joining(looker: Looker, live: Live): Promise<PlaceView | null>;
  confirm(token: string, looker: Looker, live: Live): Promise<PlaceView>;
  resetUsable(token: string): Promise<boolean>;
  account(looker: Looker, live: Live): Promise<PlaceView>;
};

export type Place =
  | { readonly is: 'view'; readonly view: SiteView; readonly status: 200 | 404 }
  | { readonly is: 'elsewhere'; readonly to: string };

/**
 * Places whose address or form carries a secret, or that repeat what was sent: never packed. The key of a signup form is
 * another each time it is opened, so that nothing can be learned of it by asking again; what comes back with answers in
 * it is not packed whatever its place.
 */
export const mixesSecrets: ReadonlySet<SiteView['place']['kind']> = new Set([
  'joining',
  'confirm',
  'signIn',
  'alreadyIn',
  'forgotten',
  'reset',
  'account',
]);

const UNSEEN = /[\s\p{Cc}]|%0[0-9a-f]/iu;

/** The page at a path, where the path is one. */
export function pageAt(path: string, setup: Setup): PageItem | null {
  if (path === '/') return setup.pages.get(setup.doc.site.home) ?? null;
  const page = setup.pageByAddress.get(path.slice(1));
  return page && !page.retired && page.id !== setup.doc.site.home ? page : null;
}

export function shellFor(person: Prepared, words: WordSource, live: Live): ShellView {
  const { setup, doors } = live;
  const { site } = setup.doc;
  const { facts } = person;
  const form = setup.forms.get(site.joinBy ?? '');
  return {
    siteName: site.name,
    mark: site.look.mark ? { ...site.look.mark, paths: [...site.look.mark.paths] } : null,
    menu: menuFor(person, doors),
    viewer: facts.member
      ? {
          name: words('fullName') ?? '',
          note: words('level') ?? (facts.standing ? standingLabel[facts.standing] : ''),
          // From wherever one who is not in lands, the way leads to where it is said how things stand.
          application: facts.standing === 'applicant' || facts.standing === 'declined' || facts.standing === 'closed',
        }
      : null,
    canJoin: form && !form.retired && !facts.member ? { label: form.title, href: `/join/${form.address}` } : null,
  };
}

/**
 * Resolves an address for one viewer.
 * @param address a path with its query, as it was asked for; taken apart by hand, since `URL` throws at some of what
 *   people type and takes `//name` for another host
 */
export async function placeFor(address: string, looker: Looker, live: Live, sources: PlaceSources): Promise<Place> {
  const { setup, doors } = live;
  const [, path = '', query = ''] = /^([^?#]*)\??([^#]*)/.exec(address)!;
  const asked = new URLSearchParams(query);
  const person = doors.prepare(looker.facts, looker.now);
  const words = wordsFor(looker.facts, looker.now, setup);
  const show = (place: PlaceView, status: 200 | 404 = 200): Place => ({
    is: 'view',
    view: { shell: shellFor(person, words, live), place, path, attempt: null },
    status,
  });
  const missing = () => show({ kind: 'missing', title: 'There is no such page' }, 404);

  // Browsers leave tabs and line breaks out of an address, so that what stands around them comes together.
  if (UNSEEN.test(path)) return missing();
  // Browsers take a backslash for a slash, so two of either would lead to another site.
  const tidy = `/${path.split(/[/\\]/).filter(Boolean).join('/')}`;
  if (tidy !== path) return { is: 'elsewhere', to: query ? `${tidy}?${query}` : tidy };

  const page = pageAt(path, setup);
  if (page) {
    const waits = looker.facts.standing === 'applicant' && !doors.predicate(page.door)(person);
    const onPath = waits ? await sources.pathOf(looker, live) : null;
    const resolved = resolvePage(page, person, words, doors, onPath);
    if (resolved.is === 'missing') return missing();
    if (resolved.is === 'elsewhere') return { is: 'elsewhere', to: resolved.address };
    return show({ kind: 'page', ...resolved.view });
  }
  const [, first = '', second, ...rest] = path.split('/');
  if (rest.length) return missing();
  const signedIn = looker.facts.member !== null;
  const next = safeNext(asked.get('next'));
  const alreadyIn = (): Place =>
    show({ kind: 'alreadyIn', title: 'You are signed in', name: looker.facts.name ?? '', next });
  const signInFirst = (): Place => ({ is: 'elsewhere', to: `/sign-in?next=${encodeURIComponent(path)}` });

  switch (first) {
    case 'join': {
      const form = setup.formByAddress.get(second ?? '');
      if (!form || form.retired) return missing();
      if (looker.facts.standing === 'applicant') return { is: 'elsewhere', to: '/joining' };
      return signedIn ? alreadyIn() : show(joinPlace(form, words, setup));
    }
    case 'joining': {
      if (second !== undefined) return missing();
      if (!signedIn) return signInFirst();
      const place = await sources.joining(looker, live);
      return place ? show(place) : missing();
    }
    case 'confirm':
      return second ? show(await sources.confirm(second, looker, live)) : missing();
    case 'withdrawn':
      return second === undefined ? show({ kind: 'withdrawn', title: 'Your application is withdrawn' }) : missing();
    case 'sign-in':
      if (second !== undefined) return missing();
      return signedIn ? alreadyIn() : show({ kind: 'signIn', title: 'Sign in', next });
    case 'forgotten':
      return second === undefined ? show({ kind: 'forgotten', title: 'Forgotten password' }) : missing();
    case 'reset':
      if (!second) return missing();
      return show({
        kind: 'reset',
        title: 'Choose a new password',
        token: second,
        usable: await sources.resetUsable(second),
      });
    case 'account':
      if (second !== undefined) return missing();
      return signedIn ? show(await sources.account(looker, live)) : signInFirst();
    default:
      return missing();
  }
}

/** Only a path of this site; anything else leads home. */
export function safeNext(next: string | null): string {
  return next && /^\/(?![/\\])[\w\-/]*$/.test(next) ? next : '/';
}

/** Where a person lands after signing in, when they wanted nothing in particular. */
export function startOf(facts: Facts): string {
  return facts.standing === 'applicant' ? '/joining' : '/';
}

function joinPlace(form: SignupForm, words: WordSource, setup: Setup): PlaceView {
  const path = setup.paths.get(form.path);
  return {
    kind: 'join',
    title: form.title,
    form: form.address,
    intro: form.intro ? say(form.intro, words) : '',
    questions: form.parts.flatMap((part, at) => question(part, at, setup) ?? []),
    once: randomUUID(),
    opened: Date.now(),
    sendLabel: form.sendLabel,
    sendNote: form.sendNote ?? null,
    gates: (path?.gates ?? []).map((gate, at) => ({ number: at + 1, ...gatePromise(gate), state: 'toCome' })),
  };
}

/** Null for a question that is not asked: its field is gone or retired. */
function question(part: SignupPart, at: number, setup: Setup): QuestionView | null {
  switch (part.part) {
    case 'field': {
      const field = setup.fields.get(part.field);
      if (!field || field.retired) return null;
      const role = field.role ?? null;
      return {
        name: part.field,
        label: part.label ?? field.label,
        help: part.help ?? field.help ?? null,
        required: part.required,
        half: part.half,
        of: field.of as QuestionView['of'],
        role,
        input: fieldKindOf(field.of).input(field.of, role),
      };
    }
    case 'password':
      return {
        name: 'password',
        label: part.label,
        help: part.help ?? null,
        required: true,
        half: part.half,
        of: null,
        role: null,
        input: { kind: 'password', least: PASSWORD_LEAST },
      };
    case 'heading':
      return {
        name: `heading-${at}`,
        label: part.text,
        help: null,
        required: false,
        half: false,
        of: null,
        role: null,
        input: { kind: 'heading' },
      };
    case 'agreement':
      return {
        name: part.id,
        label: part.title ?? part.label,
        help: null,
        required: true,
        half: false,
        of: null,
        role: null,
        input: { kind: 'agreement', text: [...part.text], agree: part.label },
      };
    case 'topics':
      return {
        name: 'topics',
        label: part.label,
        help: null,
        required: false,
        half: false,
        of: null,
        role: null,
        input: {
          kind: 'severalChoices',
          choices: part.topics.map((id) => ({ id, label: setup.topics.get(id)?.title ?? id })),
        },
      };
    default:
      return never(part);
  }
}
