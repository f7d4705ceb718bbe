import type { ColouredElement, ColouredPicture } from '#model/coloured-picture';
import { counted } from '#core/make/counted';
import { progressOfPicture } from '#core/make/progress';
import type { OpenInside } from '#core/picture/open-inside';
import { Button } from '#ui/controls/button.tsx';
import type { Hand } from '../../document/make-store';

type Props = {
  picture: ColouredPicture;
  hand: Hand;
  onPutDown: () => void;
  /** Null while the areas are being fetched. */
  onNextWhite: (() => void) | null;
};

function instruction(inHand: ColouredElement | undefined): string {
  if (inHand)
    return `Tap further areas to add them to ${inHand.name}, one of its own to let it go, the paper to put it down. Type its name.`;
  return 'Tap an area, drag over several, or go round them: they are an element. Then type its name.';
}

/** What a tap does now, and how much is still white. */
export function GatherHead({ picture, hand, onPutDown, onNextWhite }: Props) {
  const { whiteRegions } = progressOfPicture(picture);
  const inHand = hand.kind === 'element' ? picture.elements.find(({ id }) => id === hand.elementId) : undefined;
  return (
    <>
      <p>{instruction(inHand)}</p>
      <p className="flex flex-wrap items-center gap-x-4">
        <span className="font-display text-lg font-semibold" data-white>
          {whiteRegions === 0 ? 'Every area found has its element' : `${counted(whiteRegions, 'area')} still white`}
        </span>
        {whiteRegions > 0 && (
          <Button weight="quiet" disabled={onNextWhite === null} onClick={() => onNextWhite?.()}>
            Show the next one
          </Button>
        )}
        {inHand && (
          <Button weight="quiet" onClick={onPutDown}>
            Put {inHand.name} down
          </Button>
        )}
      </p>
    </>
  );
}

/** Less of the inside than this is crooks of lines, not an area left open. */
const leastShare = 0.01;

/** How much of the drawing's inside is no area, and the way to the mend. */
export function OpenInsideNotice({ openInside, onMend }: { openInside: OpenInside | null; onMend: () => void }) {
  if (!openInside || openInside.share < leastShare) return null;
  return (
    <p className="border-l-8 border-ink bg-paper px-4 py-2" data-open-inside>
      {Math.round(100 * openInside.share)} % ({(openInside.areaMm2 / 100).toFixed(1)} cm²) of the drawing’s inside is no area, for its lines
      are open.{' '}
      <Button weight="quiet" onClick={onMend}>
        Close them
      </Button>
    </p>
  );
}
