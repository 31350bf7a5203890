import { DataSource } from 'typeorm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { configFor, dropDatabase, freshDatabase } from '../../tests/support/stack';
import { entities } from '../entities';
import { migrate, openDatabase, type Database } from './database';

let name: string;
let database: Database;
beforeAll(async () => {
  name = await freshDatabase();
  database = await openDatabase(configFor(name, 1, 1), entities);
});
afterAll(async () => {
  await database.close();
  await dropDatabase(name);
});

describe('migrations', () => {
  it('run once, from however many processes at once', async () => {
    const others = await Promise.all([1, 2].map(() => openDatabase(configFor(name, 1, 1), entities)));
    await Promise.all([database, ...others].map((one) => migrate(one.source)));
    expect(await database.source.query('SELECT name FROM migration')).toEqual([{ name: 'Foundation1700000000001' }]);
    for (const other of others) await other.close();
  });

  it('leave exactly the tables the entities describe', async () => {
    const drift = await database.source.driver.createSchemaBuilder().log();
    expect(drift.upQueries.map((query) => query.query)).toEqual([]);
  });

  it('resume after a run that broke half-way', async () => {
    await database.source.query('DROP TABLE application');
    await database.source.query('DELETE FROM migration');
    const again = new DataSource({ ...(database.source.options as never as object) } as never);
    await again.initialize();
    await migrate(again);
    expect(await again.query('SELECT COUNT(*) AS n FROM application')).toEqual([{ n: '0' }]);
    await again.destroy();
  });
});
