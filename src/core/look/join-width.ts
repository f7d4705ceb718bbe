import type { Marker, PairNote } from '#model/marker';
import type { Stroke } from '#model/school';
import { kinOf } from '#core/markers/kin';

/** How wide an edge runs that a stroke leaves between kin, in mm. From memory, by looking. */
const strokeWidthMm: Record<Stroke, number> = {
  circles: 1.2,
  circlesOutwards: 1.6,
  lightCircles: 1.4,
  flicks: 2.2,
  feather: 2.4,
  strokes: 1,
  tipToTip: 1.2,
  dots: 0.6,
  solid: 0.3,
  line: 0.2,
};
/** How many times as wide, or less. From memory. */
const [ofKin, ofOthers, wetter, dried] = [1.2, 0.8, 1.35, 0.35] as const;
const verdictShare: Record<PairNote['verdict'], number> = { 'blends well': 1.2, 'needs work': 0.8, refuses: 0.35 };

export type Join = {
  lighter: Pick<Marker, 'lineId' | 'family' | 'code'>;
  darker: Pick<Marker, 'lineId' | 'family' | 'code'>;
  stroke: Stroke;
  /** What lies there is wet when the next ink comes. */
  isWet: boolean;
  /** What lies there has dried. */
  isDry: boolean;
  verdict?: PairNote['verdict'] | undefined;
};

/** How wide one ink runs into the next, in mm: wide between kin, wide while it is wet, as the stroke goes; narrow where the pair refuses or the first was dry. */
export function joinWidthMm({ lighter, darker, stroke, isWet, isDry, verdict }: Join): number {
  const kin = kinOf(lighter) === kinOf(darker) ? ofKin : ofOthers;
  return strokeWidthMm[stroke] * kin * (isDry ? dried : isWet ? wetter : 1) * (verdict ? verdictShare[verdict] : 1);
}
