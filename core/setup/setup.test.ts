import { noMoneyYet } from '../money';
import { describe, expect, it } from 'vitest';
import { NOW, quillmoor, quillmoorDocument } from '../../tests/support/quillmoor';
import first from '../../tests/fixtures/setup.1.json';
import second from '../../tests/fixtures/setup.2.json';
import third from '../../tests/fixtures/setup.3.json';
import fourth from '../../tests/fixtures/setup.4.json';
import fifth from '../../tests/fixtures/setup.5.json';
import sixth from '../../tests/fixtures/setup.6.json';
import seventh from '../../tests/fixtures/setup.7.json';
import eighth from '../../tests/fixtures/setup.8.json';
import { documentOf, itemsOf, makeSetup, referencesOf, salvageSetup, upgradeDocument } from './index';
import { checkUp } from '../checkup';
import type { PageItem } from '../pages';

type Loose = Record<string, never> & { [key: string]: unknown };
type Change = (doc: ReturnType<typeof quillmoorDocument>) => void;
const changed = (change: Change) => {
  const doc = quillmoorDocument();
  change(doc);
  return makeSetup(doc);
};
/** What keeps the changed document from being a set-up at all. */
const faultsAfter = (change: Change) => {
  const made = changed(change);
  return made.ok ? [] : made.refusal.map((fault) => `${fault.where}: ${fault.says}`);
};
describe('Quillmoor', () => {
  it('is complete and cannot be changed', () => {
    expect(quillmoor.pages.size).toBe(10);
    expect(() => void ((quillmoor.doc.site as unknown as Loose)['name'] = 'x' as never)).toThrow();
    expect(() => (quillmoor.doc.pages[0]!.blocks as unknown[]).push({})).toThrow();
  });

  it('comes apart into items and together again', () => {
    const shuffled = [...itemsOf(quillmoor.doc)].reverse();
    expect(documentOf(shuffled)).toEqual(quillmoor.doc);
  });
});

describe('what keeps a document from being a set-up', () => {
  it('the same id twice', () => {
    expect(faultsAfter((doc) => (doc.levels[1]!.id = 'friend' as never))[0]).toBe(
      'levels.1: “friend” is used twice; give one of them another.',
    );
    expect(faultsAfter((doc) => (doc.pages[0]!.blocks[1]!.id = doc.pages[0]!.blocks[0]!.id))[0]).toMatch(
      /^pages.0.blocks.1.id: “.+” is used twice/,
    );
    expect(
      faultsAfter((doc) => {
        const { of } = doc.fields.find(({ id }) => id === 'hive-type')! as { of: { choices: { id: string }[] } };
        of.choices[1]!.id = of.choices[0]!.id;
      })[0],
    ).toMatch(/Two answers have the same id/);
  });

  it.each(['desk', 'sign-in', 'api', 'join', 'health'])('a page at the product’s own address %s', (address) => {
    expect(faultsAfter((doc) => (doc.pages[1]!.address = address))).toEqual([
      'pages.1.address: That address is the product’s own. Choose another, such as one with a word before it.',
    ]);
  });

  it('a role that its field cannot hold', () => {
    const about = (change: (field: Loose) => void) =>
      faultsAfter((doc) => change(doc.fields[0] as unknown as Loose)).map((fault) =>
        fault.replace(/^fields.0.role: /, ''),
      );
    expect(about((field) => (field['of'] = { kind: 'shortText', longest: 200 } as never))).toEqual([
      'A name has at most 120 characters; make it shorter.',
    ]);
    expect(about((field) => (field['of'] = { kind: 'yesNo' } as never))).toEqual([
      'Choose a short text for the name, or an email field for the address.',
    ]);
    expect(about((field) => (field['role'] = 'mail' as never))).toContain('The address needs an email field.');
  });

  it('an example that its own shape refuses', () => {
    expect(
      faultsAfter((doc) => {
        const { of } = doc.fields.find(({ id }) => id === 'apiary-postcode')! as { of: { shape: { example: string } } };
        of.shape.example = 'Moor 1';
      }),
    ).toEqual(['fields.2.of.shape.example: The example does not have this shape itself; change one of them.']);
  });

  it('values that cannot be', () => {
    expect(faultsAfter((doc) => (doc.site.zone = 'Moor/Quill'))).toEqual([
      'site.zone: That is no time zone. Use a name such as Europe/London.',
    ]);
    expect(faultsAfter((doc) => (doc.site.look.accent = 'plum'))).toEqual([
      'site.look.accent: Write a colour as # and six of 0–9, A–F.',
    ]);
    expect(faultsAfter((doc) => ((doc.site.look.mark as { paths: string[] }).paths[0] = '"/><script>'))).toEqual([
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
    expect(all).toContainEqual({ at: 'paths.0.grants.0', kind: 'levels', id: 'keeper' });
    expect(all).toContainEqual({ at: 'pages.0.blocks.0.door', kind: 'doors', id: 'members' });
    expect(all.length).toBeGreaterThan(40);
  });
});

describe('a set-up that was live outlives a stricter schema', () => {
  it('by leaving out what cannot be read any more', () => {
    const doc = quillmoorDocument() as unknown as { pages: Loose[]; levels: Loose[] };
    doc.pages[1]!['address'] = 'desk' as never;
    doc.levels.push({ ...doc.levels[0]! });
    const made = salvageSetup(doc);
    if (!made.ok) throw new Error(JSON.stringify(made.refusal));
    expect(made.value.setup.pages.has('about')).toBe(false);
    expect(made.value.setup.pages.size).toBe(9);
    expect(made.value.faults.map(({ where }) => where)).toEqual(['levels.4', 'pages.1.address']);
    expect(salvageSetup({ ...doc, site: null }).ok).toBe(false);
  });

  it('and older formats, of which one is kept for each', () => {
    const old = structuredClone(first) as unknown as { fields: { id: string; of: unknown }[] };
    const made = makeSetup(old);
    if (!made.ok) throw new Error(JSON.stringify(made.refusal));
    const { doc } = made.value;
    expect(doc.format).toBe('admissa-setup/9');
    expect(doc.site).toMatchObject({ menu: 'main', joinBy: 'join' });
    expect(doc.fields.find(({ id }) => id === 'postcode')!.of).toEqual({
      kind: 'shortText',
      longest: 10,
      shape: quillmoor.fields.get('apiary-postcode')!.of.kind === 'shortText' && {
        ...(quillmoor.fields.get('apiary-postcode')!.of as { shape: object }).shape,
      },
    });
    // An expression that says more than a shape can asks nothing any more, rather than something else.
    expect(doc.fields.find(({ id }) => id === 'odd')!.of).toEqual({ kind: 'shortText', longest: 120 });
    expect(doc.forms[0]!.purpose).toEqual({ is: 'signup', path: expect.stringMatching(/-path$/) });
    const before = makeSetup(structuredClone(second));
    expect(before.ok && before.value.doc.forms[0]).toEqual(quillmoor.doc.forms[0]);
    const agreed = makeSetup(structuredClone(third));
    if (!agreed.ok) throw new Error(JSON.stringify(agreed.refusal));
    expect(agreed.value.fields.get('rules')).toEqual(quillmoor.fields.get('rules'));
    // What Quillmoor has got since.
    const since = ['become-a-patron'];
    expect(agreed.value.doc.forms).toEqual(
      quillmoor.doc.forms.filter(({ id }) => !since.includes(id)).map(({ inviting: _, ...form }) => form),
    );
    const formatted = makeSetup(structuredClone(fourth));
    if (!formatted.ok) throw new Error(JSON.stringify(formatted.refusal));
    const now = (page: string) => quillmoor.pages.get(page)!;
    for (const page of ['mentor-notes', 'my-bees']) expect(formatted.value.pages.get(page)).toEqual(now(page));
    const points = (page: PageItem) => page.blocks.find(({ id }) => id === 'how-much');
    expect(points(formatted.value.pages.get('winter-guide')!)).toEqual(points(now('winter-guide')));
    expect(formatted.value.doc.menus.map(({ id, title }) => [id, title])).toEqual([['main', 'Main']]);
    const priced = makeSetup(structuredClone(fifth));
    if (!priced.ok) throw new Error(JSON.stringify(priced.refusal));
    expect(priced.value.doc.levels.map(({ prices }) => prices)).toEqual([
      [{ id: 'price', kind: 'free' }],
      [{ id: 'price', kind: 'every', amount: 4800, each: { count: 1, unit: 'years' } }],
      [{ id: 'price', kind: 'own', least: 1000, suggested: 1000, each: { count: 1, unit: 'months' } }],
      [{ id: 'price', kind: 'once', amount: 3000, lasts: { count: 6, unit: 'months' } }],
    ]);
    const taken = makeSetup(structuredClone(sixth));
    if (!taken.ok) throw new Error(JSON.stringify(taken.refusal));
    expect([taken.value.doc.money, taken.value.doc.codes]).toEqual([noMoneyYet, []]);
    expect(taken.value.doc.levels.map(({ prices }) => prices)).toEqual(
      quillmoor.doc.levels.map(({ prices }) => prices),
    );
    // What stood at an address that the product answers itself has moved.
    const moved = makeSetup(structuredClone(seventh));
    if (!moved.ok) throw new Error(JSON.stringify(moved.refusal));
    expect(moved.value.pages.get('questions')).toMatchObject({ address: 'pay-page', formerly: ['faq'] });
    const boarded = makeSetup(structuredClone(eighth));
    if (!boarded.ok) throw new Error(JSON.stringify(boarded.refusal));
    expect(boarded.value.doc.boards).toEqual([]);
    expect(boarded.value.pages.get('mentor-notes')).toMatchObject({ address: 'post-page' });
    expect(boarded.value.pages.get('questions')?.formerly ?? []).not.toContain('boards');
    expect(upgradeDocument(doc)).toBe(doc);
    expect(upgradeDocument('no document')).toBe('no document');
    expect(checkUp(made.value, { now: NOW, reviewers: null, cards: null, live: null })).toEqual([]);
  });
});

it('what two forms of an older set-up agree to in other words becomes two fields', () => {
  const doc = structuredClone(third) as unknown as { forms: { parts: Record<string, unknown>[] }[] };
  const part = doc.forms[0]!.parts.find((one) => one['part'] === 'agreement')!;
  doc.forms[1]!.parts.push({ ...part, when: { fact: 'field', field: 'novices', test: { op: 'answered' } } });
  doc.forms[2]!.parts.push({ ...part, label: 'I agree to all of it' });
  const made = makeSetup(doc);
  if (!made.ok) throw new Error(JSON.stringify(made.refusal));
  const { fields, doc: now } = made.value;
  expect([fields.get('rules')?.of, fields.get('rules-2')?.of]).toMatchObject([
    { agree: 'I agree to the rules of the association', version: 3 },
    { agree: 'I agree to all of it', version: 3 },
  ]);
  expect(now.forms.map(({ parts }) => parts.findLast((one) => one.part === 'field'))).toMatchObject([
    { field: 'rules', required: true },
    { field: 'rules', required: true, when: { field: 'novices' } },
    { field: 'rules-2', required: true },
  ]);
});
