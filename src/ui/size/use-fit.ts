import { type RefObject, useEffect, useState } from 'react';

/** The size in CSS px that a thing of given proportions may have inside an element, with room left around it. */
export function useFit(
  stage: RefObject<HTMLElement | null>,
  widthPx: number,
  heightPx: number,
  aroundPx: number,
): { width: number; height: number } {
  const [room, setRoom] = useState({ width: 0, height: 0 });
  useEffect(() => {
    if (!stage.current) return;
    const observer = new ResizeObserver(([entry]) => {
      if (!entry) return;
      const { width, height } = entry.contentRect;
      setRoom({ width: width - 2 * aroundPx, height: height - 2 * aroundPx });
    });
    observer.observe(stage.current);
    return () => observer.disconnect();
  }, [stage, aroundPx]);
  const fit = Math.max(0, Math.min(room.width / widthPx, room.height / heightPx));
  return { width: Math.round(widthPx * fit), height: Math.round(heightPx * fit) };
}
