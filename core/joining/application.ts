/**
 * Purpose: one person's way along an admission path, as a value.
 * Invariant: it stands by itself. The gate is known by its id, and what was promised at it is kept as instants, so that
 * a path that changes meanwhile neither moves a day nor makes anybody somebody else's. `detail` is of the kind of the
 * gate at which the application waits, and null once it has ended.
 */
import { z } from 'zod';
import { HeldTerm } from '../facts';
import { KeptAnswers } from '../fields';
import { ApplicationId, GateId, GroupId, AnyFormId, MemberId, PathId, versioned } from '../kernel';
import { ApplicationState, Happening, type Effect, type JoiningRefusal } from './events';
import { GateDetail, takesMoney } from './gates';

/** Where an application stands on its path. */
const Stand = z.object({
  /** The gate it waits at, or ended at. */
  gate: GateId,
  gateSince: z.number(),
  /** When the clock next has something to do with this application; null when never. */
  dueAt: z.number().nullable(),
  /** The instants promised at this gate: the aim, the end of its time, the very latest. Null once it has ended. */
  targetAt: z.number().nullable(),
  limitAt: z.number().nullable(),
  latestAt: z.number().nullable(),
  detail: GateDetail.nullable(),
});

/** What a yes has changed, kept until its letter leaves, so that it can be taken back exactly. */
const Undo = Stand.extend({ until: z.number(), terms: z.array(HeldTerm), groups: z.array(GroupId) });

/** A gate that lies behind, by id and kind: of a kind that asks once, another gate has nothing more to ask. */
const Passed = z.object({ gate: GateId, kind: z.string(), at: z.number() });

export const Application = Stand.extend({
  id: ApplicationId,
  member: MemberId,
  form: AnyFormId,
  /** The set-up revision whose form was answered. */
  revision: z.number(),
  path: PathId,
  answers: KeptAnswers,
  submittedAt: z.number(),
  state: ApplicationState,
  passed: z.array(Passed),
  history: z.array(Happening),
  endedAt: z.number().nullable(),
  undo: Undo.nullable(),
  /** Whether its form had only so many places when it was sent. */
  asksPlace: z.boolean().optional(),
});
export type Application = z.infer<typeof Application>;

/** An application in the hand of whoever makes the next one of it, and nobody else's yet. */
export type InHand = { -readonly [K in keyof Application]: Application[K] };

/**
 * A copy to be changed before it is handed out; its lists are still those of the other, and are replaced, never added to.
 * Property by property, since each event makes one: a spread looks up every time what there is to copy, and takes ten
 * times as long.
 */
export function inHand(of: Application): InHand {
  const copy: InHand = {
    id: of.id,
    member: of.member,
    form: of.form,
    revision: of.revision,
    path: of.path,
    answers: of.answers,
    submittedAt: of.submittedAt,
    state: of.state,
    passed: of.passed,
    gate: of.gate,
    gateSince: of.gateSince,
    dueAt: of.dueAt,
    targetAt: of.targetAt,
    limitAt: of.limitAt,
    latestAt: of.latestAt,
    detail: of.detail,
    history: of.history,
    endedAt: of.endedAt,
    undo: of.undo,
  };
  if (of.asksPlace !== undefined) copy.asksPlace = of.asksPlace;
  return copy;
}

/** Whether a payment lies behind. What was paid goes back where the application ends outside. */
export const hasPaid = ({ passed }: Pick<Application, 'passed'>): boolean =>
  passed.some(({ kind }) => takesMoney(kind));

/** What an application starts from. */
type Begun = Pick<
  Application,
  'id' | 'member' | 'form' | 'revision' | 'path' | 'answers' | 'submittedAt' | 'asksPlace'
>;

/** An application before it is sent: at no gate yet. */
export const unsent = (about: Begun): Application => ({
  ...about,
  state: 'open',
  passed: [],
  gate: '' as GateId,
  gateSince: about.submittedAt,
  dueAt: null,
  targetAt: null,
  limitAt: null,
  latestAt: null,
  detail: null,
  history: [],
  endedAt: null,
  undo: null,
});

/** The gates of a path as ids and kinds, in order; empty where the path is not known. */
export type GatesOf = (path: string) => readonly { readonly id: string; readonly kind: string }[];

/**
 * Stored applications. Version 1 knew its gate by number and had no instants of its own but the limit; what was aimed
 * at and the latest day were read from the path as it stood. Version 2 kept agreements apart from the other answers.
 */
export const storedApplication = versioned<Application, GatesOf>([
  (old, gatesOf) => {
    const gates = gatesOf(String(old['path']));
    const history = (old['history'] ?? []) as Happening[];
    const idAt = (at: unknown) => gates[Number(at)]?.id ?? gates[gates.length - 1]?.id ?? 'gone';
    const behind = old['state'] === 'admitted' ? gates.length : Number(old['gate']);
    const stand = (of: Record<string, unknown>) => ({
      ...of,
      gate: idAt(of['gate']),
      targetAt: null,
      latestAt: of['limitAt'] ?? null,
    });
    const undo = old['undo'] as Record<string, unknown> | null | undefined;
    return {
      ...stand(old),
      passed: gates.slice(0, behind).map(({ id, kind }) => ({
        gate: id,
        kind,
        at:
          history.findLast(({ what }) => what === (kind === 'confirmEmail' ? 'emailConfirmed' : 'approved'))?.at ??
          Number(old['gateSince']),
      })),
      undo: undo ? stand(undo) : null,
    };
  },
  (old) => {
    const { agreed, ...answers } = old['answers'] as {
      agreed?: { id: string; version: number }[];
      fields: Record<string, unknown>;
    };
    const yes = Object.fromEntries((agreed ?? []).map(({ id, version }) => [id, version]));
    return { ...old, answers: { ...answers, fields: { ...yes, ...answers.fields } } };
  },
]);

/**
 * One step. `told` is a refusal that has to be told although the state moved on (a wrong code is counted).
 */
export type Step = {
  readonly application: Application;
  readonly effects: readonly Effect[];
  readonly told: JoiningRefusal | null;
};
