import { spawn, spawnSync } from 'node:child_process';
import type { ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { freePort, ROOT } from '../../../scripts/machine.mjs';
import { SMALL_COUNTY } from '../../../scripts/stack.mjs';
import type { RunFile } from '../../../scripts/stack.mjs';

const folder = mkdtempSync(join(tmpdir(), 'perambula-start-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const START = join(ROOT, 'scripts/start.mjs');

/** What the start command says and how it ends, where it cannot start. */
function refused(...args: string[]): { status: number | null; says: string } {
  const { status, stderr } = spawnSync(process.execPath, [START, ...args], { encoding: 'utf8' });
  return { status, says: stderr.trim() };
}

describe('npm start', () => {
  it('says in a sentence what it cannot do, and stops', async () => {
    expect(refused('--port', 'ten')).toEqual({ status: 1, says: '--port takes a number from 1 to 65535, not “ten”.' });
    expect(refused('--colour', 'red').says).toContain('npm start -- [--port N] [--data DIR] [--fresh]');
    const port = await freePort();
    const taker = createServer().listen(port, '127.0.0.1');
    await new Promise((resolve) => taker.once('listening', resolve));
    const { status, says } = refused('--port', String(port), '--data', folder);
    taker.close();
    expect(status).toBe(1);
    expect(says).toContain(`Port ${port} is taken.`);
    expect(says).not.toMatch(/at \w+.*\.mjs/);
  });
  it('says who has a data directory that is in use', async () => {
    writeFileSync(join(folder, 'lock'), String(process.pid));
    const { status, says } = refused('--port', String(await freePort()), '--data', folder);
    expect(status).toBe(1);
    expect(says).toContain(`is in use by process ${process.pid}`);
    rmSync(join(folder, 'lock'));
  });

  it('starts over a lock whose holder is gone, writes run.json last, keeps all over SIGTERM, and leaves nothing running', async () => {
    const data = join(folder, 'data');
    const port = await freePort();
    const start = async (...more: string[]): Promise<{ child: ChildProcess; run: RunFile }> => {
      const child = spawn(process.execPath, [START, '--port', String(port), '--data', data, '--lived', '0', ...more], {
        stdio: ['ignore', 'pipe', 'inherit'],
        // the county's own size would be the demo's, and takes longer than what is tried here
        env: { ...process.env, COUNTY_PARCELS: String(SMALL_COUNTY.parcels), COUNTY_SINCE: SMALL_COUNTY.since },
      });
      const file = join(data, 'run.json');
      // as long as the command itself waits for its server, and for all that comes before
      for (let tries = 0; tries < 1800 && !existsSync(file); tries++) await new Promise((resolve) => setTimeout(resolve, 100));
      expect(statSync(file).mode & 0o777).toBe(0o600);
      return { child, run: JSON.parse(readFileSync(file, 'utf8')) as RunFile };
    };
    const stop = async (child: ChildProcess): Promise<number | null> => {
      child.kill('SIGTERM');
      return new Promise((resolve) => child.once('exit', resolve));
    };
    const first = await start();
    expect((await fetch(`${first.run.web}/api/health`)).status).toBe(200);
    expect(first.run.pid).toBe(first.child.pid);
    const session = await fetch(`${first.run.web}/api/session`, {
      method: 'POST',
      body: JSON.stringify(first.run.signIn),
      headers: { 'content-type': 'application/json' },
    });
    const cookie = session.headers.getSetCookie()[0]?.split(';')[0] ?? '';
    const tasks = async (): Promise<string> => (await fetch(`${first.run.web}/api/tasks`, { headers: { cookie } })).text();
    await fetch(`${first.run.web}/api/tasks`, {
      method: 'POST',
      body: JSON.stringify({ text: 'Ask about the stairs' }),
      headers: { 'content-type': 'application/json', cookie },
    });
    const before = await tasks();
    expect(before).toContain('Ask about the stairs');
    expect(await stop(first.child)).toBe(0);
    expect(existsSync(join(data, 'run.json'))).toBe(false);
    await expect(fetch(`${first.run.web}/api/health`)).rejects.toThrow();
    const left = spawnSync('pgrep', ['-f', data], { encoding: 'utf8' }).stdout.trim();
    expect(left).toBe('');

    // killed without a word: its parts end themselves, and the next start recovers
    const second = await start();
    expect(await tasks()).toBe(before);
    second.child.kill('SIGKILL');
    await new Promise((resolve) => second.child.once('exit', resolve));
    rmSync(join(data, 'run.json'));
    await new Promise((resolve) => setTimeout(resolve, 1500));
    const third = await start();
    expect(await tasks()).toBe(before);
    expect(third.run.signIn).toEqual(first.run.signIn);
    expect(await stop(third.child)).toBe(0);
  }, 600_000);
});
