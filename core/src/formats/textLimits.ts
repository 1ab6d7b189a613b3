const MOST_COLUMNS = 2_000;
const MOST_LINES = 200_000;
const MOST_CELLS = 3_000_000;
const LONGEST_CELL = 200_000;
const MOST_LEVELS = 40;
const MOST_VALUES = 3_000_000;

const [QUOTE, ESCAPE, LINE_FEED, RETURN] = ['"', '\\', '\n', '\r'].map((each) => each.charCodeAt(0));
/** What can stand between a line's cells: comma, semicolon, tab, bar, and ASCII's separators of records and units. */
const BETWEEN_CELLS: ReadonlySet<number> = new Set([...',;\t|\x1e\x1f'].map((each) => each.charCodeAt(0)));
const [COMMA, OPENS_LIST, ENDS_LIST, OPENS_OBJECT, ENDS_OBJECT] = [...',[]{}'].map((each) => each.charCodeAt(0));

/**
 * Holds a CSV text to limits before it is parsed: what a parser makes of many commas can be a hundred times their size.
 *
 * @throws Error with a sentence
 */
export function guardCsv(text: string): void {
  let [lines, cells, inCell, isQuoted] = [1, 1, 0, false];
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    // elsewhere than at a cell's beginning it is a sign like any other: 12" pipe
    if (code === QUOTE && (isQuoted || inCell === 0)) {
      // two of them inside a quoted cell are one of its characters
      if (isQuoted && text.charCodeAt(i + 1) === QUOTE) i++;
      else isQuoted = !isQuoted;
      inCell++;
    } else if (!isQuoted && (code === LINE_FEED || (code === RETURN && text.charCodeAt(i + 1) !== LINE_FEED))) {
      inCell = 0;
      if (++lines > MOST_LINES) throw new Error(`The file has more than ${said(MOST_LINES)} lines. Send it in parts.`);
      cells++;
    } else if (!isQuoted && BETWEEN_CELLS.has(code)) {
      inCell = 0;
      if (++cells > MOST_COLUMNS && lines === 1) throw new Error(`The file has more than ${said(MOST_COLUMNS)} columns.`);
    } else inCell++;
    if (cells > MOST_CELLS) throw new Error(`The file has more than ${said(MOST_CELLS)} cells. Send it in parts.`);
    if (inCell > LONGEST_CELL)
      throw new Error(
        `A cell in line ${said(lines)} is longer than ${said(LONGEST_CELL)} characters. Perhaps a quotation mark before it is left open.`,
      );
  }
}

/**
 * Holds a JSON text to limits before it is parsed: nested deeply, or of millions of values, it would take many times its size.
 *
 * @throws Error with a sentence
 */
export function guardJson(text: string): void {
  let [levels, values] = [0, 0];
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    if (code === QUOTE) i = endOfString(text, i);
    else if (code === COMMA) values++;
    else if (code === OPENS_LIST || code === OPENS_OBJECT) {
      values++;
      if (++levels > MOST_LEVELS) throw new Error('It is nested too deeply to be read.');
    } else if (code === ENDS_LIST || code === ENDS_OBJECT) levels--;
    if (values > MOST_VALUES) throw new Error(`It holds more than ${said(MOST_VALUES)} values. Send it in parts.`);
  }
}

/** The place of the quotation mark that ends a string of JSON; the text's length where none does. */
function endOfString(text: string, begin: number): number {
  for (let end = text.indexOf('"', begin + 1); end >= 0; end = text.indexOf('"', end + 1)) {
    let escapes = 0;
    while (text.charCodeAt(end - 1 - escapes) === ESCAPE) escapes++;
    if (escapes % 2 === 0) return end;
  }
  return text.length;
}

function said(figure: number): string {
  return figure.toLocaleString('en-US');
}
