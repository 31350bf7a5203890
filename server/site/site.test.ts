import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { movedTo } from '../../core/pages';
import { Caller, makeStack, type Stack } from '../../tests/support/stack';
import type { SiteView } from '../../contract';
import { visitorFacts, type Facts } from '../../core/facts';
import { placeFor } from './place';
import { Site } from './site.routes';
import { Plans } from './plans';
import { loadTemplate } from './template';

let stack: Stack;
beforeAll(async () => {
  stack = await makeStack();
});
afterAll(() => stack.stop());

const secrets = [
  'Never more than 50 ml',
  'How much',
  'ring round your first-year keepers',
  'See each of your keepers twice',
  'good-to-see-you',
];
const signedIn = async (name: string) => {
  const who = new Caller(stack.address);
  await who.signIn(`${name}@mail.example`);
  return who;
};

describe('a visitor', () => {
  const who = () => new Caller(stack.address);

  it('finds Welcome and About open, and no shut page in any menu', async () => {
    for (const path of ['/', '/about']) {
      const html = await who().html(path);
      expect(html).toContain('Quillmoor');
      expect(html).not.toContain('winter-treatment-guide');
      expect(html).not.toContain('mentor-notes');
    }
  });

  it('gets the guide’s outside view with the way in, and nothing of its closed blocks, in HTML or JSON', async () => {
    const html = await who().html('/winter-treatment-guide');
    const json = JSON.stringify((await who().get('/site/view?path=/winter-treatment-guide')).body);
    for (const sent of [html, json]) {
      expect(sent).toContain('Wait until three cold weeks have passed');
      expect(sent).toContain('The rest of the guide is for Keepers, Patrons and Mentors.');
      expect(sent).toContain('/join/quillmoor');
      for (const secret of secrets) expect(sent).not.toContain(secret);
    }
  });

  it('is told by the status that a page is shut, where nothing of it shows', async () => {
    for (const [path, status] of [
      ['/my-bees', 403],
      ['/winter-treatment-guide', 200],
      ['/about', 200],
    ] as const) {
      const answer = await who().raw(path);
      expect([path, answer.status, (await answer.text()).includes('</html>')]).toEqual([path, status, true]);
    }
  });

  it('cannot tell a hidden page from one that does not exist', async () => {
    const [hidden, missing] = await Promise.all(['/mentor-notes', '/nobody-made-this'].map((path) => who().raw(path)));
    expect(hidden!.status).toBe(404);
    const strip = (html: string, path: string) => html.replaceAll(path, '').replaceAll(encodeURIComponent(path), '');
    expect(strip(await hidden!.text(), '/mentor-notes')).toBe(strip(await missing!.text(), '/nobody-made-this'));
  });

  it('is not sent again what their browser has: the very text, theirs, as it is now', async () => {
    const visitor = who();
    const ida = who();
    await ida.signIn('ida.marrowby@mail.example');
    const ask = (of: Caller, tag?: string) =>
      fetch(`${stack.address}/winter-treatment-guide`, {
        headers: { cookie: of.cookie, ...(tag ? { 'if-none-match': tag } : {}) },
      });
    const tags = await Promise.all([visitor, ida].map(async (of) => (await ask(of)).headers.get('etag')!));
    expect(new Set(tags).size).toBe(2);
    for (const [at, of] of [visitor, ida].entries()) {
      const again = await ask(of, tags[at]);
      expect([again.status, await again.text()]).toEqual([304, '']);
      expect(again.headers.get('content-security-policy')).toContain("default-src 'none'");
      // Who was a visitor a moment ago has another's text.
      expect((await ask(of, tags[1 - at])).status).toBe(200);
    }
    await stack.publish((doc) => (doc.pages.find(({ id }) => id === 'winter-guide')!.description = 'Told anew.'));
    expect((await ask(visitor, tags[0])).status).toBe(200);
    expect((await ask(ida, tags[1])).status).toBe(200);
  });

  it('is told everything in the first HTML: title, description, address, state once', async () => {
    const html = await who().html('/about');
    expect(html).toContain('<title>About · Quillmoor Beekeepers&#39; Association</title>');
    expect(html).toContain('<meta name="description" content="Who we are, where we meet');
    expect(html).toContain(`<link rel="canonical" href="${stack.address}/about">`);
    expect(html.match(/id="view"/g)).toHaveLength(1);
    expect(html).toContain('<meta property="og:title" content="About">');
    expect(html).toContain(`<meta property="og:url" content="${stack.address}/about">`);
    // What is shut but for its name and the ways in is nothing to be found by, or to be shared.
    const shut = await who().html('/my-bees');
    expect(shut).toContain('<meta name="robots" content="noindex">');
    expect(shut).not.toContain('og:');
    expect(await who().html('/winter-treatment-guide')).toContain('og:title');
    expect(await who().html('/sign-in')).toContain('<meta name="robots" content="noindex">');
  });

  it('reads the owner’s own lines, in HTML and in what the script goes by', async () => {
    const wording = {
      'site.memberSignIn': 'Members, this way',
      'pages.signInToRead': 'Come in to read.',
      'places.noPage': 'Nothing here',
    };
    await stack.publish((doc) => void (doc.site.wording = wording));
    const html = await who().html('/winter-treatment-guide');
    expect(html).toContain('>Members, this way<');
    expect(html).toContain('Come in to read.');
    expect(html).toContain('"wording":{"site.memberSignIn":"Members, this way"}');
    expect(await (await who().raw('/nobody-made-this')).text()).toContain('Nothing here');
    const odile = await new Caller(stack.address).staffIn('odile@quillmoor.example');
    const { lines } = (await odile.get<{ lines: { key: string; text: string }[] }>('/desk/setup/wording')).body;
    expect(lines.length).toBeGreaterThan(100);
    for (const key of Object.keys(wording)) expect(lines.map((one) => one.key)).toContain(key);
    await stack.publish((doc) => void delete doc.site.wording);
    expect(await who().html('/')).not.toContain('this way');
  });

  it('is led from where a page stood before to where it stands, but to nothing that is hidden', async () => {
    await stack.publish((doc) => {
      const page = (id: string) => doc.pages.find((one) => one.id === id)!;
      const move = (id: string, to: string) => Object.assign(page(id), movedTo(page(id), to, page(id)));
      move('kit', 'borrow');
      move('kit', 'kit-and-veils');
      move('mentor-notes', 'for-mentors');
    });
    const led = async (path: string) => {
      const response = await who().raw(path, { redirect: 'manual' });
      return [response.status, response.headers.get('location')];
    };
    expect(await led('/kit-to-borrow')).toEqual([302, '/kit-and-veils']);
    expect(await led('/borrow')).toEqual([302, '/kit-and-veils']);
    expect(await led('/mentor-notes')).toEqual([404, null]);
    expect((await who().get('/site/view?path=/borrow')).body).toEqual({ elsewhere: '/kit-and-veils' });
    // A page that stands there now is what one comes to.
    await stack.publish((doc) => void (doc.pages.find(({ id }) => id === 'about')!.address = 'borrow'));
    expect(await led('/borrow')).toEqual([200, null]);
    await stack.publish((doc) => {
      doc.pages.find(({ id }) => id === 'about')!.address = 'about';
      doc.pages.find(({ id }) => id === 'mentor-notes')!.address = 'mentor-notes';
    });
  });

  it('is led to the tidy address, and never to another site', async () => {
    for (const [path, to] of [
      ['/about/', '/about'],
      ['//about', '/about'],
      ['/winter-treatment-guide//?from=mail', '/winter-treatment-guide?from=mail'],
      ['//elsewhere.example/', '/elsewhere.example'],
      ['//', '/'],
      ['/\\elsewhere.example/', '/elsewhere.example'],
    ] as const) {
      const response = await who().raw(path);
      expect([path, response.status, response.headers.get('location')]).toEqual([path, 302, to]);
      const asked = await who().get(`/site/view?path=${encodeURIComponent(path)}`);
      expect(asked).toEqual({ status: 200, body: { elsewhere: to } });
    }
  });

  it('gets a plain “no such page” at whatever else can be typed', async () => {
    for (const path of [
      '/%ff',
      '/%00',
      '/:80',
      '/[',
      '/about/more',
      '/confirm',
      '/..%2f..%2fetc/passwd',
      '/a?next=//b',
    ])
      expect([path, (await who().raw(path)).status]).toEqual([path, 404]);
  });

  it('is led to sign in where a place is personal, and back', async () => {
    for (const path of ['/joining', '/account']) {
      const response = await who().raw(path);
      expect([response.status, response.headers.get('location')]).toEqual([
        302,
        `/sign-in?next=${encodeURIComponent(path)}`,
      ]);
    }
  });
});

describe('a member', () => {
  it('is greeted by first name in the first HTML, with the right menu', async () => {
    const html = await (await signedIn('ida.marrowby')).html('/');
    expect(html).toMatch(/<h1[^>]*>Good (morning|afternoon|evening), Ida<\/h1>/);
    expect(html).toContain('Winter treatment guide');
    expect(html).not.toContain('Mentor notes');
    expect(html).toContain('No. 0001');
    expect(html).not.toContain('Join Quillmoor');
  });

  it('gets exactly the blocks whose doors are open', async () => {
    const [ida, gwenna, tobias] = await Promise.all(
      ['ida.marrowby', 'gwenna.fairclough', 'tobias.wetherfold'].map(signedIn),
    );
    const [keeper, mentor, lapsed] = await Promise.all(
      [ida!, gwenna!, tobias!].map((who) => who.html('/winter-treatment-guide')),
    );
    expect(keeper).toContain('Never more than 50 ml');
    expect(keeper).not.toContain('ring round your first-year keepers');
    expect(mentor).toContain('ring round your first-year keepers');
    expect(lapsed).not.toContain('Never more than 50 ml');
    expect(lapsed).toContain('Renew your membership');
  });

  it('meets the sign-in page with “signed in already”', async () => {
    const who = await signedIn('ida.marrowby');
    expect(await who.html('/sign-in?next=/my-bees')).toContain('Not you? Sign in as somebody else');
    expect(await who.html('/join/quillmoor')).toContain('You are signed in as');
    const anselm = await signedIn('anselm.pikard');
    expect((await anselm.raw('/join/quillmoor')).headers.get('location')).toBe('/joining');
  });
});

describe('a page kept ready', () => {
  const empty = { html: '<html><script type="application/json" id="view">{}</script></html>', source: '' };

  it('is byte for byte the page that would have been rendered, for everybody', async () => {
    const { live, clock, sources, config } = stack.services;
    const template = await loadTemplate(config.dist);
    const site = new Site({ ...stack.services, template, address: config.address });
    const rows = await stack.query<{ facts: string }>('SELECT facts FROM member_facts');
    const people: Facts[] = [visitorFacts, ...rows.map((row) => JSON.parse(row.facts) as Facts)];
    // A name with every character that HTML and JSON treat apart.
    people.push({ ...people[1]!, name: `Ida "O'Neill" <b>&amp; \\ </script>` });
    const now = clock.now();
    let compared = 0;
    for (const facts of people) {
      const person = live.must.doors.prepare(facts, now);
      for (const path of ['/', '/about', '/winter-treatment-guide', '/mentor-notes', '/my-bees']) {
        const ready = await site.ready(path, { facts, session: null, now }, live.must);
        const place = await placeFor(path, { facts, session: null, now }, live.must, sources);
        if (ready === null) continue;
        if (place.is !== 'view') throw new Error('a page that is ready must be a view');
        const { html, source } = await site.document(place.view, live.must);
        expect(ready.body.toString()).toBe(html);
        expect(ready.source).toBe(source);
        expect(ready.status).toBe(place.status);
        compared++;
      }
      expect(person.facts).toBe(facts);
    }
    expect(compared).toBeGreaterThan(100);
  });

  it('is rendered once, however many ask for it at once', async () => {
    const { live } = stack.services;
    let rendered = 0;
    const plans = new Plans(live.must, async () => {
      rendered++;
      await new Promise((wait) => setTimeout(wait, 5));
      return empty;
    });
    const now = stack.services.clock.now();
    const page = live.must.setup.pages.get('about')!;
    await Promise.all(Array.from({ length: 8 }, () => plans.visitor(page, now)));
    expect(rendered).toBe(1);
  });

  it('that is shut is made anew each day, since what would open it depends on the day', async () => {
    const { live, clock } = stack.services;
    const made: string[] = [];
    const plans = new Plans(live.must, (view) => {
      made.push(view.path);
      return Promise.resolve(empty);
    });
    const guide = live.must.setup.pages.get('winter-guide')!;
    const about = live.must.setup.pages.get('about')!;
    const noon = Math.floor(clock.now() / 86_400_000) * 86_400_000 + 12 * 3_600_000;
    for (const at of [noon, noon + 60_000, noon + 86_400_000])
      for (const page of [guide, about]) await plans.visitor(page, at);
    expect(made.filter((path) => path === '/winter-treatment-guide')).toHaveLength(2);
    expect(made.filter((path) => path === '/about')).toHaveLength(1);
  });

  it('that calls to a form is made anew each day, and says since or until when the form takes nobody', async () => {
    const { live, clock } = stack.services;
    const home = live.must.setup.pages.get('welcome')!;
    const made: string[] = [];
    const plans = new Plans(live.must, (view) => {
      made.push(view.path);
      return Promise.resolve(empty);
    });
    const now = clock.now();
    for (const at of [now, now + 1_000, now + 86_400_000]) await plans.visitor(home, at);
    expect(made).toHaveLength(2);
  });

  it('carries the same state as the JSON of the same address', async () => {
    const who = await signedIn('ida.marrowby');
    for (const path of ['/', '/winter-treatment-guide', '/account']) {
      const html = await who.html(path);
      const state = JSON.parse(/id="view">(.*?)<\/script>/s.exec(html)![1]!) as SiteView;
      expect((await who.get<SiteView>(`/site/view?path=${path}`)).body).toEqual(state);
    }
  });
});

describe('a second process', () => {
  it('knows whoever signed in at the first', async () => {
    const other = await stack.second();
    const ida = await signedIn('ida.marrowby');
    expect(await ida.at(other.services.config.address).html('/winter-treatment-guide')).toContain(
      'Good to see you here, Ida.',
    );
    await ida.post('/site/sign-out');
    expect(await ida.at(other.services.config.address).html('/')).not.toContain('Ida');
  });
});
