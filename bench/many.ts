import { Agent, request } from 'node:http';
import { setTimeout as rest } from 'node:timers/promises';
import { Worker } from 'node:worker_threads';
import type { CountAnswer } from '@perambula/contract';
import { randomOf } from '@perambula/county';
import { withCeiling } from './countedSearch.js';
import { measured, report } from './measure.js';

const SECONDS = 15;
const BETWEEN_MS = 500;

/** Answers every request with one text once its body has come: as little as a server of Node's own can do. */
const PLAIN_SERVER = `
  const { parentPort, workerData } = require('node:worker_threads');
  require('node:http')
    .createServer((request, response) => {
      request.resume().once('end', () => response.setHeader('content-type', 'application/json').end(workerData));
    })
    .listen(0, '127.0.0.1', function () { parentPort.postMessage('http://127.0.0.1:' + this.address().port); });
`;

/** So many people at once, each changing one line twice a second, counted over HTTP by the running application. */
export async function benchMany(web: string, signIn: { email: string; password: string }, people: number): Promise<void> {
  const headers = { 'content-type': 'application/json', origin: web };
  const session = await fetch(`${web}/api/session`, { method: 'POST', headers, body: JSON.stringify(signIn) });
  const cookie = session.headers
    .getSetCookie()
    .map((each) => each.split(';')[0])
    .join('; ');
  const counts = await timesOf(web, { ...headers, cookie }, people);
  const [answer] = counts.answers;
  const plain = new Worker(PLAIN_SERVER, { eval: true, workerData: answer });
  const address = await new Promise<string>((resolve) => plain.once('message', resolve));
  const answers = await timesOf(address, { ...headers, cookie }, people);
  await plain.terminate();
  const rate = ({ times }: Timed): string => `${Math.round(times.length / SECONDS)} a second`;
  report(
    `${people} people at once, two changes a second each, over HTTP`,
    [measured('a count, from asking to reading', counts.times), measured('a server that only answers', answers.times)],
    `${rate(counts)}; the server that only answers ${rate(answers)}`,
  );
}

interface Timed {
  readonly times: readonly number[];
  readonly answers: ReadonlySet<string>;
}

async function timesOf(web: string, headers: Record<string, string>, people: number): Promise<Timed> {
  // a browser keeps its connection, and so does each person here
  const agent = new Agent({ keepAlive: true, maxSockets: people, maxFreeSockets: people });
  const ask = (method: string, path: string, body = ''): Promise<string> =>
    new Promise((resolve, reject) => {
      const length = Buffer.byteLength(body);
      const asked = request(`${web}${path}`, { method, agent, headers: { ...headers, 'content-length': length } }, (answer) => {
        let text = '';
        answer.setEncoding('utf8');
        answer.on('data', (piece: string) => (text += piece));
        answer.on('end', () =>
          answer.statusCode === 200 ? resolve(text) : reject(new Error(`${path} was answered with ${answer.statusCode}.`)),
        );
      });
      asked.on('error', reject);
      asked.end(body);
    });
  await Promise.all(Array.from({ length: people }, () => ask('GET', '/api/session')));
  const times: number[] = [];
  const answers = new Set<string>();
  const end = performance.now() + 1000 * SECONDS;
  const person = async (seed: number): Promise<void> => {
    const random = randomOf(seed);
    await rest(random.int(0, BETWEEN_MS));
    while (performance.now() < end) {
      const search = withCeiling(300_000 + 1000 * random.int(0, 300));
      const start = performance.now();
      const answer = await ask('POST', '/api/searches/count', JSON.stringify({ search }));
      if (typeof (JSON.parse(answer) as CountAnswer).fit !== 'number') throw new Error(`No count: ${answer}`);
      const took = performance.now() - start;
      times.push(took);
      answers.add(answer);
      await rest(Math.max(0, BETWEEN_MS - took));
    }
  };
  await Promise.all(Array.from({ length: people }, (_, i) => person(i)));
  agent.destroy();
  return { times, answers };
}
