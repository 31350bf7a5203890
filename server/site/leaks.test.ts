/**
 * Nothing that is shut leaks: every page, JSON answer, search, list for machines, picture and file is asked for as a
 * visitor, an applicant and three members, and held against the rules, read independently.
 */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import sharp from 'sharp';
import { explain, ruleOf } from '../../core/doors';
import { readFacts, visitorFacts, type Facts } from '../../core/facts';
import type { DoorUse } from '../../core/doors';
import type { Setup } from '../../core/setup';
import { Caller, makeStack, type Stack } from '../../tests/support/stack';

const people = ['visitor', 'anselm.pikard', 'ida.marrowby', 'gwenna.fairclough', 'tobias.wetherfold'] as const;
const doors: readonly DoorUse[] = [
  { everyone: true },
  { named: 'mentors-only' as never },
  { rule: { fact: 'standing', is: ['admitted'] } },
  {
    rule: {
      all: [
        { fact: 'standing', is: ['admitted', 'lapsed'] },
        { fact: 'level', is: ['keeper' as never], when: 'ever' },
      ],
    },
  },
  { rule: { none: [{ fact: 'group', is: ['mentors' as never] }] } },
  { rule: { fact: 'date', until: '2020-01-01' } },
];
const views = [
  { view: 'nothing' },
  { view: 'note', note: 'A note.' },
  { view: 'openBlocks', note: 'A note.' },
  { view: 'otherPage', page: 'about' },
] as const;

type Secret = { readonly word: string; readonly page: string; readonly door: DoorUse; readonly outsideToo: boolean };
let stack: Stack;
let setup: Setup;
const callers = new Map<string, { who: Caller; facts: Facts }>();
const secrets: Secret[] = [];
const files = new Map<string, string>();

beforeAll(async () => {
  stack = await makeStack({ members: 12 });
  const odile = await new Caller(stack.address).staffIn('odile@quillmoor.example');
  const bring = async (bytes: Buffer | string, name: string) => {
    const body = new FormData();
    body.set('file', new File([bytes as never], name));
    const response = await odile.raw('/api/desk/files', { method: 'POST', body, headers: { origin: stack.address } });
    return (await response.json()) as { id: string; bytes: number; picture: object };
  };
  const drawn = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#56365f' } })
    .png()
    .toBuffer();
  const pages: object[] = [];
  for (const [d, door] of doors.entries())
    for (const [v, outside] of views.entries()) {
      const id = `page-${d}-${v}`;
      const blocks: object[] = [];
      for (const [b, own] of [undefined, ...doors.slice(0, 3)].entries())
        for (const outsideToo of [false, true]) {
          const word = `secret${d}x${v}x${b}x${outsideToo ? 'o' : 'i'}`;
          secrets.push({ word, page: id, door: own ?? { everyone: true }, outsideToo });
          blocks.push({
            kind: 'text',
            id: `b${b}${outsideToo ? 'o' : 'i'}`,
            text: [{ is: 'paragraph', runs: [word] }],
            ...(own ? { door: own } : {}),
            outsideToo,
            aside: false,
          });
        }
      const file = await bring(`name\n${id}`, `${id}.csv`);
      const picture = await bring(drawn, `${id}.png`);
      files.set(id, file.id);
      blocks.push(
        { kind: 'file', id: 'file', file: file.id, title: 'A file', name: `${id}.csv`, bytes: file.bytes },
        { kind: 'picture', id: 'picture', picture: { file: picture.id, ...picture.picture }, alt: '' },
      );
      pages.push({ id, address: id, title: `Title of ${id}`, description: '', door, outside, blocks });
    }
  const made = await stack.publish((doc) => doc.pages.push(...(pages as never[])));
  expect(made.ok).toBe(true);
  setup = stack.services.live.must.setup;
  for (const name of people) {
    const who = new Caller(stack.address);
    if (name === 'visitor') {
      callers.set(name, { who, facts: visitorFacts });
      continue;
    }
    await who.signIn(`${name}@mail.example`);
    const [row] = await stack.query<{ facts: string }>(
      'SELECT f.facts FROM member_facts f JOIN member m ON m.id = f.member WHERE m.mail = ?',
      [`${name}@mail.example`],
    );
    callers.set(name, { who, facts: readFacts(row!.facts) });
  }
}, 240_000);
afterAll(() => stack.stop());

/** By explaining each rule, not by what serves the site. */
const passes = (door: DoorUse, facts: Facts) =>
  explain(ruleOf(door, setup), facts, stack.services.clock.now(), setup).open;
const enters = (page: string, facts: Facts) => passes(setup.pages.get(page)!.door, facts);
function maySee({ page, door, outsideToo }: Secret, facts: Facts): boolean {
  const inside = enters(page, facts) || (outsideToo && setup.pages.get(page)!.outside.view === 'openBlocks');
  return inside && passes(door, facts);
}
const named = [...doors.keys()].flatMap((d) => [...views.keys()].map((v) => `page-${d}-${v}`));

describe.each(people)('as %s', (name) => {
  const one = () => callers.get(name)!;

  it('a page holds what may be seen, in HTML and as JSON, and nothing else', async () => {
    const { who, facts } = one();
    for (const page of named) {
      const html = await (await who.raw(`/${page}`, { redirect: 'manual' })).text();
      const json = JSON.stringify((await who.get(`/site/view?path=/${page}`)).body);
      for (const secret of secrets) {
        const may = secret.page === page && maySee(secret, facts);
        expect(html.includes(secret.word), `${secret.word} in the HTML of ${page}`).toBe(may);
        expect(json.includes(secret.word), `${secret.word} in the JSON of ${page}`).toBe(may);
      }
    }
  });

  it('a search finds what may be seen, and nothing else', async () => {
    const { who, facts } = one();
    for (const secret of secrets) {
      const html = await who.html(`/search?q=${secret.word}`);
      expect(html.includes(`href="/${secret.page}"`), secret.word).toBe(maySee(secret, facts));
    }
  });

  it('a file is there for whoever sees what shows it', async () => {
    const { who, facts } = one();
    for (const page of named)
      expect((await who.raw(`/files/${files.get(page)}`)).status, page).toBe(enters(page, facts) ? 200 : 404);
  });

  it('nothing names a page that shows no sign of itself', async () => {
    const { who, facts } = one();
    const everywhere = [await who.html('/'), await who.html('/search?q=title')];
    // What machines are told is what a visitor may see, whoever asks.
    if (name === 'visitor') everywhere.push(await (await who.raw('/sitemap.xml')).text());
    for (const page of named) {
      const hidden = !enters(page, facts) && ['nothing', 'otherPage'].includes(setup.pages.get(page)!.outside.view);
      if (hidden) for (const text of everywhere) expect(text.includes(page), page).toBe(false);
    }
  });
});

it('machines are told of the pages that are open to everybody', async () => {
  const xml = await (await fetch(`${stack.address}/sitemap.xml`)).text();
  const listed = [...xml.matchAll(/<loc>([^<]+)<\/loc>/g)].map(([, loc]) => new URL(loc!).pathname);
  const open = setup.doc.pages.filter(({ door }) => passes(door, visitorFacts));
  expect(listed.sort()).toEqual(
    [...open.map(({ id, address }) => (id === setup.doc.site.home ? '/' : `/${address}`)), '/boards/work'].sort(),
  );
  expect(listed.length).toBeGreaterThan(4);
  expect(await (await fetch(`${stack.address}/robots.txt`)).text()).toContain(`Sitemap: ${stack.address}/sitemap.xml`);
});
