import { byId } from '#core/make/by-id';
import type { WrittenRecipe } from '#model/written-recipe';
import { DoubleChip } from '#ui/ladder/double-chip.tsx';

/** Where a colour came from, in a word or two. */
function sourceWords({ source, reading }: WrittenRecipe['markers'][number]): string {
  if (!source) return 'colour not known';
  if (source === 'assumed') return 'assumed from its code';
  return [source, reading?.paper ? `on ${reading.paper}` : '', reading?.on ?? ''].filter((one) => one !== '').join(', ');
}

/** Every element of a written recipe: its ladder with the colours of that day, and its marks. */
export function WrittenElements({
  recipe,
  pointed,
  onPoint,
}: {
  recipe: WrittenRecipe;
  pointed: readonly number[];
  onPoint: (number: number) => void;
}) {
  const markers = byId(recipe.markers);
  return (
    <ol className="divide-y divide-edge border-y border-edge" aria-label="Elements of the recipe">
      {recipe.elements.map((element, index) => {
        const isOut = pointed.includes(index + 1);
        return (
          <li key={element.id} data-written={element.name} className={isOut ? 'bg-paper shadow-[inset_5px_0_0_var(--color-ink)]' : ''}>
            <button
              type="button"
              aria-expanded={isOut}
              className="flex w-full flex-wrap items-center gap-x-3 gap-y-1 px-3 py-2 text-left hover:bg-wall"
              onClick={() => onPoint(index + 1)}
            >
              <strong className="min-w-32">
                {index + 1} {element.name}
              </strong>
              {element.ladder.map(({ markerId, code }) => (
                <DoubleChip key={markerId} lab={markers.get(markerId)?.lab} twoCoats={markers.get(markerId)?.twoCoats} code={code} />
              ))}
            </button>
            {isOut && (
              <div className="space-y-1 px-3 pb-3 text-sm">
                {element.school && <p>{element.school}</p>}
                <ol>
                  {element.marks.map((mark) => (
                    <li key={mark.number}>
                      {mark.number} <strong className="font-code">{mark.code}</strong> {mark.where}, {mark.how}: {mark.purpose}
                      {mark.reach && ` (${mark.reach})`}
                      {mark.minds?.map((mind) => (
                        <span key={mind} className="block">
                          ▲ {mind}.
                        </span>
                      ))}
                    </li>
                  ))}
                </ol>
                <p className="text-soft">
                  {element.ladder
                    .map(({ markerId, code }) => `${code}: ${sourceWords(markers.get(markerId) ?? { id: markerId, code })}`)
                    .join('. ')}
                  .
                </p>
              </div>
            )}
          </li>
        );
      })}
    </ol>
  );
}
