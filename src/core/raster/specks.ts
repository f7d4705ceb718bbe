import { labelComponents } from './components';
import type { BinaryImage } from './image';

/** Line work without its dirt: ink spots under an area in px become paper, pinholes in the ink become ink. */
export function withoutSpecks(lines: BinaryImage, leastPx: number): BinaryImage {
  if (leastPx <= 1) return lines;
  const data = Uint8Array.from(lines.data);
  const fill = (value: 0 | 1, connectivity: 4 | 8) => {
    const own = value === 1 ? { ...lines, data } : { ...lines, data: data.map((ink) => 1 - ink) };
    const { labels, areasPx } = labelComponents(own, { connectivity });
    const isSpeck = areasPx.map((area, label) => (label > 0 && area < leastPx ? 1 : 0));
    if (!isSpeck.includes(1)) return;
    for (let i = 0; i < data.length; i++) if (isSpeck[labels[i] as number]) data[i] = value === 1 ? 0 : 1;
  };
  fill(1, 8);
  fill(0, 4);
  return { ...lines, data };
}
