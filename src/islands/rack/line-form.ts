import * as z from 'zod/mini';
import { type CodeRule, codePartSchema, markerLineSchema, type MarkerLine } from '#model/marker';
import { problemOfRule } from '#core/markers/code-rule';
import { listOf } from './code-readings';

const fieldsSchema = z.object({
  name: markerLineSchema.shape.name,
  parts: z.array(codePartSchema).check(z.minLength(1), z.maxLength(8)),
  depthFalls: z.boolean(),
  groupIsLetter: z.boolean(),
  isSmall: z.boolean(),
  /** Words parted by commas. */
  tones: z.string(),
  groupless: z.string(),
});

/** The form of a line: what is typed and ticked, and that it makes a rule that can be read. */
export const lineFormSchema = fieldsSchema.check(({ value, issues }) => {
  const problem = problemOfRule(ruleOf(value));
  if (problem) issues.push({ code: 'custom', message: problem, path: ['parts'], input: value });
});
export type LineForm = z.infer<typeof fieldsSchema>;

/** The rule that a form means; what is not used by its parts is left out. */
export function ruleOf({ parts, depthFalls, groupIsLetter, isSmall, tones, groupless }: Omit<LineForm, 'name'>): CodeRule {
  return {
    parts,
    ...(depthFalls ? { depthFalls } : {}),
    ...(groupIsLetter ? { groupSign: 'letter' } : {}),
    ...(isSmall ? { letterCase: 'small' } : {}),
    ...(listOf(tones).length > 0 ? { tones: listOf(tones) } : {}),
    ...(listOf(groupless).length > 0 ? { familiesWithoutGroup: listOf(groupless) } : {}),
  };
}

export function formOf({ name, rule }: Pick<MarkerLine, 'name' | 'rule'>): LineForm {
  return {
    name,
    parts: [...rule.parts],
    depthFalls: rule.depthFalls ?? false,
    groupIsLetter: rule.groupSign === 'letter',
    isSmall: rule.letterCase === 'small',
    tones: (rule.tones ?? []).join(', '),
    groupless: (rule.familiesWithoutGroup ?? []).join(', '),
  };
}
