import { useEffect, useRef } from 'react';
import { inkHex } from './colours';

export type WorklineStation = { id: string; name: string; open: string };

type Props = { stations: readonly WorklineStation[]; current: string; onGo: (id: string) => void };

/** The stations of the trade as paper tags on a thread; each says what is still open there. */
export function Workline({ stations, current, onGo }: Props) {
  const here = useRef<HTMLAnchorElement>(null);
  // On a narrow screen the thread is longer than the screen: the tag one stands on is drawn into sight.
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is drawn into sight when it is another.
  useEffect(() => {
    here.current?.scrollIntoView({ block: 'nearest', inline: 'center' });
  }, [current, stations.length > 0]);
  return (
    <nav aria-label="Workline" className="relative">
      <svg className="absolute inset-x-0 top-0 h-5 w-full" preserveAspectRatio="none" viewBox="0 0 100 10" aria-hidden="true">
        <path d="M0 1.2 Q50 7.8 100 1.2" fill="none" stroke={inkHex} strokeWidth="2" vectorEffect="non-scaling-stroke" />
      </svg>
      <ol className="relative flex gap-2 overflow-x-auto pt-2.5 pb-1.5 sm:gap-3">
        {stations.map(({ id, name, open }) => (
          <li key={id} className="min-w-24 flex-1">
            <a
              ref={id === current ? here : undefined}
              href={`#${id}`}
              aria-current={id === current ? 'step' : undefined}
              onClick={(event) => {
                event.preventDefault();
                onGo(id);
              }}
              className={`hung-tag block rounded-b-sm px-2 pt-1.5 pb-1 text-center ${
                id === current ? 'bg-ink text-paper' : 'bg-bench hover:bg-paper'
              }`}
            >
              <span className="block font-display font-semibold leading-tight">{name}</span>
              <span className={`block truncate text-xs ${id === current ? 'text-paper' : 'text-soft'}`}>{open}</span>
            </a>
          </li>
        ))}
      </ol>
    </nav>
  );
}
