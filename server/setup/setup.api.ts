/** Purpose: the endpoints of the set-up, each a list of steps. */
import type { About } from '../platform/audit';
import { implement } from '@orpc/server';
import type { EntityManager } from 'typeorm';
import { money as moneyContract, setup as contract } from '../../contract';
import { ok, refuse, sayAgo, sayDate, sayNearDate, type Result } from '../../core/kernel';
import {
  FORMAT_VERSION,
  anyChangesMoney,
  holdsMoney,
  makeSetup,
  salvageSetup,
  upgradeDocument,
  type Setup,
  type SetupFault,
  isSingle,
} from '../../core/setup';
import { callerMay, envelopeOf, guard, staffOf, type Call } from '../callers';
import type { Acts } from '../platform/acts';
import type { SiteClock } from '../platform/clock';
import { problem } from '../platform/problem';
import type { LiveSetup } from './live';
import type { DraftAuthor, SetupStore } from './setup.store';
import { setupSays } from './setup.sentences';
import { memberLines } from './wording';

const api = implement(contract).$context<Call>().use(guard);

/** What becomes of somebody on a path, were this set-up live. */
export type Moved = { readonly member: string; readonly name: string; readonly says: string };

export type SetupPorts = {
  readonly setups: SetupStore;
  readonly live: LiveSetup;
  readonly acts: Acts;
  readonly clock: SiteClock;
  /** Who of the staff may review, by id. */
  readonly reviewers: () => Promise<string[]>;
  /** Whether a card house is connected. */
  readonly cards: boolean;
  /** Whether money has moved, so that its currency stays. */
  readonly moneyMoved: () => Promise<boolean>;
  /** The address people use, without a slash at the end. */
  readonly address: string;
  /** Whom a set-up would move, were it live now. */
  readonly moved: (setup: Setup) => Promise<readonly Moved[]>;
};

const MOST_MOVED = 200;

export const setupApi = ({ setups, live, acts, clock, reviewers, cards, moneyMoved, address, moved }: SetupPorts) => {
  const says = () => setupSays(live.reader);

  const when = (at: number | null): string =>
    at === null ? '' : sayNearDate(at, clock.now(), live.must.setup.doc.site);

  /** Every fault of a document in one sentence. */
  const said = (faults: readonly SetupFault[]): string => {
    const first = faults[0] ? `${faults[0].where}: ${faults[0].says}` : '';
    return faults.length > 1 ? says().more({ first, count: faults.length - 1 }) : first;
  };
  const faultsProblem = (faults: readonly SetupFault[], detail: string) =>
    problem('setup-faults', {
      detail,
      faults: faults.map(({ where, says: what }) => ({ at: where, label: where, says: what })),
    });

  const saved = (context: Call, version: number) => ({ version, by: staffOf(context).name, at: when(clock.now()) });

  /** Who was quicker, in words. */
  async function overtaken(kind: string, id: string) {
    const row = (await setups.draft()).rows.find((item) => item.kind === kind && item.id === id);
    const { site } = live.must.setup.doc;
    const detail =
      row?.by && row.at !== null
        ? says().stale({ who: row.by, when: sayAgo(row.at, clock.now(), site) })
        : says().staleUnknown;
    return problem('stale', { detail });
  }

  const replaced = ({ stamp, kept }: { stamp: string; kept: readonly string[] }) => ({ stamp, kept: [...kept] });

  /**
   * An act on the draft: in its transaction, with who did it.
   * @param money whether it may change matters of money, which are for those who handle it
   */
  async function work<T, R>(
    context: Call,
    act: string,
    sent: unknown,
    detail: NonNullable<About['detail']> | null,
    carry: (manager: EntityManager, author: DraftAuthor) => Promise<Result<T, R>>,
    money = true,
  ) {
    const by = staffOf(context).name;
    const watched = money && !callerMay(context, moneyContract.refund);
    return acts.carryOut<T, R>(envelopeOf(context, act, sent), async ({ manager, now, about }) => {
      about({ detail });
      const before = watched ? (await setups.draft(manager)).rows : [];
      const done = await carry(manager, { by, at: now });
      // Thrown, so that nothing of it stays.
      if (watched && anyChangesMoney(before, (await setups.draft(manager)).rows))
        throw problem('not-yours', { detail: says().moneyOnly });
      return done;
    });
  }

  return {
    draft: api.draft.handler(async () => {
      const { stamp, rows } = await setups.draft();
      const { revision, setup } = live.must;
      const since = await setups.liveSince();
      return {
        stamp,
        revision,
        since: since === null ? '' : sayDate(since, setup.doc.site),
        items: rows.flatMap(({ body, at, ...row }) =>
          body === null ? [] : [{ ...row, body: body as Record<string, unknown>, at: when(at) }],
        ),
        gone: rows.flatMap(({ kind, id, version, body, by, at }) =>
          body === null && !isSingle(kind) ? [{ kind, id, version, by, at: when(at) }] : [],
        ),
        live: setup.doc,
        reviewers: await reviewers(),
        cards,
        moneyMoved: await moneyMoved(),
        address,
        now: clock.now(),
      };
    }),

    save: api.save.handler(async ({ input, context }) => {
      const { kind, id, version, body } = input;
      const done = await work(
        context,
        'setup.saved',
        input,
        { kind, id },
        (manager, author) => setups.save(kind, id, body, version, author, manager),
        holdsMoney(kind),
      );
      if (done.ok) return saved(context, done.value.value);
      if (done.refusal.code !== 'setup-faults') throw await overtaken(kind, id);
      throw faultsProblem(done.refusal.faults, says().cannotSave({ says: said(done.refusal.faults) }));
    }),

    remove: api.remove.handler(async ({ input, context }) => {
      const { kind, id, version } = input;
      const done = await work(
        context,
        'setup.removed',
        input,
        { kind, id },
        (manager, author) => setups.remove(kind, id, version, author, manager),
        holdsMoney(kind),
      );
      if (done.ok) return saved(context, done.value.value);
      const { refusal } = done;
      if (refusal.code === 'not-found') throw problem('not-found');
      if (refusal.code !== 'in-use') throw await overtaken(kind, id);
      const uses = refusal.rows.map(({ what }) => what);
      throw problem('in-use', { detail: uses.length ? says().usedBy({ uses }) : says().usedIn });
    }),

    wording: api.wording.handler(() => ({ lines: memberLines() })),

    order: api.order.handler(async ({ input, context }) => {
      await work(
        context,
        'setup.ordered',
        input,
        { kind: input.kind },
        async (manager) => ok(await setups.reorder(input.kind, input.ids, manager)),
        false,
      );
      return { done: true } as const;
    }),

    replace: api.replace.handler(async ({ input, context }) => {
      const format = String(input.document['format'] ?? '');
      const version = Number(/^admissa-setup\/(\d+)$/.exec(format)?.[1] ?? 0);
      if (version === 0) throw faultsProblem([], says().notOurs);
      if (version > FORMAT_VERSION) throw faultsProblem([], says().newerFormat);
      const made = makeSetup(upgradeDocument(input.document));
      if (!made.ok) throw faultsProblem(made.refusal, says().noDocument({ says: said(made.refusal) }));
      const done = await work(context, 'setup.replaced', input, null, async (manager, author) => {
        if ((await setups.draft(manager)).stamp !== input.stamp) return refuse({ code: 'draft-changed' } as const);
        return ok(await setups.replaceKeeping(made.value.doc, manager, author));
      });
      if (done.ok) return replaced(done.value.value);
      throw problem('draft-changed', { detail: says().draftChanged });
    }),

    restore: api.restore.handler(async ({ input, context }) => {
      const made = makeSetup(await setups.document(input.number));
      if (!made.ok) throw problem('not-found', { detail: says().noRevision });
      const done = await work(context, 'setup.restored', input, { number: input.number }, async (manager, author) => {
        if ((await setups.draft(manager)).stamp !== input.stamp) return refuse({ code: 'draft-changed' } as const);
        return ok(await setups.replaceKeeping(made.value.doc, manager, author));
      });
      if (done.ok) return replaced(done.value.value);
      throw problem('draft-changed', { detail: says().draftChanged });
    }),

    people: api.people.handler(async () => {
      const made = salvageSetup((await setups.draft()).document);
      const rows = made.ok ? await moved(made.value.setup) : [];
      return { rows: rows.slice(0, MOST_MOVED) as never, total: rows.length };
    }),

    publish: api.publish.handler(async ({ input, context }) => {
      const done = await work(
        context,
        'setup.published',
        input,
        null,
        (manager, { by, at }) =>
          setups.publish({ note: input.note.trim(), author: by, at, draft: input.stamp }, manager),
        false,
      );
      if (!done.ok) {
        const { refusal } = done;
        if (refusal.code === 'setup-faults')
          throw faultsProblem(
            refusal.faults,
            says().blocked({ says: refusal.faults.map(({ says: what }) => what).join(' ') }),
          );
        if (refusal.code === 'in-use')
          throw problem('in-use', {
            detail: refusal.items
              .map(({ where, rows }) => says().itemUsedBy({ item: where, uses: rows.map(({ what }) => what) }))
              .join(' '),
          });
        if (refusal.code === 'nothing-new') throw problem('draft-changed', { detail: says().nothingNew });
        throw problem('draft-changed', { detail: says().draftChanged });
      }
      await live.refresh();
      return { revision: done.value.value };
    }),

    history: api.history.handler(async () => {
      const rows = await setups.history();
      return { rows: rows.map(({ number, note, author, at }) => ({ number, note, author, at: when(at) })) };
    }),

    revision: api.revision.handler(async ({ input }) => {
      const document = await setups.document(input.number);
      if (!document) throw problem('not-found', { detail: says().noRevision });
      return { document };
    }),
  };
};
