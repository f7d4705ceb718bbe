import { useState } from 'react';
import type { CodeRule } from '#model/marker';
import { readCode } from '#core/markers/code-rule';
import { Field } from '#ui/controls/field.tsx';

/** Texts parted by commas, without empty ones. */
export const listOf = (text: string): string[] =>
  text
    .split(',')
    .map((word) => word.trim())
    .filter(Boolean);

/** Codes read at once: what is not shown is counted. */
const shownReadings = 200;

/** How a rule reads the maker's own codes, as the rule stands at this moment. */
export function CodeReadings({ rule, ownCodes }: { rule: CodeRule; ownCodes: readonly string[] }) {
  const [trial, setTrial] = useState('');
  const readings = [...listOf(trial), ...ownCodes].map((code) => ({ code, read: readCode(rule, code) }));
  const unread = readings.filter(({ read }) => !read.ok);
  const printedDepth = (depth: number | undefined) => (depth === undefined || !rule.depthFalls ? depth : 0 - depth);
  return (
    <div>
      <h3 className="text-lg">How your codes are read</h3>
      <Field label="Try some codes" hint="parted by commas" code value={trial} onChange={(event) => setTrial(event.target.value)} />
      <p className="mt-2" role="status">
        {readings.length - unread.length} of {readings.length} read{unread.length > 0 && `, ${unread.length} do not fit`}
      </p>
      <table className="mt-1 w-full border-collapse bg-paper text-left text-sm">
        <thead>
          <tr className="border-b-2 border-ink">
            {['Code', 'Family', 'Group', 'Depth', 'Tone'].map((head) => (
              <th key={head} className="p-1.5">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {[...unread, ...readings.filter(({ read }) => read.ok)].slice(0, shownReadings).map(({ code, read }, index) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: the same code may be tried twice.
            <tr key={index} className="border-b border-wall">
              <td className="p-1.5 font-code">{code}</td>
              {read.ok ? (
                [read.family, read.group, printedDepth(read.depth), read.tone].map((value, column) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: the columns of the heading.
                  <td key={column} className="p-1.5">
                    {value}
                  </td>
                ))
              ) : (
                <td colSpan={4} className="p-1.5">
                  ▲ does not fit: {read.problem}
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
