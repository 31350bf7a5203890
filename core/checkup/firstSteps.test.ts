import { describe, expect, it } from 'vitest';
import { quillmoorDocument, setupOf } from '../../tests/support/quillmoor';
import { firstSteps, type Beginnings, type FirstStep } from './firstSteps';

/** A site whose form asks for name, address and password. */
function bare() {
  const doc = quillmoorDocument();
  for (const form of doc.forms.filter(({ purpose }) => purpose.is === 'signup'))
    form.parts = form.parts.filter(
      (part) => part.part === 'password' || (part.part === 'field' && ['full-name', 'mail'].includes(part.field)),
    );
  return setupOf(doc);
}
const begun: Beginnings = {
  draft: bare(),
  findings: [],
  changes: 0,
  revision: 1,
  letterSent: false,
  madeUp: 0,
  people: 0,
};
const open = (about: Partial<Beginnings>) =>
  firstSteps({ ...begun, ...about })
    .filter(({ done }) => !done)
    .map(({ step }) => step);

describe('the first steps', () => {
  it('are all open on a site that has just begun, but for what is in order by itself', () => {
    expect(open({})).toEqual(['letters', 'asks', 'eyes', 'live', 'joined']);
    expect(open({ findings: [{} as never] })).toContain('whole');
  });

  it.each<[FirstStep['step'], Partial<Beginnings>]>([
    ['letters', { letterSent: true }],
    ['asks', { draft: setupOf(quillmoorDocument()) }],
    ['eyes', { madeUp: 1 }],
    ['live', { revision: 2 }],
    ['joined', { people: 1 }],
  ])('%s goes when it is so', (step, about) => {
    expect(open({})).toContain(step);
    expect(open(about)).not.toContain(step);
  });

  it('is not live while the draft holds changes', () => {
    expect(open({ revision: 5, changes: 2 })).toContain('live');
  });

  it('does not count what a retired form asks', () => {
    const doc = quillmoorDocument();
    for (const form of doc.forms) if (form.purpose.is === 'signup') form.retired = true;
    expect(open({ draft: setupOf(doc) })).toContain('asks');
  });
});
