/**
 * Does some work for each of many, so many at once. What fails keeps no other back.
 *
 * @throws what failed first, once all were tried
 */
export async function someAtOnce<T>(width: number, items: readonly T[], work: (item: T) => Promise<unknown>): Promise<void> {
  const failures: unknown[] = [];
  const waiting = items.values();
  const worker = async (): Promise<void> => {
    for (const item of waiting)
      await work(item).catch((error: unknown) => {
        failures.push(error);
      });
  };
  await Promise.all(Array.from({ length: width }, worker));
  if (failures.length > 0) throw failures[0];
}
