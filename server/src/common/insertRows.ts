import type { EntityManager } from 'typeorm';

const MOST_ROWS = 1024;

/** What of the driver is needed here; TypeORM does not pass it on. */
interface Connection {
  execute(sql: string, values: readonly unknown[], done: (error: Error | null) => void): void;
}

/**
 * Inserts rows by prepared statements, whose values are neither escaped nor parsed: three times as fast as one long
 * INSERT where rows are large. They go in statements of 1,024, 512, 256 … rows, so that a connection prepares few.
 *
 * @param manager of the transaction that the rows belong to
 * @param into    `INSERT INTO table (columns)`
 * @param rows    values in the order of the columns, all rows of one length
 * @param ending  what follows the values, for example `ON DUPLICATE KEY UPDATE …`
 */
export async function insertRows(
  manager: EntityManager,
  into: string,
  rows: readonly (readonly unknown[])[],
  ending = '',
): Promise<void> {
  if (!manager.queryRunner) throw new Error('Rows are inserted in a transaction.');
  const connection = (await manager.queryRunner.connect()) as Connection;
  const tuple = `(${rows[0]?.map(() => '?').join(',') ?? ''})`;
  for (let at = 0; at < rows.length;) {
    let size = MOST_ROWS;
    while (size > rows.length - at) size /= 2;
    const sql = `${into} VALUES ${Array<string>(size).fill(tuple).join(',')} ${ending}`;
    const values = rows.slice(at, at + size).flat();
    await new Promise<void>((resolve, reject) => connection.execute(sql, values, (error) => (error ? reject(error) : resolve())));
    at += size;
  }
}
