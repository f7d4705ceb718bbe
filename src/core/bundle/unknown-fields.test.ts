import fc from 'fast-check';
import { expect, it } from 'vitest';
import { unknownFields, withUnknownFields } from './unknown-fields';

type Json = null | boolean | number | string | Json[] | { [name: string]: Json };

/** A document as a schema knows it: what it does not know begins with x. The plain reference. */
function known(value: Json): Json {
  if (Array.isArray(value)) return value.map(known);
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([name]) => !name.startsWith('x'))
      .map(([name, inner]) => [name, known(inner)]),
  );
}
const names = fc.constantFrom('a', 'b', 'c', 'xa', 'xb', '__proto__', 'constructor');
const documents = fc.letrec<{ value: Json }>((tie) => ({
  value: fc.oneof(
    { depthSize: 'small', withCrossShrink: true },
    fc.constantFrom<Json>(null, true, 1, 'text'),
    fc.array(tie('value'), { maxLength: 3 }),
    fc.dictionary(names, tie('value'), { maxKeys: 4, noNullPrototype: true }),
  ),
})).value;

it('what a schema leaves out comes back where it stood, whatever the document', () => {
  fc.assert(
    fc.property(documents, (raw) => {
      const left = known(raw);
      const unknown = unknownFields(raw, left);
      expect(withUnknownFields(left, unknown)).toEqual(raw);
      if (unknown === undefined) expect(left).toEqual(raw);
      // As it is kept.
      if (unknown) expect(withUnknownFields(left, JSON.parse(JSON.stringify(unknown)))).toEqual(raw);
    }),
  );
});

it('belongs to its row, wherever that is moved, and goes with it', () => {
  const raw = { rows: [{ id: 'one', x: 1 }, { id: 'two', x: 2, inner: [{ x: 3 }] }, { id: 'three' }] };
  const unknown = unknownFields(raw, { rows: [{ id: 'one' }, { id: 'two', inner: [{}] }, { id: 'three' }] });
  expect(withUnknownFields({ rows: [{ id: 'new' }, { id: 'two', inner: [{}] }] }, unknown)).toEqual({
    rows: [{ id: 'new' }, { id: 'two', x: 2, inner: [{ x: 3 }] }],
  });
  // What is known by now says what it says.
  expect(withUnknownFields({ rows: [{ id: 'one', x: 'ours' }] }, unknown)).toEqual({ rows: [{ id: 'one', x: 'ours' }] });
});
