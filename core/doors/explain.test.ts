import { describe, expect, it } from 'vitest';
import {
  NOW,
  applicant,
  friend,
  keeper,
  lapsed,
  mentor,
  person,
  quillmoor,
  quillmoorDocument,
  setupOf,
} from '../../tests/support/quillmoor';
import { visitorFacts } from '../facts';
import type { LevelId } from '../kernel';
import { describe as describeRule, explain, ruleOf, type Condition, type Rule, type Trace } from './index';
import { waysIn } from '../joining';

const rule = ruleOf({ named: 'keepers' as never }, quillmoor);

function lines(trace: Trace): string[] {
  if (trace.of === 'condition') return [`${trace.says}: ${trace.found}, ${trace.met ? 'met' : 'not met'}`];
  return [`${trace.of}, ${trace.met ? 'met' : 'not met'}`, ...trace.parts.flatMap(lines)];
}

describe('explain', () => {
  it('tells a lapsed Keeper each condition with the value found', () => {
    expect(lines(explain(rule, lapsed, NOW, quillmoor).because)).toEqual([
      'all, not met',
      'Standing is Admitted: Lapsed, since 2 Mar 2026, not met',
      'any, not met',
      'Level is Keeper or Patron: Keeper, ended 30 Sep 2026, not met',
      'In the group Mentors: in no group, not met',
    ]);
  });

  it('tells a Mentor why the door is open', () => {
    const said = lines(explain(rule, mentor, NOW, quillmoor).because);
    expect(said[0]).toBe('all, met');
    expect(said).toContain('In the group Mentors: Mentors, met');
    expect(said).toContain('Level is Keeper or Patron: Friend, not met');
  });

  it('tells of a visitor what can be told', () => {
    expect(lines(explain(rule, visitorFacts, NOW, quillmoor).because)[1]).toBe(
      'Standing is Admitted: a visitor, not met',
    );
  });

  it.each<[Condition, string, string]>([
    [{ fact: 'signedIn' }, 'Signed in', 'signed in'],
    [
      { fact: 'level', is: ['keeper' as LevelId], when: 'ever' },
      'Has ever held the level Keeper',
      'Keeper until 2 Mar 2027',
    ],
    [
      { fact: 'level', is: ['keeper' as LevelId], when: 'now', heldDays: 30 },
      'Level has been Keeper for 30 nights',
      'Keeper until 2 Mar 2027, for 226 nights',
    ],
    [
      { fact: 'mailDomain', is: ['mail.example', 'post.example'] },
      'Mail address ends in @mail.example or @post.example',
      '@mail.example',
    ],
    [{ fact: 'admittedFor', days: 30 }, 'Admitted for 30 days or more', 'admitted 226 days ago'],
    [{ fact: 'date', from: '2026-11-01' }, 'Date is 1 Nov 2026 or later', '14 Oct 2026'],
    [{ fact: 'date', until: '2026-11-01' }, 'Date is 1 Nov 2026 or earlier', '14 Oct 2026'],
    [
      { fact: 'field', field: 'heard-of-us' as never, test: { op: 'is', value: 'swarm' } },
      'Heard of us by is You came for a swarm',
      'not answered',
    ],
    [
      { fact: 'field', field: 'gone' as never, test: { op: 'answered' } },
      '“gone” (which does not exist) is answered',
      'not answered',
    ],
  ])('words for %j', (condition, says, found) => {
    expect(describeRule(condition, quillmoor)).toBe(says);
    const trace = explain(condition, keeper, NOW, quillmoor).because;
    expect(trace.of === 'condition' && trace.found).toBe(found);
  });
});

describe('describe', () => {
  it('reads a nested rule as one sentence', () => {
    expect(describeRule(rule, quillmoor)).toBe(
      'Standing is Admitted and (level is Keeper or Patron or in the group Mentors)',
    );
  });
  it('says what empty rules and exclusions mean', () => {
    expect(describeRule({ all: [] }, quillmoor)).toBe('Everyone');
    expect(describeRule({ any: [] }, quillmoor)).toBe('Nobody');
    expect(describeRule({ none: [{ fact: 'signedIn' }] }, quillmoor)).toBe('Not (signed in)');
  });
});

describe('ways in', () => {
  it('offers a visitor to sign in first, then the form that opens the page', () => {
    expect(waysIn(rule, visitorFacts, NOW, quillmoor)).toEqual([
      { by: 'signIn' },
      // A Patron's first payment is the smaller one.
      { by: 'join', form: 'become-a-patron', level: 'patron' },
      { by: 'join', form: 'join-quillmoor', level: 'keeper' },
    ]);
  });

  it('does not offer the form where it would not open the door', () => {
    const mentorsOnly = ruleOf({ named: 'mentors-only' as never }, quillmoor);
    // A Mentor may be looking, so signing in is always said; nothing else would help.
    expect(waysIn(mentorsOnly, visitorFacts, NOW, quillmoor)).toEqual([{ by: 'signIn' }]);
    expect(waysIn(mentorsOnly, keeper, NOW, quillmoor)).toEqual([{ by: 'ask' }]);
    expect(waysIn(mentorsOnly, applicant, NOW, quillmoor, 'keeper-path' as never)).toEqual([{ by: 'ask' }]);
  });

  it('promises an applicant only what their own path gives', () => {
    const doc = quillmoorDocument();
    doc.paths.push({ ...doc.paths[0]!, id: 'friend-path' as never, grants: [{ level: 'friend' as never }] });
    const setup = setupOf(doc);
    expect(waysIn(rule, applicant, NOW, setup, 'keeper-path' as never)).toEqual([{ by: 'finish' }]);
    expect(waysIn(rule, applicant, NOW, setup, 'friend-path' as never)).toEqual([{ by: 'ask' }]);
  });

  it('says when time alone opens the door, on the day that is looked at', () => {
    const spring = { all: [rule, { fact: 'date', from: '2027-03-01', until: '2027-03-31' }] } as Rule;
    const opens = Date.UTC(2027, 2, 1);
    expect(waysIn(spring, mentor, NOW, quillmoor)).toEqual([{ by: 'wait', at: opens }]);
    expect(waysIn(spring, mentor, opens, quillmoor)).toEqual([]);
    expect(waysIn(spring, mentor, Date.UTC(2027, 3, 1), quillmoor)).toEqual([{ by: 'ask' }]);
    // Joining now would not open it today, so it is not offered.
    expect(waysIn(spring, visitorFacts, NOW, quillmoor)).toEqual([{ by: 'signIn' }]);
    const held = { fact: 'level', is: ['keeper'], when: 'now', heldDays: 300 } as Rule;
    expect(waysIn(held, keeper, NOW, quillmoor)[0]).toEqual({
      by: 'wait',
      at: Date.UTC(2026, 2, 2) + 300 * 86_400_000,
    });
    expect(waysIn({ fact: 'admittedFor', days: 400 }, keeper, NOW, quillmoor)[0]).toMatchObject({ by: 'wait' });
  });

  it('tells an applicant to see the application through', () => {
    expect(waysIn(rule, applicant, NOW, quillmoor, 'keeper-path' as never)).toEqual([{ by: 'finish' }]);
  });

  it('tells a lapsed Keeper to renew before anything else', () => {
    expect(
      waysIn(rule, lapsed, NOW, quillmoor).map((way) => ('level' in way ? `${way.by} ${way.level}` : way.by)),
    ).toEqual(['renew keeper', 'changeLevel patron']);
  });

  it('offers a Friend the levels that open, the cheapest first', () => {
    // A Keeper comes by review, so nobody becomes one by paying; who was one before may again.
    expect(waysIn(rule, friend, NOW, quillmoor)).toEqual([{ by: 'changeLevel', level: 'patron' }]);
    const was = { ...friend, terms: [...friend.terms, { level: 'keeper' as never, from: 0, until: 1 }] };
    expect(waysIn(rule, was, NOW, quillmoor)).toEqual([
      { by: 'changeLevel', level: 'patron' },
      { by: 'changeLevel', level: 'keeper' },
    ]);
  });

  it('offers nothing where the door is open, and to ask where nothing helps', () => {
    expect(waysIn(rule, keeper, NOW, quillmoor)).toEqual([]);
    expect(waysIn({ fact: 'date', until: '2020-01-01' }, keeper, NOW, quillmoor)).toEqual([{ by: 'ask' }]);
    expect(
      waysIn(
        { fact: 'field', field: 'years-keeping' as never, test: { op: 'atLeast', value: 5 } },
        person({}),
        NOW,
        quillmoor,
      ),
    ).toEqual([{ by: 'ask' }]);
  });
});
