import type { ColouredPicture } from '#model/coloured-picture';
import { NameTags, type NameTag } from '#ui/words/name-tags.tsx';
import { EdgeMarks } from '#ui/picture/edge-marks.tsx';
import { type SpotMark, SpotMarks } from '#ui/picture/spot-marks.tsx';
import { GroundLines } from './ground-lines';
import { movedOutside, takeLight } from './light-acts';
import type { LightDesk } from './light-desk';
import type { MakeStore } from '../../document/make-store';
import type { Bands } from '../../plan/use-bands';

type Props = {
  useMake: MakeStore;
  useLight: LightDesk;
  picture: ColouredPicture;
  bands: Bands;
  chosenId: string | null;
  /** Names that stand on the picture already. */
  names: readonly NameTag[];
  width: number;
  height: number;
};

/** Codes of the rungs of an element, each where its band lies, as shares of the picture. */
export function codeTags(picture: ColouredPicture, bands: Bands, elementId: string | null): NameTag[] {
  const element = picture.elements.find(({ id }) => id === elementId);
  const places = bands.places.get(elementId ?? '') ?? [];
  const { widthPx, heightPx } = picture.grey;
  return (element?.ladder?.rungs ?? []).flatMap(({ markerId, code }, index): NameTag[] => {
    const place = places[index];
    if (!place) return [];
    return [{ id: `${markerId} ${index}`, name: code, at: [place.inside[0] / widthPx, place.inside[1] / heightPx], isChosen: true }];
  });
}

/** What lies over the picture at the Light station: the strokes of the hand, and the codes of the element that is chosen. */
export function LightOverlay({ useMake, useLight, picture, bands, chosenId, names, width, height }: Props) {
  const step = useLight(({ step: own }) => own);
  if (step === 'outside')
    return (
      <GroundLines
        picture={picture}
        onMove={(id, outside) =>
          takeLight(
            useMake,
            useLight,
            movedOutside(picture.id, id, () => outside),
          )
        }
      />
    );
  if (step === 'hand') return <SpotMarks marks={strokeMarks(picture)} width={width} />;
  if (step === 'cuts') {
    const { widthPx } = picture.grey;
    // Of all that is not chosen only the cuts are shown: every outline has edges.
    const shown = bands.edges.filter(({ elementId, isCut }) => isCut || elementId === chosenId);
    const marks = shown.map(({ points, isCut }) => ({
      id: `${points[0]?.join()} ${points.length}`,
      isCut,
      points: points.map(([x, y]) => [x / widthPx, y / widthPx] as const),
    }));
    return <EdgeMarks marks={marks} width={width} />;
  }
  const codes = codeTags(picture, bands, chosenId);
  return <NameTags label="Codes on the picture" tags={codes} around={names} width={width} height={height} />;
}

function strokeMarks({ colouring, widthMm }: ColouredPicture): SpotMark[] {
  return colouring.strokes.map(({ id, points, radiusMm }) => ({
    id,
    isHeld: false,
    strokes: [{ points: points.map(([x, y]) => [x / widthMm, y / widthMm] as const), radius: radiusMm / widthMm }],
  }));
}
