/** Quillmoor's set-up and some of its people as facts, for tests. */
import { visitorFacts, type Facts, type Standing } from '../../core/facts';
import type { ApplicationId, GroupId, Instant, LevelId, MemberId, PathId, AnyFormId } from '../../core/kernel';
import { unsent, type Application } from '../../core/joining';
import { makeSetup, type Setup, type SetupDocument } from '../../core/setup';
import document from '../../demo/quillmoor.json';

/**
 * A copy of the document, to be changed by a test. Its Keeper path ends with the review and gives the level by itself, so
 * that joining is tested apart from money; what the demo loads asks for the payment after it, and the journeys walk that.
 */
export function quillmoorDocument(): SetupDocument {
  const doc = structuredClone(document) as unknown as SetupDocument;
  for (const path of doc.paths)
    if (path.id === 'keeper-path') {
      path.gates = path.gates.filter(({ kind }) => kind !== 'payment');
      path.grants.unshift({ level: 'keeper' as LevelId, lasts: { count: 1, unit: 'years' } });
    }
  return doc;
}

export function setupOf(doc: unknown): Setup {
  const made = makeSetup(doc);
  if (!made.ok) throw new Error(JSON.stringify(made.refusal, null, 2));
  return made.value;
}

export const quillmoor = setupOf(quillmoorDocument());

/** Quillmoor as the demo has it, payment and all. */
export const wholeQuillmoor = setupOf(document);

/** Wednesday 14 October 2026, 10:00 in Quillmoor. */
export const NOW: Instant = Date.UTC(2026, 9, 14, 9, 0);
export const place = quillmoor.doc.site;

export function person(about: {
  standing?: Standing;
  levels?: [string, Instant, Instant | null][];
  groups?: string[];
  fields?: Record<string, Facts['fields'][keyof Facts['fields']]>;
  name?: string;
  mail?: string;
  paid?: [string, Instant][];
}): Facts {
  return {
    ...visitorFacts,
    member: 'mmmmmmmmmmmmmmmmmmmm' as MemberId,
    number: 147,
    name: about.name ?? 'Ida Marrowby',
    mail: about.mail ?? 'ida.marrowby@mail.example',
    standing: about.standing ?? 'admitted',
    standingSince: Date.UTC(2026, 2, 2),
    joinedAt: Date.UTC(2026, 1, 23),
    admittedAt: about.standing === 'applicant' ? null : Date.UTC(2026, 2, 2),
    terms: (about.levels ?? []).map(([level, from, until]) => ({ level: level as LevelId, from, until })),
    groups: (about.groups ?? []) as GroupId[],
    fields: (about.fields ?? {}) as Facts['fields'],
    paid: (about.paid ?? []).map(([level, at]) => ({ level: level as LevelId, at })).sort((a, b) => a.at - b.at),
  };
}

export const keeper = person({
  levels: [['keeper', Date.UTC(2026, 2, 2), Date.UTC(2027, 2, 2)]],
  groups: ['swarm-collectors'],
});
export const mentor = person({
  name: 'Gwenna Fairclough',
  levels: [['friend', Date.UTC(2024, 1, 23), null]],
  groups: ['mentors'],
});
export const friend = person({ name: 'Rafe Bellington', levels: [['friend', Date.UTC(2024, 1, 23), null]] });
export const lapsed = person({
  name: 'Tobias Wetherfold',
  standing: 'lapsed',
  levels: [['keeper', Date.UTC(2024, 8, 30), Date.UTC(2026, 8, 30)]],
});
export const applicant = person({ name: 'Anselm Pikard', standing: 'applicant' });

export const keeperPath = quillmoor.paths.get('keeper-path')!;

export const blankApplication = (at: Instant, answers: Partial<Application['answers']> = {}): Application =>
  unsent({
    id: 'aaaaaaaaaaaaaaaaaaaa' as ApplicationId,
    member: 'mmmmmmmmmmmmmmmmmmmm' as MemberId,
    form: 'join-quillmoor' as AnyFormId,
    revision: 1,
    path: 'keeper-path' as PathId,
    answers: {
      name: 'Anselm Pikard',
      mail: 'anselm.pikard@mail.example',
      fields: { 'years-keeping': 2, 'colonies-kept': 0 } as Application['answers']['fields'],
      topics: [],
      ...answers,
    },
    submittedAt: at,
  });
