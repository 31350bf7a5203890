import { describe, expect, it } from 'vitest';
import { NOW, quillmoor, setupOf, wholeQuillmoor as whole } from '../../tests/support/quillmoor';
import { checkUp } from '../checkup';
import { compile, layoutOf, prepare } from '../doors';
import { visitorFacts, type Facts } from '../facts';
import {
  readyCounts,
  readyForm,
  readyNames,
  readySetup,
  readySummary,
  starterSetup,
  type readyFormNames,
} from './index';
import { sampleAnswers, tryForm } from '../rehearsal';

const plain = setupOf(starterSetup('Quillmoor Beekeepers', 'hello@quillmoor.example'));

describe.each(readyNames)('the ready set-up %s', (name) => {
  const setup = readySetup(name, plain.doc);

  it('has nothing wrong with it', () => {
    expect(checkUp(setup, { now: NOW, reviewers: ['odile'], cards: true, live: plain })).toEqual([]);
  });

  it('keeps the site’s name, place, colours and letters', () => {
    const { home: _, menu: __, joinBy: ___, ...site } = plain.doc.site;
    expect(setup.doc.site).toMatchObject(site);
    expect(setup.doc.account).toEqual(plain.doc.account);
  });

  it('is joined by its form as it stands', () => {
    const form = setup.doc.forms[0]!;
    const tried = tryForm(form, sampleAnswers(form, setup, NOW), setup, NOW);
    expect(tried).toMatchObject({ ok: true });
    expect(tried.ok && tried.value.steps[0]).toMatch(/^Goes by|lead to/);
    expect(tried.ok && tried.value.gives).toHaveLength(1);
  });

  it('says in words what it is', () => {
    expect(readyCounts(setup)).toMatch(/^\d+ levels?, \d form, .* and \d pages$/);
    for (const { matter, says } of readySummary(setup)) expect(`${matter}: ${says}`).not.toMatch(/undefined|[{}]/);
  });
});

it('a community lets friends in at once and members after somebody has read', () => {
  const setup = readySetup('community', quillmoor.doc);
  const form = setup.doc.forms[0]!;
  const steps = (as: string) => {
    const tried = tryForm(form, { ...sampleAnswers(form, setup, NOW), 'joins-as': as }, setup, NOW);
    return tried.ok ? tried.value.steps : tried.refusal;
  };
  expect(steps('friend')).toEqual(['The answers lead to Friend path instead', 'Waits at gate 1, Confirm email']);
  expect(steps('member')).toEqual([
    'Goes by Member path',
    'Waits at gate 1, Confirm email',
    'Then comes to gate 2, Review',
  ]);
});

it('a course opens lesson after lesson as the weeks go by', () => {
  const setup = readySetup('course', plain.doc);
  const layout = layoutOf(setup);
  const DAY = 86_400_000;
  const opensAfter = (days: number) => {
    const student: Facts = { ...visitorFacts, member: 'm'.repeat(20) as never, standing: 'admitted', admittedAt: NOW };
    return setup.doc.pages
      .filter(({ id, door }) => {
        if (!id.startsWith('lesson')) return false;
        const rule = 'rule' in door ? door.rule : setup.doors.get('named' in door ? door.named : '')!.rule;
        return compile(rule, layout, setup)(prepare(layout, student, NOW + days * DAY));
      })
      .map(({ id }) => id);
  };
  expect([0, 6, 7, 13, 14].map((days) => opensAfter(days).length)).toEqual([1, 1, 2, 2, 3]);
});

describe('a ready form', () => {
  const named = { id: 'new-form' as never, address: 'new-form', title: 'A new form' };
  const blockers = (name: (typeof readyFormNames)[number]) => {
    const setup = setupOf({ ...whole.doc, forms: [...whole.doc.forms, readyForm(name, named, whole)] });
    return checkUp(setup, { now: NOW, reviewers: ['odile'], cards: true, live: whole }).map(
      ({ check, blocks }) => `${check} ${blocks}`,
    );
  };

  it.each([
    // The path gives Mentors by an answer that this form does not ask for.
    ['signup', ['askedNowhere false', 'unlinked false']],
    ['application', ['unlinked false']],
  ] as const)('%s can be published as it stands; nothing leads to it yet', (name, found) => {
    expect(blockers(name)).toEqual(found);
  });

  it('followUp asks everybody inside what they may change', () => {
    expect(blockers('followUp')).toEqual([]);
    const form = readyForm('followUp', named, whole);
    expect(form.parts).toContainEqual({
      part: 'field',
      field: 'hive-type',
      required: false,
      half: false,
      start: { from: 'profile' },
    });
    expect(form.parts.some((part) => part.part === 'field' && part.field === 'rules')).toBe(false);
  });

  it('blank says what it lacks', () => {
    expect(blockers('blank')).toEqual([
      'asksEnough true',
      'asksEnough true',
      'asksEnough true',
      'askedNowhere false',
      'unlinked false',
    ]);
  });
});
