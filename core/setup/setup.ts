/**
 * Purpose: the whole set-up as one immutable value with its indexes, made once per revision.
 * Invariant: a `Setup` that exists is complete: it parsed, ids are unique, and every reference resolves.
 */
import { ok, refuse, type Result } from '../kernel';
import { conditionsOf, type DoorUse, type Rule } from '../doors/rule';
import {
  SetupDocument,
  type Block,
  type DoorItem,
  type FieldItem,
  type SignupForm,
  type GroupItem,
  type LevelItem,
  type MessageItem,
  type PageItem,
  type PathItem,
  type TopicItem,
} from './schema';

/** One thing wrong with a document: where (a path such as `pages.2.door`) and what, with how to mend it. */
export type SetupFault = { readonly where: string; readonly says: string };

export type Setup = {
  readonly doc: SetupDocument;
  readonly fields: ReadonlyMap<string, FieldItem>;
  readonly forms: ReadonlyMap<string, SignupForm>;
  readonly formByAddress: ReadonlyMap<string, SignupForm>;
  readonly paths: ReadonlyMap<string, PathItem>;
  readonly levels: ReadonlyMap<string, LevelItem>;
  readonly groups: ReadonlyMap<string, GroupItem>;
  readonly topics: ReadonlyMap<string, TopicItem>;
  readonly doors: ReadonlyMap<string, DoorItem>;
  readonly pages: ReadonlyMap<string, PageItem>;
  readonly pageByAddress: ReadonlyMap<string, PageItem>;
  readonly messages: ReadonlyMap<string, MessageItem>;
};

/** Parses a document and builds its indexes. Refuses with every fault found, never with the first alone. */
export function makeSetup(raw: unknown): Result<Setup, SetupFault[]> {
  const parsed = SetupDocument.safeParse(raw);
  if (!parsed.success) {
    return refuse(parsed.error.issues.map((issue) => ({ where: issue.path.join('.'), says: issue.message })));
  }
  const doc = deepFreeze(parsed.data);
  const faults: SetupFault[] = [];
  const index = <T extends object>(items: readonly T[], of: string, key: (item: T) => string): Map<string, T> => {
    const map = new Map<string, T>();
    items.forEach((item, at) => {
      if (map.has(key(item)))
        faults.push({ where: `${of}.${at}`, says: `“${key(item)}” is used twice; give one of them another.` });
      map.set(key(item), item);
    });
    return map;
  };
  const byId = (item: { id: string }) => item.id;
  const setup: Setup = Object.freeze({
    doc,
    fields: index(doc.fields, 'fields', byId),
    forms: index(doc.forms, 'forms', byId),
    formByAddress: index(doc.forms, 'forms', (form) => form.address),
    paths: index(doc.paths, 'paths', byId),
    levels: index(doc.levels, 'levels', byId),
    groups: index(doc.groups, 'groups', byId),
    topics: index(doc.topics, 'topics', byId),
    doors: index(doc.doors, 'doors', byId),
    pages: index(doc.pages, 'pages', byId),
    pageByAddress: index(doc.pages, 'pages', (page) => page.address),
    messages: index(doc.messages, 'messages', byId),
  });
  faults.push(...danglingReferences(setup), ...formFaults(setup));
  return faults.length ? refuse(faults) : ok(setup);
}

type RefKind = 'fields' | 'forms' | 'paths' | 'levels' | 'groups' | 'topics' | 'doors' | 'pages' | 'messages';
const singular: Record<RefKind, string> = {
  fields: 'profile field',
  forms: 'signup form',
  paths: 'admission path',
  levels: 'level',
  groups: 'group',
  topics: 'topic',
  doors: 'door',
  pages: 'page',
  messages: 'message',
};

/** Every reference that leads to nothing, as a fault at the place that holds it. */
function danglingReferences(setup: Setup): SetupFault[] {
  const faults: SetupFault[] = [];
  for (const { where, kind, id } of referencesOf(setup.doc)) {
    if (!setup[kind].has(id))
      faults.push({ where, says: `There is no ${singular[kind]} “${id}”. Choose one that exists or add it.` });
  }
  return faults;
}

type Reference = { where: string; kind: RefKind; id: string };

/** All references between items, with the place that holds each. Used here and to refuse a deletion. */
export function referencesOf(doc: SetupDocument): Reference[] {
  const found: Reference[] = [];
  const add = (where: string, kind: RefKind, id: string) => void found.push({ where, kind, id });
  const rule = (where: string, value: Rule | undefined) => {
    for (const condition of value ? conditionsOf(value) : []) {
      if (condition.fact === 'level') condition.is.forEach((id) => add(where, 'levels', id));
      if (condition.fact === 'group') condition.is.forEach((id) => add(where, 'groups', id));
      if (condition.fact === 'field') add(where, 'fields', condition.field);
    }
  };
  const door = (where: string, use: DoorUse | undefined) => {
    if (use && 'named' in use) add(where, 'doors', use.named);
    if (use && 'rule' in use) rule(where, use.rule);
  };
  const target = (where: string, to: { page: string } | { form: string }) =>
    'page' in to ? add(where, 'pages', to.page) : add(where, 'forms', to.form);
  const block = (where: string, item: Block) => {
    door(`${where}.door`, item.door);
    if (item.kind === 'callToAction') target(`${where}.to`, item.to);
    if (item.kind === 'levels') item.levels.forEach((id) => add(`${where}.levels`, 'levels', id));
  };

  add('site.home', 'pages', doc.site.home);
  for (const [name, id] of Object.entries(doc.account)) add(`account.${name}`, 'messages', id);
  doc.doors.forEach((item, at) => rule(`doors.${at}.rule`, item.rule));
  doc.forms.forEach((form, at) => {
    add(`forms.${at}.path`, 'paths', form.path);
    form.parts.forEach((part, n) => {
      if (part.part === 'field') add(`forms.${at}.parts.${n}`, 'fields', part.field);
      if (part.part === 'topics') part.topics.forEach((id) => add(`forms.${at}.parts.${n}`, 'topics', id));
    });
  });
  doc.paths.forEach((path, at) => {
    for (const name of ['admitted', 'declined', 'outOfTime', 'asked'] as const)
      add(`paths.${at}.${name}`, 'messages', path[name]);
    add(`paths.${at}.landing`, 'pages', path.landing);
    path.gates.forEach((gate, n) =>
      add(`paths.${at}.gates.${n}`, 'messages', gate.kind === 'review' ? gate.reminder : gate.message),
    );
    path.grants.forEach((grant, n) => {
      const where = `paths.${at}.grants.${n}`;
      if ('level' in grant) add(where, 'levels', grant.level);
      else add(where, 'groups', grant.group);
      rule(`${where}.when`, grant.when);
    });
  });
  doc.pages.forEach((page, at) => {
    door(`pages.${at}.door`, page.door);
    if (page.outside.view === 'otherPage') add(`pages.${at}.outside`, 'pages', page.outside.page);
    page.blocks.forEach((item, n) => block(`pages.${at}.blocks.${n}`, item));
  });
  doc.menus.forEach((menu, at) =>
    menu.items.forEach((item, n) => {
      target(`menus.${at}.items.${n}`, item.to);
      door(`menus.${at}.items.${n}.door`, item.door);
    }),
  );
  return found;
}

/** A form that signs people up must ask for what an account needs, once each. */
function formFaults(setup: Setup): SetupFault[] {
  return setup.doc.forms.flatMap((form, at) => {
    const faults: SetupFault[] = [];
    const fault = (says: string) => void faults.push({ where: `forms.${at}`, says });
    const asked = form.parts.flatMap((part) => (part.part === 'field' ? [part] : []));
    for (const role of ['name', 'mail'] as const) {
      const hit = asked.filter((part) => setup.fields.get(part.field)?.role === role);
      if (hit.length !== 1 || !hit[0]?.required)
        fault(
          `The form must ask once, as required, for the field that holds the ${role === 'name' ? 'name' : 'mail address'}.`,
        );
    }
    if (form.parts.filter((part) => part.part === 'password').length !== 1)
      fault('The form must ask once for a password.');
    if (new Set(asked.map((part) => part.field)).size !== asked.length)
      fault('The form asks for the same field twice; remove one of them.');
    return faults;
  });
}

function deepFreeze<T>(value: T): T {
  if (value && typeof value === 'object' && !Object.isFrozen(value)) {
    Object.freeze(value);
    Object.values(value).forEach(deepFreeze);
  }
  return value;
}
