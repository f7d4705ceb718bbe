import { describe, expect, it } from 'vitest';
import { readyRules } from '#core/markers/code-rule';
import { demoRack } from '#demo/marker-lines';
import { formOf, lineFormSchema, ruleOf } from './line-form';

describe('the form of a line', () => {
  it('means the rule that it was filled from, for every ready rule and both demo lines', () => {
    const lines = [
      ...Object.values(readyRules).map((rule) => ({ name: 'Own', rule: { ...rule, parts: [...rule.parts] } })),
      ...demoRack().lines,
    ];
    for (const { name, rule } of lines) expect(ruleOf(formOf({ name, rule })), name).toEqual(rule);
  });

  it('asks for a name and for parts that can be read, in words', () => {
    const form = formOf({ name: 'Own', rule: { parts: ['family', 'depth'] } });
    const problemOf = (change: Partial<typeof form>) => {
      const read = lineFormSchema.safeParse({ ...form, ...change });
      return read.success ? null : read.error.issues.map(({ path, message }) => [path[0], message]);
    };
    expect(problemOf({})).toBeNull();
    expect(problemOf({ name: '' })).toEqual([['name', 'a line needs a name']]);
    expect(problemOf({ parts: ['tone', 'family'] })).toEqual([['parts', expect.stringMatching(/no tone words/)]]);
    expect(problemOf({ parts: ['tone', 'family'], tones: 'dawn, dusk' })).toBeNull();
  });
});
