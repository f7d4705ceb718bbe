import { Clipper, ClipperOffset, EndType, FillRule, JoinType, type Paths64, TriangulateResult } from 'clipper2-ts';
import { areaMm2, clockwise, isClockwise, type OutlineMm } from './outline';

/** The library reckons in whole numbers: so many to a mm. */
const unitsPerMm = 1000;
/** An arc is drawn by chords that lie at most so far inside it. */
const arcToleranceMm = 0.003;

const toPath = (outline: OutlineMm) => outline.map(([x, y]) => ({ x: Math.round(x * unitsPerMm), y: Math.round(y * unitsPerMm) }));
const toOutlines = (paths: Paths64): OutlineMm[] => paths.map((path) => path.map(({ x, y }) => [x / unitsPerMm, y / unitsPerMm] as const));

/** What any of the outlines covers: outer outlines clockwise, holes the other way round; exact to 0.001 mm. */
export function united(outlines: readonly OutlineMm[]): OutlineMm[] {
  return toOutlines(
    Clipper.union(
      outlines.map((outline) => toPath(clockwise(outline))),
      FillRule.NonZero,
    ),
  );
}

/** What of a solid outline none of the others covers; others with holes as `united` gives them. */
export function without(outline: OutlineMm, others: readonly OutlineMm[]): OutlineMm[] {
  return toOutlines(Clipper.difference([toPath(clockwise(outline))], others.map(toPath), FillRule.NonZero));
}

/** The same of outlines with their holes, each hole the other way round than what it is in: what covers a hole of another fills it. */
export function unitedWithHoles(outlines: readonly OutlineMm[]): OutlineMm[] {
  return toOutlines(Clipper.union(outlines.map(toPath), FillRule.NonZero));
}

/** What outlines and others both cover; with holes as `united` gives them. */
export function inBoth(outlines: readonly OutlineMm[], others: readonly OutlineMm[]): OutlineMm[] {
  return toOutlines(Clipper.intersect(outlines.map(toPath), others.map(toPath), FillRule.NonZero));
}

/** What of outlines the others leave, both with holes as `united` gives them. */
export function notIn(outlines: readonly OutlineMm[], others: readonly OutlineMm[]): OutlineMm[] {
  return toOutlines(Clipper.difference(outlines.map(toPath), others.map(toPath), FillRule.NonZero));
}

/** Area in mm2 of outlines with holes as `united` gives them: holes go the other way round and count less. */
export const netAreaMm2 = (outlines: readonly OutlineMm[]): number =>
  outlines.reduce((sum, own) => sum + (isClockwise(own) ? 1 : -1) * areaMm2(own), 0);

/**
 * Outlines grown by a rim, round at outer corners, to 0.004 mm; less than 0: pulled in, where a narrow place parts it and what is narrower goes.
 * @param outlines as `united` gives them.
 */
export function grown(outlines: readonly OutlineMm[], rimMm: number): OutlineMm[] {
  const offset = new ClipperOffset(2, arcToleranceMm * unitsPerMm);
  offset.addPaths(outlines.map(toPath), JoinType.Round, EndType.Polygon);
  const paths: Paths64 = [];
  offset.execute(rimMm * unitsPerMm, paths);
  return toOutlines(paths);
}

/** The largest of outlines. */
export const largest = (outlines: readonly OutlineMm[]): OutlineMm | undefined =>
  outlines.reduce<OutlineMm | undefined>((most, own) => (most === undefined || areaMm2(own) > areaMm2(most) ? own : most), undefined);

/** With fewer places, each left out within the tolerance of what stays. Ramer (1972), Douglas and Peucker (1973). */
export function withFewer(outline: OutlineMm, toleranceMm: number): OutlineMm {
  return toOutlines([Clipper.ramerDouglasPeucker(toPath(outline), toleranceMm * unitsPerMm)])[0] ?? outline;
}

/** An outline that does not cross itself as triangles. @throws RangeError where it cannot be parted. */
export function triangles(outline: OutlineMm): OutlineMm[] {
  const { result, solution } = Clipper.triangulate([toPath(outline)]);
  if (result !== TriangulateResult.success)
    throw new RangeError('This outline crosses itself and cannot be parted. Draw it so that it goes round once.');
  return toOutlines(solution).map(clockwise);
}
