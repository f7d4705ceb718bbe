import { useRef } from 'react';
import type { Lab } from '#model/marker';
import { DoubleChipShape } from '#ui/ladder/double-chip.tsx';
import { useSize } from '#ui/size/use-size.ts';

/** A sign of the code face is so wide, in shares of its size; and the least and most sizes on a small and a large screen. */
const signShare = 0.62;
const sizes = { small: { least: 76, most: 120 }, large: { least: 140, most: 200 } } as const;

/** Size in px in which a code stands: as large as its line allows, never under what is read from two metres; a longer name takes two lines. */
export function codePx(code: string, roomPx: number, isSmall: boolean): number {
  const { least, most } = isSmall ? sizes.small : sizes.large;
  const longest = Math.max(...code.split(/\s+/).map((word) => word.length), 1);
  const wanted = roomPx / (signShare * Math.max(code.length <= longest ? code.length : longest, 3));
  return Math.round(Math.min(most, Math.max(least, wanted)));
}

type Props = { code: string; lab: Lab | undefined; isSmall: boolean };

/** The code, as large as the screen allows, on its double chip. */
export function CodeWords({ code, lab, isSmall }: Props) {
  const place = useRef<HTMLDivElement>(null);
  const { width } = useSize(place);
  const chipPx = isSmall ? 28 : 44;
  return (
    <div ref={place} className="w-full">
      {width > 0 && (
        <>
          <p
            className="font-code font-bold leading-[0.95] text-ink [overflow-wrap:anywhere]"
            style={{ fontSize: codePx(code, width, isSmall) }}
            data-code={code}
          >
            {code}
          </p>
          <svg width="100%" height={chipPx} viewBox={`0 0 ${width} ${chipPx}`} aria-hidden="true" className="mt-2">
            <DoubleChipShape lab={lab} width={Math.min(width, 16 * chipPx)} height={chipPx} />
          </svg>
        </>
      )}
    </div>
  );
}
