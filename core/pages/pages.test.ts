import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  applicant,
  friend,
  keeper,
  lapsed,
  mentor,
  NOW,
  person,
  place,
  quillmoor,
  quillmoorDocument,
  setupOf,
} from '../../tests/support/quillmoor';
import { doorsOf } from '../doors';
import { standings, visitorFacts, type Facts } from '../facts';
import { chipsOfPage, menuFor, menuOf, pagesSeen, resolvePage, sightSentence, wordsFor } from './index';

const doors = doorsOf(quillmoor);
const look = (page: string, facts: Facts, now = NOW) =>
  resolvePage(
    quillmoor.pages.get(page)!,
    doors.prepare(facts, now),
    wordsFor(facts, now, quillmoor),
    doors,
    'keeper-path' as never,
  );
const viewOf = (page: string, facts: Facts) => {
  const resolved = look(page, facts);
  if (resolved.is !== 'page') throw new Error(resolved.is);
  return resolved.view;
};
const ids = (page: string, facts: Facts) => viewOf(page, facts).blocks.map((block) => block.id);

describe('the winter guide', () => {
  it('shows a Keeper everything but what is for mentors', () => {
    expect(ids('winter-guide', keeper)).toEqual([
      'wait',
      'winter-apiary',
      'good-to-see-you',
      'months',
      'how-much-heading',
      'how-much',
      'sheet',
    ]);
    expect(viewOf('winter-guide', keeper).shut).toBeNull();
    expect(JSON.stringify(viewOf('winter-guide', keeper))).toContain('Good to see you here, Ida.');
  });

  it('shows a Mentor the note as well', () => {
    expect(ids('winter-guide', mentor)).toContain('mentors-note');
  });

  it('shows a visitor its marked block and the ways in, and nothing of the rest', () => {
    const view = viewOf('winter-guide', visitorFacts);
    expect(view.blocks.map((block) => block.id)).toEqual(['wait', 'winter-apiary']);
    expect(view.shut).toEqual({
      note: 'The rest of the guide is for Keepers, Patrons and Mentors.',
      ways: [
        {
          label: 'Sign in',
          href: '/sign-in?next=%2Fwinter-treatment-guide',
          says: 'Already a member? Sign in to read on, if it is open to you.',
        },
        {
          label: 'Become a Patron',
          href: '/join/patron',
          says: 'Joining as Patron opens this page, from £10.00 a month or £120.00 a year.',
        },
        {
          label: 'Join Quillmoor',
          href: '/join/quillmoor',
          says: 'Joining as Keeper opens this page, £48.00 a year.',
        },
      ],
    });
    expect(JSON.stringify(view)).not.toContain('5 ml');
  });

  it('tells each person outside the way that fits', () => {
    expect(viewOf('winter-guide', applicant).shut!.ways.map((way) => way.href)).toEqual(['/joining']);
    expect(viewOf('winter-guide', lapsed).shut!.ways[0]!.says).toBe(
      'Your Keeper membership ended on 30 September 2026. Renewing it, £48.00 a year, opens this page again.',
    );
    expect(viewOf('winter-guide', friend).shut!.ways[0]!.says).toBe(
      'Membership as Patron opens this page, from £10.00 a month or £120.00 a year.',
    );
  });

  it('offers of several levels the cheapest, behind the one the person had', () => {
    expect(viewOf('my-bees', lapsed).shut!.ways.map((way) => way.label)).toEqual([
      'Renew your membership',
      'Become Friend',
    ]);
  });
});

describe('other outside views', () => {
  it('a page that shows nothing is as absent as one that does not exist', () => {
    expect(look('mentor-notes', keeper)).toEqual({ is: 'missing' });
    expect(look('mentor-notes', mentor).is).toBe('page');
  });

  it('a page with a note shows its name and the note', () => {
    const view = viewOf('my-bees', visitorFacts);
    expect(view.blocks).toEqual([]);
    expect(view.heading).toBe('Your bees, keeper');
    expect(view.shut!.note).toBe("This page shows each member's own apiary.");
  });

  it('a page may lead elsewhere', () => {
    const doc = quillmoorDocument();
    doc.pages[2]!.outside = { view: 'otherPage', page: 'about' as never };
    const setup = setupOf(doc);
    const other = doorsOf(setup);
    const resolved = resolvePage(setup.pages.get('winter-guide')!, other.prepare(visitorFacts, NOW), () => null, other);
    expect(resolved).toEqual({ is: 'elsewhere', address: '/about' });
  });

  it('leads along pages that lead on, and never back to where somebody came from', () => {
    const doc = quillmoorDocument();
    const guide = doc.pages.find(({ id }) => id === 'winter-guide')!;
    const bees = doc.pages.find(({ id }) => id === 'my-bees')!;
    guide.outside = { view: 'otherPage', page: 'my-bees' as never };
    bees.outside = { view: 'otherPage', page: 'about' as never };
    const led = () => {
      const setup = setupOf(doc);
      const other = doorsOf(setup);
      return resolvePage(setup.pages.get('winter-guide')!, other.prepare(visitorFacts, NOW), () => null, other);
    };
    expect(led()).toEqual({ is: 'elsewhere', address: '/about' });
    bees.outside = { view: 'otherPage', page: 'winter-guide' as never };
    expect(led()).toEqual({ is: 'missing' });
  });
});

describe('the menu', () => {
  const labels = (facts: Facts) =>
    menuFor(menuOf('menu', quillmoor), doors.prepare(facts, NOW), wordsFor(facts, NOW, quillmoor), doors).map(
      (link) => link.label,
    );
  it('offers nobody a page they may not open', () => {
    expect(labels(visitorFacts)).toEqual(['Welcome', 'About', 'Join Quillmoor']);
    expect(labels(applicant)).toEqual(['Welcome', 'About']);
    expect(labels(keeper)).toEqual(['Welcome', 'About', 'Winter treatment guide', 'My bees', 'Kit and colonies']);
    expect(labels(mentor)).toContain('Mentor notes');
  });
});

describe('personal words', () => {
  const words = (facts: Facts) => wordsFor(facts, NOW, quillmoor);
  it('come from the facts', () => {
    const own = words({ ...keeper, fields: { 'colonies-kept': 2 } as Facts['fields'] });
    expect(own('firstName')).toBe('Ida');
    expect(own('level')).toBe('Keeper');
    expect(own('termEnd')).toBe('2 March 2027');
    expect(own('number')).toBe('0147');
    expect(own('groups')).toBe('Swarm collectors');
    expect(own('greeting')).toBe('Good morning');
    expect(own('field:colonies-kept')).toBe('2 colonies');
    expect(own('field:hive-type')).toBeNull();
    expect(own('code')).toBeNull();
  });
  it('are unknown of a visitor, but for what needs no person', () => {
    expect(words(visitorFacts)('firstName')).toBeNull();
    expect(words(visitorFacts)('siteName')).toBe("Quillmoor Beekeepers' Association");
  });
  it('are listed for a page, so that it can be kept ready without them', () => {
    expect(chipsOfPage(quillmoor.pages.get('my-bees')!)).toEqual([
      'firstName',
      'field:apiary-postcode',
      'field:colonies-kept',
      'field:years-keeping',
      'level',
      'number',
      'fullName',
      'groups',
      'termEnd',
    ]);
  });
});

describe('what a person sees of the site', () => {
  const sentence = (facts: Facts, waiting = '') => sightSentence(pagesSeen(facts, NOW, doors), waiting, place);
  it('is one sentence', () => {
    expect(sentence(visitorFacts)).toBe('Opens 5 of 10 pages.');
    expect(sentence(keeper)).toBe('Opens 8 of 10 pages, all but Mentor notes and Committee papers.');
    expect(sentence(mentor)).toBe('Opens 9 of 10 pages, all but Committee papers.');
    expect(sentence(applicant, 'Waits at gate 2 of 2, Review. 10 days left.')).toBe(
      'Opens 5 of 10 pages. Waits at gate 2 of 2, Review. 10 days left.',
    );
  });
  it('changes with the day', () => {
    expect(sightSentence(pagesSeen(keeper, Date.UTC(2027, 2, 2), doors), '', place)).toBe('Opens 7 of 10 pages.');
  });
});

describe('nothing of a closed block leaves, whoever looks', () => {
  it('for any person', () => {
    const secrets: [string, (facts: Facts) => boolean][] = [
      [
        'Never more than 50 ml',
        (facts) =>
          facts.standing === 'admitted' &&
          (facts.groups.includes('mentors' as never) ||
            facts.terms.some((t) => ['keeper', 'patron'].includes(t.level))),
      ],
      [
        'ring round your first-year keepers',
        (facts) => facts.standing === 'admitted' && facts.groups.includes('mentors' as never),
      ],
    ];
    const someone = fc
      .record({
        standing: fc.constantFrom(...standings),
        level: fc.constantFrom('friend', 'keeper', 'patron'),
        groups: fc.subarray(['mentors', 'committee']),
      })
      .map(({ standing, level, groups }) => person({ standing, levels: [[level, 0, null]], groups }));
    fc.assert(
      fc.property(fc.oneof(someone, fc.constant(visitorFacts)), (facts) => {
        const sent = quillmoor.doc.pages.map((page) => JSON.stringify(look(page.id, facts))).join('');
        for (const [secret, may] of secrets) expect(sent.includes(secret)).toBe(may(facts));
      }),
    );
  });
});

describe('a call to a form', () => {
  const callOf = (change: object, now: number, full: readonly string[] = []) => {
    const doc = quillmoorDocument();
    Object.assign(
      doc.forms.find(({ id }) => id === 'join-quillmoor')!,
      change,
    );
    doc.pages[0]!.blocks.push({
      kind: 'callToAction',
      id: 'call' as never,
      aside: false,
      title: 'Join us',
      text: 'Bees need you.',
      button: 'Join',
      to: { form: 'join-quillmoor' as never },
    } as never);
    const setup = setupOf(doc);
    const at = doorsOf(setup);
    const looked = { listed: () => null, asked: () => false, full: new Set(full) };
    const person = at.prepare(visitorFacts, now);
    const page = resolvePage(setup.doc.pages[0]!, person, wordsFor(visitorFacts, now, setup), at, null, looked);
    if (page.is !== 'page') throw new Error('The page is shut.');
    const block = page.view.blocks.find(({ id }) => id === 'call');
    return block?.kind === 'callToAction' ? block.shut : undefined;
  };

  it('leads there on days on which it may be sent, and says otherwise since or until when it may not', () => {
    const window = { opens: '2026-10-14', closes: '2026-10-20' };
    const noon = (day: number) => Date.UTC(2026, 9, day, 11);
    expect([13, 14, 20, 21].map((day) => callOf(window, noon(day)))).toEqual([
      'This form opens on 14 October 2026.',
      null,
      null,
      'This form closed on 20 October 2026.',
    ]);
  });
  it('says so where all places are taken', () => {
    expect(callOf({}, NOW)).toBeNull();
    expect(callOf({}, NOW, ['join-quillmoor'])).toBe('All places are taken.');
  });
});
