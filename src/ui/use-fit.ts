import { type RefObject, useEffect, useState } from 'react';

/** The size in CSS px that a thing of given proportions may have inside an element, with room left around it. */
export function useFit(
  stage: RefObject<HTMLElement | null>,
  widthPx: number,
  heightPx: number,
  around: { wide: number; narrow: number },
): { width: number; height: number } {
  const [room, setRoom] = useState({ width: 0, height: 0 });
  const { wide, narrow } = around;
  useEffect(() => {
    if (!stage.current) return;
    const observer = new ResizeObserver(([entry]) => {
      if (!entry) return;
      const { width, height } = entry.contentRect;
      const both = 2 * (width < 480 ? narrow : wide);
      setRoom({ width: width - both, height: height - both });
    });
    observer.observe(stage.current);
    return () => observer.disconnect();
  }, [stage, wide, narrow]);
  const fit = Math.max(0, Math.min(room.width / widthPx, room.height / heightPx));
  return { width: Math.round(widthPx * fit), height: Math.round(heightPx * fit) };
}
