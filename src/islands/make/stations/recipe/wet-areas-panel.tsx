import { counted } from '#core/make/counted';
import { nameOfColouring } from '#core/make/coloured';
import { halvingWay } from '#core/technique/halving-way';
import type { OrderedBlend } from '#core/technique/make-order';
import type { PlacedAreas } from '#core/technique/wet-areas-of-picture';
import { layersWhileWet, wetLimitOf, wetRuns } from '#core/technique/wet-limit';
import type { ColouredPicture } from '#model/coloured-picture';
import { Button } from '#ui/controls/button.tsx';
import { ToggleChip } from '#ui/controls/toggle-chip.tsx';
import type { MakeState } from '../../document/make-store';
import type { Desk } from '../station';
import { asComputed, mendWet } from './order-acts';
import type { RecipeDeskState } from './recipe-desk';
import type { ShownOrder } from './use-make-order';

type Props = {
  row: OrderedBlend;
  picture: ColouredPicture;
  wish: NonNullable<ShownOrder['wish']>;
  areas: readonly PlacedAreas[];
  useDesk: Desk<RecipeDeskState>;
  edit: MakeState['edit'];
};

const cm2 = (mm2: number): string => (mm2 / 100).toFixed(1);

/** What of an element stays wet while it is blended, and the hand that parts or joins it: over the picture, or by buttons. */
export function WetAreasPanel({ row, picture, wish, areas, useDesk, edit }: Props) {
  const { wetTool, set } = useDesk();
  const { items } = row.blend;
  const [item] = items;
  const own = wish.pictures.find((one) => one.picture.id === item?.pictureId);
  const element = own?.recipe.elements.find(({ elementId }) => elementId === item?.elementId);
  if (!item || !own || !element || items.length > 1) return null;
  if (item.pictureId !== picture.id) return <p className="text-sm">Its picture is not on show.</p>;
  const limitMm2 = wetLimitOf(element, { paceCm2: wish.paceCm2, wetS: own.wetS });
  if (limitMm2 === null)
    return (
      <p className="text-sm">
        {element.isStepwise ? 'Its layers may dry: it is not parted.' : 'Nothing of it is blended: it is not parted.'}
      </p>
    );
  const placed = areas.find(({ elementId }) => elementId === element.elementId);
  const parts = placed?.areas ?? [];
  const of = nameOfColouring(picture);
  const layers = Math.max(...wetRuns(element.marks).map((run) => layersWhileWet(run, element.rungs)));
  const isMended = picture.elements.find(({ id }) => id === element.elementId)?.wetMends !== undefined;
  const mend = (kind: 'cut' | 'join', points: readonly (readonly [number, number])[] | null) => {
    if (points) edit(mendWet(of, element.elementId, { kind, points: points.map(([x, y]): [number, number] => [x, y]) }));
  };
  const turn = (tool: 'cut' | 'join') => set({ wetTool: wetTool === tool ? null : tool });
  return (
    <section className="space-y-2" aria-label={`Wet areas of ${element.name}`} data-wet={parts.length}>
      <p className="text-sm">
        {parts.length > 1 ? `Coloured in ${counted(parts.length, 'part')}` : 'Coloured in one'}: {cm2(limitMm2)} cm² stay wet, at{' '}
        {wish.paceCm2} cm² a minute for {own.wetS} s (from memory), laid {layers.toFixed(1)} times over; it has {cm2(element.areaMm2)} cm².
      </p>
      <p className="flex flex-wrap gap-2">
        <ToggleChip isOn={wetTool === 'cut'} onTurn={() => turn('cut')}>
          Draw a cut
        </ToggleChip>
        <ToggleChip isOn={wetTool === 'join'} onTurn={() => turn('join')}>
          Draw over what is one
        </ToggleChip>
        {isMended && (
          <Button weight="quiet" className="text-sm" onClick={() => edit(asComputed(of, element.elementId))}>
            As computed
          </Button>
        )}
      </p>
      {placed && (
        <ol className="space-y-1" aria-label={`Parts of ${element.name}`}>
          {parts.map(({ areaMm2, placesMm }, index) => {
            const next = parts[index + 1];
            const from = placesMm[0];
            const to = next?.placesMm[0];
            return (
              // biome-ignore lint/suspicious/noArrayIndexKey: a part is its number.
              <li key={index} className="flex flex-wrap items-center gap-2 text-sm" data-part={index + 1}>
                <span className="w-28">
                  <strong>{index + 1}</strong> {cm2(areaMm2)} cm²
                </span>
                <Button weight="quiet" className="text-sm" onClick={() => mend('cut', halvingWay(placed, index + 1))}>
                  Part {index + 1} in two
                </Button>
                {from && to && (
                  <Button weight="quiet" className="text-sm" onClick={() => mend('join', [from, to])}>
                    Join {index + 1} and {index + 2}
                  </Button>
                )}
                {areaMm2 > limitMm2 * 1.005 && <span>▲ More than stays wet.</span>}
              </li>
            );
          })}
        </ol>
      )}
    </section>
  );
}
