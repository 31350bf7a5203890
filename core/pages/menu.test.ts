import { describe, expect, it } from 'vitest';
import { NOW, applicant, keeper, quillmoorDocument, setupOf } from '../../tests/support/quillmoor';
import { doorsOf } from '../doors';
import { visitorFacts, type Facts } from '../facts';
import { chipsOfMenu, menuFor, menuOf, wordsFor, type MenuItem } from './index';

function menuWith(items: readonly unknown[], facts: Facts, where: 'menu' | 'foot' = 'menu') {
  const doc = quillmoorDocument();
  doc.menus = [{ id: 'main' as never, title: 'Main', items: items as MenuItem[] }];
  const { menu: _, ...site } = doc.site;
  doc.site = { ...site, [where]: 'main' as never };
  const setup = setupOf(doc);
  const doors = doorsOf(setup);
  return menuFor(menuOf(where, setup), doors.prepare(facts, NOW), wordsFor(facts, NOW, setup), doors);
}

describe('a menu', () => {
  const inAndOut = [
    { to: { place: 'signIn' } },
    { label: ['Welcome, ', { chip: 'firstName', or: 'friend' }], to: { place: 'account' } },
    { to: { place: 'signOut' } },
  ];
  it('changes with who looks', () => {
    expect(menuWith(inAndOut, visitorFacts)).toEqual([
      { label: 'Sign in', href: '/sign-in', signsOut: false, items: [] },
    ]);
    expect(menuWith(inAndOut, keeper)).toEqual([
      { label: 'Welcome, Ida', href: '/account', signsOut: false, items: [] },
      { label: 'Sign out', href: '/sign-out', signsOut: true, items: [] },
    ]);
  });

  const nested = [
    {
      to: { page: 'about' },
      items: [
        { to: { page: 'winter-guide' } },
        { to: { page: 'mentor-notes' } },
        { label: 'The moor', to: { address: 'https://moor.example/' } },
        { to: { form: 'join-quillmoor' }, door: { rule: { fact: 'standing', is: ['applicant'] } } },
      ],
    },
  ];
  it('holds items within items, each by its own door and that of where it leads', () => {
    const within = (facts: Facts) => menuWith(nested, facts)[0]!.items.map(({ label }) => label);
    expect(within(visitorFacts)).toEqual(['The moor']);
    expect(within(applicant)).toEqual(['The moor']);
    expect(within(keeper)).toEqual(['Winter treatment guide', 'The moor']);
  });

  it('stands at the foot as well, and nowhere once it is retired', () => {
    expect(menuWith(nested, keeper, 'foot')).toHaveLength(1);
    const doc = quillmoorDocument();
    doc.menus[0]!.retired = true;
    expect(menuOf('menu', setupOf(doc))).toBeNull();
  });

  it('leads to forms where they stand', () => {
    const doc = quillmoorDocument();
    const followUp = doc.forms.find(({ purpose }) => purpose.is === 'followUp')!;
    expect(menuWith([{ to: { form: followUp.id } }], visitorFacts)[0]!.href).toBe(`/form/${followUp.address}`);
  });

  it('tells the personal words of all its labels', () => {
    const setup = setupOf({
      ...quillmoorDocument(),
      menus: [{ id: 'main' as never, title: 'Main', items: [{ ...nested[0]!, items: [inAndOut[1]!] }] as never }],
    });
    expect(chipsOfMenu(menuOf('menu', setup))).toEqual(['firstName']);
    expect(chipsOfMenu(null)).toEqual([]);
  });
});
