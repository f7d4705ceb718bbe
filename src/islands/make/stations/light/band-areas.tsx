import type { ColouredElement } from '#model/coloured-picture';
import { areaMm2Of } from '#core/make/picture-lookup';
import type { IndexedTable } from '#core/make/region-tables';
import { chipColours } from '#core/colour/coats';
import type { ShownMarker } from '#core/markers/assumed-colour';
import { inkHex } from '#ui/colours.ts';

type Props = {
  elements: readonly ColouredElement[];
  /** Paper that each rung covers, light to dark, in mm², by element id. */
  areasMm2: ReadonlyMap<string, number[]>;
  markers: readonly ShownMarker[];
  table: IndexedTable | undefined;
};

const barHeightPx = 16;
/** No stretch of a bar is drawn narrower. */
const leastPart = 0.6;

/** How much paper each marker covers, as bars on one scale of cm²: which ink goes fastest is seen before it is read. */
export function BandAreas({ elements, areasMm2, markers, table }: Props) {
  const labOf = new Map(markers.map(({ id, lab }) => [id, lab]));
  const rows = elements
    .map((element) => {
      const own = areasMm2.get(element.id) ?? [];
      const areaCm2 = own.reduce((sum, mm2) => sum + mm2, 0) / 100;
      const rungs = (element.ladder?.rungs ?? []).map(({ markerId, code }, index) => ({
        markerId,
        code,
        cm2: (own[index] ?? 0) / 100,
        lab: labOf.get(markerId),
      }));
      // What is kept bare is counted too: it is what a white thing is mostly made of.
      const paperCm2 = element.light?.highlight === undefined ? null : Math.max(0, areaMm2Of(element, table) / 100 - areaCm2);
      return { element, areaCm2, paperCm2, rungs };
    })
    .sort((first, second) => second.areaCm2 - first.areaCm2);
  const most = Math.max(...rows.map(({ areaCm2 }) => areaCm2), 0.01);
  return (
    <table className="w-full border-collapse text-left">
      <caption className="pb-1 text-left font-display text-lg font-semibold">Paper each marker covers, in cm²</caption>
      <tbody>
        {rows.map(({ element, areaCm2, paperCm2, rungs }) => (
          <tr key={element.id} className="border-t border-edge align-top">
            <th scope="row" className="w-28 py-1.5 pr-3 font-semibold leading-tight">
              {element.name}
            </th>
            <td className="py-1.5">
              <svg width="100%" height={barHeightPx} aria-hidden="true" className="block">
                <Bar rungs={rungs} share={areaCm2 / most} />
              </svg>
              <p className="flex flex-wrap gap-x-3">
                {paperCm2 !== null && (
                  <span className="whitespace-nowrap">
                    bare paper <span className="text-sm text-soft">{paperCm2.toFixed(1)}</span>
                  </span>
                )}
                {rungs.map(({ markerId, code, cm2 }) => (
                  <span key={markerId} className="whitespace-nowrap">
                    <span className="font-code text-sm">{code}</span> <span className="text-sm text-soft">{cm2.toFixed(1)}</span>
                  </span>
                ))}
              </p>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Bar({ rungs, share }: { rungs: readonly { markerId: string; cm2: number; lab: ShownMarker['lab'] }[]; share: number }) {
  const total = rungs.reduce((sum, { cm2 }) => sum + cm2, 0) || 1;
  let from = 0;
  return rungs.map(({ markerId, cm2, lab }) => {
    const part = Math.max(leastPart, (100 * share * cm2) / total);
    const x = from;
    from += part;
    return (
      <rect
        key={markerId}
        x={`${x}%`}
        width={`${part}%`}
        height={barHeightPx}
        fill={lab ? chipColours(lab).oneCoatHex : 'none'}
        stroke={inkHex}
        strokeOpacity="0.35"
        strokeWidth="1"
      />
    );
  });
}
