import { partsAfter } from '#core/cutting/cut-list';
import { piecesOf } from '#core/cutting/cut-tree';
import type { ShownSheet } from './card-desk';

/** In the picture's place: the sheet in hand as it has come to, with the cut that is next. */
export function SheetPlace({ sheet: { title, tree, steps, done, names } }: { sheet: ShownSheet }) {
  const edge = Math.max(tree.widthMm, tree.heightMm) / 60;
  const next = steps[done];
  return (
    <div className="flex h-full items-center justify-center p-4" data-sheet-place={done}>
      <svg
        viewBox={`${-edge} ${-edge} ${tree.widthMm + 2 * edge} ${tree.heightMm + 2 * edge}`}
        className="h-full max-h-[84dvh] w-full"
        role="img"
        aria-label={`${title}, ${done} of ${steps.length} cuts made`}
      >
        <rect width={tree.widthMm} height={tree.heightMm} className="fill-edge" />
        {partsAfter(tree, steps, done).map((part) => (
          <g key={`${part.xMm} ${part.yMm}`}>
            <rect
              x={part.xMm}
              y={part.yMm}
              width={part.widthMm}
              height={part.heightMm}
              className={`stroke-ink ${part.piece === undefined && !part.cut ? 'fill-wall' : 'fill-paper'}`}
              strokeWidth={edge / 6}
            />
          </g>
        ))}
        {piecesOf(tree).map(({ piece = '', xMm, yMm, widthMm, heightMm }) => (
          <text
            key={`${xMm} ${yMm}`}
            x={xMm + widthMm / 2}
            y={yMm + heightMm / 2}
            textAnchor="middle"
            dominantBaseline="central"
            fontSize={Math.min(edge * 1.6, widthMm / 5, heightMm / 2)}
            className="fill-ink"
          >
            {names.get(piece) ?? 'a piece'}
          </text>
        ))}
        {steps.slice(done).map(({ node, axis }, place) => {
          const at = node.cut?.atMm ?? 0;
          const [x1, y1, x2, y2] =
            axis === 'x' ? [at, node.yMm, at, node.yMm + node.heightMm] : [node.xMm, at, node.xMm + node.widthMm, at];
          return (
            <line
              key={`${node.xMm} ${node.yMm} ${node.widthMm} ${node.heightMm}`}
              {...{ x1, y1, x2, y2 }}
              className="stroke-ink"
              strokeWidth={place === 0 ? edge / 2.5 : edge / 8}
              {...(place === 0 ? {} : { strokeDasharray: `${edge / 2} ${edge / 2}` })}
            />
          );
        })}
        {next && <title>{`Next: part ${next.part}`}</title>}
      </svg>
    </div>
  );
}
