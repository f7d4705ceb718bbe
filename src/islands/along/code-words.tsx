import { Fragment, useRef } from 'react';
import type { Lab } from '#model/marker';
import { DoubleChipShape } from '#ui/ladder/double-chip.tsx';
import { useSize } from '#ui/size/use-size.ts';

/** A sign of the code face is so wide, in shares of its size. */
const signShare = 0.63;
/** Least and most sizes in px: capitals are 0.67 of it, so that on a laptop they are never under 90 px, on a phone never under 48. */
const sizes = { small: { least: 73, most: 120 }, large: { least: 138, most: 210 } } as const;

/** A code in the pieces between which it may be parted onto two lines: after its signs. */
const piecesOf = (code: string): string[] => code.split(/(?<=[^\p{L}\p{N}])/u);

/** Size in px in which a code stands: as large as its line allows; one that would be too small in one line takes two, parted at its signs. */
export function codePx(code: string, roomPx: number, isSmall: boolean): number {
  const { least, most } = isSmall ? sizes.small : sizes.large;
  const wanted = (signs: number) => Math.floor(roomPx / (signShare * Math.max(signs, 3)));
  const inOne = wanted(code.length);
  const inTwo = wanted(Math.max(...piecesOf(code).map((piece) => piece.trim().length)));
  return Math.min(most, Math.max(least, inOne >= least ? inOne : Math.min(inTwo, least * 1.15)));
}

type Props = { code: string; lab: Lab | undefined; isSmall: boolean };

/** The code, as large as the screen allows, on its double chip. */
export function CodeWords({ code, lab, isSmall }: Props) {
  const place = useRef<HTMLDivElement>(null);
  const { width } = useSize(place);
  const chipPx = isSmall ? 22 : 40;
  return (
    <div ref={place} className="w-full">
      {width > 0 && (
        <>
          <p
            className="font-code font-bold leading-[0.95] text-ink [overflow-wrap:anywhere]"
            style={{ fontSize: codePx(code, width, isSmall) }}
            data-code={code}
          >
            {piecesOf(code).map((piece, index) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: pieces of one code, which never change places.
              <Fragment key={`${index} ${piece}`}>
                {index > 0 && <wbr />}
                {piece}
              </Fragment>
            ))}
          </p>
          <svg width="100%" height={chipPx} viewBox={`0 0 ${width} ${chipPx}`} aria-hidden="true" className="mt-2">
            <DoubleChipShape lab={lab} width={Math.min(width, 16 * chipPx)} height={chipPx} />
          </svg>
        </>
      )}
    </div>
  );
}
