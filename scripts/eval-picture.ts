/**
 * npm run eval:picture [lines|cues|open|shown|elements] [name of a condition]: scan faults, open outlines, shade cues and proposed elements on open line drawings; prints the
 * tables that stand in docs/eval-picture.md.
 */
import { conditions } from './eval-picture/conditions';
import { codePoints } from './eval-picture/code-points';
import { printCueTable } from './eval-picture/cue-table';
import { printElementsTable } from './eval-picture/element-pairs';
import { printLineTable } from './eval-picture/line-table';
import { printOpenTable } from './eval-picture/open-table';
import { printShownTable } from './eval-picture/shown-table';
import { type PreparedPage, preparePage } from './eval-picture/prepared-page';

const [table = 'all', wanted] = process.argv.slice(2);
if (table === 'all' || table === 'elements') await printElementsTable();
const pages: PreparedPage[] = [];
for (let first = 0; table !== 'elements' && first < codePoints.length; first += 6)
  pages.push(await preparePage(codePoints.slice(first, first + 6)));
const isWanted = (name: string) => table === 'all' || table === name;
if (isWanted('lines')) {
  await printLineTable(
    pages,
    conditions.filter(({ name }) => !wanted || name.includes(wanted)),
  );
}
if (isWanted('open')) await printOpenTable(pages);
if (isWanted('shown')) await printShownTable(pages);
if (isWanted('cues')) await printCueTable(pages);
