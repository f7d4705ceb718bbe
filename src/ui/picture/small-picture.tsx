import { useEffect, useRef } from 'react';
import { paperHex } from '../colours';

type Props = { label: string; lines: CanvasImageSource | null; paint: CanvasImageSource | null; widthPx: number; heightPx: number };

/** A coloured picture, small: paint on white paper under its lines. */
export function SmallPicture({ label, lines, paint, widthPx, heightPx }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context) return;
    context.globalCompositeOperation = 'source-over';
    context.fillStyle = paperHex;
    context.fillRect(0, 0, widthPx, heightPx);
    if (paint) context.drawImage(paint, 0, 0, widthPx, heightPx);
    context.globalCompositeOperation = 'multiply';
    if (lines) context.drawImage(lines, 0, 0, widthPx, heightPx);
  }, [lines, paint, widthPx, heightPx]);
  return <canvas ref={canvas} width={widthPx} height={heightPx} className="w-full border border-edge" aria-label={label} role="img" />;
}
