/**
 * The JSON schema of CQL2's JSON encoding (OGC 21-065r2, annex C), as far as attributes, lists, patterns, times and
 * polygons go; typed from memory.
 */
const call = (ops: readonly string[], args: object): object => ({
  type: 'object',
  required: ['op', 'args'],
  properties: { op: { enum: ops }, args },
  additionalProperties: false,
});
const tuple = (...items: object[]): object => ({
  type: 'array',
  items,
  minItems: items.length,
  maxItems: items.length,
  additionalItems: false,
});
const ref = (name: string): object => ({ $ref: `#/definitions/${name}` });
const position = { type: 'array', minItems: 2, maxItems: 3, items: { type: 'number' } };
const ring = { type: 'array', minItems: 4, items: position };
const geometry = (type: string, coordinates: object): object => ({
  type: 'object',
  required: ['type', 'coordinates'],
  properties: { type: { enum: [type] }, coordinates },
});

export const CQL2_SCHEMA = {
  $ref: '#/definitions/booleanExpression',
  definitions: {
    booleanExpression: {
      oneOf: [
        'andOrExpression',
        'notExpression',
        'binaryComparison',
        'isLike',
        'isBetween',
        'isInList',
        'isNull',
        'spatialPredicate',
        'arrayPredicate',
      ]
        .map(ref)
        .concat({ type: 'boolean' }),
    },
    andOrExpression: call(['and', 'or'], { type: 'array', minItems: 2, items: ref('booleanExpression') }),
    notExpression: call(['not'], tuple(ref('booleanExpression'))),
    binaryComparison: call(['=', '<>', '<', '>', '<=', '>='], tuple(ref('scalar'), ref('scalar'))),
    isLike: call(['like'], tuple(ref('character'), ref('pattern'))),
    isBetween: call(['between'], tuple(ref('numeric'), ref('numeric'), ref('numeric'))),
    isInList: call(['in'], tuple(ref('scalar'), { type: 'array', items: ref('scalar') })),
    isNull: call(['isNull'], tuple({ anyOf: [ref('scalar'), geometry('Polygon', {})] })),
    spatialPredicate: call(
      ['s_contains', 's_crosses', 's_disjoint', 's_equals', 's_intersects', 's_overlaps', 's_touches', 's_within'],
      tuple(ref('place'), ref('place')),
    ),
    arrayPredicate: call(['a_containedBy', 'a_contains', 'a_equals', 'a_overlaps'], tuple(ref('array'), ref('array'))),
    property: {
      type: 'object',
      required: ['property'],
      properties: { property: { type: 'string' } },
      additionalProperties: false,
    },
    date: {
      type: 'object',
      required: ['date'],
      properties: { date: { type: 'string', pattern: '^\\d{4}-\\d{2}-\\d{2}$' } },
      additionalProperties: false,
    },
    timestamp: {
      type: 'object',
      required: ['timestamp'],
      properties: { timestamp: { type: 'string', pattern: '^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}:\\d{2}(?:\\.\\d+)?Z$' } },
      additionalProperties: false,
    },
    caseless: call(['casei', 'accenti'], tuple(ref('character'))),
    character: { anyOf: [{ type: 'string' }, ref('property'), ref('caseless')] },
    pattern: { anyOf: [{ type: 'string' }, call(['casei', 'accenti'], tuple(ref('pattern')))] },
    numeric: { anyOf: [{ type: 'number' }, ref('property')] },
    scalar: { anyOf: [{ type: 'number' }, { type: 'boolean' }, ref('character'), ref('date'), ref('timestamp')] },
    array: { anyOf: [{ type: 'array', items: ref('scalar') }, ref('property')] },
    place: {
      oneOf: [
        ref('property'),
        geometry('Point', position),
        geometry('Polygon', { type: 'array', items: ring }),
        geometry('MultiPolygon', { type: 'array', items: { type: 'array', items: ring } }),
      ],
    },
  },
};
