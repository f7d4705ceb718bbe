import { byId as rowsById } from '#core/make/by-id';
import { counted } from '#core/make/counted';
import { markerNames } from '#core/markers/marker-name';
import { pullList } from '#core/technique/pull-list';
import { writtenPlan } from '#core/plan/written';
import { LitPicture } from '#islands/shared/lit-picture.tsx';
import { MarkerMinds } from '#islands/shared/marker-minds.tsx';
import type { PrintedPicture } from '#islands/shared/printed-page.tsx';
import { DoubleChip } from '#ui/ladder/double-chip.tsx';

/** Half of the smaller of Letter and A4, the upper half, less the margins. */
const halfSheetMm = { width: 190, height: 124 };
/** From so many markers on, three columns hold them. */
const manyMarkers = 22;
/** Beside so many there is room for the picture. */
const fewMarkers = 16;

/** Half a sheet, to lie beside the picture: each marker with its box to tick. */
export function HalfSheet({ make, picture, table, rack, supplies }: PrintedPicture) {
  if (!picture) return <p>This make has no picture yet.</p>;
  const byId = rowsById(rack.markers);
  const pulled = pullList(writtenPlan(make, picture, rack.markers, table, { supplies }));
  const nameOf = markerNames(rack);
  return (
    <div
      className="mx-auto flow-root bg-paper p-3"
      style={{ width: `${halfSheetMm.width}mm`, minHeight: `${halfSheetMm.height}mm` }}
      data-half-sheet
    >
      {pulled.length <= fewMarkers && (
        <div className="float-right ml-3" data-half-lit>
          <LitPicture
            makeId={make.id}
            pictureId={picture.id}
            colouringId={picture.colouring.id}
            grey={picture.grey.sha256}
            name={picture.name}
            look="max-h-[44mm] max-w-[36mm]"
          />
        </div>
      )}
      <h1 className="text-xl">
        {make.name}: {counted(pulled.length, 'marker')} in the order of use
      </h1>
      <ol
        className={`mt-2 gap-4 text-sm ${pulled.length >= manyMarkers ? 'columns-3 leading-tight' : 'columns-2'}`}
        aria-label="Markers to pull"
      >
        {pulled.map(({ markerId, code, elements }) => (
          <li key={markerId} className="flex break-inside-avoid items-center">
            <span className="mr-1 inline-block size-3 shrink-0 border border-ink" aria-hidden="true" />
            <DoubleChip lab={byId.get(markerId)?.lab} code={nameOf({ markerId, code })} />{' '}
            <span className="text-soft">{elements.join(', ')}</span>
          </li>
        ))}
      </ol>
      <div className="mt-2">
        <MarkerMinds rack={rack} markers={pulled} />
      </div>
    </div>
  );
}
