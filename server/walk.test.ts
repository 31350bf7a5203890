/**
 * The walk over all endpoints: each is called by each kind of caller, and lets in exactly those its own
 * declaration names. A new endpoint is walked without a change here.
 */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  StaffPart,
  accountProblems,
  contract,
  generalProblems,
  joiningProblems,
  pictureProblems,
  fileProblems,
  moneyProblems,
  problems,
  reviewProblems,
  setupProblems,
  teamProblems,
  type Access,
  type EndpointMeta,
} from '../contract';
import { hashPassword } from './accounts';
import { paths } from '../web/site/calls';
import { Caller, PASSWORD, makeStack, type Stack } from '../tests/support/stack';

type Endpoint = { name: string; method: string; path: string; access: Access };

const endpoints: Endpoint[] = Object.entries(contract).flatMap(([area, part]) =>
  Object.entries(part).map(([name, procedure]) => {
    const { route, meta } = procedure['~orpc'];
    return { name: `${area}.${name}`, method: route.method!, path: route.path!, access: (meta as EndpointMeta).access };
  }),
);

const staffKinds = StaffPart.options;
const kinds = ['visitor', 'applicant', 'member', 'other member', ...staffKinds] as const;
type Kind = (typeof kinds)[number];

let stack: Stack;
const callers = new Map<Kind, Caller>();

const mails: Record<Exclude<Kind, 'visitor'>, string> = {
  applicant: 'anselm.pikard@mail.example',
  member: 'ida.marrowby@mail.example',
  'other member': 'gwenna.fairclough@mail.example',
  owner: 'odile@quillmoor.example',
  reviewer: 'tamsin@quillmoor.example',
  manager: 'maud@quillmoor.example',
  editor: 'wilf@quillmoor.example',
  bookkeeper: 'bea@quillmoor.example',
};

/** A fresh sign-in for each call: some endpoints end the session they are called with. */
async function callerOf(kind: Kind): Promise<Caller> {
  const who = new Caller(stack.address);
  if (kind === 'visitor') return who;
  if (mails[kind].endsWith('@mail.example')) await who.signIn(mails[kind]);
  else await who.staffIn(mails[kind]);
  return who;
}

beforeAll(async () => {
  stack = await makeStack();
  // Quillmoor has nobody who manages and nothing else; the walk knows every part.
  const passwordHash = await hashPassword(PASSWORD);
  await stack.services.staff.add({ name: 'Maud Tansley', mail: mails.manager, parts: ['manager'], passwordHash });
  for (const kind of kinds) callers.set(kind, await callerOf(kind));
});
afterAll(() => stack.stop());

function mayBy(access: Access, kind: Kind): 'in' | 401 | 403 {
  if (access === 'anyone') return 'in';
  if (access === 'member') return ['applicant', 'member', 'other member'].includes(kind) ? 'in' : 401;
  if (!(staffKinds as readonly string[]).includes(kind)) return 401;
  return access.staff.includes(kind as never) ? 'in' : 403;
}

/** Endpoints that would end the caller's session or erase the caller: walked with a session of their own. */
const endsSession = new Set([
  'account.signOut',
  'account.endSession',
  'joining.withdraw',
  'staff.signOut',
  'staff.endSession',
]);

const ownParts = { ...contract.account, ...contract.joining, ...contract.forms, ...contract.pay, ...contract.boards };

it('the site’s own small table of addresses is what the contract says', () => {
  const said = Object.fromEntries(
    Object.keys(paths).map((name) => [name, ownParts[name as keyof typeof paths]['~orpc'].route]),
  );
  for (const [name, path] of Object.entries(paths))
    expect([name, said[name]]).toMatchObject([name, { method: 'POST', path }]);
});

/**
 * Who may call what, written down a second time on purpose: a declaration that was loosened by mistake is not the one
 * that stands here.
 */
const written: Record<string, string> = {
  'site.view joining.join joining.confirm joining.discard': 'anyone',
  'pictures.keep': 'anyone',
  'account.signIn account.signOut account.forgotten account.reset': 'anyone',
  'joining.enterCode joining.resend joining.answer joining.complete joining.applyAgain joining.withdraw': 'member',
  'forms.sendForm forms.putOff': 'member',
  'boards.writeEntry boards.actOnEntry boards.replyToEntry boards.saveEntry': 'member',
  'entries.list entries.one entries.act': 'owner manager reviewer editor',
  'team.team': 'owner manager editor',
  'team.inviteStaff team.setParts team.inviteAgain team.removeStaff': 'owner',
  'invitations.invitations invitations.invite invitations.writeAgain invitations.takeBack answers.answers members.answers members.setAnswers members.groups members.setGroups hooks.calls hooks.again':
    'owner manager',
  'pay.reckon pay.pay pay.cancel pay.resume pay.pause pay.unpause pay.stay pay.card': 'member',
  'money.list money.one money.refund money.received money.gift money.tables money.csv money.books':
    'owner manager bookkeeper',
  'account.changePassword account.changeProfile account.endSession': 'member',
  'staff.begin staff.firstRun staff.signIn staff.signOut staff.forgotten staff.reset': 'anyone',
  'staff.me staff.changePassword staff.sessions staff.endSession': 'owner manager reviewer editor bookkeeper',
  'today.index today.view today.pulse clock.view viewpoint.sight madeUp.list':
    'owner manager reviewer editor bookkeeper',
  'members.list members.counts members.one members.find savedViews.list savedViews.keep savedViews.remove':
    'owner manager reviewer editor bookkeeper',
  'review.approve review.decline review.ask review.undoApproval review.reopen': 'owner manager reviewer',
  'letters.retry clock.move clock.stop': 'owner manager',
  'files.list files.bring files.remove members.conversion pictures.forChoice pictures.forLogo letters.read letters.test madeUp.make madeUp.change madeUp.remove':
    'owner manager editor',
  'setup.wording setup.draft setup.save setup.remove setup.order setup.replace setup.restore': 'owner manager editor',
  'insight.impact insight.door insight.prices viewpoint.door setup.people setup.publish setup.history setup.revision':
    'owner manager editor',
};

it('every endpoint is declared for those it is written down for', () => {
  const declared = Object.fromEntries(
    endpoints.map(({ name, access }) => [name, typeof access === 'string' ? access : access.staff.join(' ')]),
  );
  const expected = Object.fromEntries(
    Object.entries(written).flatMap(([names, who]) => names.split(' ').map((name) => [name, who])),
  );
  expect(declared).toEqual(expected);
});

it('a refusal’s code stands for one thing', () => {
  const codes = [
    generalProblems,
    accountProblems,
    joiningProblems,
    reviewProblems,
    setupProblems,
    teamProblems,
    pictureProblems,
    fileProblems,
    moneyProblems,
  ].flatMap((list) => Object.keys(list));
  expect([...codes].sort()).toEqual(Object.keys(problems).sort());
});

describe('every endpoint says who may call it', () => {
  it('there are endpoints to walk, each declared', () => {
    expect(endpoints.length).toBeGreaterThan(30);
    for (const { name, access } of endpoints) expect(access, name).toBeDefined();
  });

  it.each(kinds)('the %s is let in by exactly those that name them', async (kind) => {
    for (const endpoint of endpoints) {
      const who = endsSession.has(endpoint.name)
        ? await callerOf(kind === 'applicant' && endpoint.name === 'joining.withdraw' ? 'member' : kind)
        : callers.get(kind)!;
      const path = endpoint.path.replace(/\{id\}/, 'x'.repeat(20)).replace(/\{\w+\}/, 'nowhere');
      const { status, body } =
        endpoint.method === 'GET'
          ? await who.get<{ code?: string }>(path)
          : await who.post<{ code?: string }>(path, {});
      const may = mayBy(endpoint.access, kind);
      if (may === 'in') {
        expect(
          [401, 403].includes(status) && body.code !== 'wrong-sign-in',
          `${kind} at ${endpoint.name}: ${status} ${body.code}`,
        ).toBe(false);
        expect(status, `${kind} at ${endpoint.name}`).toBeLessThan(500);
      } else {
        expect(status, `${kind} at ${endpoint.name}`).toBe(may);
        expect(body.code).toBe(may === 401 ? 'not-signed-in' : 'not-yours');
      }
    }
  });
});

describe('nobody is sent what is another’s', () => {
  it('the site’s answers speak of the caller alone', async () => {
    const [ida, gwenna] = [callers.get('member')!, callers.get('other member')!];
    for (const path of ['/', '/my-bees', '/account']) {
      const html = await gwenna.html(path);
      expect(html).toContain('Gwenna');
      expect(html).not.toContain('Marrowby');
      expect(await ida.html(path)).not.toContain('Fairclough');
    }
    const anselm = await callers.get('applicant')!.html('/joining');
    expect(anselm).toContain('anselm.pikard@mail.example');
    expect(anselm).not.toContain('Jessamy');
  });

  it('an applicant cannot move another’s application', async () => {
    const jessamy = new Caller(stack.address);
    await jessamy.signIn('jessamy.thorle@mail.example');
    const [before] = await stack.query(
      'SELECT data FROM application a JOIN member m ON m.id = a.member WHERE m.name = ?',
      ['Anselm Pikard'],
    );
    await jessamy.post('/site/joining/resend');
    await jessamy.post('/site/joining/code', { code: 'AAAAAA' });
    const [after] = await stack.query(
      'SELECT data FROM application a JOIN member m ON m.id = a.member WHERE m.name = ?',
      ['Anselm Pikard'],
    );
    expect(after).toEqual(before);
  });

  it('the viewpoint is for staff alone', async () => {
    const day = new Date(stack.services.clock.now()).toISOString().slice(0, 10);
    for (const kind of kinds) {
      const { status } = await callers.get(kind)!.raw(`/viewpoint/visitor/${day}/`);
      expect(status, kind).toBe((staffKinds as readonly string[]).includes(kind) ? 200 : 401);
    }
  });
});
