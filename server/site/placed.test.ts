/** What the site asks of people, placed on a page of the owner's own. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { SiteView } from '../../contract';
import { Caller, makeStack, type Stack } from '../../tests/support/stack';

let stack: Stack;
const base = { kind: 'placed', outsideToo: false, aside: false };
const asks = [
  { ...base, id: 'in', shows: { place: 'signIn' }, title: 'Come in', otherwise: 'You are in, dear member.' },
  { ...base, id: 'lost', shows: { place: 'forgotten' }, otherwise: '' },
  { ...base, id: 'mine', shows: { place: 'account' }, otherwise: 'Sign in to see what we know of you.' },
  { ...base, id: 'join', shows: { form: 'join-quillmoor' }, otherwise: 'You have joined already.' },
];
beforeAll(async () => {
  stack = await makeStack({ members: 5 });
  const made = await stack.publish((doc) => {
    doc.pages.find(({ id }) => id === 'about')!.blocks.push(...(asks as never[]));
  });
  expect(made).toMatchObject({ ok: true });
});
afterAll(() => stack.stop());

const placedFor = async (who: Caller) => {
  const { place } = (await who.get<SiteView>('/site/view?path=/about')).body;
  return place.kind === 'page' ? place.placed : {};
};

describe('what is asked on a page', () => {
  it('is asked of a visitor, with a key of its own each time and words for the rest', async () => {
    const visitor = new Caller(stack.address);
    const [one, other] = [await placedFor(visitor), await placedFor(visitor)];
    expect(Object.keys(one).sort()).toEqual(['in', 'join', 'lost']);
    expect(one['join']).toMatchObject({ kind: 'join', form: 'quillmoor' });
    expect((one['join'] as { once: string }).once).not.toBe((other['join'] as { once: string }).once);
    const html = await visitor.html('/about');
    expect(html).toContain('<h2>Come in</h2>');
    expect(html).toContain('Sign in to see what we know of you.');
    expect(html).not.toContain('You are in, dear member.');
    // Headings of a page, with one first heading only.
    expect(html.match(/<h1[ >]/g)).toHaveLength(1);
    expect(html).toContain('action="/join/quillmoor"');
  });

  it('shows a member their own account, and says the words where there is nothing to ask', async () => {
    const ida = new Caller(stack.address);
    await ida.signIn('ida.marrowby@mail.example');
    const placed = await placedFor(ida);
    expect(Object.keys(placed)).toEqual(['mine']);
    expect(placed['mine']).toMatchObject({ kind: 'account', name: 'Ida Marrowby' });
    const html = await ida.html('/about');
    expect(html).toContain('You are in, dear member.');
    expect(html).toContain('You have joined already.');
    expect(html).not.toContain('name="password" type="password"');
  });

  it('is never packed, since it mixes what is secret with what was asked for', async () => {
    const answer = await fetch(`${stack.address}/about`, { headers: { 'accept-encoding': 'gzip, br' } });
    expect(answer.headers.get('content-encoding')).toBeNull();
    const page = await fetch(`${stack.address}/first-season`, { headers: { 'accept-encoding': 'gzip' } });
    expect(page.headers.get('content-encoding')).toBe('gzip');
  });

  it('takes the same thing once only', async () => {
    const twice = await stack.publish((doc) => {
      doc.pages.find(({ id }) => id === 'about')!.blocks.push({ ...asks[0], id: 'again' } as never);
    });
    expect(JSON.stringify(twice)).toContain('This stands on the page already, in another block.');
  });
});
