import type { Make } from '#model/make';
import type { Done, NeedRow, Needs } from '#core/card/needs-of-make';
import { counted } from '#core/make/counted';
import type { MakeStore } from '../../document/make-store';
import { addDone } from './card-acts';

const works: readonly { of: keyof Done; name: string; needed: (row: NeedRow) => number }[] = [
  { of: 'stamped', name: 'stamped', needed: ({ toStamp }) => toStamp },
  { of: 'coloured', name: 'coloured', needed: ({ toColour }) => toColour },
  { of: 'cut', name: 'cut', needed: ({ toCut }) => toCut },
  { of: 'again', name: 'cut through again', needed: ({ toCutAgain }) => toCutAgain },
];

/** How a number came about, in words: nothing forgotten. */
function fromWhat({
  pieces,
  perImpression,
  impressions,
  twins,
  spares,
  onGround,
  isTwoSided,
  image,
  isWindow,
  toCut,
  outOfRings,
}: NeedRow): string {
  return [
    isWindow ? counted(toCut, 'opening') : counted(pieces, 'piece'),
    ...(perImpression > 1 ? [`${perImpression} from each ${image === undefined ? 'cut' : 'impression'}`] : []),
    ...(isTwoSided ? [counted(twins, 'twin for the other side', 'twins for the other side')] : []),
    ...(onGround > 0 ? [`${onGround} more on the background`] : []),
    ...(spares > 0 ? [counted(spares, 'spare')] : []),
    ...(outOfRings > 0 ? [`${outOfRings} out of rings that are cut anyway`] : []),
    ...(image !== undefined && impressions === 0 ? ['none is made'] : []),
  ].join(', ');
}

/** What all cards need, kind by kind, what is done of it, and each image's impressions. */
export function NeedsTable({ useMake, make, needs }: { useMake: MakeStore; make: Make; needs: Needs }) {
  const edit = useMake((state) => state.edit);
  const nameOf = (id: string) =>
    make.pictures.find((own) => own.id === id)?.name ?? make.drawn?.find((own) => own.id === id)?.name ?? 'An image that is gone';
  return (
    <section aria-label="What is needed" className="space-y-3">
      <ul className="space-y-2">
        {needs.rows.map((row) => (
          <li key={row.key} className="bg-paper px-3 py-2" data-need={row.name}>
            <p className="flex flex-wrap items-baseline gap-x-3">
              <strong>{row.name}</strong>
              <span className="text-sm text-soft">{fromWhat(row)}</span>
            </p>
            {row.isGone && (
              <p role="alert" className="text-sm">
                It is counted as it was. Take the piece off its card, or bring the image back with Undo.
              </p>
            )}
            <ul className="mt-1 grid gap-1 sm:grid-cols-3">
              {works.map(({ of, name, needed }) => {
                const all = needed(row);
                if (all === 0) return null;
                const left = Math.max(0, all - row.done[of]);
                return (
                  <li key={of} className="flex min-h-11 items-center justify-between bg-bench pl-2" data-work={of} data-left={left}>
                    <span className="flex-1">
                      <strong className="font-code">
                        {row.done[of]} of {all}
                      </strong>{' '}
                      {name}
                    </span>
                    <button
                      type="button"
                      className="min-h-11 min-w-9 font-semibold hover:bg-paper disabled:text-soft"
                      disabled={row.done[of] === 0}
                      aria-label={`One less ${name} of ${row.name}`}
                      onClick={() => edit(addDone([{ key: row.key, [of]: -1 }]))}
                    >
                      −
                    </button>
                    <button
                      type="button"
                      className="min-h-11 min-w-9 font-semibold hover:bg-paper disabled:text-soft"
                      disabled={left === 0}
                      aria-label={`One more ${name} of ${row.name}`}
                      onClick={() => edit(addDone([{ key: row.key, [of]: 1 }]))}
                    >
                      +
                    </button>
                  </li>
                );
              })}
            </ul>
            {row.minds.map((words) => (
              <p key={words} className="mt-1 border-l-8 border-ink pl-3 text-sm" data-mind>
                ▲ {words}
              </p>
            ))}
          </li>
        ))}
      </ul>
      {needs.impressions.length > 0 && (
        <table className="w-full bg-paper">
          <caption className="px-3 pt-2 text-left font-semibold">Impressions of each image</caption>
          <tbody>
            {needs.impressions.map(({ image, paper, isMirrored, count }) => (
              <tr key={`${image} ${paper} ${isMirrored}`} className="border-t border-edge" data-impressions={count}>
                <td className="px-3 py-1">
                  {nameOf(image)}
                  {isMirrored && ', mirrored'}
                </td>
                <td className="px-3 py-1 text-soft">{paper ? `on ${paper}` : ''}</td>
                <td className="px-3 py-1 text-right font-code text-lg">{count}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
