/** Every way in that a shut page tells somebody is walked by them: it leads where it says, whatever the set-up has shut. */
import { afterAll, beforeAll, expect, it } from 'vitest';
import type { SiteView } from '../../contract';
import type { SetupDocument } from '../../core/setup';
import { quillmoorDocument } from '../../tests/support/quillmoor';
import { Caller, makeStack, type Stack } from '../../tests/support/stack';

let stack: Stack;
beforeAll(async () => {
  stack = await makeStack({ members: 60 });
});
afterAll(() => stack.stop());

/** What a way of each address has to show to whoever takes it. */
const shows: Readonly<Record<string, (view: SiteView) => boolean>> = {
  'sign-in': ({ place }) => place.kind === 'signIn',
  join: ({ place }) => place.kind === 'join' && place.questions.length > 0,
  pay: ({ place }) => place.kind === 'pay' && place.pay.offers.length > 0 && place.pay.ways.length > 0,
  joining: ({ place }) => place.kind === 'joining',
  account: ({ place }) => place.kind === 'account',
};

type Change = (doc: SetupDocument) => void;
const level = (doc: SetupDocument, id: string) => doc.levels.find((one) => one.id === id)!;
const setups: readonly (readonly [name: string, change: Change])[] = [
  ['as it stands', () => undefined],
  ['a form that is closed', (doc) => (doc.forms[0]!.closes = '2026-01-01')],
  ['a form that is full', (doc) => (doc.forms[0]!.places = { count: 1 })],
  ['a form by invitation', (doc) => (doc.forms[0]!.invited = true)],
  ['a form that is retired', (doc) => (doc.forms.find(({ id }) => id === 'become-a-patron')!.retired = true)],
  ['a level that is retired', (doc) => (level(doc, 'keeper').retired = true)],
  ['prices that are retired', (doc) => level(doc, 'patron').prices.forEach((price) => (price.retired = true))],
  [
    'no money taken',
    (doc) => {
      doc.money.card = false;
      delete doc.money.transfer;
    },
  ],
];

it.each(setups)('%s', async (_, change) => {
  await stack.publish((doc) => {
    Object.assign(doc, quillmoorDocument());
    // What is shut says how one comes in.
    for (const page of doc.pages)
      if (!('everyone' in page.door)) page.outside = { view: 'note', note: 'For some.' } as never;
    change(doc);
  });
  const people = await stack.query<{ mail: string }>(
    `SELECT MIN(m.mail) AS mail FROM member m LEFT JOIN member_term t ON t.member = m.id
     WHERE m.shadow_of = '' AND m.owned_mail IS NOT NULL GROUP BY m.standing, t.level`,
  );
  expect(people.length).toBeGreaterThan(5);
  let walked = 0;
  for (const mail of [null, ...people.map((one) => one.mail)]) {
    const who = new Caller(stack.address);
    await stack.query('DELETE FROM rate_limit');
    if (mail) expect((await who.signIn(mail)).status).toBe(200);
    const look = async (path: string) =>
      (await who.get<SiteView & { elsewhere?: string }>(`/site/view?path=${encodeURIComponent(path)}`)).body;
    for (const { address } of stack.services.live.must.setup.doc.pages) {
      const { place, elsewhere } = await look(`/${address}`);
      if (elsewhere !== undefined || place.kind !== 'page' || !place.shut) continue;
      for (const { href, says } of place.shut.ways) {
        if (href.startsWith('mailto:')) continue;
        const view = await look(href);
        const first = href.slice(1).split(/[/?]/)[0]!;
        const told = { mail, address, href, says, there: view.elsewhere ?? view.place.kind };
        expect([told, view.elsewhere === undefined && shows[first]!(view)]).toEqual([told, true]);
        walked += 1;
      }
    }
  }
  expect(walked).toBeGreaterThan(5);
});
