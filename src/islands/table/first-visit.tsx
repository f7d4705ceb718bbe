import { buttonLook } from '#ui/controls/button.tsx';

/** Outline of the balloon that the three pictures colour. */
const envelope = 'M60 14 C28 14 14 38 20 60 C25 78 44 90 50 100 L70 100 C76 90 95 78 100 60 C106 38 92 14 60 14 Z';
const gores = 'M60 14 C44 34 44 78 54 100 M60 14 C76 34 76 78 66 100';
const basket = 'M50 112 L70 112 L67 128 L53 128 Z';

function Lines() {
  return (
    <g fill="none" stroke="currentColor" strokeWidth="2.5" strokeLinejoin="round" strokeLinecap="round">
      <path d={`${envelope} ${gores}`} />
      <path d={`M52 100 L53 112 M68 100 L67 112 ${basket}`} />
    </g>
  );
}

const steps = [
  {
    words: 'Bring in black lines: a scan, a photo, a drawing.',
    inside: (
      <>
        <path d="M10 6 H110 V136 H10 Z" className="fill-paper" stroke="currentColor" strokeWidth="1.5" />
        <Lines />
      </>
    ),
  },
  {
    words: 'Draw through what belongs together, and type its name.',
    inside: (
      <>
        <path d={envelope} className="fill-accent" fillOpacity="0.25" />
        <Lines />
        <path
          d="M26 62 C50 50 70 74 104 50"
          fill="none"
          className="stroke-accent"
          strokeWidth="5"
          strokeLinecap="round"
          strokeDasharray="1 9"
        />
        <rect x="62" y="66" width="56" height="20" className="fill-ink" />
        <text x="90" y="81" textAnchor="middle" className="fill-paper font-display text-[13px] font-semibold">
          Balloon
        </text>
      </>
    ),
  },
  {
    words: 'Choose markers by code, set the lamp, print the recipe.',
    inside: (
      <>
        <path d={envelope} className="fill-accent" fillOpacity="0.25" />
        <path d="M88 24 C104 36 104 52 100 60 C95 78 76 90 70 100 L56 100 C78 82 92 54 88 24 Z" className="fill-accent" fillOpacity="0.5" />
        <path d="M98 36 C105 48 102 56 100 60 C95 78 76 90 70 100 L64 100 C86 80 98 62 98 36 Z" className="fill-accent" />
        <Lines />
        <circle cx="14" cy="18" r="7" className="fill-paper" stroke="currentColor" strokeWidth="2.5" />
        <path d="M24 24 L32 29 M20 29 L25 37 M25 17 L34 18" fill="none" stroke="currentColor" strokeWidth="2.5" strokeLinecap="round" />
      </>
    ),
  },
] as const;

/** A first visit: how it goes in three pictures, and the two ways to begin. @param markers how many the rack holds. */
export function FirstVisit({ markers }: { markers: number }) {
  return (
    <section aria-labelledby="first-heading" className="mt-4 bg-paper p-6 sm:p-8">
      <h2 id="first-heading" className="text-xl">
        Nothing on the table yet. It goes like this:
      </h2>
      <ol className="mt-4 grid gap-6 sm:grid-cols-3">
        {steps.map(({ words, inside }, index) => (
          <li key={words} className="flex items-center gap-4 sm:block">
            <svg viewBox="0 0 124 142" className="h-36 w-auto shrink-0 sm:h-48" aria-hidden="true">
              {inside}
            </svg>
            <p className="mt-2">
              <strong>{index + 1}.</strong> {words}
            </p>
          </li>
        ))}
      </ol>
      <div className="mt-6 flex flex-wrap items-center gap-3">
        <a href="/makes/new" className={buttonLook('main')}>
          Bring in a line image
        </a>
        {markers === 0 ? (
          <>
            <a href="/rack" className={buttonLook('plain')}>
              Type the codes of your markers
            </a>
            <span className="text-soft">Twelve are enough for a start.</span>
          </>
        ) : (
          <span className="text-soft">{markers} markers are in the rack.</span>
        )}
      </div>
    </section>
  );
}
