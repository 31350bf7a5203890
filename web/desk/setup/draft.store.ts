/**
 * Purpose: the draft as it is worked on at this desk: every change is seen at once and saved a moment later.
 * Invariant: what is typed is lost by nothing: not by a save that somebody else overtook, not by a line that fails, not
 * by a value that cannot be saved yet.
 */
import { defineStore } from 'pinia';
import { shallowReactive, shallowRef } from 'vue';
import type { DraftView } from '../../../contract';
import type { Finding } from '../../../core/checkup';
import type { Change } from '../../../core/revisions';
import {
  faultsOf,
  itemKinds,
  listKinds,
  sameBody,
  type ItemKind,
  type ListItemKind,
  type SetupFault,
  isSingle,
} from '../../../core/setup';
import { newKey } from '../../kit/key';
import { calls, troubleOf, type Trouble } from '../base/calls';
import type { DraftEntry, EntryOf } from './entry';
import { useReckoned } from './reckoned';
import { useSteps, type Body } from './steps';
import { askedKept, keepAsked, keepUnsaved, unsavedKept, type Unsaved } from './unsaved';

export type { DraftEntry, EntryOf } from './entry';
export type { Body, BodyOf } from './steps';

/** Two who changed one item: what this desk has typed, and what the other has saved. */
export type Conflict = {
  readonly kind: ItemKind;
  readonly id: string;
  readonly mine: Body;
  readonly theirs: Body | null;
  readonly says: string;
};

const PAUSE = 350;
const AGAIN = 3_000;

const keyFor = (kind: ItemKind, id: string) => `${kind}/${id}`;
const faultsIn = (kind: ItemKind, body: Body): SetupFault[] => {
  const read = itemKinds[kind].schema.safeParse(body);
  return read.success ? [] : faultsOf(read.error);
};
/** A body as the server keeps it, with what its kind fills in. */
const asKept = (kind: ItemKind, body: unknown): unknown => itemKinds[kind].schema.safeParse(body).data ?? body;
/** A body as plain data, so that no two states of one share a part. */
const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

export const useDraft = defineStore('draft', () => {
  const view = shallowRef<DraftView | null>(null);
  const entries = shallowReactive(new Map<string, DraftEntry>());
  const gone = shallowReactive(new Map<string, { kind: ListItemKind; id: string; version: number }>());
  /** The version of each item that was saved last, also of one that was taken out meanwhile. */
  const latest = new Map<string, number>();
  const waiting = new Map<string, { once: string; send: (once: string) => Promise<unknown> }>();
  /** Set while something has not reached the server. */
  const saving = shallowRef(false);
  /** Counts how often the draft at the server was another than before. */
  const times = shallowRef(0);
  const trouble = shallowRef<Trouble | null>(null);
  const conflict = shallowRef<Conflict | null>(null);
  const loadTrouble = shallowRef<unknown>(null);
  let timer: ReturnType<typeof setTimeout> | undefined;
  let busy = false;
  let unsaved = unsavedKept();

  async function load(): Promise<void> {
    try {
      const first = view.value === null;
      take(await calls.setup.draft({}));
      if (first) askAgain();
      times.value++;
      loadTrouble.value = null;
      // What a reload has kept of an earlier view goes on its way.
      if (first)
        for (const [key, { body }] of Object.entries(unsaved)) {
          const [kind, id] = key.split('/') as [ItemKind, string];
          put(kind, id, body);
        }
    } catch (error) {
      if (!view.value) loadTrouble.value = error;
    }
  }

  /** Takes what the server has; what is typed here and not saved yet stays. */
  function take(now: DraftView): void {
    view.value = now;
    const before = new Map(entries);
    entries.clear();
    gone.clear();
    for (const item of now.items) {
      const key = keyFor(item.kind, item.id);
      const mine = unsaved[key];
      if (mine && sameBody(asKept(item.kind, mine.body), item.body)) forget(key);
      // A save whose answer was lost: what stands there is one's own, and what was typed since goes on from it.
      else if (mine?.sent && sameBody(asKept(item.kind, mine.sent), item.body))
        remember(key, { version: item.version, body: mine.body });
      // With the version it was typed from: where somebody has saved another meanwhile, its save is refused, and both
      // states are shown.
      const { body, version } = unsaved[key] ?? item;
      const good = faultsIn(item.kind, body).length ? item.body : body;
      entries.set(key, { ...item, version, body, good });
    }
    for (const item of now.gone) gone.set(keyFor(item.kind, item.id), item);
    // New here and on its way, or typed in while somebody else took it out.
    for (const [key, entry] of before) if (unsaved[key] && !entries.has(key)) entries.set(key, entry);
    reckon();
  }
  /** A reload in the question of two editors asks it again. */
  function askAgain(): void {
    const asked = askedKept();
    if (!asked) return;
    const theirs = entries.get(keyFor(asked.kind, asked.id))?.body ?? null;
    if (theirs && sameBody(asKept(asked.kind, asked.mine), theirs)) return keepAsked(null);
    conflict.value = { ...asked, theirs };
  }

  const all = (kind: ItemKind): DraftEntry[] => [...entries.values()].filter((entry) => entry.kind === kind);
  /** What stands under a kind is of that kind, or is marked where it is not yet: the one place that says so. */
  const ofKind = <K extends ItemKind>(kind: K): EntryOf<K>[] => all(kind) as unknown as EntryOf<K>[];
  const entry = <K extends ItemKind>(kind: K, id: string): EntryOf<K> | undefined =>
    entries.get(keyFor(kind, id)) as unknown as EntryOf<K> | undefined;
  /** What of a kind can be chosen, as a select offers it: not what is retired. */
  const offered = (kind: ListItemKind): { title: string; value: string }[] =>
    all(kind)
      .filter(({ body }) => body['retired'] !== true)
      .map(({ id, body }) => ({ title: String(body['title'] ?? id), value: id }));

  const { reckon, reckonSoon, ...computedOf } = useReckoned(entries, view);
  const { live, findings } = computedOf;

  /** What cannot be saved of an item as it is typed, by its place. */
  const faults = (kind: ItemKind, id: string): SetupFault[] => {
    const found = entries.get(keyFor(kind, id));
    return found ? faultsIn(kind, found.body) : [];
  };
  const findingsAt = (kind: ItemKind, id: string): Finding[] =>
    findings.value.filter((finding) => finding.kind === kind && finding.id === id);

  function schedule(key: string, send: (once: string) => Promise<unknown>): void {
    waiting.set(key, { once: newKey(), send });
    saving.value = true;
    clearTimeout(timer);
    timer = setTimeout(() => void flush(), PAUSE);
  }

  /** Sends what waits, one after the other. */
  async function flush(): Promise<void> {
    clearTimeout(timer);
    if (busy) return;
    busy = true;
    for (let next = waiting.entries().next(); !next.done; next = waiting.entries().next()) {
      const [key, act] = next.value;
      try {
        await act.send(act.once);
        if (waiting.get(key) === act) waiting.delete(key);
        trouble.value = null;
      } catch (error) {
        const found = troubleOf(error);
        if (found.code === 'offline' || found.code === 'not-available' || found.code === 'not-signed-in') {
          trouble.value = found;
          busy = false;
          timer = setTimeout(() => void flush(), AGAIN);
          return;
        }
        if (waiting.get(key) === act) waiting.delete(key);
        if (found.code === 'stale') await meet(key, found.says);
        else {
          trouble.value = found;
          await load();
        }
      }
    }
    busy = false;
    saving.value = false;
    times.value++;
  }

  /** Waits until everything is at the server. @returns whether it is */
  async function settled(): Promise<boolean> {
    reckon();
    await flush();
    while (busy) await new Promise((go) => setTimeout(go, 50));
    return waiting.size === 0 && Object.keys(unsaved).length === 0 && conflict.value === null;
  }

  /** Somebody else was quicker at an item: both states are shown, and the person decides. */
  async function meet(key: string, says: string): Promise<void> {
    const mine = entries.get(key);
    const sent = unsaved[key]?.sent;
    forget(key);
    await load();
    const theirs = entries.get(key);
    if (mine && theirs && sent && sameBody(asKept(mine.kind, sent), theirs.body))
      return put(mine.kind, mine.id, mine.body);
    if (!mine || (theirs && sameBody(mine.body, theirs.body))) return;
    const { kind, id, body } = mine;
    conflict.value = { kind, id, mine: body, theirs: theirs?.body ?? null, says };
    keepAsked({ kind, id, mine: body, says });
  }
  function settle(keep: 'mine' | 'theirs'): void {
    const at = conflict.value;
    conflict.value = null;
    keepAsked(null);
    if (at && keep === 'mine') put(at.kind, at.id, at.mine);
  }

  const remember = (key: string, at: Unsaved) => keepUnsaved((unsaved = { ...unsaved, [key]: at }));
  function forget(key: string): void {
    const { [key]: _, ...rest } = unsaved;
    keepUnsaved((unsaved = rest));
  }

  /** Puts an item into the draft as it is, and saves it a moment later where it can be saved. */
  function put(kind: ItemKind, id: string, typed: Body): void {
    const key = keyFor(kind, id);
    const old = entries.get(key);
    const body = plain(typed);
    const can = faultsIn(kind, body).length === 0;
    const version = old?.version ?? gone.get(key)?.version ?? unsaved[key]?.version ?? 0;
    if (!old && !can) return;
    gone.delete(key);
    entries.set(key, { kind, id, version, by: old?.by ?? '', at: old?.at ?? '', body, good: can ? body : old!.good });
    if (old) reckonSoon();
    else reckon();
    remember(key, { ...unsaved[key], version, body });
    if (!can) return void waiting.delete(key);
    schedule(key, async (once) => {
      const now = entries.get(key);
      if (!now) return;
      const sent = now.good;
      remember(key, { version: now.version, body: now.body, sent });
      const saved = await calls.setup.save({ kind, id, version: now.version, body: sent }, { context: { once } });
      latest.set(key, saved.version);
      const after = entries.get(key);
      if (!after) return;
      entries.set(key, { ...after, ...saved });
      if (sameBody(after.body, sent)) forget(key);
      else remember(key, { version: saved.version, body: after.body });
    });
  }

  function takeOut(kind: ItemKind, id: string): void {
    const key = keyFor(kind, id);
    const old = entries.get(key);
    if (!old || isSingle(kind)) return;
    entries.delete(key);
    reckon();
    forget(key);
    // The version is looked up when it is sent: what was typed before goes first.
    schedule(key, async (once) => {
      const version = Math.max(old.version, latest.get(key) ?? 0);
      // Never saved, so that there is nothing to take out.
      if (version === 0) return;
      const saved = await calls.setup.remove({ kind, id, version }, { context: { once } });
      gone.set(key, { kind, id, version: saved.version });
    });
  }

  const apply = (kind: ItemKind, id: string, body: Body | null): void =>
    body === null ? takeOut(kind, id) : put(kind, id, body);
  const steps = useSteps(apply);

  /** @param item of that kind, or what somebody has typed that is none yet */
  function edit(kind: ItemKind, id: string, item: object): void {
    const body = item as Body;
    const old = entries.get(keyFor(kind, id))?.body ?? null;
    if (old && sameBody(old, body)) return;
    steps.record({ kind, id, before: old, after: plain(body) });
    put(kind, id, body);
  }
  function remove(kind: ItemKind, id: string): void {
    const old = entries.get(keyFor(kind, id))?.body ?? null;
    steps.record({ kind, id, before: old, after: null });
    takeOut(kind, id);
  }
  /** Another order of one list. */
  function order(kind: ListItemKind, ids: readonly string[]): void {
    const mine = new Map(ids.map((id) => [id, entries.get(keyFor(kind, id))]));
    const others = [...entries].filter(([, one]) => one.kind !== kind || !mine.has(one.id));
    entries.clear();
    for (const [key, one] of others) entries.set(key, one);
    for (const one of mine.values()) if (one) entries.set(keyFor(kind, one.id), one);
    reckon();
    schedule(`order/${kind}`, (once) => calls.setup.order({ kind, ids: [...ids] }, { context: { once } }));
  }

  /** Puts one change back to what is live. */
  function putBack({ kind, id, how }: Change): void {
    const was = live.value;
    if (!was) return;
    if (how === 'reordered') {
      const { list } = listKinds[kind as ListItemKind];
      return order(
        kind as ListItemKind,
        (was.doc[list] as readonly { id: string }[]).map((item) => item.id),
      );
    }
    const old = isSingle(kind)
      ? was.doc[kind]
      : (was.doc[listKinds[kind].list] as readonly { id: string }[]).find((item) => item.id === id);
    if (old) edit(kind, id, old);
    else remove(kind, id);
  }

  return {
    view,
    ...computedOf,
    saving,
    times,
    trouble,
    conflict,
    loadTrouble,
    load,
    ofKind,
    offered,
    entry,
    faults,
    findingsAt,
    edit,
    remove,
    order,
    putBack,
    settle,
    settled,
    undo: steps.undo,
    redo: steps.redo,
    canUndo: steps.canUndo,
    canRedo: steps.canRedo,
  };
});
