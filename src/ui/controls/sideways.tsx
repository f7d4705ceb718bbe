import { ChevronRight } from 'lucide-react';
import { type ReactNode, useEffect, useRef, useState } from 'react';

/** A row that may be longer than its place: it scrolls, and says so where it goes on. */
export function Sideways({ children }: { children: ReactNode }) {
  const row = useRef<HTMLDivElement>(null);
  const [goesOn, setGoesOn] = useState(false);
  useEffect(() => {
    const own = row.current;
    if (!own) return;
    const look = () => setGoesOn(own.scrollLeft + own.clientWidth < own.scrollWidth - 4);
    look();
    const observer = new ResizeObserver(look);
    observer.observe(own);
    for (const child of own.children) observer.observe(child);
    own.addEventListener('scroll', look, { passive: true });
    return () => {
      observer.disconnect();
      own.removeEventListener('scroll', look);
    };
  });
  return (
    <div className="relative min-w-0">
      <div ref={row} className="overflow-x-auto pb-1" data-goes-on={goesOn ? 'yes' : 'no'}>
        {children}
      </div>
      {goesOn && (
        <button
          type="button"
          aria-label="More to the right"
          className="absolute inset-y-0 right-0 grid w-11 place-items-center border-l-2 border-ink bg-bench hover:bg-paper"
          onClick={() => row.current?.scrollBy({ left: 0.8 * row.current.clientWidth, behavior: 'smooth' })}
        >
          <ChevronRight size={22} aria-hidden="true" />
        </button>
      )}
    </div>
  );
}
