import { type RefObject, useLayoutEffect, useState } from 'react';

/** The inner size of an element in CSS px, as it is now; 0 until it is on the page. */
export function useSize(element: RefObject<HTMLElement | null>): { width: number; height: number } {
  const [size, setSize] = useState({ width: 0, height: 0 });
  useLayoutEffect(() => {
    if (!element.current) return;
    const observer = new ResizeObserver(([entry]) => {
      if (entry) setSize({ width: entry.contentRect.width, height: entry.contentRect.height });
    });
    observer.observe(element.current);
    return () => observer.disconnect();
  }, [element]);
  return size;
}
