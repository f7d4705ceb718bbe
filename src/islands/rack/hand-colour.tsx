import { type PointerEvent, useEffect, useRef, useState } from 'react';
import type { Lab } from '#model/marker';
import type { ReadMarker } from '#core/markers/readings';
import { hexOfLab, labOfHex } from '#core/colour/lab';
import { strokeColour } from '#core/swatch/stroke-colour';
import { Button } from '#ui/controls/button.tsx';
import { FileButton } from '#ui/controls/file-button.tsx';
import { DoubleChip } from '#ui/ladder/double-chip.tsx';

type Props = {
  /** The colour that is being found, as #rrggbb; empty: none yet. */
  colour: string;
  /** What a nudge begins from, where none is chosen yet. */
  from: Lab | undefined;
  /** Those beside it in its family, light to dark. */
  neighbours: readonly ReadMarker[];
  onColour: (hex: string) => void;
};

/** What one press moves: L*, or the hue by turning a* and b*. */
const [stepL, stepDeg] = [2, 5] as const;

function nudged({ L, a, b }: Lab, byL: number, byDeg: number): Lab {
  const turn = (byDeg * Math.PI) / 180;
  return {
    L: Math.min(99, Math.max(5, L + byL)),
    a: a * Math.cos(turn) - b * Math.sin(turn),
    b: a * Math.sin(turn) + b * Math.cos(turn),
  };
}

const nudges = [
  { name: 'Lighter', byL: stepL, byDeg: 0 },
  { name: 'Darker', byL: -stepL, byDeg: 0 },
  { name: 'Hue on', byL: 0, byDeg: stepDeg },
  { name: 'Hue back', byL: 0, byDeg: -stepDeg },
] as const;

/** A colour found by eye: from a photo of a stroke, or nudged beside its neighbours until it sits among them. */
export function HandColour({ colour, from, neighbours, onColour }: Props) {
  const [photo, setPhoto] = useState<ImageBitmap | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => () => photo?.close(), [photo]);
  const now = /^#?[0-9a-f]{6}$/i.test(colour) ? labOfHex(`#${colour.replace('#', '')}`) : from;
  const take = async (file: File) => {
    setProblem(null);
    try {
      setPhoto(await createImageBitmap(file));
    } catch (error) {
      if (!(error instanceof DOMException)) throw error;
      setPhoto(null);
      setProblem('The file cannot be opened as a picture. Save it as JPEG or PNG.');
    }
  };
  return (
    <div className="mt-2 space-y-2">
      <p className="flex flex-wrap items-center gap-1">
        {nudges.map(({ name, byL, byDeg }) => (
          <Button
            key={name}
            weight="quiet"
            className="text-sm"
            disabled={!now}
            onClick={() => now && onColour(hexOfLab(nudged(now, byL, byDeg)))}
          >
            {name}
          </Button>
        ))}
      </p>
      {neighbours.length > 0 && now && (
        <p className="flex flex-wrap items-center gap-1 text-sm" data-beside>
          {[...neighbours.map((own) => ({ key: own.id, lab: own.lab as Lab, code: own.code })), { key: '', lab: now, code: 'this one' }]
            .sort((one, other) => other.lab.L - one.lab.L)
            .map(({ key, lab, code }) => (
              <DoubleChip key={key} lab={lab} code={code} />
            ))}
        </p>
      )}
      <FileButton
        label="From a photo of a stroke"
        accept="image/png,image/jpeg,image/webp"
        weight="quiet"
        onFile={(file) => void take(file)}
      />
      {problem && <p role="alert">{problem}</p>}
      {photo && <Photo photo={photo} onPick={(lab) => onColour(hexOfLab(lab))} />}
    </div>
  );
}

/** Most px that a photo is worked on with. */
const mostPx = 800;

/** The photo of a stroke; a tap on the ink takes its colour, next to the paper about it. */
function Photo({ photo, onPick }: { photo: ImageBitmap; onPick: (lab: Lab) => void }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const scale = Math.min(1, mostPx / Math.max(photo.width, photo.height));
  const [width, height] = [Math.max(1, Math.round(photo.width * scale)), Math.max(1, Math.round(photo.height * scale))];
  useEffect(() => {
    const context = canvas.current?.getContext('2d', { willReadFrequently: true });
    context?.drawImage(photo, 0, 0, width, height);
  }, [photo, width, height]);
  const pick = (event: PointerEvent<HTMLCanvasElement>) => {
    const context = canvas.current?.getContext('2d', { willReadFrequently: true });
    if (!context) return;
    const box = event.currentTarget.getBoundingClientRect();
    const rgba = context.getImageData(0, 0, width, height).data;
    const data = new Uint8Array(3 * width * height);
    for (let from = 0, to = 0; to < data.length; from += 4) {
      for (const channel of [0, 1, 2]) data[to + channel] = rgba[from + channel]!;
      to += 3;
    }
    const share = (at: number, size: number, px: number) => Math.min(px - 1, Math.max(0, Math.floor((at / size) * px)));
    const place = [share(event.clientX - box.left, box.width, width), share(event.clientY - box.top, box.height, height)] as const;
    onPick(strokeColour({ width, height, data }, place));
  };
  return (
    <figure>
      <canvas
        ref={canvas}
        width={width}
        height={height}
        className="h-auto max-h-64 w-auto max-w-full cursor-crosshair"
        aria-label="Photo of a stroke: tap the ink"
        onPointerDown={pick}
      />
      <figcaption className="text-sm">Tap the ink. Its colour is told next to the bare paper in the photo, taken as L* 95.</figcaption>
    </figure>
  );
}
