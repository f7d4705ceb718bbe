import { useId } from 'react';
import type { Drawn } from '#core/layout/drawn';
import { lookAddress } from './use-card-look';

type Props = {
  makeId: string;
  drawn: Drawn;
  isHeld?: boolean;
  isFaded?: boolean;
};

/** A thing as it lies on a card, in mm: its paper, its image as it will look, its words. */
export function LaidDrawing({ makeId, drawn: { path, fill, isDashed, shadowMm, image, words }, isHeld = false, isFaded = false }: Props) {
  const clip = useId();
  const edge = isHeld ? 0.8 : 0.3;
  return (
    <g opacity={isFaded ? 0.3 : 1}>
      {shadowMm && (
        <path d={path} fillRule="evenodd" transform={`translate(${shadowMm[0]} ${shadowMm[1]})`} className="fill-ink" fillOpacity={0.25} />
      )}
      <path
        d={path}
        fillRule="evenodd"
        // An opening or a free place is taken by its inside too.
        fill={fill === 'none' ? 'transparent' : fill}
        className="stroke-ink"
        data-edge=""
        strokeWidth={edge}
        {...(isDashed ? { strokeDasharray: '2 1.5' } : {})}
      />
      {image && (
        <>
          <clipPath id={clip}>
            <path d={path} clipRule="evenodd" />
          </clipPath>
          <g clipPath={`url(#${clip})`}>
            <image
              href={lookAddress(makeId, image)}
              width={image.widthMm}
              height={image.heightMm}
              preserveAspectRatio="none"
              transform={image.transform}
            />
          </g>
          <path d={path} fill="none" fillRule="evenodd" className="stroke-ink" data-edge="" strokeWidth={edge} />
        </>
      )}
      {words && (
        <text
          x={words.xMm}
          y={words.yMm}
          transform={`rotate(${words.turnedDeg} ${words.xMm} ${words.yMm})`}
          textAnchor="middle"
          dominantBaseline="central"
          fontSize={words.sizeMm}
          className="pointer-events-none fill-ink font-display"
        >
          {words.text}
        </text>
      )}
    </g>
  );
}
