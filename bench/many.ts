import { setTimeout as rest } from 'node:timers/promises';
import type { CountAnswer } from '@perambula/contract';
import { randomOf } from '@perambula/county';
import { SEARCH } from './countedSearch.js';
import { measured, report } from './measure.js';

const PEOPLE = 50;
const SECONDS = 15;
const BETWEEN_MS = 500;

/** Fifty people at once, each changing one line twice a second, counted over HTTP by the running application. */
export async function benchMany(web: string, signIn: { email: string; password: string }): Promise<void> {
  const headers = { 'content-type': 'application/json', origin: web };
  const session = await fetch(`${web}/api/session`, { method: 'POST', headers, body: JSON.stringify(signIn) });
  const cookie = session.headers
    .getSetCookie()
    .map((each) => each.split(';')[0])
    .join('; ');
  const times: number[] = [];
  const end = performance.now() + 1000 * SECONDS;
  const person = async (seed: number): Promise<void> => {
    const random = randomOf(seed);
    await rest(random.int(0, BETWEEN_MS));
    while (performance.now() < end) {
      const [price, ...lines] = SEARCH.lines;
      const most = 300_000 + 1000 * random.int(0, 300);
      const search = { ...SEARCH, lines: [{ ...price, is: { between: [250_000, most] } }, ...lines] };
      const start = performance.now();
      const answer = await fetch(`${web}/api/searches/count`, {
        method: 'POST',
        headers: { ...headers, cookie },
        body: JSON.stringify({ search }),
      });
      const { fit } = (await answer.json()) as CountAnswer;
      if (!answer.ok || typeof fit !== 'number') throw new Error(`A count was answered with ${answer.status}.`);
      const took = performance.now() - start;
      times.push(took);
      await rest(Math.max(0, BETWEEN_MS - took));
    }
  };
  await Promise.all(Array.from({ length: PEOPLE }, (_, i) => person(i)));
  report(`${PEOPLE} people at once, two changes a second each, over HTTP`, [measured('a count, from asking to reading', times)]);
}
