import type { HandLight } from './hand-light';
import type { LabelLight } from './stage';

/** The light alone: 1 darkest to 255 lightest, 0 on the paper outside. Row-major. */
export type GreyForm = { width: number; height: number; greys: Uint8Array };

/** What one band is in the grey form. */
const shiftLight = 0.35;

/** The light on a map as greys, with what the hand says of it. */
export function greyForm(
  { labels, width, height }: { labels: Uint16Array; width: number; height: number },
  lightOf: (label: number) => LabelLight,
  hand: HandLight | null,
): GreyForm {
  const greys = new Uint8Array(labels.length);
  const byLabel = new Map<number, LabelLight>();
  for (let i = 0; i < greys.length; i++) {
    const label = labels[i]!;
    if (label === 0) continue;
    const light = byLabel.get(label) ?? lightOf(label);
    byLabel.set(label, light);
    const value = light.at(i % width, Math.floor(i / width)) + (hand ? hand.added[i]! - shiftLight * hand.shift[i]! : 0);
    greys[i] = hand?.white[i] ? 255 : Math.round(1 + 254 * Math.min(1, Math.max(0, (value + 0.6) / 1.6)));
  }
  return { width, height, greys };
}
