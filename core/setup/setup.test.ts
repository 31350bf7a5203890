import { describe, expect, it } from 'vitest';
import { quillmoor, quillmoorDocument, setupOf } from '../../tests/support/quillmoor';
import { starterSetup } from '../../server/setup/starter';
import { contrast, documentOf, itemsOf, makeSetup, referencesOf, sayPrice, siteColours } from './index';

type Loose = Record<string, never> & { [key: string]: unknown };
const faultsAfter = (change: (doc: ReturnType<typeof quillmoorDocument>) => void) => {
  const doc = quillmoorDocument();
  change(doc);
  const made = makeSetup(doc);
  return made.ok ? [] : made.refusal.map((fault) => `${fault.where}: ${fault.says}`);
};

describe('Quillmoor', () => {
  it('is complete and cannot be changed', () => {
    expect(quillmoor.pages.size).toBe(5);
    expect(() => void ((quillmoor.doc.site as unknown as Loose)['name'] = 'x' as never)).toThrow();
    expect(() => (quillmoor.doc.pages[0]!.blocks as unknown[]).push({})).toThrow();
  });

  it('comes apart into items and together again', () => {
    const shuffled = [...itemsOf(quillmoor.doc)].reverse();
    expect(documentOf(shuffled)).toEqual(quillmoor.doc);
  });
});

describe('the plain set-up of a new site', () => {
  it('has no hole', () => {
    expect(setupOf(starterSetup('Quillmoor Beekeepers', 'hello@quillmoor.example')).forms.size).toBe(1);
  });
});

describe('holes are named with their place and the way to mend them', () => {
  it('a reference to nothing, wherever it stands', () => {
    expect(faultsAfter((doc) => doc.groups.splice(0, 1))).toEqual([
      'doors.0.rule: There is no group “mentors”. Choose one that exists or add it.',
      'doors.1.rule: There is no group “mentors”. Choose one that exists or add it.',
      'paths.0.grants.1: There is no group “mentors”. Choose one that exists or add it.',
    ]);
    expect(faultsAfter((doc) => (doc.forms[0]!.path = 'gone' as never))).toEqual([
      'forms.0.path: There is no admission path “gone”. Choose one that exists or add it.',
    ]);
    expect(faultsAfter((doc) => (doc.site.home = 'gone' as never))).toEqual([
      'site.home: There is no page “gone”. Choose one that exists or add it.',
    ]);
    expect(faultsAfter((doc) => (doc.account.resetPassword = 'gone' as never))).toEqual([
      'account.resetPassword: There is no message “gone”. Choose one that exists or add it.',
    ]);
    expect(faultsAfter((doc) => (doc.pages[2]!.door = { named: 'gone' as never }))).toEqual([
      'pages.2.door: There is no door “gone”. Choose one that exists or add it.',
    ]);
    expect(faultsAfter((doc) => (doc.menus[0]!.items[0]!.to = { page: 'gone' as never }))).toEqual([
      'menus.0.items.0: There is no page “gone”. Choose one that exists or add it.',
    ]);
  });

  it('the same id or address twice', () => {
    expect(faultsAfter((doc) => (doc.pages[1]!.address = 'welcome'))).toEqual([
      'pages.1: “welcome” is used twice; give one of them another.',
    ]);
    expect(faultsAfter((doc) => (doc.levels[1]!.id = 'friend' as never))[0]).toBe(
      'levels.1: “friend” is used twice; give one of them another.',
    );
  });

  it('a form that cannot make an account', () => {
    expect(faultsAfter((doc) => doc.forms[0]!.parts.splice(2, 1))).toEqual([
      'forms.0: The form must ask once for a password.',
    ]);
    expect(faultsAfter((doc) => doc.forms[0]!.parts.splice(1, 1))).toEqual([
      'forms.0: The form must ask once, as required, for the field that holds the mail address.',
    ]);
    expect(
      faultsAfter((doc) =>
        doc.forms[0]!.parts.push({ part: 'field', field: 'years-keeping' as never, required: false, half: false }),
      ),
    ).toEqual(['forms.0: The form asks for the same field twice; remove one of them.']);
  });

  it('values that cannot be', () => {
    expect(faultsAfter((doc) => (doc.site.zone = 'Moor/Quill'))).toEqual([
      'site.zone: That is no time zone. Use a name such as Europe/London.',
    ]);
    expect(faultsAfter((doc) => (doc.site.look.accent = 'plum'))).toEqual([
      'site.look.accent: Write a colour as # and six of 0–9, A–F.',
    ]);
    expect(faultsAfter((doc) => (doc.site.look.mark!.paths[0] = '"/><script>'))).toEqual([
      'site.look.mark.paths.0: A mark holds path data only.',
    ]);
    expect(faultsAfter((doc) => (doc.pages[0]!.address = 'Über uns'))).toEqual([
      'pages.0.address: An address has small letters, digits and single hyphens.',
    ]);
    expect(faultsAfter((doc) => ((doc.pages[0] as unknown as Loose)['secret'] = 1 as never))).toHaveLength(1);
    expect(makeSetup(null).ok).toBe(false);
  });

  it('every reference is known, so that what is referred to can be kept', () => {
    const all = referencesOf(quillmoor.doc);
    expect(all).toContainEqual({ where: 'paths.0.grants.0', kind: 'levels', id: 'keeper' });
    expect(all).toContainEqual({ where: 'pages.0.blocks.0.door', kind: 'doors', id: 'members' });
    expect(all.length).toBeGreaterThan(40);
  });
});

describe('prices in words', () => {
  it.each([
    ['friend', 'free'],
    ['keeper', '£48.00 a year'],
    ['patron', 'from £10.00 a month'],
    ['apprentice', '£30.00 for 6 months'],
  ])('%s', (level, says) => {
    expect(sayPrice(quillmoor.levels.get(level)!, quillmoor.doc.site)).toBe(says);
  });
});

describe('the site’s colours', () => {
  it('measures contrast as WCAG does', () => {
    expect(contrast('#000000', '#FFFFFF')).toBeCloseTo(21, 5);
    expect(contrast('#56365F', '#FFFEFD')).toBeCloseTo(10, 0);
    expect(contrast('#777777', '#FFFFFF')).toBeCloseTo(4.48, 2);
  });

  it('derives text that reads well on paper and tint', () => {
    const colours = siteColours(quillmoor.doc.site.look);
    for (const ground of [colours.paper, colours.tint]) {
      expect(contrast(colours.text, ground)).toBeGreaterThan(7);
      expect(contrast(colours.quiet, ground)).toBeGreaterThan(4.5);
      expect(contrast(colours.edge, ground)).toBeGreaterThan(3);
    }
    expect(contrast(colours.onAccent, colours.accent)).toBeGreaterThan(4.5);
  });

  it('puts dark words on a light accent', () => {
    const colours = siteColours({ ...quillmoor.doc.site.look, accent: '#E5C437' });
    expect(colours.onAccent).not.toBe('#FFFFFF');
  });
});
