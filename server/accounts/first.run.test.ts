import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { Caller, configFor, dropDatabase, freePort, freshDatabase } from '../../tests/support/stack';
import { start, type Running } from '../compose';
import { makeLog } from '../platform/log';

let database: string;
let running: Running;
let who: Caller;
beforeAll(async () => {
  database = await freshDatabase();
  running = await start(configFor(database, await freePort(), 1025, { ADMISSA_DEMO: '0' }), makeLog('silent'));
});
afterAll(async () => {
  await running.stop();
  await dropDatabase(database);
});
beforeEach(async () => {
  for (const table of ['staff', 'session', 'setup_item', 'setup_revision']) await query(`DELETE FROM ${table}`);
  who = new Caller(running.services.config.address);
});

const query = (sql: string) => running.services.database.source.query(sql) as Promise<{ n: string }[]>;
const countOf = async (table: string) => Number((await query(`SELECT COUNT(*) AS n FROM ${table}`))[0]!.n);
const owner = {
  siteName: 'Quillmoor Beekeepers',
  name: 'Odile Harrowgate',
  mail: 'odile@quillmoor.example',
  password: 'moss lantern heather',
};

describe('a site without a set-up', () => {
  it('leads everybody to the desk, which asks who the owner is', async () => {
    expect((await who.raw('/')).headers.get('location')).toBe('/desk');
    expect((await who.get('/desk/begin')).body).toEqual({ siteName: '', firstRun: true });
  });

  it('says what is wrong with an answer, and makes nothing', async () => {
    const nothing = await who.post('/desk/first-run', { siteName: ' ', name: '', mail: '', password: '' });
    expect(nothing.status).toBe(422);
    const empty = nothing.body['faults'] as { at: string; says: string }[];
    expect(empty.map((fault) => fault.at)).toEqual(['siteName', 'name', 'mail', 'password']);
    expect(empty[0]!.says).toBe('Write the name your members know it by.');
    const bad = await who.post('/desk/first-run', { ...owner, mail: 'odile@quillmoor', password: 'short' });
    expect(bad.body).toMatchObject({ code: 'form-faults', faults: [{ at: 'mail' }, { at: 'password' }] });
    const easy = await who.post('/desk/first-run', { ...owner, password: 'odileharrowgate' });
    expect(easy.body).toMatchObject({ code: 'form-faults', faults: [{ at: 'password' }] });
    expect([await countOf('staff'), await countOf('setup_item')]).toEqual([0, 0]);
  });

  it('makes its owner, signs them in and opens', async () => {
    expect((await who.post('/desk/first-run', owner)).status).toBe(200);
    expect((await who.get('/desk/me')).body).toMatchObject({ name: owner.name, siteName: owner.siteName });
    expect(await who.html('/')).toContain('This is the site of Quillmoor Beekeepers.');
    const late = await new Caller(who.address).post('/desk/first-run', owner);
    expect(late.body).toMatchObject({ code: 'already-done' });
  });

  it('has one owner, however many begin in the same instant', async () => {
    const begun = await Promise.all(
      ['odile', 'tamsin', 'wilf', 'bea'].map((name) =>
        new Caller(who.address).post('/desk/first-run', { ...owner, mail: `${name}@quillmoor.example` }),
      ),
    );
    expect(begun.map((answer) => answer.status).sort()).toEqual([200, 409, 409, 409]);
    expect([await countOf('staff'), await countOf('setup_revision')]).toEqual([1, 1]);
  });

  it('is left as it was when something fails half-way', async () => {
    const { staff } = running.services;
    const add = staff.add.bind(staff);
    staff.add = () => Promise.reject(new Error('the machine stopped'));
    expect((await who.post('/desk/first-run', owner)).status).toBe(500);
    staff.add = add;
    expect([await countOf('setup_item'), await countOf('setup_revision')]).toEqual([0, 0]);
    expect((await who.post('/desk/first-run', owner)).status).toBe(200);
  });
});
