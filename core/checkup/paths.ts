/** Purpose: what is wrong with admission paths: nobody can get through, nobody reads, the way leads to a shut door. */
import { checkupSays } from './checkup.sentences';
import type { Check, Found, World } from './finding';
import { explain, ruleOf } from '../doors';
import { visitorFacts, type Facts } from '../facts';
import { asksForProof, kindOf, type OwnGate, type PathItem } from '../joining';
import { saySpan, type Instant, type LevelId, type MemberId } from '../kernel';
import { addSpan } from '../kernel/calendar';
import type { Setup } from '../setup';

/** Of each path that is offered, what a look at it finds. */
const everyPath =
  (look: (path: PathItem, setup: Setup, world: World) => readonly Found[]): Check =>
  (setup, world) =>
    setup.doc.paths.flatMap((path) => (path.retired ? [] : look(path, setup, world)));

const everyGate = (look: (gate: OwnGate, at: number, path: PathItem, setup: Setup, world: World) => readonly Found[]) =>
  everyPath((path, setup, world) => path.gates.flatMap((gate, at) => look(gate, at, path, setup, world)));

export const unproven = everyPath((path, setup) => {
  const says = checkupSays(setup.doc.site);
  const named = { path: path.title };
  const base = { kind: 'path', id: path.id, at: 'gates', blocks: false } as const;
  if (path.gates.length === 0)
    return [{ ...base, grave: 'misleads', says: says.noGate(named), why: says.noGateWhy, mend: says.noGateMend }];
  if (asksForProof(path)) return [];
  return [{ ...base, grave: 'loses', says: says.noProof(named), why: says.noProofWhy, mend: says.noProofMend }];
});

/** A letter with neither code nor button: whoever gets it has nothing to confirm with. */
export const unfinished = everyGate((gate, at, path, setup) => {
  if (gate.kind !== 'confirmEmail') return [];
  const message = setup.messages.get(gate.message);
  if (!message || message.parts.some(({ part }) => part === 'code' || part === 'button')) return [];
  const says = checkupSays(setup.doc.site);
  const words = {
    says: says.unfinished({ gate: gate.title, path: path.title }),
    why: says.unfinishedWhy({ message: message.title }),
    mend: says.unfinishedMend,
  };
  return [{ kind: 'path', id: path.id, at: `gates.${at}`, grave: 'stops', blocks: true, ...words }];
});

export const gateTwice = everyGate(({ id }, at, path, setup) => {
  if (path.gates.findIndex((gate) => gate.id === id) === at) return [];
  const says = checkupSays(setup.doc.site);
  const words = { says: says.gateTwice({ path: path.title, id }), why: says.gateTwiceWhy, mend: says.gateTwiceMend };
  return [{ kind: 'path', id: path.id, at: `gates.${at}`, grave: 'stops', blocks: true, ...words }];
});

export const nobodyReviews = everyGate((gate, at, path, setup, { reviewers }) => {
  if (kindOf(gate).readers(gate) === null || reviewers?.length !== 0) return [];
  const says = checkupSays(setup.doc.site);
  const words = {
    says: says.nobodyReviews({ gate: gate.title, path: path.title }),
    why: says.nobodyReviewsWhy,
    mend: says.nobodyReviewsMend,
  };
  return [{ kind: 'path', id: path.id, at: `gates.${at}`, grave: 'stops', blocks: false, ...words }];
});

/** More have to say yes than may: nobody is ever admitted. Or somebody is named who does not review at all. */
export const tooFewReviewers = everyGate((gate, at, path, setup, { reviewers }) => {
  if (gate.kind !== 'review' || !reviewers || reviewers.length === 0) return [];
  const says = checkupSays(setup.doc.site);
  const chosen = gate.reviewers?.filter((id) => reviewers.includes(id)) ?? reviewers;
  const base = { kind: 'path', id: path.id, at: `gates.${at}`, grave: 'stops', blocks: false } as const;
  const named = { gate: gate.title, path: path.title, count: gate.yes ?? 1 };
  if ((gate.yes ?? 1) > chosen.length) {
    const words = {
      says: says.tooFewReviewers(named),
      why: says.tooFewReviewersWhy({ count: chosen.length }),
      mend: says.tooFewReviewersMend,
    };
    return [{ ...base, ...words }];
  }
  if (!gate.reviewers || chosen.length === gate.reviewers.length) return [];
  return [
    { ...base, grave: 'loses', says: says.noReviewer(named), why: says.noReviewerWhy, mend: says.noReviewerMend },
  ];
});

/** A gate that asks for a further form, which is made for something else. */
export const notAStep = everyGate((gate, at, path, setup) => {
  const form = setup.forms.get(kindOf(gate).form(gate) ?? '');
  if (!form || form.purpose.is === 'step') return [];
  const says = checkupSays(setup.doc.site);
  const named = { gate: gate.title, path: path.title, form: form.title };
  const words = { says: says.notAStep(named), why: says.notAStepWhy(named), mend: says.notAStepMend };
  return [{ kind: 'path', id: path.id, at: `gates.${at}`, grave: 'stops', blocks: false, ...words }];
});

export const targetAfterLimit = everyGate((gate, at, path, setup, { now }) => {
  if (gate.kind !== 'review') return [];
  const { site } = setup.doc;
  if (addSpan(now, gate.target, site.zone) <= addSpan(now, gate.limit, site.zone)) return [];
  const says = checkupSays(site);
  const words = {
    says: says.targetAfterLimit({ gate: gate.title, path: path.title }),
    why: says.targetAfterLimitWhy({ target: saySpan(gate.target, site), limit: saySpan(gate.limit, site) }),
    mend: says.targetAfterLimitMend,
  };
  return [{ kind: 'path', id: path.id, at: `gates.${at}`, grave: 'misleads', blocks: false, ...words }];
});

/** A code that promises to work for longer than the gate waits for it. */
export const codeOutlives = everyGate((gate, at, path, setup, { now }) => {
  if (gate.kind !== 'confirmEmail') return [];
  const { site } = setup.doc;
  if (addSpan(now, gate.lifetime, site.zone) <= addSpan(now, gate.limit, site.zone)) return [];
  const says = checkupSays(site);
  const words = {
    says: says.codeOutlives({ gate: gate.title, path: path.title }),
    why: says.codeOutlivesWhy({ lifetime: saySpan(gate.lifetime, site), limit: saySpan(gate.limit, site) }),
    mend: says.codeOutlivesMend,
  };
  return [{ kind: 'path', id: path.id, at: `gates.${at}`, grave: 'misleads', blocks: false, ...words }];
});

/** Those who have just come in, one for each level they may have paid for on the way, with what a path gives whatever they answered. */
function newlyAdmitted(path: PathItem, now: Instant): Facts[] {
  const offers = path.gates.flatMap((gate) => (gate.when ? [] : kindOf(gate).offers(gate)));
  const levels = [...new Set(offers.map(({ level }) => level))];
  return (levels.length ? levels : [null]).map((level) => admittedWith(path, level, now));
}

function admittedWith(path: PathItem, paid: LevelId | null, now: Instant): Facts {
  const sure = path.grants.filter(({ when }) => !when);
  return {
    ...visitorFacts,
    member: 'newly-admitted' as MemberId,
    standing: 'admitted',
    standingSince: now,
    joinedAt: now,
    admittedAt: now,
    terms: [
      ...sure.flatMap((grant) => ('level' in grant ? [{ level: grant.level, from: now, until: null }] : [])),
      ...(paid === null ? [] : [{ level: paid, from: now, until: null }]),
    ],
    groups: sure.flatMap((grant) => ('group' in grant ? [grant.group] : [])),
  };
}

export const landingShut = everyPath((path, setup, { now }) => {
  const page = setup.pages.get(path.landing);
  const lets = (facts: Facts) => explain(ruleOf(page!.door, setup), facts, now, setup).open;
  if (!page || newlyAdmitted(path, now).every(lets)) return [];
  const says = checkupSays(setup.doc.site);
  const words = {
    says: says.landing({ path: path.title }),
    why: says.landingWhy({ page: page.title }),
    mend: says.landingMend,
  };
  return [{ kind: 'path', id: path.id, at: 'landing', grave: 'misleads', blocks: false, ...words }];
});
