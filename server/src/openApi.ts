import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import * as contract from '@perambula/contract';
import type { Endpoint, Method } from '@perambula/contract';
import type { OpenAPIObject } from '@nestjs/swagger';

type AnyEndpoint = Endpoint<Method, string, unknown, unknown>;

/** What the contract declares, by name. */
export function declaredEndpoints(): Map<string, AnyEndpoint> {
  const all = Object.entries(contract as Record<string, unknown>);
  return new Map(all.filter((entry): entry is [string, AnyEndpoint] => isEndpoint(entry[1])));
}

/** The JSON Schema of what each endpoint gives, by its name; those that give files have none. */
export function answerSchemas(): Record<string, object> {
  return schemasIn('answers.json');
}

/** The JSON Schema of the query or JSON body that each endpoint takes, by its name. */
export function bodySchemas(): Record<string, object> {
  return schemasIn('bodies.json');
}

function schemasIn(file: string): Record<string, object> {
  const path = fileURLToPath(import.meta.resolve(`@perambula/contract/${file}`));
  return JSON.parse(readFileSync(path, 'utf8')) as Record<string, object>;
}

/** An endpoint's path as OpenAPI writes it, from the server's root on. */
export function addressOf(path: string): string {
  return `/api/${path.replace(/:(\w+)/g, '{$1}')}`;
}

/** Puts into an OpenAPI description what each endpoint answers with, as the contract has it. */
export function withAnswers(document: OpenAPIObject): OpenAPIObject {
  const schemas = answerSchemas();
  for (const [name, { method, path }] of declaredEndpoints()) {
    const { $schema: _, definitions: _none, ...schema } = (schemas[name] ?? {}) as Record<string, unknown>;
    const operation = document.paths[addressOf(path)]?.[method.toLowerCase() as 'get'];
    const [good] = Object.entries(operation?.responses ?? {}).filter(([status]) => status.startsWith('2'));
    if (good && name in schemas) Object.assign(good[1] as object, { content: { 'application/json': { schema } } });
  }
  // whose schemas are JSON Schema's own
  return { ...document, openapi: '3.1.0' };
}

function isEndpoint(value: unknown): value is AnyEndpoint {
  return typeof value === 'object' && value !== null && 'path' in value && 'gives' in value;
}
