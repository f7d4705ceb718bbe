import { useState } from 'react';
import type { ColouredPicture } from '#model/coloured-picture';
import { blackHex, lineColourWords } from '#core/colour/line-colour';
import { lineHexOf } from '#core/make/line-hex';
import { palestNoLine } from '#core/scene/vanishing-lines';
import { supplyNamed } from '#core/technique/goes-with';
import { useSupplies } from '#islands/shared/supplies-store.ts';
import { Button } from '#ui/controls/button.tsx';
import { ColourField } from '#ui/controls/colour-field.tsx';

/** The colour of the lines: as it was read, unless the maker says another. A pale one vanishes under the colour. */
export function LineColour({ picture, onSay }: { picture: ColouredPicture; onSay: (hex: string | null) => void }) {
  const supplies = useSupplies((state) => state.supplies?.supplies);
  const [typed, setTyped] = useState<string | null>(null);
  const hex = lineHexOf(picture);
  const { lineInk } = picture.colouring;
  const isNoLine = lineInk !== undefined && supplyNamed('line ink', lineInk, supplies ?? []).sort === 'pale no-line ink';
  const isColour = typed !== null && /^#?[0-9a-f]{6}$/i.test(typed.trim());
  return (
    <div className="space-y-1" data-line-colour={hex ?? blackHex}>
      <p className="flex flex-wrap items-center gap-2 text-sm">
        <span aria-hidden className="inline-block size-4 border border-ink" style={{ background: hex ?? blackHex }} />
        <span>
          Lines {lineColourWords(hex)}
          {picture.saidLineHex ? ', as you say' : ''}.
        </span>
        {typed === null && (
          <Button className="text-sm" onClick={() => setTyped(hex ?? blackHex)}>
            Another colour
          </Button>
        )}
        {picture.saidLineHex && (
          <Button weight="quiet" className="text-sm" onClick={() => onSay(null)}>
            As it was read
          </Button>
        )}
        {isNoLine && hex !== palestNoLine && (
          <Button weight="quiet" className="text-sm" onClick={() => onSay(palestNoLine)}>
            Pale, as they will vanish
          </Button>
        )}
      </p>
      {typed !== null && (
        <form
          className="flex flex-wrap items-start gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            if (!isColour) return;
            onSay(`#${typed.trim().replace('#', '').toLowerCase()}`);
            setTyped(null);
          }}
        >
          <ColourField label="Colour of the lines" hint="pick it here, or type #rrggbb" value={typed} onColour={setTyped} />
          <Button type="submit" className="mt-7" disabled={!isColour}>
            Take it
          </Button>
          <Button weight="quiet" className="mt-7" onClick={() => setTyped(null)}>
            Leave it
          </Button>
        </form>
      )}
    </div>
  );
}
