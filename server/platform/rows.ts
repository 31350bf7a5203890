/**
 * Purpose: single rows written and read by their entities, with the statement of each kind put together once.
 * Why not the repository: it builds its statement anew each time, which costs more than carrying it out; an act that
 * writes fifteen rows, a thousand times a night, is half as dear so. What is looked for otherwise than by its key, or
 * seldom, stays with the repository.
 */
import type { DataSource, EntityManager, EntityMetadata, EntityTarget, ObjectLiteral } from 'typeorm';
import type { ResultSetHeader } from 'mysql2';

type ColumnMetadata = EntityMetadata['columns'][number];
type Named = ReadonlyMap<string, ColumnMetadata>;

const known = new WeakMap<EntityMetadata, Named>();
function columnsOf(metadata: EntityMetadata): Named {
  let columns = known.get(metadata);
  if (!columns) {
    columns = new Map(metadata.columns.map((column) => [column.propertyName, column]));
    known.set(metadata, columns);
  }
  return columns;
}

const column = (columns: Named, property: string): ColumnMetadata => {
  const found = columns.get(property);
  if (!found) throw new Error(`No column holds ${property}.`);
  return found;
};
const quoted = (columns: Named, property: string): string => `\`${column(columns, property).databaseName}\``;

/** The statements that were put together, by entity, kind and properties. */
const statements = new WeakMap<EntityMetadata, Map<string, string>>();
function statement(metadata: EntityMetadata, key: string, make: (columns: Named) => string): string {
  let ofEntity = statements.get(metadata);
  if (!ofEntity) statements.set(metadata, (ofEntity = new Map()));
  let sql = ofEntity.get(key);
  if (sql === undefined) ofEntity.set(key, (sql = make(columnsOf(metadata))));
  return sql;
}

/** What a row says, as the driver takes it; properties left undefined are left out where none are named. */
function valuesOf<E extends ObjectLiteral>(
  dataSource: DataSource,
  metadata: EntityMetadata,
  row: Partial<E>,
  properties: readonly string[] = Object.keys(row).filter((property) => row[property] !== undefined),
) {
  const columns = columnsOf(metadata);
  const values = properties.map((property) =>
    dataSource.driver.preparePersistentValue(row[property], column(columns, property)),
  ) as unknown[];
  return { properties, values };
}

function listed(columns: Named, properties: readonly string[], count = 1): string {
  const names = properties.map((property) => quoted(columns, property)).join(', ');
  const row = `(${properties.map(() => '?').join(', ')})`;
  return `(${names}) VALUES ${Array(count).fill(row).join(', ')}`;
}

/**
 * Adds rows, of which each says the same properties.
 * @returns the number that the first was given, of entities that are numbered
 * @throws a duplicate-key error
 */
export async function insertRow<E extends ObjectLiteral>(
  manager: EntityManager,
  entity: EntityTarget<E>,
  ...rows: [Partial<E>, ...Partial<E>[]]
): Promise<string> {
  const metadata = manager.dataSource.getMetadata(entity);
  const { properties } = valuesOf(manager.dataSource, metadata, rows[0]);
  const sql = statement(
    metadata,
    `insert ${rows.length} ${properties.join()}`,
    (columns) => `INSERT INTO \`${metadata.tableName}\` ${listed(columns, properties, rows.length)}`,
  );
  const values = rows.flatMap((row) => valuesOf(manager.dataSource, metadata, row, properties).values);
  const { insertId } = (await manager.query(sql, values)) as ResultSetHeader;
  return String(insertId);
}

/** Adds a row, or writes over the one of the same key. */
export async function putRow<E extends ObjectLiteral>(
  manager: EntityManager,
  entity: EntityTarget<E>,
  row: Partial<E>,
): Promise<void> {
  const metadata = manager.dataSource.getMetadata(entity);
  const { properties, values } = valuesOf(manager.dataSource, metadata, row);
  const sql = statement(metadata, `put ${properties.join()}`, (columns) => {
    const written = properties.filter((property) => !column(columns, property).isPrimary);
    // Of a row that is nothing but its key there is nothing to write over.
    const over = written.length ? written : properties;
    const sets = over.map((property) => `${quoted(columns, property)} = VALUES(${quoted(columns, property)})`);
    return `INSERT INTO \`${metadata.tableName}\` ${listed(columns, properties)} ON DUPLICATE KEY UPDATE ${sets.join(', ')}`;
  });
  await manager.query(sql, values);
}

/** Changes the row of a key; nothing where there is none. */
export async function changeRow<E extends ObjectLiteral>(
  manager: EntityManager,
  entity: EntityTarget<E>,
  key: Partial<E>,
  changes: Partial<E>,
): Promise<void> {
  const metadata = manager.dataSource.getMetadata(entity);
  const now = valuesOf(manager.dataSource, metadata, changes);
  const of = valuesOf(manager.dataSource, metadata, key);
  const sql = statement(metadata, `change ${of.properties.join()} ${now.properties.join()}`, (columns) => {
    const equal = (property: string) => `${quoted(columns, property)} = ?`;
    const where = of.properties.map(equal).join(' AND ');
    return `UPDATE \`${metadata.tableName}\` SET ${now.properties.map(equal).join(', ')} WHERE ${where}`;
  });
  await manager.query(sql, [...now.values, ...of.values]);
}

/**
 * The row of a key, or null.
 * @param locked whether it is held until the transaction ends
 */
export async function rowOf<E extends ObjectLiteral>(
  manager: EntityManager,
  entity: EntityTarget<E>,
  key: Partial<E>,
  locked = false,
): Promise<E | null> {
  const { dataSource } = manager;
  const metadata = dataSource.getMetadata(entity);
  const of = valuesOf(dataSource, metadata, key);
  const sql = statement(metadata, `read ${of.properties.join()} ${locked}`, (columns) => {
    const where = of.properties.map((property) => `${quoted(columns, property)} = ?`).join(' AND ');
    const names = [...columns.keys()].map((property) => quoted(columns, property)).join(', ');
    return `SELECT ${names} FROM \`${metadata.tableName}\` WHERE ${where}${locked ? ' FOR UPDATE' : ''}`;
  });
  const [found] = (await manager.query(sql, of.values)) as Record<string, unknown>[];
  return found ? rowIn(manager, entity, found) : null;
}

/** A row out of what a statement found that read all of its columns. */
export function rowIn<E extends ObjectLiteral>(
  { dataSource }: EntityManager,
  entity: EntityTarget<E>,
  found: Readonly<Record<string, unknown>>,
): E {
  const row: Record<string, unknown> = {};
  for (const [property, of] of columnsOf(dataSource.getMetadata(entity)))
    row[property] = dataSource.driver.prepareHydratedValue(found[of.databaseName], of);
  return row as E;
}

/** What statements are asked of: an entity manager, a data source, a query runner. */
type Asked = { query(sql: string, values?: unknown[]): Promise<unknown> };

/**
 * Rows of a statement written by hand, as the statement says they are: columns by the names it gives them, sums and counts of
 * 64 bits as text, instants as dates.
 */
export const rowsFrom = async <R>(from: Asked, sql: string, values: readonly unknown[] = []): Promise<R[]> =>
  (await from.query(sql, [...values])) as R[];

/** What a statement written by hand has changed. `insertId` is the number given to the first row that was added. */
export const changeIn = async (
  where: Asked,
  sql: string,
  values: readonly unknown[] = [],
): Promise<{ readonly affectedRows: number; readonly insertId: number | string }> =>
  (await where.query(sql, [...values])) as { affectedRows: number; insertId: number | string };
