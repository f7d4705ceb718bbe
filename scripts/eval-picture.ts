/** npm run eval:picture [pages]: scan faults, open outlines and shade cues on open line drawings; prints the tables of docs/eval-picture.md. */
import { conditions } from './eval-picture/conditions';
import { codePoints } from './eval-picture/code-points';
import { printLineTable } from './eval-picture/line-table';

const pages = Number(process.argv[2] ?? 11);
const groups = Array.from({ length: Math.min(pages, 11) }, (_, index) => codePoints.slice(6 * index, 6 * index + 6));
const wanted = process.argv[3];
await printLineTable(
  groups,
  conditions.filter(({ name }) => !wanted || name.includes(wanted)),
);
