import type { XMLParser } from 'fast-xml-parser';

/** What a feed's `$metadata` gives is no description of itself. */
export class NotCsdl extends Error {}

/** What a feed's `$metadata` says of one field of a resource. */
export interface DescribedField {
  readonly name: string;
  /** What the Data Dictionary calls it, where the feed says. */
  readonly standardName: string | null;
  /** Whether its values are an enumeration's, and which. */
  readonly enumeration: string | null;
  /** The name of its look-up in the Lookup resource, where the feed says. */
  readonly lookupName: string | null;
}

/** A feed's description of itself. */
export interface Description {
  /** Fields of a resource's entities by the resource's name. */
  readonly fields: ReadonlyMap<string, readonly DescribedField[]>;
  /** By an enumeration's full name, its members and the standard name of each, where one is given. */
  readonly enumerations: ReadonlyMap<string, ReadonlyMap<string, string | null>>;
}

interface Node {
  readonly [name: string]: unknown;
}

/** Many times what the largest feeds describe; what a parser makes of more would fill the memory. */
const MOST_TAGS = 1_000_000;

const LISTS: ReadonlySet<string> = new Set([
  'Schema',
  'EntityType',
  'EnumType',
  'EntityContainer',
  'EntitySet',
  'Property',
  'Member',
  'Annotation',
]);

/**
 * Reads OData's CSDL (OASIS, Common Schema Definition Language XML, 4.01) as far as it says how a feed writes listings.
 * The annotations are RESO's: `RESO.OData.Metadata.StandardName` and `RESO.OData.Metadata.LookupName`, from memory.
 *
 * @throws NotCsdl
 */
export async function readCsdl(xml: string): Promise<Description> {
  if (tagsIn(xml) > MOST_TAGS) throw new NotCsdl(`It has more than ${MOST_TAGS} tags.`);
  // read when first needed: every thread has this file
  const { XMLParser } = await import('fast-xml-parser');
  const parser = new XMLParser({
    ignoreAttributes: false,
    attributeNamePrefix: '',
    removeNSPrefix: true,
    parseAttributeValue: false,
    processEntities: true,
    isArray: (name) => LISTS.has(name),
  });
  const root = parsed(parser, xml);
  const services = nodeOf(nodeOf(root['Edmx'])['DataServices']);
  const schemas = nodesOf(services['Schema']);
  if (schemas.length === 0) throw new NotCsdl('It holds no schema.');
  const enumerations = new Map<string, Map<string, string | null>>();
  const types = new Map<string, DescribedField[]>();
  for (const schema of schemas) {
    const namespace = String(schema['Namespace']);
    for (const type of nodesOf(schema['EnumType']))
      enumerations.set(
        `${namespace}.${String(type['Name'])}`,
        new Map(nodesOf(type['Member']).map((member) => [String(member['Name']), annotation(member, 'StandardName')])),
      );
    for (const type of nodesOf(schema['EntityType']))
      types.set(`${namespace}.${String(type['Name'])}`, nodesOf(type['Property']).map(fieldIn));
  }
  const sets = schemas.flatMap((schema) => nodesOf(schema['EntityContainer']).flatMap((box) => nodesOf(box['EntitySet'])));
  const fields = new Map(
    sets.map((set) => [
      String(set['Name']),
      (types.get(String(set['EntityType'])) ?? []).map((field) => ({
        ...field,
        // a type that is no enumeration is a plain one
        enumeration: field.enumeration !== null && enumerations.has(field.enumeration) ? field.enumeration : null,
      })),
    ]),
  );
  return { fields, enumerations };
}

function tagsIn(xml: string): number {
  let tags = 0;
  for (let at = xml.indexOf('<'); at >= 0; at = xml.indexOf('<', at + 1)) tags++;
  return tags;
}

function parsed(parser: XMLParser, xml: string): Node {
  try {
    return nodeOf(parser.parse(xml));
  } catch (error) {
    throw new NotCsdl((error as Error).message);
  }
}

function fieldIn(property: Node): DescribedField {
  const type = /^(?:Collection\()?([^)]*)\)?$/.exec(String(property['Type']))?.[1] ?? '';
  return {
    name: String(property['Name']),
    standardName: annotation(property, 'StandardName'),
    enumeration: type,
    lookupName: annotation(property, 'LookupName'),
  };
}

function annotation(node: Node, term: string): string | null {
  const found = nodesOf(node['Annotation']).find((each) => String(each['Term']).split('.').at(-1) === term);
  const text = found?.['String'];
  return typeof text === 'string' && text !== '' ? text : null;
}

function nodeOf(value: unknown): Node {
  return typeof value === 'object' && value !== null ? (value as Node) : {};
}

function nodesOf(value: unknown): Node[] {
  return Array.isArray(value) ? value.map(nodeOf) : [];
}
