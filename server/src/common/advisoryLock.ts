import type { DataSource } from 'typeorm';

/**
 * Runs work that only one server process may do at a time; where another is still at it after so many seconds, does
 * nothing and gives null.
 */
export async function withAdvisoryLock<T>(
  database: DataSource,
  name: string,
  seconds: number,
  work: () => Promise<T>,
): Promise<T | null> {
  const runner = database.createQueryRunner();
  await runner.connect();
  try {
    const [row] = (await runner.query('SELECT GET_LOCK(?, ?) AS got', [`perambula.${name}`, seconds])) as {
      got: number | string | null;
    }[];
    if (Number(row?.got) !== 1) return null;
    try {
      return await work();
    } finally {
      await runner.query('SELECT RELEASE_LOCK(?)', [`perambula.${name}`]);
    }
  } finally {
    await runner.release();
  }
}
