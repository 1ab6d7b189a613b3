import { fieldOf } from '../../listing/fields.js';
import { OTHER_FIELDS } from '../../listing/otherFields.js';
import type { Search } from '../../search/document.js';
import type { TimeContext } from '../../time/period.js';
import type { ExportedFilter } from './cql2.js';
import { expressionOf, quoted } from './expression.js';
import type { Expression, Value } from './expression.js';

/** A search as OData's $filter (OData 4.01, URL conventions, 5.1.1) on the fields that a RESO feed has. */
export function odataFilter(search: Search, time: TimeContext): ExportedFilter<string> {
  const { expression, left } = expressionOf(search, time);
  const unsaid: string[] = [];
  const filter =
    expression.op === 'and'
      ? joined(
          'and',
          expression.args.flatMap((arg) => write(arg, unsaid) ?? []),
        )
      : '';
  return { filter, left: [...left, ...new Set(unsaid)] };
}

/** Null where a feed cannot be asked it. */
function write(expression: Expression, unsaid: string[]): string | null {
  if ('property' in expression && isDerived(expression.property)) {
    unsaid.push(`${fieldOf(expression.property)?.label ?? expression.property} is computed here; a feed does not know it.`);
    return null;
  }
  switch (expression.op) {
    case 'and':
    case 'or': {
      const parts = expression.args.map((arg) => write(arg, unsaid));
      // of alternatives all must be said, or homes would be lost
      if (expression.op === 'or' && parts.includes(null)) return null;
      const said = parts.filter((part) => part !== null);
      return said.length === 0 ? null : `(${joined(expression.op, said)})`;
    }
    case 'not': {
      const part = write(expression.arg, unsaid);
      return part === null ? null : `not (${part})`;
    }
    case 'between':
      return `${expression.property} ge ${literal(expression.low)} and ${expression.property} le ${literal(expression.high)}`;
    case 'in':
      // OData 4.01 has "in", but feeds of 4.0 do not know it
      return `(${joined(
        'or',
        expression.values.map((value) => `${expression.property} eq ${literal(value)}`),
      )})`;
    case 'isNull':
      return `${expression.property} eq null`;
    case 'anyOf':
      return `(${joined(
        'or',
        expression.values.map((value) => has(expression.property, value)),
      )})`;
    case 'allOf':
      return `(${joined(
        'and',
        expression.values.map((value) => has(expression.property, value)),
      )})`;
    case 'like': {
      const call = expression.from === 'start' ? 'startswith' : 'contains';
      return `${call}(tolower(${expression.property}),${literal(expression.text.toLowerCase())})`;
    }
    case 'within':
      unsaid.push('Bounds: a feed has no areas to be asked about.');
      return null;
    default: {
      const words = { '=': 'eq', '<>': 'ne', '<=': 'le', '>=': 'ge' } as const;
      return `${expression.property} ${words[expression.op]} ${literal(expression.value)}`;
    }
  }
}

function joined(word: 'and' | 'or', parts: readonly string[]): string {
  return parts.join(` ${word} `);
}

function has(property: string, value: string): string {
  return `${property}/any(a:a eq ${literal(value)})`;
}

/** Whether a property is not a field of the RESO Data Dictionary as a feed gives it. */
function isDerived(property: string): boolean {
  return fieldOf(property)?.derive !== undefined && !(property in OTHER_FIELDS);
}

function literal(value: Value): string {
  if (typeof value === 'string') return quoted(value);
  if (typeof value !== 'object') return String(value);
  return 'date' in value ? value.date : value.timestamp;
}
