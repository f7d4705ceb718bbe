export type WorklineStation<Id extends string> = { id: Id; name: string; open: string };

type Props<Id extends string> = { stations: readonly WorklineStation<Id>[]; current: Id; onGo: (id: Id) => void };

/** The stations of the trade as paper tags on a thread; each says what is still open there. */
export function Workline<Id extends string>({ stations, current, onGo }: Props<Id>) {
  return (
    <nav aria-label="Workline" className="relative px-4 pt-4 sm:px-8">
      <svg className="absolute inset-x-0 top-2 h-6 w-full" preserveAspectRatio="none" viewBox="0 0 100 10" aria-hidden="true">
        <path d="M0 0 Q50 7 100 0" fill="none" stroke="#141414" strokeWidth="2" vectorEffect="non-scaling-stroke" />
      </svg>
      <ol className="relative flex gap-2 overflow-x-auto pt-3 pb-2 sm:gap-5">
        {stations.map(({ id, name, open }) => (
          <li key={id} className="min-w-24 flex-1">
            <a
              href={`#${id}`}
              aria-current={id === current ? 'step' : undefined}
              onClick={(event) => {
                event.preventDefault();
                onGo(id);
              }}
              className={`hung-tag block rounded-b-sm px-3 pt-2 pb-1.5 text-center ${
                id === current ? 'bg-paper shadow-[0_3px_0_var(--color-ink)]' : 'bg-bench hover:bg-paper'
              }`}
            >
              <span className="block font-display font-semibold">{name}</span>
              <span className="block truncate text-xs text-soft">{open}</span>
            </a>
          </li>
        ))}
      </ol>
    </nav>
  );
}
