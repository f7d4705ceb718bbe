import { useMemo } from 'react';
import { closeE00, type Instead } from '#core/groups/instead';
import { markerNames } from '#core/markers/marker-name';
import { DoubleChip } from '#ui/ladder/double-chip.tsx';
import type { ShownRack } from '../../document/make-store';

/** Rung by rung: what it was, what stands in, and how that differs. */
export function Translated({ found, rack }: { found: Instead; rack: ShownRack }) {
  const nameOf = useMemo(() => markerNames(rack), [rack]);
  return (
    <>
      <table className="w-full text-sm">
        <tbody>
          {found.rungs.map(({ from, to, difference, words }) => (
            <tr key={from.markerId} className="border-t border-edge">
              <td className="py-0.5">
                <DoubleChip lab={from.lab} code={from.code} />
              </td>
              <td aria-hidden="true">→</td>
              <td>
                <DoubleChip lab={to.lab} code={nameOf({ markerId: to.id, code: to.code })} />
              </td>
              <td>
                {words}
                {difference > closeE00 && <strong> · nothing comes close</strong>}
              </td>
              <td className="text-right font-code">{difference.toFixed(1)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-sm text-soft">
        Difference in all {found.total.toFixed(1)}; marker by marker it could be {found.leastTotal.toFixed(1)}, without its steps.
      </p>
      {found.buy.map(({ code, marker, difference }) => (
        <p key={code} className="text-sm">
          Nearest to {code} worth buying: <DoubleChip lab={marker.lab} code={marker.code} /> difference {difference.toFixed(1)}.
        </p>
      ))}
    </>
  );
}
