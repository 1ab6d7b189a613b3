import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, openSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { isAlive } from './machine.mjs';
import { Stop } from './say.mjs';

/** Debian's packages by the program that tells whether they are there. */
export const MARIADB_PACKAGES = { mariadbd: ['mariadb-server-core'], mariadb: ['mariadb-client'] };

/**
 * A MariaDB on the loopback with its data in a folder, made anew when the folder is empty.
 * Root comes in by the socket only; the application has its own user. A server that dies is started again.
 */
export class MariaDb {
  /**
   * @param {{ folder: string, port: number, password: string, throwaway?: boolean }} options  `throwaway`: what is written outlives
   *   the server's death, but not the machine's, and each commit need not wait for the disk
   */
  constructor({ folder, port, password, throwaway = false }) {
    Object.assign(this, { folder, port, password, throwaway });
    this.socket = join(folder, 'socket');
    this.pidFile = join(folder, 'pid');
    this.atExit = () => this.process?.kill('SIGTERM');
    process.once('exit', this.atExit);
  }

  async start() {
    const data = join(this.folder, 'data');
    mkdirSync(this.folder, { recursive: true });
    await this.endOrphan();
    if (!existsSync(join(data, 'mysql'))) {
      rmSync(data, { recursive: true, force: true });
      const made = spawnSync(
        'mariadb-install-db',
        ['--no-defaults', '--user=root', `--datadir=${data}`, '--auth-root-authentication-method=normal', '--skip-test-db'],
        { encoding: 'utf8' },
      );
      if (made.status !== 0) throw new Stop(`MariaDB's data could not be made in ${data}:\n${made.stderr}`);
    }
    rmSync(this.socket, { force: true });
    const log = openSync(join(this.folder, 'log'), 'a', 0o600);
    mkdirSync(join(this.folder, 'tmp'), { recursive: true, mode: 0o700 });
    this.process = spawn(
      'mariadbd',
      [
        '--no-defaults',
        '--user=root',
        `--datadir=${data}`,
        `--tmpdir=${join(this.folder, 'tmp')}`,
        `--socket=${this.socket}`,
        `--pid-file=${this.pidFile}`,
        `--port=${this.port}`,
        '--bind-address=127.0.0.1',
        '--skip-name-resolve',
        '--character-set-server=utf8mb4',
        '--collation-server=utf8mb4_unicode_ci',
        '--default-time-zone=+00:00',
        `--innodb_flush_log_at_trx_commit=${this.throwaway ? 2 : 1}`,
        '--innodb_buffer_pool_size=512M',
        '--innodb_log_file_size=512M',
        '--max_allowed_packet=64M',
      ],
      { stdio: ['ignore', log, log], detached: true },
    );
    const started = this.process;
    started.once('exit', () => {
      if (!this.stopping && this.process === started && this.ready) setTimeout(() => this.start().catch(() => undefined), 300);
    });
    for (let tries = 0; ; tries++) {
      if (this.query('SELECT 1').status === 0) break;
      if (this.process.exitCode !== null || tries > 300)
        throw new Stop(
          `MariaDB did not start; its log is ${join(this.folder, 'log')}:\n${readFileSync(join(this.folder, 'log'), 'utf8').trim().split('\n').slice(-5).join('\n')}`,
        );
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    this.ready = true;
    const quoted = this.password.replaceAll("'", '');
    const made = this.query(
      `CREATE DATABASE IF NOT EXISTS perambula; CREATE USER IF NOT EXISTS perambula@'127.0.0.1'; SET PASSWORD FOR perambula@'127.0.0.1' = PASSWORD('${quoted}'); GRANT ALL ON perambula.* TO perambula@'127.0.0.1'`,
    );
    if (made.status !== 0) throw new Stop(`MariaDB's user could not be made: ${made.stderr}`);
  }

  query(sql) {
    return spawnSync(
      'mariadb',
      ['--no-defaults', `--socket=${this.socket}`, '--user=root', '--batch', '--skip-column-names', '-e', sql],
      { encoding: 'utf8' },
    );
  }

  /** A server that outlived a killed supervisor is ended before a new one takes its data. */
  async endOrphan() {
    const pid = existsSync(this.pidFile) ? Number(readFileSync(this.pidFile, 'utf8')) : 0;
    if (!pid || !isAlive(pid) || !readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(this.folder)) return;
    process.kill(pid, 'SIGTERM');
    for (let tries = 0; tries < 100 && isAlive(pid); tries++) await new Promise((resolve) => setTimeout(resolve, 100));
  }

  kill() {
    this.process?.kill('SIGKILL');
  }

  async stop() {
    this.stopping = true;
    process.off('exit', this.atExit);
    const { process: server } = this;
    if (!server || server.exitCode !== null || server.signalCode !== null) return;
    await new Promise((resolve) => {
      server.once('exit', resolve);
      server.kill('SIGTERM');
    });
  }
}
