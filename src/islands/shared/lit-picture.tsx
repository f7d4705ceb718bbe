import { useState } from 'react';

type Props = {
  makeId: string;
  pictureId: string;
  /** Default: the first colouring. */
  colouringId?: string;
  /** Digest of the picture's scan. */
  grey: string;
  name: string;
  /** Its size on the screen, in class names. */
  look: string;
};

/** A thumbnail that could not be had is asked for so many times more, after a growing pause. */
const mostTurns = 4;
const pauseMs = 3_000;

/** The picture: its lines at once, its colours as soon as they are there. */
export function LitPicture({ makeId, pictureId, colouringId, grey, name, look: size }: Props) {
  const [isColoured, setIsColoured] = useState(false);
  const [turn, setTurn] = useState(0);
  const look = `col-start-1 row-start-1 object-contain ${size}`;
  return (
    <span className="grid place-items-center" data-thumbnail={isColoured ? 'colours' : 'lines'}>
      <img src={`/api/blobs/${grey}`} alt={name} loading="lazy" className={look} />
      <img
        // Another address at each turn: a browser does not ask again for what it could not have.
        src={`/api/makes/${makeId}/thumbnail?${new URLSearchParams({ picture: pictureId, ...(colouringId ? { colouring: colouringId } : {}), ...(turn > 0 ? { turn: String(turn) } : {}) })}`}
        alt=""
        loading="lazy"
        className={`${look} ${isColoured ? '' : 'invisible'}`}
        onLoad={() => setIsColoured(true)}
        // Others may take the server's time just now.
        onError={() => {
          if (turn < mostTurns) setTimeout(() => setTurn(turn + 1), pauseMs * (turn + 1));
        }}
      />
    </span>
  );
}
