import { createReadStream } from 'node:fs';
import { extname } from 'node:path';
import Papa from 'papaparse';
import { pick } from 'stream-json/filters/pick.js';
import { streamArray } from 'stream-json/streamers/stream-array.js';

type Cells = Readonly<Record<string, unknown>>;

/**
 * The rows of a file, one after the other, without holding all of it: of a CSV with a line of headings (RFC 4180), or the
 * properties of a GeoJSON file's features (RFC 7946).
 *
 * @throws Error when the file cannot be read
 */
export async function* parcelRows(file: string): AsyncGenerator<Cells> {
  if (/^\.(geo)?json$/i.test(extname(file))) yield* featuresOf(file);
  else yield* linesOf(file);
}

async function* linesOf(file: string): AsyncGenerator<Cells> {
  const parser = Papa.parse(Papa.NODE_STREAM_INPUT, {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (heading) => heading.replace(/^\uFEFF/, '').trim(),
  });
  const source = createReadStream(file, 'utf8');
  source.once('error', (error) => parser.destroy(error));
  for await (const row of source.pipe(parser)) yield row as Cells;
}

async function* featuresOf(file: string): AsyncGenerator<Cells> {
  const source = createReadStream(file, 'utf8');
  const features = pick.withParserAsStream({ filter: 'features' });
  const items = streamArray.asStream();
  source.once('error', (error) => items.destroy(error));
  features.once('error', (error) => items.destroy(error));
  for await (const { value } of source.pipe(features).pipe(items) as AsyncIterable<{ value: unknown }>) {
    const { properties } = (value ?? {}) as { properties?: unknown };
    yield (properties ?? {}) as Cells;
  }
}
