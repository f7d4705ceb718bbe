import { bordersOf, type LabelledPicture, pairKey } from './borders';
import { bodiesOf, type ProposedBody } from './propose-bodies';
import { frontsOf, type ProposedFront } from './propose-fronts';

export type ProposedScene = {
  bodies: ProposedBody[];
  /** `atPx`: the point of the border that lies nearest to its middle. */
  fronts: (ProposedFront & { atPx: [number, number] })[];
};

/** Bodies and fronts of a picture in one go, as a reading proposes them. @throws as proposeBodies */
export function proposeScene(picture: LabelledPicture): ProposedScene {
  const scene = bordersOf(picture);
  const found = bodiesOf(scene);
  const fronts = frontsOf(scene, found).map((front) => ({
    ...front,
    atPx: middleOf(scene.borders.get(pairKey(front.front, front.behind))?.points ?? [0, 0]),
  }));
  return { bodies: found.bodies, fronts };
}

function middleOf(points: readonly number[]): [number, number] {
  let [x, y] = [0, 0];
  for (let i = 0; i < points.length; i += 2) {
    x += points[i]!;
    y += points[i + 1]!;
  }
  const count = points.length / 2;
  let nearest = 0;
  let least = Number.POSITIVE_INFINITY;
  for (let i = 0; i < points.length; i += 2) {
    const away = Math.hypot(points[i]! - x / count, points[i + 1]! - y / count);
    if (away < least) [least, nearest] = [away, i];
  }
  return [points[nearest]!, points[nearest + 1]!];
}
