import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createGenerator } from 'ts-json-schema-generator';
import ts from 'typescript';
import { ROOT } from './machine.mjs';

/**
 * Writes what each endpoint gives and takes as JSON Schema (draft 7), by the endpoint's name, into `contract/dist/answers.json` and
 * `bodies.json`: the types in `.gives<…>()` and `.takes<…>()` are read out of the sources, beside which they are given names of
 * their own.
 */
const FILES = { gives: 'answers.json', takes: 'bodies.json' };
const root = join(ROOT, 'contract');
const sources = readdirSync(join(root, 'src')).filter((file) => !file.endsWith('.test.ts'));
// inside of the workspace, where imports of core lead to core
const folder = mkdtempSync(join(root, 'dist', 'answers-'));
try {
  const declared = sources.flatMap((file) => {
    const text = readFileSync(join(root, 'src', file), 'utf8');
    const here = declaredIn(ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true));
    writeFileSync(
      join(folder, file),
      `${text}\n${here.map((each) => `export type ${aliasOf(each)} = ${each.type};\n`).join('')}`,
    );
    return here;
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
  for (const [verb, file] of Object.entries(FILES)) {
    const schemas = declared
      .filter((each) => each.verb === verb)
      .sort((a, b) => (a.name < b.name ? -1 : 1))
      .map((each) => [each.name, generator.createSchema(aliasOf(each))]);
    writeFileSync(join(root, 'dist', file), JSON.stringify(Object.fromEntries(schemas), withoutBrands));
  }
} finally {
  rmSync(folder, { recursive: true });
}

/** What only the compiler sees of a type, a symbol that marks it, is in no answer. */
function withoutBrands(key, value) {
  const isBrand = (name) => name.startsWith('__@');
  if (isBrand(key)) return undefined;
  return key === 'required' && Array.isArray(value) ? value.filter((name) => !isBrand(name)) : value;
}

function aliasOf({ name, verb }) {
  return `${name}_${verb}`;
}

/** Of each endpoint that a source declares, its name and the types that it gives and takes, as they are written. */
function declaredIn(source) {
  return source.statements
    .filter(ts.isVariableStatement)
    .flatMap(({ declarationList }) => [...declarationList.declarations])
    .flatMap(({ name, initializer }) => {
      const declared = [];
      for (let call = initializer; call && ts.isCallExpression(call); call = call.expression.expression) {
        const verb = ts.isPropertyAccessExpression(call.expression) ? call.expression.name.text : '';
        const [type] = call.typeArguments ?? [];
        if (verb in FILES && type) declared.push({ name: name.getText(), verb, type: type.getText() });
      }
      return declared;
    });
}
