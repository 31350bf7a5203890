import { describe, expect, it } from 'vitest';
import { NOW, quillmoor, quillmoorDocument, setupOf, wholeQuillmoor } from '../../tests/support/quillmoor';
import { starterSetup } from '../ready';
import { referencesOf, type SetupDocument } from '../setup';
import { nearest } from '../site';
import { holds } from './conditions';
import { checkUp, whereOf, type World } from './index';

const world: World = { now: NOW, reviewers: ['odile', 'tamsin'], cards: true, live: null };
type Change = (doc: SetupDocument) => unknown;
const lookAt = (doc: SetupDocument, about: Partial<World> = {}) => checkUp(setupOf(doc), { ...world, ...about });
const after = (change: Change, about: Partial<World> = {}) => {
  const doc = quillmoorDocument();
  change(doc);
  return lookAt(doc, about);
};
const told = (change: Change, about: Partial<World> = {}) =>
  after(change, about).map((found) => `${found.check} ${whereOf(found)}${found.blocks ? ', blocks' : ''}`);
const gate = (doc: SetupDocument, at: number) => doc.paths[0]!.gates[at] as never as Record<string, unknown>;
const fieldOf = (doc: SetupDocument, id: string) => doc.fields.find((field) => field.id === id)!;
type KindOf<K extends string> = Extract<SetupDocument['fields'][number]['of'], { kind: K }>;
const agreementOf = (doc: SetupDocument) => fieldOf(doc, 'rules').of as KindOf<'agreement'>;
const madeOf = (doc: SetupDocument, id: string) => fieldOf(doc, id).of as KindOf<'computed'>;
const makeField = (doc: SetupDocument, id: string, source: string) =>
  doc.fields.push({
    id,
    label: 'Apiary',
    of: { kind: 'computed', of: [{ chip: `field:${source}`, or: '' }] },
    seenBy: 'members',
    changedBy: 'nobody',
  } as never);
const doorOf = (doc: SetupDocument, id: string) => doc.doors.find((door) => door.id === id)!;
const pageOf = (doc: SetupDocument, id: string) => doc.pages.find((page) => page.id === id)!;
const text = (runs: readonly unknown[]) => ({
  kind: 'text',
  id: 'added',
  text: [{ is: 'paragraph', runs }],
  outsideToo: false,
  aside: false,
});
const standing = (is: string) => ({ fact: 'standing', is: [is] }) as never;
const levelOf = (doc: SetupDocument, id: string) => doc.levels.find((level) => level.id === id)!;
const paymentOf = (doc: SetupDocument) =>
  doc.paths.find(({ id }) => id === 'patron-path')!.gates[1] as Extract<
    SetupDocument['paths'][number]['gates'][number],
    { kind: 'payment' }
  >;
const held = (level: string) => ({ fact: 'level', is: [level], when: 'now' }) as never;
const further = (form: string) =>
  ({
    kind: 'completeProfile',
    id: 'further',
    title: 'More',
    form,
    limit: { count: 7, unit: 'days' },
    message: 'pay-us',
    reminder: 'pay-us-again',
  }) as never;
const messageOf = (doc: SetupDocument, id: string) => doc.messages.find((message) => message.id === id)!;
const asks = (field: string, test: unknown) => ({ fact: 'field', field, test }) as never;
const routedBy = (doc: SetupDocument, field: string, test: unknown) =>
  doc.paths[0]!.grants.push({ group: 'mentors', when: { fact: 'field', field, test } } as never);

it('finds nothing in Quillmoor, nor in what a new site begins with', () => {
  expect(checkUp(wholeQuillmoor, world)).toEqual([]);
  expect(lookAt(starterSetup('Quillmoor Beekeepers', 'hello@quillmoor.example') as SetupDocument)).toEqual([]);
});

/** Each check appears by the one change and goes again by the other. */
const table: Record<
  string,
  { at: string; hole: Change; mend?: Change; about?: Partial<World>; mended?: Partial<World> }
> = {
  nothingThere: {
    at: 'form join-quillmoor purpose.path, blocks',
    hole: (doc) => (doc.forms[0]!.purpose = { is: 'signup', path: 'gone' as never }),
    mend: (doc) => (doc.forms[0]!.purpose = { is: 'signup', path: 'keeper-path' as never }),
  },
  retiredInUse: {
    at: 'form join-quillmoor parts.5',
    hole: (doc) => (fieldOf(doc, 'years-keeping').retired = true),
    mend: (doc) => (fieldOf(doc, 'years-keeping').retired = false),
  },
  oneAddress: {
    at: 'page about address, blocks',
    hole: (doc) => (doc.pages.find(({ id }) => id === 'about')!.address = 'welcome'),
    mend: (doc) => (doc.pages.find(({ id }) => id === 'about')!.address = 'about-us'),
  },
  asksEnough: {
    at: 'form join-quillmoor mail, blocks',
    hole: (doc) => doc.forms[0]!.parts.splice(1, 1),
    mend: (doc) => doc.forms[0]!.parts.push({ part: 'field', field: 'mail' as never, required: true, half: false }),
  },
  sameQuestion: {
    at: 'form join-quillmoor parts.9, blocks',
    hole: (doc) =>
      doc.forms[0]!.parts.push({ part: 'field', field: 'years-keeping' as never, required: false, half: false }),
    mend: (doc) => doc.forms[0]!.parts.pop(),
  },
  askedLater: {
    at: 'form join-quillmoor parts.3',
    hole: (doc) => (doc.forms[0]!.parts[3]!.when = asks('years-keeping', { op: 'atLeast', value: 3 })),
    mend: (doc) => doc.forms[0]!.parts.push(...doc.forms[0]!.parts.splice(3, 1)),
  },
  setRefused: {
    at: 'form join-quillmoor parts.5',
    hole: (doc) => Object.assign(doc.forms[0]!.parts[5]!, { start: { from: 'constant', value: 'many' } }),
    mend: (doc) => Object.assign(doc.forms[0]!.parts[5]!, { start: { from: 'constant', value: '12' } }),
  },
  nobodySets: {
    at: 'field hive-type changedBy',
    hole: (doc) => (fieldOf(doc, 'hive-type').changedBy = 'nobody'),
    mend: (doc) =>
      doc.forms[0]!.parts.push({ part: 'field', field: 'hive-type' as never, required: false, half: false }),
  },
  unrouted: {
    at: 'field heard-of-us choices',
    hole: (doc) => routedBy(doc, 'heard-of-us', { op: 'is', value: 'swarm' }),
    mend: (doc) => {
      const { of } = fieldOf(doc, 'heard-of-us') as { of: { choices: { id: string; idle?: boolean }[] } };
      for (const choice of of.choices) if (choice.id !== 'swarm') choice.idle = true;
    },
  },
  unlinked: {
    at: 'form spring-talk address',
    hole: (doc) => doc.forms.push({ ...structuredClone(doc.forms[0]!), id: 'spring-talk', address: 'talk' } as never),
    mend: (doc) => doc.menus[0]!.items.push({ to: { form: 'spring-talk' as never } }),
  },
  calledAlike: {
    at: 'page about title',
    hole: (doc) =>
      (pageOf(doc, 'about').title = '  quill MOOR' as never) && (pageOf(doc, 'welcome').title = 'Quill moor' as never),
    mend: (doc) => (pageOf(doc, 'about').title = 'About' as never),
  },
  choicesAlike: {
    at: 'field heard-of-us of.choices',
    hole: (doc) => {
      const { of } = fieldOf(doc, 'heard-of-us') as { of: { choices: { label: string }[] } };
      of.choices[1]!.label = of.choices[0]!.label;
    },
    mend: (doc) => {
      const { of } = fieldOf(doc, 'heard-of-us') as { of: { choices: { label: string }[] } };
      of.choices[1]!.label = 'By another way';
    },
  },
  pageEmpty: {
    at: 'page about blocks',
    hole: (doc) => (pageOf(doc, 'about').blocks = []),
    mend: (doc) => (pageOf(doc, 'about').blocks = [text([{ text: 'About us' }]) as never]),
  },
  codeOutlives: {
    at: 'path keeper-path gates.0',
    hole: (doc) => Object.assign(doc.paths[0]!.gates[0]!, { lifetime: { count: 30, unit: 'days' } }),
    mend: (doc) => Object.assign(doc.paths[0]!.gates[0]!, { lifetime: { count: 2, unit: 'hours' } }),
  },
  agreementChanged: {
    at: 'field rules of.version',
    about: { live: quillmoor },
    hole: (doc) => (agreementOf(doc).text[0] = 'Bring cake.'),
    mend: (doc) => (agreementOf(doc).version = 4),
  },
  madeOfNone: {
    at: 'field apiary of, blocks',
    hole: (doc) => makeField(doc, 'apiary', 'rules'),
    mend: (doc) => (madeOf(doc, 'apiary').of = [{ chip: 'field:hive-type', or: '' }]),
  },
  madeShowsMore: {
    at: 'field apiary seenBy',
    hole: (doc) => makeField(doc, 'apiary', 'apiary-postcode'),
    mend: (doc) => (fieldOf(doc, 'apiary').seenBy = 'staff'),
  },
  madeOver: {
    at: 'field hive-type of, blocks',
    about: { live: quillmoor },
    hole: (doc) => (fieldOf(doc, 'hive-type').of = { kind: 'computed', of: [{ chip: 'field:years-keeping', or: '' }] }),
    mend: (doc) => (fieldOf(doc, 'hive-type').of = { kind: 'shortText', longest: 40 }),
  },
  askedMade: {
    at: 'form join-quillmoor parts.9',
    hole: (doc) => {
      makeField(doc, 'apiary', 'years-keeping');
      doc.forms[0]!.parts.push({ part: 'field', field: 'apiary' as never, required: false, half: false });
    },
    mend: (doc) => doc.forms[0]!.parts.pop(),
  },
  neverOrAlways: {
    at: 'path keeper-path grants.2',
    hole: (doc) => routedBy(doc, 'years-keeping', { op: 'atLeast', value: 91 }),
    mend: (doc) => doc.paths[0]!.grants.pop(),
  },
  nobodyPasses: {
    at: 'door keepers rule',
    hole: (doc) => (doorOf(doc, 'keepers').rule = { all: [standing('admitted'), standing('lapsed')] }),
    mend: (doc) => (doorOf(doc, 'keepers').rule = { any: [standing('admitted'), standing('lapsed')] }),
  },
  everybodyPasses: {
    at: 'page about door',
    hole: (doc) =>
      (pageOf(doc, 'about').door = { rule: { any: [{ fact: 'signedIn' }, { none: [{ fact: 'signedIn' }] }] } }),
    mend: (doc) => (pageOf(doc, 'about').door = { everyone: true }),
  },
  ledNowhere: {
    at: 'page mentor-notes outside',
    hole: (doc) => (pageOf(doc, 'mentor-notes').outside = { view: 'otherPage', page: 'committee' as never }),
    mend: (doc) => (pageOf(doc, 'mentor-notes').outside = { view: 'otherPage', page: 'kit' as never }),
  },
  pageUnlinked: {
    at: 'page spring address',
    hole: (doc) => doc.pages.push({ ...pageOf(doc, 'about'), id: 'spring', address: 'spring' } as never),
    mend: (doc) => pageOf(doc, 'about').blocks.push(text([{ text: 'In spring', to: { page: 'spring' } }]) as never),
  },
  itemForNobody: {
    at: 'menu main items.1.items.0',
    hole: (doc) => {
      pageOf(doc, 'first-season').door = { rule: standing('admitted') };
      doc.menus[0]!.items[1]!.items![0]!.door = { rule: standing('applicant') };
    },
    mend: (doc) => (doc.menus[0]!.items[1]!.items![0]!.door = { rule: standing('admitted') }),
  },
  opensNothing: {
    at: 'group bakers',
    hole: (doc) => doc.groups.push({ id: 'bakers', title: 'Bakers' } as never),
    mend: (doc) => (pageOf(doc, 'kit').door = { rule: { fact: 'group', is: ['bakers'] } as never }),
  },
  wordUnsaid: {
    at: 'page about blocks.4',
    hole: (doc) => pageOf(doc, 'about').blocks.push(text([{ chip: 'firstName', or: '' }]) as never),
    mend: (doc) => (pageOf(doc, 'about').blocks[4]!.door = { rule: standing('admitted') }),
  },
  undescribed: {
    at: 'page questions description',
    hole: (doc) => (pageOf(doc, 'questions').description = ' '),
    mend: (doc) => (pageOf(doc, 'questions').description = 'What people ask.'),
  },
  pictureUnsaid: {
    at: 'page about blocks.0',
    hole: (doc) => Object.assign(pageOf(doc, 'about').blocks[0]!, { alt: '' }),
    mend: (doc) => Object.assign(pageOf(doc, 'about').blocks[0]!, { decorates: true }),
  },
  headingSkipped: {
    at: 'page about blocks.0',
    hole: (doc) =>
      pageOf(doc, 'about').blocks.unshift({ ...text(['x']), text: [{ is: 'heading', runs: ['Below'] }] } as never),
    mend: (doc) => pageOf(doc, 'about').blocks.push(pageOf(doc, 'about').blocks.shift()!),
  },
  coloursPale: {
    at: 'site site look',
    hole: (doc) => (doc.site.look.accent = '#9A6FA6'),
    mend: (doc) => (doc.site.look.accent = nearest('accent', doc.site.look)!),
  },
  noPriceLeft: {
    at: 'level patron prices',
    hole: (doc) => levelOf(doc, 'patron').prices.forEach((price) => (price.retired = true)),
    mend: (doc) => delete levelOf(doc, 'patron').prices[0]!.retired,
  },
  pricesAlike: {
    at: 'level keeper prices.1',
    hole: (doc) => levelOf(doc, 'keeper').prices.push({ ...levelOf(doc, 'keeper').prices[0]!, id: 'other' as never }),
    mend: (doc) => ((levelOf(doc, 'keeper').prices[1] as { amount: number }).amount = 2500),
  },
  unpayable: {
    at: 'path patron-path gates.1',
    hole: (doc) => Object.assign(doc.money, { card: false, transfer: undefined }),
    mend: (doc) => (doc.money.card = true),
  },
  noCardHouse: {
    at: 'money money card',
    hole: () => null,
    about: { cards: false },
    mended: { cards: true },
  },
  offersNothing: {
    at: 'path patron-path gates.1.offers',
    hole: (doc) => (paymentOf(doc).offers = [{ level: 'patron' as never, price: 'gone' as never }]),
    mend: (doc) => (paymentOf(doc).offers = [{ level: 'patron' as never }]),
  },
  nobodyGets: {
    at: 'level patron',
    hole: (doc) => {
      levelOf(doc, 'patron').byPath = true;
      paymentOf(doc).offers = [{ level: 'keeper' as never }];
    },
    mend: (doc) => delete levelOf(doc, 'patron').byPath,
  },
  codeNever: {
    at: 'code market until',
    hole: (doc) => (doc.codes[0]!.until = '2026-10-13'),
    mend: (doc) => (doc.codes[0]!.until = '2026-10-14'),
  },
  codeTwice: {
    at: 'code mentors word, blocks',
    hole: (doc) => (doc.codes[1]!.word = doc.codes[0]!.word),
    mend: (doc) => (doc.codes[0]!.retired = true),
  },
  noticeTooEarly: {
    at: 'money money notice patron',
    hole: (doc) => (doc.money.notice = { count: 5, unit: 'weeks' }),
    mend: (doc) => (doc.money.notice = { count: 4, unit: 'weeks' }),
  },
  graceTooLong: {
    at: 'money money grace patron',
    hole: (doc) => (doc.money.grace = { count: 2, unit: 'months' }),
    mend: (doc) => (doc.money.grace = { count: 2, unit: 'weeks' }),
  },
  triesBeyondGrace: {
    at: 'money money retries.1',
    hole: (doc) => (doc.money.retries[1] = { count: 2, unit: 'weeks' }),
    mend: (doc) => (doc.money.grace = { count: 15, unit: 'days' }),
  },
  blockUnseen: {
    at: 'page my-bees blocks.0',
    hole: (doc) => (pageOf(doc, 'my-bees').blocks[0]!.door = { rule: standing('lapsed') }),
    mend: (doc) => (pageOf(doc, 'my-bees').blocks[0]!.door = { rule: standing('admitted') }),
  },
  unproven: {
    at: 'path keeper-path gates',
    hole: (doc) => doc.paths[0]!.gates.splice(0, 2),
    mend: (doc) => doc.paths[0]!.gates.push(quillmoorDocument().paths[0]!.gates[0]!),
  },
  unfinished: {
    at: 'path keeper-path gates.0, blocks',
    hole: (doc) => (messageOf(doc, 'confirm-email').parts = [{ part: 'text', words: 'Hello.' }]),
    mend: (doc) => messageOf(doc, 'confirm-email').parts.push({ part: 'code' }),
  },
  gateTwice: {
    at: 'path keeper-path gates.1, blocks',
    hole: (doc) => (doc.paths[0]!.gates[1]!.id = doc.paths[0]!.gates[0]!.id),
    mend: (doc) => (doc.paths[0]!.gates[1]!.id = 'review' as never),
  },
  nobodyReviews: {
    at: 'path keeper-path gates.1',
    hole: () => null,
    about: { reviewers: [] },
    mended: { reviewers: ['tamsin'] },
  },
  targetAfterLimit: {
    at: 'path keeper-path gates.1',
    hole: (doc) => (gate(doc, 1)['target'] = { count: 3, unit: 'weeks' }),
    mend: (doc) => (gate(doc, 1)['target'] = { count: 2, unit: 'weeks' }),
  },
  landingShut: {
    at: 'path keeper-path landing',
    hole: (doc) => doc.paths[0]!.grants.splice(0, 1),
    mend: (doc) => (doc.paths[0]!.landing = doc.site.home),
  },
  chipWithoutSource: {
    at: 'message declined level',
    hole: (doc) => (messageOf(doc, 'declined').subject = [{ chip: 'level', or: '' }]),
    mend: (doc) => (messageOf(doc, 'declined').subject = [{ chip: 'level', or: 'a level' }]),
  },
  roleTwice: {
    at: 'field second role, blocks',
    hole: (doc) => doc.fields.push({ ...structuredClone(fieldOf(doc, 'mail')), id: 'second' } as never),
    mend: (doc) => delete doc.fields.at(-1)!.role,
  },
  shapeTooLong: {
    at: 'field apiary-postcode of, blocks',
    hole: (doc) => Object.assign(fieldOf(doc, 'apiary-postcode').of, { longest: 3 }),
    mend: (doc) => Object.assign(fieldOf(doc, 'apiary-postcode').of, { longest: 20 }),
  },
  askedNowhere: {
    at: 'path keeper-path gates.1',
    hole: (doc) => (doc.paths[0]!.gates[1]!.when = asks('hive-type', { op: 'answered' })),
    mend: (doc) =>
      doc.forms[0]!.parts.push({ part: 'field', field: 'hive-type' as never, required: false, half: false }),
  },
  everybodyDeclined: {
    at: 'path keeper-path turns.0',
    hole: (doc) => (doc.paths[0]!.turns = [{ when: asks('rules', { op: 'atLeast', value: 1 }), decline: 'No.' }]),
    mend: (doc) =>
      (doc.paths[0]!.turns = [{ when: asks('colonies-kept', { op: 'atLeast', value: 9 }), decline: 'No.' }]),
  },
  emptyRule: {
    at: 'door keepers rule',
    hole: (doc) => (doorOf(doc, 'keepers').rule = { none: [] }),
    mend: (doc) => (doorOf(doc, 'keepers').rule = { any: [standing('admitted')] }),
  },
  visitorsToo: {
    at: 'page my-bees door',
    hole: (doc) => (pageOf(doc, 'my-bees').door = { rule: { none: [standing('lapsed')] } }),
    mend: (doc) =>
      (pageOf(doc, 'my-bees').door = { rule: { all: [{ fact: 'signedIn' }, { none: [standing('lapsed')] }] } }),
  },
  deadCondition: {
    at: 'page my-bees door',
    hole: (doc) =>
      (pageOf(doc, 'my-bees').door = { rule: { all: [standing('admitted'), { fact: 'date', until: '2026-09-30' }] } }),
    mend: (doc) =>
      (pageOf(doc, 'my-bees').door = { rule: { all: [standing('admitted'), { fact: 'date', until: '2027-09-30' }] } }),
  },
  homeShut: {
    at: 'page welcome door',
    hole: (doc) => (pageOf(doc, doc.site.home).door = { rule: standing('admitted') }),
    mend: (doc) => (pageOf(doc, doc.site.home).door = { everyone: true }),
  },
  startShut: {
    at: 'site site starts.0',
    hole: (doc) => {
      doc.site.starts = [{ level: 'friend' as never, page: 'my-bees' as never }];
      pageOf(doc, 'my-bees').door = { rule: { all: [standing('admitted'), { none: [held('friend')] }] } };
    },
    mend: (doc) => (pageOf(doc, 'my-bees').door = { rule: { all: [standing('admitted'), held('friend')] } }),
  },
  roundAndRound: {
    at: 'page my-bees outside, blocks',
    hole: (doc) => {
      pageOf(doc, 'my-bees').outside = { view: 'otherPage', page: 'mentor-notes' as never };
      pageOf(doc, 'mentor-notes').outside = { view: 'otherPage', page: 'my-bees' as never };
    },
    mend: (doc) => (pageOf(doc, 'mentor-notes').outside = { view: 'otherPage', page: 'about' as never }),
  },
  allOutside: {
    at: 'page winter-guide outside',
    hole: (doc) => {
      pageOf(doc, 'winter-guide').outside = { view: 'openBlocks', note: '' };
      for (const block of pageOf(doc, 'winter-guide').blocks) block.outsideToo = true;
    },
    mend: (doc) => (pageOf(doc, 'winter-guide').blocks.at(-1)!.outsideToo = false),
  },
  ledToShutForm: {
    at: 'site site joinBy',
    hole: (doc) => (doc.forms[0]!.closes = '2026-09-30'),
    mend: (doc) => (doc.forms[0]!.closes = '2027-09-30'),
  },
  codeTakesAll: {
    at: 'code market off',
    hole: (doc) => Object.assign(doc.codes[0]!, { off: { percent: 100 }, on: 'every' }),
    mend: (doc) => (doc.codes[0]!.on = 'first'),
  },
  givenFree: {
    at: 'path patron-path grants.0',
    hole: (doc) => doc.paths.find(({ id }) => id === 'patron-path')!.grants.unshift({ level: 'keeper' as never }),
    mend: (doc) => {
      doc.paths.find(({ id }) => id === 'patron-path')!.grants.shift();
      // As tests have it, that path gives a level that is sold.
      doc.paths[0]!.grants.shift();
    },
  },
  tooFewReviewers: {
    at: 'path keeper-path gates.1',
    hole: (doc) => (gate(doc, 1)['yes'] = 3),
    mend: (doc) => (gate(doc, 1)['yes'] = 2),
  },
  notAStep: {
    at: 'path speaker-path gates.1',
    hole: (doc) => doc.paths.find(({ id }) => id === 'speaker-path')!.gates.push(further('become-a-patron')),
    mend: (doc) => (doc.forms.find(({ id }) => id === 'become-a-patron')!.purpose = { is: 'step' }),
  },
  linkMissing: {
    at: 'message reset-password parts',
    hole: (doc) => (messageOf(doc, 'reset-password').parts = [{ part: 'text', words: 'Hello.' }]),
    mend: (doc) => messageOf(doc, 'reset-password').parts.push({ part: 'button', label: 'Choose one' } as never),
  },
  reasonMissing: {
    at: 'message declined parts',
    hole: (doc) => (messageOf(doc, 'declined').parts = [{ part: 'text', words: 'No.' }]),
    mend: (doc) => (messageOf(doc, 'declined').subject = ['No: ', { chip: 'reason', or: 'for now' }] as never),
  },
  subjectEmpty: {
    at: 'message declined subject',
    hole: (doc) => (messageOf(doc, 'declined').subject = [' ']),
    mend: (doc) => (messageOf(doc, 'declined').subject = ['No']),
  },
  moneyUntold: {
    at: 'money money letters.asked',
    hole: (doc) => delete doc.money.letters.asked,
    mend: (doc) => (doc.money.letters.asked = 'bank-details' as never),
  },
  neededOff: {
    at: 'message confirm-email off',
    hole: (doc) => (messageOf(doc, 'confirm-email').off = true),
    mend: (doc) => delete messageOf(doc, 'confirm-email').off,
  },
};

describe('each check', () => {
  it.each(Object.entries(table))('%s appears and goes', (name, { at, hole, mend, about = {}, mended = about }) => {
    const only = (found: string[]) => found.filter((one) => one.startsWith(`${name} `));
    expect(only(told(hole, about))).toContain(`${name} ${at}`);
    const both = (doc: SetupDocument) => {
      hole(doc);
      mend?.(doc);
    };
    expect(only(told(both, mended))).toEqual([]);
  });

  it('is in the table', () => {
    const names = new Set(
      Object.values(table).flatMap(({ hole, about }) => after(hole, about).map(({ check }) => check)),
    );
    expect([...names].sort()).toEqual(Object.keys(table).sort());
  });

  it('says what, why and how in whole sentences, without ids', () => {
    for (const { hole, about } of Object.values(table))
      for (const { says, why, mend } of after(hole, about)) {
        expect(says).toMatch(/^[\p{Lu}“]/u);
        expect(`${why} ${mend}`).not.toMatch(/\{|undefined|keeper-path|join-quillmoor/);
        expect(why).toMatch(/\.$/);
        expect(mend).toMatch(/\.$/);
      }
  });
});

it('finds every reference that leads to nothing, wherever it stands', () => {
  const { doc } = quillmoor;
  for (const reference of referencesOf(doc)) {
    const without = quillmoorDocument();
    if (reference.kind === 'lessons') continue;
    const list = without[reference.kind] as { id: string }[];
    list.splice(
      list.findIndex(({ id }) => id === reference.id),
      1,
    );
    const places = referencesOf(setupOf(without).doc).filter(
      ({ kind, id }) => kind === reference.kind && id === reference.id,
    );
    const found = lookAt(without).filter(({ check, says }) => check === 'nothingThere' && says.length > 0);
    expect(found.length).toBeGreaterThanOrEqual(places.length);
  }
});

it('what is retired keeps nothing from going live but what everybody meets', () => {
  expect(told((doc) => (doc.groups[0]!.retired = true)).some((found) => found.endsWith('blocks'))).toBe(false);
  expect(told((doc) => (doc.pages.find(({ id }) => id === doc.site.home)!.retired = true))).toContain(
    'retiredInUse site site home, blocks',
  );
  // Nobody asks after the references of what is retired itself.
  const both = told((doc) => {
    doc.forms[0]!.retired = true;
    doc.paths[0]!.retired = true;
  });
  expect(both.some((found) => found.includes('form join-quillmoor purpose.path'))).toBe(false);
});

it('an answer that leads another way, past a gate or into a group by a follow-up has its consequence', () => {
  const left = (change: Change) =>
    told((doc) => {
      routedBy(doc, 'heard-of-us', { op: 'is', value: 'swarm' });
      change(doc);
    }).some((found) => found.startsWith('unrouted'));
  const others = ['market-stall', 'a-member', 'honey-show', 'library-poster', 'elsewhere'];
  const any = { any: others.map((value) => asks('heard-of-us', { op: 'is', value })) } as never;
  expect(left(() => null)).toBe(true);
  expect(left((doc) => (doc.paths[0]!.turns = [{ when: any, to: 'speaker-path' as never }]))).toBe(false);
  expect(left((doc) => (doc.paths[0]!.gates[1]!.when = any))).toBe(false);
  expect(left((doc) => Object.assign(doc.paths[0]!.gates[1]!, { admitIf: any }))).toBe(false);
  const { purpose } = quillmoorDocument().forms.find(({ id }) => id === 'mentors-questionnaire')!;
  expect(
    left((doc) => (doc.forms[1]!.purpose = { ...purpose, grants: [{ group: 'committee', when: any }] } as never)),
  ).toBe(false);
});

it.each<[string, (rule: never) => Change]>([
  ['gates.1', (rule) => (doc) => (doc.paths[0]!.gates[1]!.when = rule)],
  ['gates.1.admitIf', (rule) => (doc) => Object.assign(doc.paths[0]!.gates[1]!, { admitIf: rule })],
  [
    'gates.1.declineIf',
    (rule) => (doc) => Object.assign(doc.paths[0]!.gates[1]!, { declineIf: { when: rule, reason: 'No.' } }),
  ],
  ['turns.0', (rule) => (doc) => (doc.paths[0]!.turns = [{ when: rule, decline: 'No.' }])],
])('a rule that can never hold is found at %s too', (at, put) => {
  const never = asks('colonies-kept', { op: 'atLeast', value: 900 });
  expect(told(put(never))).toContain(`neverOrAlways path keeper-path ${at}`);
});

describe('never and always', () => {
  const rule = (field: string, test: unknown) => ({ fact: 'field', field, test }) as never;
  it.each([
    ['colonies-kept', { op: 'atLeast', value: 0 }, 'always'],
    ['colonies-kept', { op: 'atLeast', value: 501 }, 'never'],
    ['colonies-kept', { op: 'atMost', value: 500 }, 'always'],
    ['colonies-kept', { op: 'atMost', value: -1 }, 'never'],
    ['colonies-kept', { op: 'is', value: 3 }, 'may'],
    ['colonies-kept', { op: 'is', value: 'three' }, 'never'],
    ['heard-of-us', { op: 'is', value: 'swarm' }, 'may'],
    ['heard-of-us', { op: 'is', value: 'owl' }, 'never'],
    ['interests', { op: 'includes', value: 'pollen' }, 'may'],
    ['interests', { op: 'is', value: 'pollen' }, 'never'],
    ['full-name', { op: 'startsWith', value: 'A' }, 'may'],
  ])('%s %j: %s', (field, test, comes) => {
    expect(holds(rule(field, test), quillmoor)).toBe(comes);
  });

  it('combine as Kleene’s tables say', () => {
    const [no, yes, may] = [
      rule('colonies-kept', { op: 'atLeast', value: 501 }),
      rule('colonies-kept', { op: 'atLeast', value: 0 }),
      rule('colonies-kept', { op: 'is', value: 3 }),
    ];
    expect(holds({ all: [may, no] }, quillmoor)).toBe('never');
    expect(holds({ all: [yes, yes] }, quillmoor)).toBe('always');
    expect(holds({ any: [may, yes] }, quillmoor)).toBe('always');
    expect(holds({ any: [no, no] }, quillmoor)).toBe('never');
    expect(holds({ any: [no, may] }, quillmoor)).toBe('may');
    expect(holds({ none: [no] }, quillmoor)).toBe('always');
    expect(holds({ none: [yes] }, quillmoor)).toBe('never');
  });
});
