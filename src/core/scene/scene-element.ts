import type { Lamp } from '#core/light/shade';
import type { OutsidePx } from './outside-bands';
import type { SpotPx } from './spot-cover';

/**
 * What is to be coloured: the labels of an element, and the share of each of its bands, light to dark, sum 1. A soft spot has a place too: it
 * covers what of its labels it reaches.
 */
export type SceneElement = {
  labels: readonly number[];
  shares: readonly number[];
  spot?: SpotPx | undefined;
  /** The shares were set by hand: nothing is blended into them. Default false. */
  isByHand?: boolean | undefined;
  /** The first band is bare paper. Default false. */
  keepsPaper?: boolean | undefined;
  /** Its bands lie from the edge to the middle of each of its regions, whatever the light. Default false. */
  isByPlace?: boolean | undefined;
  /** A lamp of its own. */
  lamp?: Lamp | undefined;
  /** Its place on the paper outside; such an element has no labels. */
  outside?: OutsidePx | undefined;
};
