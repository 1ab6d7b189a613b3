import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createGenerator } from 'ts-json-schema-generator';
import ts from 'typescript';
import { ROOT } from './machine.mjs';

/**
 * Writes what each endpoint gives as JSON Schema (draft 7), by the endpoint's name, into `contract/dist/answers.json`: the types in
 * `.gives<…>()` are read out of the sources, beside which they are given names of their own.
 */
const root = join(ROOT, 'contract');
const sources = readdirSync(join(root, 'src')).filter((file) => !file.endsWith('.test.ts'));
// inside of the workspace, where imports of core lead to core
const folder = mkdtempSync(join(root, 'dist', 'answers-'));
try {
  const names = sources.flatMap((file) => {
    const text = readFileSync(join(root, 'src', file), 'utf8');
    const given = givenIn(ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true));
    const aliases = given.map(([name, type]) => `export type ${aliasOf(name)} = ${type};\n`);
    writeFileSync(join(folder, file), `${text}\n${aliases.join('')}`);
    return given.map(([name]) => name);
  });
  const generator = createGenerator({
    path: join(folder, '*.ts'),
    tsconfig: join(root, 'tsconfig.json'),
    // tsc has checked the sources
    skipTypeCheck: true,
    expose: 'none',
    topRef: false,
    additionalProperties: false,
  });
  const schemas = names.sort().map((name) => [name, generator.createSchema(aliasOf(name))]);
  writeFileSync(join(root, 'dist', 'answers.json'), JSON.stringify(Object.fromEntries(schemas), withoutBrands));
} finally {
  rmSync(folder, { recursive: true });
}

/** What only the compiler sees of a type, a symbol that marks it, is in no answer. */
function withoutBrands(key, value) {
  const isBrand = (name) => name.startsWith('__@');
  if (isBrand(key)) return undefined;
  return key === 'required' && Array.isArray(value) ? value.filter((name) => !isBrand(name)) : value;
}

function aliasOf(name) {
  return `GivenBy_${name}`;
}

/** Of each endpoint that a source declares, its name and the type that it gives, as it is written. */
function givenIn(source) {
  return source.statements
    .filter(ts.isVariableStatement)
    .flatMap(({ declarationList }) => [...declarationList.declarations])
    .flatMap(({ name, initializer }) =>
      initializer &&
      ts.isCallExpression(initializer) &&
      ts.isPropertyAccessExpression(initializer.expression) &&
      initializer.expression.name.text === 'gives'
        ? [[name.getText(), initializer.typeArguments[0].getText()]]
        : [],
    );
}
