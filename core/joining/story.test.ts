import { describe, expect, it } from 'vitest';
import {
  NOW,
  blankApplication,
  keeperPath,
  quillmoor,
  quillmoorDocument,
  setupOf,
} from '../../tests/support/quillmoor';
import { DAY, HOUR, MINUTE } from '../kernel';
import { advance, storyOf, type Application, type JoiningEvent } from './index';

/** Runs a script and gives the timeline as lines, oldest first. */
function told(
  script: readonly [days: number, event: JoiningEvent][],
  setup = quillmoor,
  fields?: Application['answers']['fields'],
): string[] {
  let application: Application = blankApplication(NOW, fields && { fields });
  return script.flatMap(([days, event]) => {
    const now = NOW + days * DAY;
    const step = advance(setup.paths.get('keeper-path')!, application, event, now, setup);
    if (!step.ok) throw new Error(step.refusal.code);
    const story = storyOf(application, step.value, now, setup);
    application = step.value.application;
    expect(story.every((moment) => moment.at === now)).toBe(true);
    return story.map((moment) => [moment.title, moment.note].filter(Boolean).join(' | '));
  });
}
const minutes = (count: number) => (count * MINUTE) / DAY;
const submitted = [0, { it: 'submitted' }] as const;
const confirmed = [minutes(5), { it: 'codeEntered', serial: 1 }] as const;

describe('the story of an application', () => {
  it('begins with the form that was sent, and does not tell of the first code', () => {
    expect(told([[...submitted]])).toEqual(['Applicant | Form Join Quillmoor']);
  });

  it('names the gate that was passed, who passed it, and how long that took', () => {
    expect(
      told([[...submitted], [...confirmed], [3 + HOUR / DAY, { it: 'approved', by: 'Tamsin Rooke' }]]).slice(1),
    ).toEqual([
      'Email confirmed | Gate 1, Confirm email',
      'Tamsin Rooke said yes | Gate 2, Review, after 3 days',
      'Admitted | Keeper path, all 2 gates passed',
      expect.stringMatching(/^Given Keeper until \d+ \w+ \d{4}$/),
    ]);
  });

  it('counts one day as one, and says nothing of less', () => {
    const link = [minutes(5), { it: 'linkOpened', serial: 1 }] as [number, JoiningEvent];
    const approved = (days: number) => [days, { it: 'approved', by: 'Tamsin Rooke' }] as [number, JoiningEvent];
    expect(told([[...submitted], link, approved(1.1)])[2]).toBe('Tamsin Rooke said yes | Gate 2, Review, after 1 day');
    expect(told([[...submitted], link, approved(0.1)])[2]).toBe('Tamsin Rooke said yes | Gate 2, Review');
  });

  it('tells of a group that the answers brought', () => {
    const experienced = { 'years-keeping': 11, 'colonies-kept': 6 } as Application['answers']['fields'];
    expect(
      told([[...submitted], [...confirmed], [1, { it: 'approved', by: 'Tamsin Rooke' }]], quillmoor, experienced),
    ).toContain('Added to Mentors');
  });

  it('gives the reason of a no, the words of a question and of its answer', () => {
    expect(
      told([
        [...submitted],
        [...confirmed],
        [1, { it: 'questionAsked', by: 'Tamsin Rooke', text: 'Where do the hives stand?' }],
        [2, { it: 'answerGiven', text: 'Behind the mill.' }],
        [3, { it: 'declined', by: 'Tamsin Rooke', reason: 'Too near the school.' }],
      ]).slice(2),
    ).toEqual([
      'Tamsin Rooke asked a question | Where do the hives stand?',
      'Answered the question | Behind the mill.',
      'Tamsin Rooke said no | Too near the school.',
      'Declined',
    ]);
  });

  it('tells of further codes and of a voided one, and not of each wrong try', () => {
    const wrong = [minutes(3), { it: 'codeEntered', serial: null }] as [number, JoiningEvent];
    expect(
      told([[...submitted], [minutes(2), { it: 'resendAsked' }], wrong, wrong, wrong, wrong, wrong]).slice(1),
    ).toEqual([
      'New code sent | Gate 1, Confirm email',
      'Code voided after too many wrong tries | Gate 1, Confirm email',
    ]);
  });

  it('tells what the clock did', () => {
    const clock = (days: number) => [days, { it: 'timePassed' }] as [number, JoiningEvent];
    const story = told([[...submitted], [...confirmed], clock(5.01), clock(14.1), clock(28.2)]).slice(2);
    expect(story[0]).toBe('Reviewers reminded | Gate 2, Review, after 5 days');
    expect(story[1]).toBe('Time ran out, reviewers asked again | Gate 2, Review, after 14 days');
    expect(story.at(-1)).toBe('Closed | The application ran out of time');
  });

  it('can still be told when what it speaks of was taken out of the set-up', () => {
    const document = quillmoorDocument();
    const path = document.paths.find((item) => item.id === keeperPath.id)!;
    path.title = 'Way in';
    path.gates = path.gates.filter((gate) => gate.kind === 'confirmEmail');
    const setup = setupOf(document);
    expect(told([[...submitted], [...confirmed]], setup)).toContain('Admitted | Way in, its gate passed');
  });
});
