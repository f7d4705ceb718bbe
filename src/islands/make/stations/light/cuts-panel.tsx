import { pxPerMmOfPicture } from '#core/make/scale';
import { useShallow } from 'zustand/react/shallow';
import type { ColouredPicture } from '#model/coloured-picture';
import { turnEdge } from './light-acts';
import type { LightDesk } from './light-desk';
import type { MakeStore } from '../../document/make-store';
import type { Bands, ElementEdge } from '../../plan/use-bands';

type Props = { useMake: MakeStore; useLight: LightDesk; picture: ColouredPicture; bands: Bands; chosenId: string | null };

const sides = ['upper', 'upper right', 'right', 'lower right', 'lower', 'lower left', 'left', 'upper left'];

function lengthMm({ points }: ElementEdge, pxPerMm: number): number {
  return (
    points.slice(1).reduce((sum, [x, y], index) => sum + Math.hypot(x - (points[index]?.[0] ?? x), y - (points[index]?.[1] ?? y)), 0) /
    pxPerMm
  );
}

/** On which side of all edges of the element one lies. */
function sideOf(edge: ElementEdge, all: readonly ElementEdge[]): string {
  const middle = (edges: readonly ElementEdge[]) => {
    const points = edges.flatMap(({ points: own }) => own);
    return [0, 1].map((axis) => points.reduce((sum, point) => sum + (point[axis] ?? 0), 0) / Math.max(1, points.length)) as [
      number,
      number,
    ];
  };
  const [own, whole] = [middle([edge]), middle(all)];
  const angle = (Math.atan2(own[0] - whole[0], whole[1] - own[1]) * 180) / Math.PI;
  return sides[Math.round(angle / 45 + 8) % 8] ?? '';
}

/** Shorter edges are not worth a line. */
const leastMm = 3;

/** Where things are cut off and do not round away: a hem, the foot of a stem, the rim of a cup. Found by corners; turned by a tap. */
export function CutsPanel({ useMake, useLight, picture, bands, chosenId }: Props) {
  const said = useLight(useShallow((state) => state.said));
  const pxPerMm = pxPerMmOfPicture(picture);
  const worthIt = bands.edges.filter((edge) => lengthMm(edge, pxPerMm) >= leastMm);
  const cuts = worthIt.filter(({ isCut }) => isCut);
  const shown = chosenId === null ? cuts : worthIt.filter(({ elementId }) => elementId === chosenId);
  const nameOf = (id: string) => picture.elements.find((element) => element.id === id)?.name ?? '';
  return (
    <div className="space-y-3">
      <p>
        Where the hem of a skirt, the foot of a stem or the rim of a cup is cut off, it does not turn away from you and does not go dark.
        Bars on the picture show where; tap one, or the outline of an element you have chosen, to say the other.
      </p>
      <p role="status" aria-live="polite" data-light-said>
        {said}
      </p>
      <p data-cuts={cuts.length} data-said-cuts={picture.cuts.length}>
        {chosenId === null ? `${cuts.length} found on all elements.` : `The edges of ${nameOf(chosenId)}:`}
      </p>
      <ul className="divide-y divide-edge bg-paper" aria-label="Edges">
        {shown.map((edge) => {
          const side = sideOf(
            edge,
            bands.edges.filter(({ elementId }) => elementId === edge.elementId),
          );
          return (
            <li key={`${edge.elementId} ${edge.points[0]?.join()}`}>
              <button
                type="button"
                aria-pressed={edge.isCut}
                className="flex min-h-11 w-full items-center gap-3 px-3 text-left hover:bg-bench"
                onClick={() => turnEdge(useMake, useLight, picture.id, edge)}
              >
                <span className="font-semibold">{nameOf(edge.elementId)}</span>
                <span>
                  {side} edge, {Math.round(lengthMm(edge, pxPerMm))} mm
                </span>
                <span className="ml-auto text-sm">
                  {edge.isCut ? 'cut off' : 'rounds away'}
                  {edge.said ? ', as you said' : ''}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
    </div>
  );
}
