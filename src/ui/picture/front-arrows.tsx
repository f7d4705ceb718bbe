/** An arrow on a border: from what lies in front to what lies behind; both ways where neither does. */
export type FrontArrow = {
  id: string;
  /** Where it stands, as shares of the picture. */
  at: readonly [number, number];
  /** Where it points, in degrees clockwise from 12 o'clock. */
  towardsDeg: number;
  isNeither: boolean;
  isYours: boolean;
  words: string;
};

type Props = { arrows: readonly FrontArrow[]; width: number; height: number; onTurn: (id: string) => void };

/** Arrows on the borders of a picture; each is turned by a tap. */
export function FrontArrows({ arrows, width, height, onTurn }: Props) {
  return (
    <ul className="pointer-events-none absolute inset-0" aria-label="What lies in front">
      {arrows.map(({ id, at, towardsDeg, isNeither, isYours, words }) => (
        <li key={id} className="absolute -translate-x-1/2 -translate-y-1/2" style={{ left: at[0] * width, top: at[1] * height }}>
          <button
            type="button"
            aria-label={words}
            title={words}
            className="pointer-events-auto grid size-7 place-items-center rounded-full pointer-coarse:size-11"
            data-front={isYours ? 'yours' : 'proposed'}
            onClick={() => onTurn(id)}
          >
            <svg width="26" height="26" viewBox="-13 -13 26 26" style={{ rotate: `${towardsDeg}deg` }} aria-hidden="true">
              <circle r="12" className="fill-paper" />
              <circle
                r="11"
                fill="none"
                className={isYours ? 'stroke-ink' : 'stroke-accent'}
                strokeWidth="2"
                strokeDasharray={isYours ? undefined : '3 3'}
              />
              {isNeither ? (
                <path d="M-6 0H6" className="stroke-ink" strokeWidth="3" />
              ) : (
                <path d="M0 7V-6M-5 -1L0 -7L5 -1" fill="none" className={isYours ? 'stroke-ink' : 'stroke-accent'} strokeWidth="3" />
              )}
            </svg>
          </button>
        </li>
      ))}
    </ul>
  );
}
