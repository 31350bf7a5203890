import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  NOW,
  applicant,
  friend,
  keeper,
  lapsed,
  mentor,
  quillmoor,
  quillmoorDocument,
  setupOf,
} from '../../tests/support/quillmoor';
import { anyFacts, anyRule } from '../../tests/support/rules';
import { doorColumnsOf, doorsOf, ruleOf, type Rule } from '../doors';
import { Population, count, factsAhead, type Facts } from '../facts';
import { DAY } from '../kernel';
import type { SetupDocument } from '../setup';
import { impactOf } from './index';

const people = (all: Readonly<Record<string, Facts>>): Population => {
  const made = new Population(quillmoor.doc.site.zone);
  for (const [id, facts] of Object.entries(all)) made.put({ ...facts, member: id as never });
  return made;
};
const same = { now: false, after: false };
const five = people({ keeper, mentor, friend, lapsed, applicant });
const changed = (change: (doc: SetupDocument) => void) => {
  const doc = quillmoorDocument();
  change(doc);
  return setupOf(doc);
};
const page = (doc: SetupDocument, id: string) => doc.pages.find((one) => one.id === id)!;

describe('what publishing means for people', () => {
  it('is nothing where no door changes', () => {
    const same = changed((doc) => (page(doc, 'about').title = 'About us all'));
    expect(impactOf(quillmoor, same, five, NOW)).toMatchObject({ places: [], members: { in: [], out: [] }, people: 5 });
  });

  it('names whom a door lets in and shuts out, page by page, and each person once', () => {
    const after = changed((doc) => {
      page(doc, 'winter-guide').door = { rule: { fact: 'standing', is: ['admitted'] } };
      page(doc, 'mentor-notes').door = { rule: { fact: 'level', is: ['friend'] as never, when: 'now' } };
      page(doc, 'my-bees').door = { rule: { fact: 'group', is: ['mentors'] as never } };
    });
    const { places, members, applicants } = impactOf(quillmoor, after, five, NOW);
    expect(places).toEqual([
      { page: 'winter-guide', block: null, now: 2, after: 3, in: ['friend'], out: [], visitors: same },
      { page: 'mentor-notes', block: null, now: 1, after: 2, in: ['friend'], out: [], visitors: same },
      { page: 'my-bees', block: null, now: 3, after: 1, in: [], out: ['keeper', 'friend'], visitors: same },
    ]);
    expect(impactOf(quillmoor, after, five, NOW).others).toBe(quillmoor.doc.pages.length - 3);
    expect(members).toEqual({ in: ['friend'], out: ['keeper', 'friend'] });
    expect(applicants).toEqual({ in: [], out: [] });
  });

  it('tells applicants apart, and whose term ends soon in any case', () => {
    const after = changed((doc) => {
      page(doc, 'about').door = { rule: { fact: 'standing', is: ['lapsed'] } };
    });
    const until = { ...keeper, terms: [{ ...keeper.terms[0]!, until: NOW + 29 * DAY }] };
    const impact = impactOf(quillmoor, after, people({ keeper: until, mentor, applicant }), NOW);
    expect(impact.members.out).toEqual(['keeper', 'mentor']);
    expect(impact.applicants.out).toEqual(['applicant']);
    expect(impact.endingSoon).toEqual(['keeper']);
  });

  it('counts a page that goes and one that comes', () => {
    const gone = changed((doc) => (page(doc, 'mentor-notes').retired = true));
    expect(impactOf(quillmoor, gone, five, NOW).members.out).toEqual(['mentor']);
    expect(impactOf(gone, quillmoor, five, NOW).members.in).toEqual(['mentor']);
  });

  it('is of a block only for whoever may enter its page', () => {
    const guarded = (rule: Rule) =>
      changed((doc) => {
        page(doc, 'winter-guide').blocks.find(({ id }) => id === 'good-to-see-you')!.door = { rule };
      });
    const impact = impactOf(guarded({ all: [] }), guarded({ fact: 'group', is: ['mentors'] as never }), five, NOW);
    expect(impact.places).toEqual([
      { page: 'winter-guide', block: 'good-to-see-you', now: 2, after: 1, in: [], out: ['keeper'], visitors: same },
    ]);
  });

  it('is for each person what the doors before and after say of them', () => {
    fc.assert(
      fc.property(anyRule, anyRule, fc.array(anyFacts, { maxLength: 15 }), (one, other, facts) => {
        const [before, after] = [one, other].map((rule) => changed((doc) => (page(doc, 'about').door = { rule })));
        const all = Object.fromEntries(facts.map((each, n) => [`p${n}`, { ...each, member: `p${n}` as never }]));
        const open = (setup: typeof quillmoor, each: Facts) => {
          const doors = doorsOf(setup);
          return doors.meets(ruleOf(setup.pages.get('about')!.door, setup))(doors.prepare(each, NOW));
        };
        const { places } = impactOf(before!, after!, people(all), NOW);
        const place = places.find((where) => where.page === 'about') ?? { in: [], out: [] };
        const whose = (was: boolean, will: boolean) =>
          Object.keys(all).filter((id) => open(before!, all[id]!) === was && open(after!, all[id]!) === will);
        expect(place.in).toEqual(whose(false, true));
        expect(place.out).toEqual(whose(true, false));
      }),
      { numRuns: 60 },
    );
  });
});

describe('visitors', () => {
  it('are told of where a page opens to the world, or shuts for it, also where no member is concerned', () => {
    const opened = changed((doc) => (page(doc, 'winter-guide').door = { everyone: true }));
    expect(impactOf(quillmoor, opened, five, NOW).places).toMatchObject([
      { page: 'winter-guide', visitors: { now: false, after: true } },
    ]);
    const shut = changed((doc) => (page(doc, doc.site.home).door = { rule: { fact: 'signedIn' } }));
    expect(impactOf(quillmoor, shut, five, NOW)).toMatchObject({
      places: [{ page: quillmoor.doc.site.home, block: null, in: [], out: [], visitors: { now: true, after: false } }],
      others: quillmoor.doc.pages.length - 1,
    });
  });
});

describe('a day to come', () => {
  it('has let lapse whose terms are over by then, for one person as for everybody', () => {
    fc.assert(
      fc.property(anyFacts, fc.integer({ min: 1, max: 900 }), anyRule, (facts, days, rule) => {
        const at = NOW + days * DAY;
        const all = people({ one: facts }).ahead(NOW, at);
        const one = factsAhead({ ...facts, member: 'one' as never }, NOW, at);
        const columns = doorColumnsOf(all, at, quillmoor);
        expect(count(columns.who(rule))).toBe(
          doorsOf(quillmoor).meets(rule)(doorsOf(quillmoor).prepare(one, at)) ? 1 : 0,
        );
      }),
      { numRuns: 2_000, seed: 1911 },
    );
    expect(factsAhead(keeper, NOW, NOW + 300 * DAY).standing).toBe('lapsed');
    expect(factsAhead(mentor, NOW, NOW + 300 * DAY)).toBe(mentor);
  });
});
