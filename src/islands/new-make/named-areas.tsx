import { counted } from '#core/make/counted';
import type { Layered } from './layered';

/** Names told at most. */
const mostTold = 12;

/** Areas of a file that have names: whether they become elements. */
export function NamedAreas({ layered, takes, onTake }: { layered: Layered; takes: boolean; onTake: ((takes: boolean) => void) | null }) {
  const { names } = layered.areas;
  const told = names.slice(0, mostTold).join(', ');
  return (
    <section aria-label="Named areas" className="space-y-1 border-l-8 border-ink bg-paper px-4 py-3">
      <p className="font-semibold">{counted(names.length, 'named area')} in it</p>
      <p className="text-sm">
        {told}
        {names.length > mostTold && ` and ${names.length - mostTold} more`}
      </p>
      {onTake ? (
        <label className="flex min-h-11 items-center gap-3">
          <input
            type="checkbox"
            checked={takes}
            onChange={(event) => onTake(event.target.checked)}
            className="size-6 shrink-0 accent-accent"
          />
          Make them elements, and leave their colours out
        </label>
      ) : (
        <p className="text-sm">They become elements; the layer of lines is the line image.</p>
      )}
      {layered.isDrawn && takes && <p className="text-sm text-soft">It has no lines: they are drawn along its areas.</p>}
    </section>
  );
}
