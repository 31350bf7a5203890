/** Purpose: what the product signs with: 256 random bits, made at the first start, the same in every process. */
import { randomBytes } from 'node:crypto';
import type { Pool, RowDataPacket } from 'mysql2/promise';

export async function siteSecret(pool: Pool): Promise<Buffer> {
  await pool.execute('INSERT IGNORE INTO site_secret (id, value) VALUES (1, ?)', [randomBytes(32)]);
  const [rows] = await pool.execute<(RowDataPacket & { value: Buffer })[]>(
    'SELECT value FROM site_secret WHERE id = 1',
  );
  return rows[0]!.value;
}
