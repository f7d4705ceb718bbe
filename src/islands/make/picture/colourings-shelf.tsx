import { Palette, Trash2 } from 'lucide-react';
import { useState } from 'react';
import type { ColouredPicture } from '#model/coloured-picture';
import { mostColouringName } from '#model/colouring';
import type { Operation } from '#model/operation';
import { colouredNow, colouringTitle, nameOfColouring } from '#core/make/coloured';
import { copyOfRow } from '#core/make/copy-picture';
import { Button } from '#ui/controls/button.tsx';
import type { MakeStore } from '../document/make-store';

type Props = { useMake: MakeStore; picture: ColouredPicture; onShow: (colouringId: string | null) => void };

/** Colours the picture once more: a copy of the colouring on show, which goes its own way from then on. */
function useAnother({ useMake, picture, onShow }: Props): () => void {
  return () => {
    const id = crypto.randomUUID();
    const isDone = useMake.getState().edit((newest): Operation[] | null => {
      const now = colouredNow(newest, nameOfColouring(picture));
      if (!now) return null;
      const { name: _, ...copied } = copyOfRow('colouring', now.colouring, () => crypto.randomUUID());
      const index = now.colourings.indexOf(now.colouring) + 1;
      return [{ kind: 'put', entity: 'colouring', pictureId: picture.id, row: { ...copied, id }, index }];
    });
    if (isDone) onShow(id);
  };
}

/** One act to colour the same picture in other colours. */
export function AnotherColouring(props: Props) {
  const another = useAnother(props);
  return (
    <Button weight="quiet" onClick={another}>
      <Palette size={18} aria-hidden="true" /> Another colouring
    </Button>
  );
}

/** A tag for each colouring of the picture, where there is more than one; the one on show can be named, copied and thrown away. */
export function ColouringTags(props: Props) {
  const { useMake, picture, onShow } = props;
  const { colourings, colouring } = picture;
  if (colourings.length < 2) return null;
  const throwAway = () => {
    const { id } = colouring;
    if (useMake.getState().edit(() => [{ kind: 'remove', entity: 'colouring', pictureId: picture.id, id }])) onShow(null);
  };
  return (
    <nav
      aria-label="Colourings of this picture"
      className="flex flex-wrap items-center gap-1 px-4 pb-1 sm:px-8"
      data-colourings={colourings.length}
    >
      {colourings.map((own) =>
        own.id === colouring.id ? (
          <ColouringName key={own.id} useMake={useMake} picture={picture} />
        ) : (
          <button
            key={own.id}
            type="button"
            className="min-h-11 shrink-0 bg-bench px-3 font-semibold hover:bg-paper"
            onClick={() => onShow(own.id === colourings[0]?.id ? null : own.id)}
          >
            {colouringTitle(picture, own)}
          </button>
        ),
      )}
      <AnotherColouring {...props} />
      <Button weight="quiet" onClick={throwAway}>
        <Trash2 size={18} aria-hidden="true" /> Throw this colouring away
      </Button>
    </nav>
  );
}

/** The tag one stands on: its name can be written on it. */
function ColouringName({ useMake, picture }: Omit<Props, 'onShow'>) {
  const { colouring } = picture;
  const [written, setWritten] = useState<string | null>(null);
  const keep = () => {
    if (written === null) return;
    const name = written.trim() === '' ? null : written.trim();
    setWritten(null);
    if (name === (colouring.name ?? null)) return;
    useMake.getState().edit(() => [{ kind: 'patch', entity: 'colouring', pictureId: picture.id, id: colouring.id, fields: { name } }]);
  };
  return (
    <input
      aria-label="Name of this colouring"
      aria-current="true"
      className="min-h-11 w-44 bg-ink px-3 font-semibold text-paper placeholder:text-paper"
      maxLength={mostColouringName}
      placeholder={colouringTitle(picture, { id: colouring.id })}
      value={written ?? colouring.name ?? ''}
      onChange={(event) => setWritten(event.target.value)}
      onBlur={keep}
      onKeyDown={(event) => event.key === 'Enter' && keep()}
    />
  );
}
