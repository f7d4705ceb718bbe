import type { Supply } from '#model/supplies';
import { Button } from '#ui/controls/button.tsx';

type Props = { supply: Supply; inBoth: (mm: number) => string; onChange: (supply: Supply) => void };

/** What was left of sheets of a paper and is kept, with where it lies. */
export function KeptOffcuts({ supply: { offcuts = [], ...supply }, inBoth, onChange }: Props) {
  const keep = (next: typeof offcuts) => onChange({ ...supply, ...(next.length > 0 ? { offcuts: next } : {}) });
  return (
    <section aria-label={`Offcuts of ${supply.name}`} className="space-y-1">
      <h4 className="font-semibold">Offcuts that are kept</h4>
      <ul className="divide-y divide-edge bg-paper">
        {offcuts.map((own) => {
          const size = `${inBoth(own.widthMm)} × ${inBoth(own.heightMm)}`;
          return (
            <li key={own.id} className="flex flex-wrap items-center gap-2 px-3 py-1" data-offcut>
              <span className="flex-1">{size}</span>
              <input
                aria-label={`Where the offcut of ${size} lies`}
                placeholder="where it lies"
                defaultValue={own.lies ?? ''}
                maxLength={100}
                className="min-h-11 w-40 border-b-2 border-ink bg-transparent px-1"
                onBlur={({ target }) => {
                  const lies = target.value.trim();
                  if (lies === (own.lies ?? '')) return;
                  keep(
                    offcuts.map(({ lies: was, ...one }) =>
                      one.id === own.id ? { ...one, ...(lies ? { lies } : {}) } : { ...one, ...(was ? { lies: was } : {}) },
                    ),
                  );
                }}
                onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
              />
              <Button
                weight="quiet"
                aria-label={`Throw the offcut of ${size} away`}
                onClick={() => keep(offcuts.filter(({ id }) => id !== own.id))}
              >
                Throw it away
              </Button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
