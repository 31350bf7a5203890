/** The directory of members: who agreed, what of them whom, and nothing else. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Caller, makeStack, type Stack } from '../../tests/support/stack';

let stack: Stack;
const members = new Map<string, Caller>();
beforeAll(async () => {
  stack = await makeStack({ members: 20 });
  const made = await stack.publish((doc) => {
    doc.fields.push(
      { id: 'listed', label: 'Let me be found', of: { kind: 'yesNo' }, seenBy: 'member', changedBy: 'member' } as never,
      {
        id: 'town',
        label: 'Town',
        of: { kind: 'shortText', longest: 40 },
        seenBy: 'members',
        changedBy: 'member',
      } as never,
      {
        id: 'secret',
        label: 'Secret',
        of: { kind: 'shortText', longest: 40 },
        seenBy: 'staff',
        changedBy: 'member',
      } as never,
    );
    const block = { kind: 'directory', id: 'us', title: 'Near you', agreed: 'listed', fields: ['town', 'secret'] };
    doc.pages.find(({ id }) => id === 'kit')!.blocks.push({ ...block, outsideToo: false, aside: false } as never);
    doc.pages.find(({ id }) => id === 'about')!.blocks.push({ ...block, outsideToo: false, aside: false } as never);
  });
  expect(made.ok).toBe(true);
  for (const name of ['ida.marrowby', 'gwenna.fairclough', 'anselm.pikard', 'tobias.wetherfold']) {
    const who = new Caller(stack.address);
    await who.signIn(`${name}@mail.example`);
    members.set(name, who);
  }
});
afterAll(() => stack.stop());
const agree = (name: string, answers: Record<string, unknown>) => members.get(name)!.post('/site/profile', { answers });
const directory = async (who: Caller, path = '/kit-to-borrow') => {
  const html = await who.html(path);
  return /<section class="directory"[\s\S]*?<\/section>/.exec(html)?.[0] ?? null;
};

describe('a directory of members', () => {
  it('is empty until somebody agrees, and names whoever did', async () => {
    const gwenna = members.get('gwenna.fairclough')!;
    expect(await directory(gwenna)).toContain('Nobody has agreed to stand here yet.');
    expect((await agree('ida.marrowby', { listed: true, town: 'Heatherby' })).status).toBe(200);
    await agree('gwenna.fairclough', { listed: false, town: 'Nowhere' });
    const shown = await directory(gwenna);
    expect(shown).toContain('Ida Marrowby');
    expect(shown).toContain('Heatherby');
    expect(shown).not.toContain('Gwenna Fairclough');
    expect(shown).not.toContain('Nowhere');
    expect(shown).not.toContain('Secret');
  });

  it('tells those who are not admitted names alone, and those outside nothing', async () => {
    const open = await directory(new Caller(stack.address), '/about');
    expect(open).toContain('Ida Marrowby');
    expect(open).not.toContain('Heatherby');
    expect(await directory(members.get('anselm.pikard')!, '/about')).not.toContain('Heatherby');
    expect(await directory(members.get('tobias.wetherfold')!)).toBeNull();
    expect(await directory(new Caller(stack.address))).toBeNull();
    expect(JSON.stringify((await new Caller(stack.address).get('/site/view?path=/kit-to-borrow')).body)).not.toContain(
      'Marrowby',
    );
  });

  it('loses at once whoever takes it back, and holds no applicant and nobody who has lapsed', async () => {
    await agree('tobias.wetherfold', { listed: true });
    await agree('ida.marrowby', { listed: false });
    const shown = await directory(members.get('gwenna.fairclough')!);
    expect(shown).not.toContain('Marrowby');
    expect(shown).not.toContain('Wetherfold');
  });

  it('is for nobody where it goes by a field by which nobody can agree', async () => {
    await agree('ida.marrowby', { listed: true });
    await stack.publish((doc) => {
      for (const page of doc.pages)
        for (const block of page.blocks) if (block.kind === 'directory') block.agreed = 'town' as never;
    });
    expect(await directory(members.get('gwenna.fairclough')!)).not.toContain('Marrowby');
  });
});
