import { type NamedShape, namedOutline, namedShapes } from '#core/outline/named-shapes';
import { outlinePath } from '#ui/outline/outline-path.ts';

/** The plain shapes, drawn; the chosen one is dark. */
export function ShapeChoice({ shape, onShape }: { shape: NamedShape; onShape: (shape: NamedShape) => void }) {
  return (
    <fieldset className="flex flex-wrap gap-1" aria-label="Shape">
      {namedShapes.map((one) => (
        <button
          key={one}
          type="button"
          aria-pressed={one === shape}
          className={`flex w-24 flex-col items-center gap-1 px-1 py-2 text-sm ${one === shape ? 'bg-ink text-paper' : 'bg-bench hover:bg-wall'}`}
          onClick={() => onShape(one)}
        >
          <svg width="48" height="40" viewBox="-1 -1 32 26" aria-hidden="true">
            <path
              d={outlinePath(namedOutline(one, one === 'circle' || one === 'scalloped circle' || one === 'star' ? 24 : 30, 24))}
              transform={one === 'circle' || one === 'scalloped circle' || one === 'star' ? 'translate(3)' : undefined}
              className={`fill-none ${one === shape ? 'stroke-paper' : 'stroke-ink'}`}
              strokeWidth={1.2}
            />
          </svg>
          {one}
        </button>
      ))}
    </fieldset>
  );
}
