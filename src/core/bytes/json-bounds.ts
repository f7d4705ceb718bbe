/** How much a JSON text may hold before it is read. */
export type JsonBounds = {
  /** Objects and lists inside each other. */
  depth: number;
  /** Values, names and all: what reading takes grows with them, not with the bytes. */
  values: number;
};

const quote = 0x22;
const backslash = 0x5c;
const comma = 0x2c;
const opens = new Set([0x5b, 0x7b]);
const closes = new Set([0x5d, 0x7d]);

/**
 * Looks at a JSON text without reading it: so that one that is nested without end or holds millions of nothings is refused before it costs anything.
 * @param bytes UTF-8.
 * @throws RangeError that says which bound it breaks. A text that is no JSON passes: reading it says so.
 */
export function checkJsonBounds(bytes: Uint8Array, bounds: JsonBounds): void {
  let depth = 0;
  let values = 1;
  let inText = false;
  for (let i = 0; i < bytes.length; i++) {
    const sign = bytes[i] as number;
    if (inText) {
      if (sign === backslash) i++;
      else if (sign === quote) inText = false;
    } else if (sign === quote) inText = true;
    else if (sign === comma) values++;
    else if (opens.has(sign)) {
      depth++;
      values++;
      if (depth > bounds.depth) throw new RangeError(`it is nested deeper than ${bounds.depth}`);
    } else if (closes.has(sign)) depth--;
    if (values > bounds.values) throw new RangeError(`it holds more than ${bounds.values.toLocaleString('en')} values`);
  }
}
