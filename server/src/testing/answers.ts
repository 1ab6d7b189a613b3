import { Ajv } from 'ajv';
import type { ValidateFunction } from 'ajv';
import { answerSchemas, declaredEndpoints } from '../openApi.js';

const ajv = new Ajv({ strict: false });
const schemas = answerSchemas();
const endpoints = [...declaredEndpoints()]
  .filter(([name]) => name in schemas)
  .map(([name, { method, path }]) => ({ name, method, pattern: new RegExp(`^/api/${path.replace(/:\w+/g, '[^/]+')}$`) }))
  // a path without names goes before one that it could be taken for
  .sort((a, b) => Number(a.pattern.source.includes('[')) - Number(b.pattern.source.includes('[')));
const compiled = new Map<string, ValidateFunction>();

/** @throws Error when a good answer of an endpoint is not what the contract says that it gives */
export function expectAsDeclared(method: string, address: string, body: unknown): void {
  const [path = ''] = address.split('?');
  const endpoint = endpoints.find((each) => each.method === method && each.pattern.test(path));
  if (!endpoint) return;
  let validate = compiled.get(endpoint.name);
  if (!validate) compiled.set(endpoint.name, (validate = ajv.compile(schemas[endpoint.name] as object)));
  if (validate(body)) return;
  const [first] = validate.errors ?? [];
  throw new Error(
    `${endpoint.name} gave what it does not declare: ${first?.instancePath} ${first?.message} ${JSON.stringify(first?.params)}`,
  );
}
