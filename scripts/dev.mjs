import { spawn } from 'node:child_process';
import { watch } from 'node:fs';
import { join, resolve } from 'node:path';
import { createServer } from 'vite';
import { freePort, isFree, lockData, requireBuild, requirePackages, requirePrograms, ROOT } from './machine.mjs';
import { MARIADB_PACKAGES } from './mariadb.mjs';
import { main, say, Stop } from './say.mjs';
import { SMALL_COUNTY, startStack } from './stack.mjs';

const PORT = 4100;
const DATA = resolve(ROOT, '.data-dev');
const INSPECT = '127.0.0.1:9229';
/** So long nothing must change before the server begins anew. */
const RESTING_MS = 400;

/** The whole application over a small county, following the sources: the web as they change, the server begun anew. */
await main(async () => {
  if (!(await isFree(PORT))) throw new Stop(`Port ${PORT} is taken. Stop what listens there.`);
  requirePrograms(MARIADB_PACKAGES);
  requirePackages();
  requireBuild();
  lockData(DATA);
  const publicUrl = `http://127.0.0.1:${PORT}`;
  const stack = await startStack({ data: DATA, port: await freePort(), county: SMALL_COUNTY, publicUrl, inspect: INSPECT });
  const compiler = spawn('npx', ['tsc', '-b', '--watch', '--preserveWatchOutput', 'core', 'contract', 'county', 'server'], {
    cwd: ROOT,
    stdio: 'inherit',
  });
  let timer;
  for (const workspace of ['core', 'contract', 'server'])
    watch(join(ROOT, workspace, 'dist'), { recursive: true }, (_event, file) => {
      if (!file?.endsWith('.js')) return;
      clearTimeout(timer);
      timer = setTimeout(() => {
        say('The server begins anew.');
        stack.server.restart();
      }, RESTING_MS);
    });
  const web = await createServer({
    configFile: join(ROOT, 'web/vite.config.ts'),
    server: { host: '127.0.0.1', port: PORT, strictPort: true, proxy: { '/api': stack.run.web, '/media': stack.run.web } },
    plugins: [{ name: 'pages', configureServer: ({ middlewares }) => void middlewares.use(pages) }],
  });
  await web.listen();
  const { email, password } = stack.run.signIn;
  say(`\nPerambula runs at ${publicUrl}, debugger at ${INSPECT}. Sign in as ${email}, “${password}”. Ctrl-C stops it.`);
  const end = async () => {
    compiler.kill();
    await web.close();
    await stack.stop();
    process.exit(0);
  };
  process.once('SIGTERM', end);
  process.once('SIGINT', end);
});

/** Leads a page's address to its HTML, as the server does: the agent's side, what clients open from a message, or a day on the road. */
function pages(request, _response, next) {
  if (request.headers.accept?.includes('text/html') && !/^\/(api|media|@)/.test(request.url))
    request.url = /^\/(asked|p|confirm|stop|with)(\/|$)/.test(request.url)
      ? '/portal.html'
      : /^\/day(\/|$)/.test(request.url)
        ? '/day.html'
        : '/index.html';
  next();
}
