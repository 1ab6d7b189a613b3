import { readFileSync } from 'node:fs';
import { builtinModules } from 'node:module';
import { join } from 'node:path';
import { rolldown } from 'rolldown';
import { ROOT } from './machine.mjs';

/**
 * Joins the compiled server and its packages into a few files in `server/dist/bundle`: each of its threads would otherwise look for
 * some two thousand, which takes it three times as long to begin.
 */
const dist = join(ROOT, 'server/dist');
/** Every script that a process or thread begins with, at the same path below the bundle's root. */
const SCRIPTS = ['main', 'background.worker', 'searches/engine.worker', 'roads/roads.worker', 'feed/listings.worker'];
/** Packages that stay where they are: compiled ones, and such as look for their own files. */
const LEFT = ['@node-rs/argon2', 'mjml', 'pino', 'exceljs', 'pdfmake'];
/** What packages would ask for if it were there, which it is not. */
const NOT_THERE =
  /^(@nestjs\/(microservices|websockets|platform-socket.io)|@fastify\/|@google-cloud|@sap\/|better-sqlite3|class-transformer\/storage|expo-sqlite|hdb-pool|ioredis|mongodb|mssql|mysql$|nativescript-|oracledb|pg|react-native|redis|sql\.js|sqlite3|typeorm-aurora)/;

/** It looks for these by a second copy of the whole of TypeORM, which has them no more. */
const OF_AN_OLDER_TYPEORM = 'export const Connection = undefined, AbstractRepository = undefined;';

const build = await rolldown({
  input: Object.fromEntries(SCRIPTS.map((script) => [script, join(dist, `${script}.js`)])),
  platform: 'node',
  external: (id) => id.startsWith('node:') || builtinModules.includes(id) || LEFT.includes(id) || NOT_THERE.test(id),
  plugins: [{ name: 'sources', load }],
  checks: { eval: false },
});
await build.write({
  dir: join(dist, 'bundle'),
  format: 'esm',
  entryFileNames: '[name].js',
  chunkFileNames: 'chunks/[name]-[hash].js',
  // services are asked for by their names, and entities are tables by theirs
  keepNames: true,
  sourcemap: true,
  // a third less to read, and errors still name what they come from
  minify: { compress: false, mangle: false, codegen: { removeWhitespace: true } },
  cleanDir: true,
});

/**
 * A source of ours comes with the map that the compiler wrote, so that an error tells where in TypeScript it arose; a package comes
 * without, since a map so large would take longer to read than the code.
 */
function load(id) {
  if (id.endsWith('@nestjs/typeorm/dist/common/typeorm-compat.js')) return { code: OF_AN_OLDER_TYPEORM, map: null };
  if (!id.endsWith('.js')) return null;
  const map = `${id}.map`;
  return { code: readFileSync(id, 'utf8'), map: id.includes('node_modules') ? { mappings: '' } : readFileSync(map, 'utf8') };
}
