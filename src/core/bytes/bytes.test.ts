import fc from 'fast-check';
import { zlibSync } from 'fflate';
import { inflateSync } from 'node:zlib';
import { expect, it } from 'vitest';
import { encodeLabelMap, decodeLabelMap } from '#core/picture/label-map';
import { checkJsonBounds } from './json-bounds';
import { TooMuchPackedError, unpackWithin } from './unpack';

it('what was packed comes out as Node’s own zlib unpacks it, up to the very last byte that may', () => {
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 3000 }), fc.integer({ min: 1, max: 40 }), (some, times) => {
      const bytes = new Uint8Array(some.length * times).map((_, i) => some[i % some.length] as number);
      const packed = zlibSync(bytes, { level: 6 });
      expect(Buffer.from(unpackWithin(packed, bytes.length)).equals(inflateSync(packed))).toBe(true);
      if (bytes.length > 0) expect(() => unpackWithin(packed, bytes.length - 1)).toThrow(TooMuchPackedError);
    }),
  );
});

it('what holds a hundred times what it may is given up where it goes beyond, not at its end', () => {
  const bomb = zlibSync(new Uint8Array(200_000_000));
  const most = 1_000_000;
  let caught: unknown;
  try {
    unpackWithin(bomb, most);
  } catch (error) {
    caught = error;
  }
  expect(caught).toBeInstanceOf(TooMuchPackedError);
  expect((caught as TooMuchPackedError).unpacked).toBeLessThan(most + 18_000_000);
  // A map of areas of 10 x 10 px in the same way.
  expect(() => decodeLabelMap(bomb, 10, 10)).toThrow(TooMuchPackedError);
  expect(decodeLabelMap(encodeLabelMap(new Uint16Array([1, 2, 258, 65535])), 2, 2)).toEqual(new Uint16Array([1, 2, 258, 65535]));
});

it('bytes that are not packed, or end too early, are told of in words', () => {
  const packed = zlibSync(new Uint8Array(5000).map((_, i) => (i * 7919) % 251));
  for (const bytes of [new Uint8Array(0), new Uint8Array([1, 2, 3]), packed.subarray(0, 100)]) {
    expect(() => unpackWithin(bytes, 1e6)).toThrow(/not packed as they should be|end too early/);
  }
});

it('a JSON text is counted as JSON.parse sees it: signs inside texts count for nothing', () => {
  const measure = (value: unknown): { depth: number; values: number } => {
    if (value === null || typeof value !== 'object') return { depth: 0, values: 1 };
    const inner = Object.values(value).map(measure);
    return {
      depth: 1 + Math.max(0, ...inner.map(({ depth }) => depth)),
      values: 1 + Math.max(1, inner.length) + inner.reduce((sum, { depth, values }) => sum + (depth > 0 ? values - 1 : 0), 0),
    };
  };
  fc.assert(
    fc.property(fc.json(), (text) => {
      const bytes = new TextEncoder().encode(text);
      const { depth } = measure(JSON.parse(text));
      expect(() => checkJsonBounds(bytes, { depth, values: 1e6 })).not.toThrow();
      if (depth > 0) expect(() => checkJsonBounds(bytes, { depth: depth - 1, values: 1e6 })).toThrow(/nested deeper/);
    }),
  );
  const counted = (text: string, values: number) => () => checkJsonBounds(new TextEncoder().encode(text), { depth: 9, values });
  expect(counted('[1,2,"a,b,\\",[{"]', 5)).not.toThrow();
  expect(counted('[1,2,3]', 3)).toThrow(/more than 3 values/);
});
